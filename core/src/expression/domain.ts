import * as rational from "../number/rational.ts";
import { relation, ZERO } from "./construct.ts";
import { children, type Expression, equal, freeNames } from "./expression.ts";
import { family } from "./functions/registry.ts";

/**
 * The relations that must hold for the expression to have a real value: denominators not 0, even roots and logarithms
 * of what allows them, and what the function families say. Conditions without free names are left out unless they fail
 * on their face; since constructors never change a domain, this is the domain of what the author wrote.
 */
export function realDomain(e: Expression): readonly Expression[] {
  return collectDomain(e, true);
}

/** As `realDomain`, over the complex numbers: only what must not be 0. */
export function complexDomain(e: Expression): readonly Expression[] {
  return collectDomain(e, false);
}

function collectDomain(e: Expression, overReals: boolean): readonly Expression[] {
  const found: Expression[] = [];
  const visit = (part: Expression): void => {
    // A root is a number, whatever the domain of what it is a root of.
    if (part.kind === "iterated" && part.operator === "root") return;
    for (const child of children(part)) visit(child);
    for (const condition of ownConditions(part, overReals)) {
      if (freeNames(condition).size > 0 && !found.some((known) => equal(known, condition))) found.push(condition);
    }
  };
  visit(e);
  return found;
}

function ownConditions(e: Expression, overReals: boolean): readonly Expression[] {
  if (e.kind === "call") {
    const conditions = family(e.name)?.domain?.(e.args) ?? [];
    return overReals ? conditions : conditions.filter((condition) => condition.kind === "relation" && condition.comparisons[0] === "!=");
  }
  if (e.kind !== "power") return [];
  if (e.exponent.kind !== "number") {
    const positive = e.base.kind === "constant" || (e.base.kind === "number" && e.base.value.num > 0);
    return positive ? [] : [relation(e.base, overReals ? ">" : "!=", ZERO)];
  }
  const { value } = e.exponent;
  const negative = value.num < 0;
  if (rational.isInteger(value)) return negative ? [relation(e.base, "!=", ZERO)] : [];
  if (!overReals) return negative ? [relation(e.base, "!=", ZERO)] : [];
  return [relation(e.base, negative ? ">" : ">=", ZERO)];
}
