import { ballValue } from "../expression/ball-value.ts";
import { divide, I, isNumber, name, number, PI, power, product, relation, splitCoefficient, subtract, sum, TWO, ZERO } from "../expression/construct.ts";
import { contains, type Expression, equal, factorsOf, findAll, freeNames, termsOf } from "../expression/expression.ts";
import { family as functionFamily } from "../expression/functions/registry.ts";
import { mapChildren, substitute } from "../expression/substitute.ts";
import { isWhole } from "../expression/whole.ts";
import * as integer from "../number/integer.ts";
import type { Rational } from "../number/rational.ts";
import * as rational from "../number/rational.ts";
import * as real from "../number/real-ball.ts";
import { BallUndefined } from "../number/real-ball.ts";
import { numericRange } from "./numeric-range.ts";
import { decide, simpleRelations } from "./sign.ts";
import { expand, simplify } from "./simplify.ts";
import { zeroTest } from "./zero-test.ts";

/** The numbers start + period · n for all integers n. */
export interface Family {
  readonly start: Expression;
  readonly period: Expression;
}

/** A value as a family in the letter, which must occur in one term and to the first power. */
export function asFamily(value: Expression, letter: string): Family | undefined {
  const terms = termsOf(hasSumFactor(value) ? expand(value) : value).flatMap((term) => apart(term, letter));
  const own = terms.filter((term) => contains(term, letter));
  if (own.length === 0) return undefined;
  const periods = own.map((term) => {
    const { coefficient, rest } = splitCoefficient(term);
    const factors = factorsOf(rest);
    return product(number(coefficient), ...factors.filter((factor) => !(factor.kind === "name" && factor.name === letter)));
  });
  const period = sum(...periods);
  return contains(period, letter) ? undefined : { start: sum(...terms.filter((term) => !own.includes(term))), period };
}

/** A product with a sum that holds the letter, as the sum of products: (πn + 1)/ω as πn/ω + 1/ω. */
function apart(term: Expression, letter: string): readonly Expression[] {
  const factors = factorsOf(term);
  const own = factors.find((factor) => factor.kind === "sum" && contains(factor, letter));
  if (own?.kind !== "sum") return [term];
  const rest = factors.filter((factor) => factor !== own);
  return own.terms.map((part) => product(part, ...rest));
}

/** Whether a product has a sum among its factors. */
function hasSumFactor(e: Expression): boolean {
  const terms = termsOf(e);
  return terms.some((term) => term.kind === "product" && term.factors.some((factor) => factor.kind === "sum"));
}

/** a/b as a rational number, proven; undefined where it is none or that is not decided. */
export function rationalRatio(a: Expression, b: Expression): Rational | undefined {
  const ratio = simplify(divide(a, b)).expression;
  if (ratio.kind === "number") return ratio.value;
  if (freeNames(ratio).size > 0) return undefined;
  try {
    const near = rational.fromNumber(Math.round(real.toNumber(ballValue(ratio, 96).re) * RATIO_DENOMINATOR) / RATIO_DENOMINATOR);
    const guess = rational.rational(
      rational.floor(rational.add(rational.multiply(near, rational.rational(RATIO_DENOMINATOR)), rational.HALF)),
      RATIO_DENOMINATOR,
    );
    return zeroTest(subtract(ratio, number(guess))).kind === "zero" ? guess : undefined;
  } catch (error) {
    if (error instanceof BallUndefined) return undefined;
    throw error;
  }
}

/** Ratios of periods have denominators that divide this. */
const RATIO_DENOMINATOR = 720720;

/** The integer k with value = start + period · k; undefined where there is none or that is not decided. */
export function memberNumber(value: Expression, { start, period }: Family): integer.Integer | undefined {
  const ratio = rationalRatio(subtract(value, start), period);
  return ratio && ratio.den === 1 ? ratio.num : undefined;
}

/** Whether a family of numbers certainly does not hold 0: start/period is no integer. */
export function missesZero({ start, period }: Family): boolean {
  if (freeNames(start).size + freeNames(period).size > 0) return false;
  try {
    const ratio = ballValue(divide(start, period), 128).re;
    const size = BigInt(Math.max(0, -ratio.exp));
    const [below, above] = [(ratio.mid - ratio.rad) >> size, (ratio.mid + ratio.rad) >> size];
    // Both ends between the same two neighbouring integers, and not on the lower one.
    return below === above && ratio.mid - ratio.rad !== below << size;
  } catch (error) {
    if (error instanceof BallUndefined) return false;
    throw error;
  }
}

const MOST_CASES = 12;

/**
 * The expression for an integer letter, case by case: with letter = q m + j for j = 0 … q − 1, where q makes the letter add
 * whole periods to every circular function, those are left out. Undefined where q would be large.
 */
