import * as rational from "../number/rational.ts";
import { call, isNumber, isPositiveConstant, logic, relation, ZERO } from "./construct.ts";
import { opposite } from "./equations.ts";
import { children, contains, distinct, type Expression, freeNames } from "./expression.ts";
import { family } from "./functions/registry.ts";
import { isReal } from "./realness.ts";
import { isWhole } from "./whole.ts";

/** The numbers over which an expression is to have a value; a curve leaves out the single points that negative numbers to whole powers make. */
export type World = "real" | "curve" | "complex";

/**
 * The relations that must hold for the expression to have a real value: denominators not 0, even roots and logarithms
 * of what allows them, and what the function families say; parts that hold complex names or i need only have a value. What a case
 * asks for is asked where that case is taken. Conditions without free names are left out; since constructors never change a
 * domain, this is the domain of what the author wrote.
 */
export function realDomain(e: Expression): readonly Expression[] {
  return domainOver(e, "real");
}

/** As `realDomain`, over the complex numbers: what is needed to have a value at all. */
export function complexDomain(e: Expression): readonly Expression[] {
  return domainOver(e, "complex");
}

/**
 * As `realDomain`, where the expression is looked at as a curve in one of its names: of a^b with a variable exponent only a > 0 counts, where
 * it is continuous.
 */
export function curveDomain(e: Expression): readonly Expression[] {
  return domainOver(e, "curve");
}

/** The relations in a condition, those inside of “and” and “or” too: where all keep their truth, so does the condition. */
export function relationsIn(condition: Expression): readonly (Expression & { kind: "relation" })[] {
  if (condition.kind === "logic") return condition.items.flatMap(relationsIn);
  return condition.kind === "relation" ? [condition] : [];
}

const domains: Readonly<Record<World, WeakMap<Expression, readonly Expression[]>>> = { real: new WeakMap(), curve: new WeakMap(), complex: new WeakMap() };

function domainOver(e: Expression, world: World): readonly Expression[] {
  const known = domains[world].get(e);
  if (known) return known;
  const all = conditionsIn(e, world).filter((condition) => freeNames(condition).size > 0);
  const found = distinct(all);
  domains[world].set(e, found);
  return found;
}

function conditionsIn(e: Expression, world: World): readonly Expression[] {
  switch (e.kind) {
    case "number":
    case "constant":
    case "name":
      return [];
    case "cases":
      return conditionsOfCases(e, world);
    case "iterated":
      // A root is a number, whatever the domain of what it is a root of; what is asked of a bound name is asked of no free one.
      if (e.operator === "root") return [];
      return children(e).flatMap((child) => conditionsIn(child, world).filter((condition) => child !== e.body || !contains(condition, e.variable)));
    default:
      return [...children(e).flatMap((child) => conditionsIn(child, world)), ...ownConditions(e, world)];
  }
}

/** The first case whose condition holds is taken: what its value asks for is asked there only; without “otherwise” one must hold. */
function conditionsOfCases({ branches, otherwise }: Expression & { kind: "cases" }, world: World): readonly Expression[] {
  const conditions: Expression[] = [];
  const earlier: Expression[] = [];
  const where = (guards: readonly Expression[], condition: Expression): Expression => logic("or", [...guards.map(opposite), condition]);
  for (const { value, condition } of branches) {
    for (const needed of conditionsIn(condition, world)) conditions.push(where(earlier.map(opposite), needed));
    for (const needed of conditionsIn(value, world)) conditions.push(where([...earlier.map(opposite), condition], needed));
    earlier.push(condition);
  }
  if (!otherwise) return [...conditions, logic("or", earlier)];
  for (const needed of conditionsIn(otherwise, world)) conditions.push(where(earlier.map(opposite), needed));
  return conditions;
}

/** What a part itself asks of its children to have a value over the real or the complex numbers. */
export function ownConditions(e: Expression, world: World): readonly Expression[] {
  const isOfReals = world !== "complex" && children(e).every(isReal);
  if (e.kind === "call") {
    const own = family(e.name);
    if (isOfReals) return own?.domain?.(e.args) ?? [];
    return own?.singular?.(e.args) ?? (own?.domain?.(e.args) ?? []).filter(isInequation);
  }
  return e.kind === "power" ? conditionsOfPower(e.base, e.exponent, isOfReals ? world : "complex") : [];
}

function isInequation(condition: Expression): boolean {
  return condition.kind === "relation" && condition.comparisons.every((comparison) => comparison === "!=");
}

function conditionsOfPower(base: Expression, exponent: Expression, world: World): readonly Expression[] {
  const notZero = relation(base, "!=", ZERO);
  if (exponent.kind !== "number") return isPositiveConstant(base) ? [] : [conditionOfVariablePower(base, exponent, world)];
  const { value } = exponent;
  if (rational.isInteger(value) || world === "complex") return value.num > 0 ? [] : [notZero];
  return [relation(base, value.num < 0 ? ">" : ">=", ZERO)];
}

/** a^b is e^(b ln a): a > 0, or 0 to a positive power, or, over the reals, a negative a to a whole power. */
function conditionOfVariablePower(base: Expression, exponent: Expression, world: World): Expression {
  if (isNumber(base, 0) && isReal(exponent)) return relation(exponent, ">", ZERO);
  if (world === "curve") return relation(base, ">", ZERO);
  const ofZero = !isReal(exponent) ? [] : [relation(exponent, ">", ZERO)];
  if (world === "complex" || isWhole(exponent)) return logic("or", [relation(base, "!=", ZERO), ...ofZero]);
  const isNotNegative = relation(base, ">=", ZERO);
  const whole = relation(call("floor", exponent), "=", exponent);
  return logic("or", [relation(base, ">", ZERO), logic("and", [relation(base, "=", ZERO), ...ofZero]), logic("and", [opposite(isNotNegative), whole])]);
}
