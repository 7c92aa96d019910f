import type { BoundsOf } from "../derivation/step.ts";
import { name, relation, subtract, sum, ZERO } from "../expression/construct.ts";
import { contains, type Expression } from "../expression/expression.ts";
import { substitute } from "../expression/substitute.ts";
import { decide, equalityTest } from "../truth/index.ts";
import { holdsBetween } from "./between.ts";

/** A part of a region, inner variable first. */
interface Part {
  readonly inner: BoundsOf;
  readonly outer: BoundsOf;
}

/**
 * Whether parts in one order of the variables make up a region that is given in the other one: each lies inside, they lie beside each other, and their areas add up to that of
 * the region (G. Fubini 1907; what is left over has no area). The areas are integrals of 1 that were found exactly.
 */
export function isSameRegion(
  inner: BoundsOf,
  outer: BoundsOf,
  parts: readonly Part[],
  areas: { readonly whole: Expression; readonly ofParts: readonly Expression[] },
): boolean {
  const isInside = parts.every((part) =>
    [
      relation(inner.lower, "<=", name(inner.variable)),
      relation(name(inner.variable), "<=", inner.upper),
      relation(outer.lower, "<=", name(outer.variable)),
      relation(name(outer.variable), "<=", outer.upper),
    ].every((fact) => holdsOn(fact, part)),
  );
  const ordered = parts.every((part) => holdsOn(relation(part.inner.lower, "<=", part.inner.upper), part));
  return isInside && ordered && areApart(parts) && equalityTest(sum(...areas.ofParts), areas.whole).kind === "zero";
}

/** Whether a relation holds on a part: by what the bounds say, or with the inner variable at both of its bounds where the relation is monotone between them. */
function holdsOn(fact: Expression, { inner, outer }: Part): boolean {
  const along = [relation(name(outer.variable), ">=", outer.lower), relation(name(outer.variable), "<=", outer.upper)];
  const across = [relation(name(inner.variable), ">=", inner.lower), relation(name(inner.variable), "<=", inner.upper)];
  if (decide(fact, [...along, ...across]) === true) return true;
  if (fact.kind !== "relation" || !contains(fact, inner.variable)) return alongOuter(fact, outer);
  // A continuous side that is monotone in the inner variable takes its greatest and least value at the bounds.
  const [left = ZERO, right = ZERO] = fact.operands;
  const difference = subtract(right, left);
  if (!isMonotone(difference, inner.variable)) return false;
  return [inner.lower, inner.upper].every((bound) => alongOuter(relation(substitute(difference, new Map([[inner.variable, bound]])), ">=", ZERO), outer));
}

function alongOuter(fact: Expression, { variable, lower, upper }: BoundsOf): boolean {
  return holdsBetween(fact, { variable, from: lower, to: upper, closed: true }, []);
}

/** A sum in which the variable stands in one term only, as itself, a power or a root of it, an exponential or a logarithm. */
function isMonotone(e: Expression, variable: string): boolean {
  const terms = (e.kind === "sum" ? e.terms : [e]).filter((term) => contains(term, variable));
  const [only, ...more] = terms;
  if (!only || more.length > 0) return more.length === 0;
  const varying = (only.kind === "product" ? only.factors : [only]).filter((factor) => contains(factor, variable));
  const [factor, ...others] = varying;
  if (!factor || others.length > 0) return false;
  if (factor.kind === "name") return true;
  if (factor.kind === "power") return factor.base.kind === "name" || !contains(factor.base, variable);
  return factor.kind === "call" && ["ln", "exp", "root", "arctan", "sinh", "tanh"].includes(factor.name) && factor.args.at(-1)?.kind === "name";
}

/** Whether the parts do not overlap: their outer intervals follow each other, or in one interval the inner ones do. */
function areApart(parts: readonly Part[]): boolean {
  return parts.every((one, i) =>
    parts.slice(i + 1).every((other) => {
      const before =
        decide(relation(one.outer.upper, "<=", other.outer.lower), []) === true || decide(relation(other.outer.upper, "<=", one.outer.lower), []) === true;
      return before || holdsOn(relation(one.inner.upper, "<=", other.inner.lower), other) || holdsOn(relation(other.inner.upper, "<=", one.inner.lower), one);
    }),
  );
}