export function integerCases(e: Expression, letter: string): readonly Expression[] | undefined {
  const calls = findAll(e, (part) => periodOf(part) !== undefined && contains(part, letter));
  let modulus: integer.Integer = 1;
  for (const part of calls) {
    const turns = turnsOf(part, letter);
    // What adds no turns, or not by itself, keeps its letter: sin(sin(2πn)) is sin(sin 0) once the inner turns are gone.
    if (turns === undefined) continue;
    modulus = integer.lcm(modulus, turns.den);
  }
  if (modulus > MOST_CASES) return undefined;
  const cases = Number(modulus);
  return Array.from({ length: cases }, (_, j) => {
    const at = sum(product(number(cases), name(letter, "integer")), number(j));
    return withoutTurns(substitute(e, new Map([[letter, at]])), letter);
  });
}

/** In units of πi. */
const HYPERBOLIC_PERIODS: Readonly<Record<string, number>> = { sinh: 2, cosh: 2, sech: 2, csch: 2, tanh: 1, coth: 1 };

/** The period of a circular function, 2πi of the exponential function, and that of whole powers of −1 and i. */
function periodOf(part: Expression): Expression | undefined {
  if (part.kind === "power" && part.exponent.kind !== "number" && isWhole(part.exponent)) {
    if (isNumber(part.base, -1)) return TWO;
    if (equal(part.base, I)) return number(4);
  }
  if (part.kind === "power" && part.base.kind === "constant" && part.base.name === "e") return product(number(2), PI, I);
  const imaginary = part.kind === "call" ? HYPERBOLIC_PERIODS[part.name] : undefined;
  if (imaginary !== undefined) return product(number(imaginary), PI, I);
  const turns = part.kind === "call" ? functionFamily(part.name)?.periodInPi : undefined;
  return turns === undefined ? undefined : product(number(turns), PI);
}

function argumentOf(part: Expression): Expression | undefined {
  return part.kind === "power" ? part.exponent : part.kind === "call" ? part.args[0] : undefined;
}

/** How many periods one step of the letter adds to the argument of a circular function. */
function turnsOf(part: Expression, letter: string): Rational | undefined {
  const argument = argumentOf(part);
  const period = periodOf(part);
  const inner = argument && asFamily(simplify(argument).expression, letter);
  if (!inner || period === undefined) return undefined;
  return rationalRatio(inner.period, period);
}

function withoutTurns(e: Expression, letter: string): Expression {
  const inner = mapChildren(e, (child) => withoutTurns(child, letter));
  if (periodOf(inner) === undefined || !contains(inner, letter)) return inner;
  const turns = turnsOf(inner, letter);
  const argument = argumentOf(inner);
  if (turns?.den !== 1 || !argument) return inner;
  const start = asFamily(simplify(argument).expression, letter)?.start ?? ZERO;
  return inner.kind === "power" ? power(inner.base, start) : mapChildren(inner, () => start);
}

const MOST_MEMBERS = 400;

/** The members of a family that may lie between the bounds that the relations set, as far as what is known bounds their numbers; undefined where it does not. */
export function membersBetween(
  { start, period }: Family,
  unknown: string,
  within: readonly Expression[],
  known: readonly Expression[] = [],
): readonly Expression[] | undefined {
  const rises = signOf(period, known);
  if (rises === undefined) return undefined;
  const bounds = { low: Number.NEGATIVE_INFINITY, high: Number.POSITIVE_INFINITY };
  for (const { left, comparison, right } of simpleRelations(within)) {
    if (left.kind !== "name" || left.name !== unknown || contains(right, unknown)) continue;
    // The number of the member that would lie at the bound.
    const own = divide(subtract(right, start), period);
    const ranges = [simplify(own).expression, expand(own)].map((one) => numericRange(one, known));
    const range = { low: Math.max(...ranges.map(({ low }) => low)), high: Math.min(...ranges.map(({ high }) => high)) };
    const isLower = comparison.startsWith(">") === rises > 0;
    if (comparison === "!=" || comparison === "=") continue;
    if (isLower) bounds.low = Math.max(bounds.low, range.low);
    else bounds.high = Math.min(bounds.high, range.high);
  }
  const [first, last] = [Math.floor(bounds.low) - 1, Math.ceil(bounds.high) + 1];
  if (!Number.isFinite(first) || !Number.isFinite(last) || last - first > MOST_MEMBERS) return undefined;
  return Array.from({ length: last - first + 1 }, (_, k) => simplify(sum(start, product(number(first + k), period))).expression);
}

function signOf(e: Expression, known: readonly Expression[]): 1 | -1 | undefined {
  if (decide(relation(e, ">", ZERO), known) === true) return 1;
  return decide(relation(e, "<", ZERO), known) === true ? -1 : undefined;
}
