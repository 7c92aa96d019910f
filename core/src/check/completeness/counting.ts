import { ballValue } from "../../expression/ball-value.ts";
import { product } from "../../expression/construct.ts";
import { alternativesOf, isEquation, sideDifference, sidesOf } from "../../expression/equations.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import * as complex from "../../number/complex-ball.ts";
import { BallUndefined } from "../../number/real-ball.ts";
import * as dense from "../../polynomial/univariate/dense.ts";
import { squarefreePart } from "../../polynomial/univariate/gcd.ts";
import { isolateRealRoots } from "../../polynomial/univariate/real-roots.ts";
import { integerPolynomial } from "../../rewrite/roots/named-root.ts";
import { zeroTest } from "../../truth/index.ts";
import { type Equivalence, zeroPolynomial } from "../equivalent/equivalence.ts";

const SEPARATING_PRECISION = 256;

/**
 * How many real, and how many complex, numbers solve left = right, where that is a polynomial equation with rational
 * coefficients: the real ones counted by Descartes' rule with bisection.
 */
export function rootCount(statement: Expression, unknown: string): { readonly real: number; readonly all: number } | undefined {
  const difference = differenceOf(statement);
  if (!difference || [...freeNames(statement)].some((name) => name !== unknown)) return undefined;
  const f = integerPolynomial(difference, unknown);
  if (!f || dense.degree(f) < 1) return undefined;
  return { real: isolateRealRoots(f).length, all: dense.degree(squarefreePart(f)) };
}

/** left − right; for alternatives the product of theirs. */
function differenceOf(statement: Expression): Expression | undefined {
  const differences = alternativesOf(statement).map((one) => (isEquation(one) ? sideDifference(one) : undefined));
  return differences.every((difference) => difference !== undefined) ? product(...differences) : undefined;
}

/** Whether a polynomial equation has as many different numbers among its roots as its degree says, so that there are no others. */
export function areAllRoots(statement: Expression, values: readonly Expression[], unknown: string): boolean {
  if (statement.kind !== "relation" || statement.comparisons.length !== 1 || [...freeNames(statement)].some((name) => name !== unknown)) return false;
  const coefficients = zeroPolynomial(statement, unknown);
  if (coefficients?.length !== values.length + 1 || values.length === 0 || values.some((value) => freeNames(value).size > 0)) return false;
  if (!allDifferent(values)) return false;
  return values.every((value) => zeroTest(substitute(sideDifference(statement), new Map([[unknown, value]]))).kind === "zero");
}

/** Whether no two of the numbers are equal, by balls. */
export function allDifferent(values: readonly Expression[]): boolean {
  try {
    const balls = values.map((value) => ballValue(value, SEPARATING_PRECISION));
    return balls.every((a, k) => balls.slice(k + 1).every((b) => !complex.containsZero(complex.subtract(a, b, SEPARATING_PRECISION))));
  } catch (error) {
    if (error instanceof BallUndefined) return false;
    throw error;
  }
}

/** A polynomial equation against a list of different roots of it, as many as it has real (or complex) ones. */
export function countedEquivalence(before: Expression, after: Expression, unknown: string): Equivalence | undefined {
  const alternatives = alternativesOf(after);
  const values: Expression[] = [];
  for (const one of alternatives) {
    const [left, right] = sidesOf(one);
    if (left?.kind !== "name" || left.name !== unknown || !right || freeNames(right).size > 0) return undefined;
    values.push(right);
  }
  if (areAllRoots(before, values, unknown)) return { kind: "same" };
  const count = rootCount(before, unknown);
  const difference = differenceOf(before);
  if (!count || !difference || (values.length !== count.real && values.length !== count.all)) return undefined;
  const solves = values.every((value) => zeroTest(substitute(difference, new Map([[unknown, value]]))).kind === "zero");
  return solves && allDifferent(values) ? { kind: "same" } : undefined;
}
