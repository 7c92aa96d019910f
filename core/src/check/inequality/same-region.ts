import type { BoundsOf } from "../../derivation/step.ts";
import { name, product, relation, subtract, sum, ZERO } from "../../expression/construct.ts";
import { contains, type Expression, factorsOf } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { decide, equalityTest, expand, simplify } from "../../truth/index.ts";
import { holdsBetween } from "../calculus/between.ts";

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

const holdsOn = (fact: Expression, { inner, outer }: Part): boolean => holdsOver(fact, [inner, outer]);

const statedBy = ({ variable, lower, upper }: BoundsOf): readonly Expression[] => [
  relation(name(variable), ">=", lower),
  relation(name(variable), "<=", upper),
];

/**
 * Whether a relation holds on a region given by bounds of its variables, the inner one first: by what the bounds say, or with the inner variable at both of its bounds where the
 * relation is monotone or concave between them.
 */
export function holdsOver(fact: Expression, ranges: readonly BoundsOf[], known: readonly Expression[] = []): boolean {
  const [inner, ...outer] = ranges;
  if (decide(fact, [...known, ...ranges.flatMap(statedBy)]) === true) return true;
  if (!inner) return false;
  if (!contains(fact, inner.variable)) return holdsOver(fact, outer, known);
  if (fact.kind !== "relation" || !["<=", ">="].includes(fact.comparisons.join())) return false;
  const held = outer.filter(({ variable }) => contains(fact, variable));
  if (held.length === 0 && holdsBetween(fact, { variable: inner.variable, from: inner.lower, to: inner.upper, closed: true }, known)) return true;
  // A continuous side that is monotone or concave in the inner variable takes its least value at a bound.
  const [left = ZERO, right = ZERO] = fact.operands;
  const difference = fact.comparisons[0] === ">=" ? subtract(left, right) : subtract(right, left);
  const keepsSign = holdsOver(relation(inner.lower, ">=", ZERO), outer, known) || holdsOver(relation(inner.upper, "<=", ZERO), outer, known);
  if (!isLeastAtBounds(difference, inner.variable, keepsSign)) return false;
  return [inner.lower, inner.upper].every((bound) =>
    holdsOver(relation(simplify(expand(substitute(difference, new Map([[inner.variable, bound]])))).expression, ">=", ZERO), outer, known),
  );
}

/**
 * Whether a sum in which the variable stands in one term only is monotone in it, as itself, an odd power or a root of it, an exponential, a logarithm, or any power where the variable
 * keeps its sign; or concave, as the opposite of an even power.
 */
function isLeastAtBounds(e: Expression, variable: string, keepsSign: boolean): boolean {
  const terms = (e.kind === "sum" ? e.terms : [e]).filter((term) => contains(term, variable));
  const [only, ...more] = terms;
  if (!only || more.length > 0) return more.length === 0;
  const factors = only.kind === "product" ? only.factors : [only];
  const [factor, ...others] = factors.filter((one) => contains(one, variable));
  if (!factor || others.length > 0) return false;
  if (factor.kind === "name") return true;
  if (factor.kind === "call") return ["ln", "exp", "root", "arctan", "sinh", "tanh"].includes(factor.name) && factor.args.at(-1)?.kind === "name";
  if (factor.kind !== "power") return false;
  if (!contains(factor.base, variable)) return factorsOf(factor.exponent).every(({ kind }) => kind === "number" || kind === "name");
  if (factor.base.kind !== "name" || factor.exponent.kind !== "number") return false;
  const { num, den } = factor.exponent.value;
  const isRising = num > 0 && (den !== 1 || Number(num) % 2 === 1);
  return keepsSign || isRising || (num > 0 && decide(relation(product(...factors.filter((one) => one !== factor)), "<=", ZERO), []) === true);
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
