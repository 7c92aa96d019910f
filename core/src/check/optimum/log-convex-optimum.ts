import { differentiate } from "../../calculus/derivative.ts";
import { fixedSum, type PositiveTerm, positiveTerms } from "../../calculus/positive-terms.ts";
import { divide, name, number, product, relation, subtract, sum, ZERO } from "../../expression/construct.ts";
import type { Expression } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import * as rational from "../../number/rational.ts";
import { reduceRows } from "../../polynomial/row-reduction.ts";
import { decide, equalityTest } from "../../truth/index.ts";
import type { ClaimedOptima } from "./optimum.ts";

/**
 * A sum of positive terms in positive variables is convex in their logarithms, a product linear: a point at which the slopes by the logarithms are proportional is the least of the sum
 * on a fixed product, and of a product on a fixed sum the greatest or the least by the sign of the factor; it is the only one where the exponents leave no direction without change
 * (S. Boyd and L. Vandenberghe, Convex Optimization, 4.5).
 */
export function isLogConvexOptimum(claim: ClaimedOptima): boolean {
  const { objective, variables, constraints, facts, assumptions, wanted, points } = claim;
  const [only, ...more] = points.filter(({ global }) => global);
  const positive = variables.map((variable) => relation(name(variable), ">", ZERO));
  const known = [...assumptions, ...positive];
  const isDomain = positive.every((one) => decide(one, [...assumptions, ...facts]) === true) && facts.every((fact) => decide(fact, known) === true);
  if (!only || more.length > 0 || constraints.length > 1 || !isDomain || only.integers.length + only.conditions.length > 0) return false;
  const own = positiveTerms(objective, variables, known);
  const held = constraints.map((condition) => fixedSum(condition, variables, known));
  if (!own || !held.every((one) => one !== undefined)) return false;
  const [condition] = held;
  const [single] = own;
  const there = (e: Expression): Expression => substitute(e, only.values);
  const slopes = (terms: readonly PositiveTerm[]): readonly Expression[] =>
    variables.map((variable) => there(product(name(variable), differentiate(sum(...terms.map(({ term }) => term)), variable))));
  const hasDirections = (terms: readonly PositiveTerm[]): boolean => reduceRows(terms.map(({ exponents }) => exponents)).pivots.length === variables.length;
  const isZero = (e: Expression): boolean => equalityTest(e, ZERO, assumptions).kind === "zero";
  if (!condition) return wanted === "minimum" && hasDirections(own) && slopes(own).every(isZero);
  const isSumFixed = own.length === 1;
  const [terms, beside] = isSumFixed ? [condition.terms, single] : [own, condition.terms.length === 1 ? condition.terms[0] : undefined];
  if (!beside || !hasDirections(isSumFixed ? terms : [...terms, beside])) return false;
  const along = slopes(terms);
  const at = beside.exponents.findIndex(({ num }) => num !== 0);
  const exponent = (k: number): Expression => number(beside.exponents[k] ?? rational.ZERO);
  const factor = divide(along[at] ?? ZERO, exponent(at));
  if (at === -1 || !along.every((slope, k) => isZero(subtract(slope, product(factor, exponent(k)))))) return false;
  if (!isSumFixed) return wanted === "minimum";
  return decide(relation(factor, wanted === "maximum" ? ">" : "<", ZERO), assumptions) === true;
}
