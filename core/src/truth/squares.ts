import { negate, power, product, relation, subtract, TWO, ZERO } from "../expression/construct.ts";
import { realDomain } from "../expression/domain.ts";
import { type Expression, equal, factorsOf, freeNames, isRoot, termsOf } from "../expression/expression.ts";
import { isReal } from "../expression/realness.ts";
import { decide } from "./sign.ts";
import { zeroTest } from "./zero-test.ts";

/** Whether a difference of two terms is 0 by their squares, once what they have in common is left out. */
export function termsHaveEqualSquares(e: Expression, known: readonly Expression[]): boolean {
  const [first, second, ...more] = termsOf(e);
  if (!first || !second || more.length > 0) return false;
  const [some, others] = [factorsOf(first), factorsOf(second)];
  const without = (list: readonly Expression[], rest: readonly Expression[]): Expression =>
    product(...list.filter((factor) => !rest.some((other) => equal(other, factor))));
  const [u, v] = [without(some, others), without(others, some)];
  return [negate(v), v].some((other, k) => haveEqualSquares(k === 0 ? u : negate(u), other, known));
}

/** Whether two real sides, one of them with a square root, are not negative and have the same square. */
export function haveEqualSquares(a: Expression, b: Expression, assumptions: readonly Expression[]): boolean {
  if (!isReal(a) || !isReal(b) || !hasRootFactor(a, b)) return false;
  const known = [...realDomain(a), ...realDomain(b), ...assumptions];
  if (![a, b].every((side) => decide(relation(side, ">=", ZERO), known) === true)) return false;
  const [first, second] = [a, b].map((side) => power(side, TWO));
  return first !== undefined && second !== undefined && zeroTest(subtract(first, second), known).kind === "zero";
}

/** Whether a side has a square root as a factor, which its square has no more. */
function hasRootFactor(...sides: readonly Expression[]): boolean {
  return sides.some((side) => factorsOf(side).some((factor) => isRoot(factor) && factor.exponent.value.den === 2 && freeNames(factor).size > 0));
}
