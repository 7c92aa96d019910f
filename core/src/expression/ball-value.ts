import type { ComplexBall } from "../number/complex-ball.ts";
import * as complex from "../number/complex-ball.ts";
import { pi } from "../number/constants.ts";
import { exp } from "../number/elementary.ts";
import * as real from "../number/real-ball.ts";
import { BallUndefined, type RealBall } from "../number/real-ball.ts";
import { negate } from "./construct.ts";
import { stripValue } from "./end-bound.ts";
import { type Comparison, contains, type Expression, findAll, freeNames } from "./expression.ts";
import { family } from "./functions/registry.ts";
import { type Bound, integrateToEnds, type Strip } from "./improper-value.ts";
import { infinityOf } from "./infinity.ts";
import { type Integrand, NotIntegrated } from "./integral-value.ts";
import { rootValue } from "./root-value.ts";
import { mapChildren } from "./substitute.ts";

/** Values of names for numeric evaluation. */
export type BallEnvironment = ReadonlyMap<string, ComplexBall>;

const NO_NAMES: BallEnvironment = new Map();
/** Sums and products with more terms than this are not evaluated term by term. */
const MOST_TERMS = 10_000;

const APPROXIMATE_PRECISION = 96;

/** The real part of a number as a double, for orders and first guesses; undefined where the expression has no value. */
export function approximateValue(e: Expression): number | undefined {
  return real.whereDefined(() => real.toNumber(ballValue(e, APPROXIMATE_PRECISION).re));
}

/**
 * A ball around the value of an expression at the given values of its names.
 * @throws BallUndefined where the value is undefined, cannot be bounded at this precision, or a name has no value.
 */
export function ballValue(e: Expression, precision: number, environment: BallEnvironment = NO_NAMES): ComplexBall {
  const at = (part: Expression): ComplexBall => ballValue(part, precision, environment);
  switch (e.kind) {
    case "number":
      return complex.fromRational(e.value, precision);
    case "constant":
      if (e.name === "i") return complex.I;
      if (e.name === "pi") return complex.fromReal(pi(precision));
      if (e.name === "e") return complex.fromReal(exp(real.ONE, precision));
      throw new BallUndefined("infinity is not a number");
    case "name": {
      const value = environment.get(e.name);
      if (!value) throw new BallUndefined(`${e.name} has no value`);
      return value;
    }
    case "sum":
      return e.terms.map(at).reduce((total, term) => complex.add(total, term, precision));
    case "product":
      return e.factors.map(at).reduce((total, factor) => complex.multiply(total, factor, precision));
    case "power":
      if (e.exponent.kind === "number") return complex.rationalPower(at(e.base), e.exponent.value, precision);
      if (e.base.kind === "constant" && e.base.name === "e") return complex.exp(at(e.exponent), precision);
      return complex.power(at(e.base), at(e.exponent), precision);
    case "call": {
      const evaluate = family(e.name)?.ball;
      if (!evaluate) throw new BallUndefined(`${e.name} has no numeric value`);
      return evaluate(e.args.map(at), precision);
    }
    case "cases": {
      const branch = e.branches.find(({ condition }) => certainly(condition, precision, environment));
      const chosen = branch?.value ?? e.otherwise;
      if (!chosen) throw new BallUndefined("no case applies");
      return at(chosen);
    }
    case "iterated":
      if (e.operator === "root") return rootValue(e, precision);
      return iteratedValue(e, precision, environment);
    case "relation":
    case "logic":
    case "tuple":
    case "derivative":
      throw new BallUndefined(`a ${e.kind} is not a number`);
  }
}

function iteratedValue(e: Expression & { kind: "iterated" }, precision: number, environment: BallEnvironment): ComplexBall {
  if (!isBounded(e)) throw new BallUndefined("an integral without bounds is no number");
  if (e.operator === "integral") return rememberedIntegral(e, precision, environment);
  const bounds = [e.lower, e.upper].map((bound) => ballValue(bound, precision, environment).re);
  const [from, to] = bounds.map((bound) => (real.isExact(bound) ? real.toNumber(bound) : Number.NaN));
  if (from === undefined || to === undefined || !Number.isInteger(from) || !Number.isInteger(to) || to - from > MOST_TERMS) {
    throw new BallUndefined("the bounds are not whole numbers within reach");
  }
  let total = e.operator === "sum" ? complex.ZERO : complex.ONE;
  for (let k = from; k <= to; k += 1) {
    const inner = new Map(environment).set(e.variable, complex.fromReal(real.fromInteger(k)));
    const term = ballValue(e.body, precision, inner);
    total = e.operator === "sum" ? complex.add(total, term, precision) : complex.multiply(total, term, precision);
  }
  return total;
}

/** Functions that are not analytic: a bound on a complex ball would prove nothing for them. */
const NOT_ANALYTIC: ReadonlySet<string> = new Set(["floor", "ceil", "sgn", "min", "max", "Re", "Im", "arg", "conj", "factorial", "binomial"]);

/** A sum, product or integral between bounds. */
type Bounded = Expression & { readonly kind: "iterated"; readonly lower: Expression; readonly upper: Expression };

function isBounded(e: Expression & { kind: "iterated" }): e is Bounded {
  return e.lower !== undefined && e.upper !== undefined;
}

const integrals = new WeakMap<Expression, Map<number, ComplexBall | BallUndefined>>();

/** The value of an integral takes long: without names it is worked out once for each precision. */
function rememberedIntegral(e: Bounded, precision: number, environment: BallEnvironment): ComplexBall {
  if (environment.size > 0) return integralValue(e, precision, environment);
  const known = integrals.get(e) ?? new Map<number, ComplexBall | BallUndefined>();
  integrals.set(e, known);
  // What failed once fails with more digits too.
  const before = known.get(precision) ?? [...known.values()].find((value) => value instanceof BallUndefined);
  if (before instanceof BallUndefined) throw before;
  if (before) return before;
  try {
    const value = integralValue(e, precision, environment);
    known.set(precision, value);
    return value;
  } catch (error) {
    if (error instanceof BallUndefined) known.set(precision, error);
    throw error;
  }
}

function integralValue(e: Bounded, precision: number, environment: BallEnvironment): ComplexBall {
  const own = findAll(e.body, isNotAnalytic);
  if (own.some((part) => contains(part, e.variable))) throw new BallUndefined("the integrand is not analytic");
  const [from, to] = [e.lower, e.upper].map((bound) => (infinityOf(bound) === undefined ? ballValue(bound, precision + 16, environment) : undefined));
  if ([...freeNames(e)].some((letter) => !complex.isReal(environment.get(letter) ?? complex.ZERO))) {
    if (!from || !to) throw new BallUndefined("an improper integral at a complex value");
    return meanTimesLength(e, from, to, precision, environment);
  }
  const [start, end] = [endOf(e.lower, from), endOf(e.upper, to)];
  if ("infinite" in start && "infinite" in end && start.infinite === end.infinite) throw new BallUndefined("both bounds are the same infinity");
  if (isFalling(start, end)) return complex.negate(integralValue({ ...e, lower: e.upper, upper: e.lower }, precision, environment));
  const inner = (x: ComplexBall): BallEnvironment => new Map(environment).set(e.variable, x);
  const integrand: Integrand = {
    analytic: (x) => ballValue(signed(e.body, inner(x), e.variable), precision + 32, inner(x)),
    real: (x) => {
      const value = ballValue(e.body, precision + 32, inner(x));
      if (!complex.isReal(value)) throw new BallUndefined("the integrand is not real");
      return value;
    },
  };
  const value = (part: Expression): RealBall => ballValue(part, APPROXIMATE_PRECISION, environment).re;
  const strip: Strip = (at, sign, exponent) => stripValue(e.body, { variable: e.variable, at, sign, value }, exponent);
  try {
    return complex.fromReal(integrateToEnds(integrand, start, end, strip, precision));
  } catch (error) {
    throw error instanceof BallUndefined ? new NotIntegrated(error.message) : error;
  }
}

function endOf(bound: Expression, value: ComplexBall | undefined): Bound {
  const infinite = infinityOf(bound);
  if (infinite !== undefined) return { infinite };
  if (!value || !complex.isReal(value)) throw new BallUndefined("the bounds of an integral are real");
  return { at: value.re };
}

function isFalling(from: Bound, to: Bound): boolean {
  if ("infinite" in from) return from.infinite === 1;
  if ("infinite" in to) return to.infinite === -1;
  return real.certifiedCompare(from.at, to.at) === 1;
}

function isNotAnalytic(part: Expression): boolean {
  if (part.kind === "call") return NOT_ANALYTIC.has(part.name);
  return part.kind === "cases" || (part.kind === "iterated" && part.operator !== "integral");
}

/** Parts of the way from bound to bound on which the integrand is enclosed. */
const PARTS = 4;

/** An inner integral where a name is complex: the length of the way times the mean of the integrand on a straight line, which lies in the convex hull of its values. */
function meanTimesLength(e: Bounded, from: ComplexBall, to: ComplexBall, precision: number, environment: BallEnvironment): ComplexBall {
  const way = complex.subtract(to, from, precision);
  let mean = complex.ZERO;
  for (let k = 0; k < PARTS; k += 1) {
    // (2k + 1)/8 ± 1/8.
    const share = complex.fromReal({ mid: BigInt(2 * k + 1), rad: 1n, exp: -3 });
    const at = complex.add(from, complex.multiply(way, share, precision), precision);
    const inner = new Map(environment).set(e.variable, at);
    mean = complex.add(mean, ballValue(signed(e.body, inner, e.variable), precision, inner), precision);
  }
  return complex.multiply(complex.multiply(way, mean, precision), complex.fromReal({ mid: 1n, rad: 0n, exp: -2 }), precision);
}

/** Absolute values replaced by what they are where their argument keeps its sign: |u| is u or −u, which is analytic. */
function signed(e: Expression, environment: BallEnvironment, variable: string): Expression {
  if (e.kind !== "call" || e.name !== "abs") return mapChildren(e, (part) => (contains(part, variable) ? signed(part, environment, variable) : part));
  const [u] = e.args;
  if (!u || !contains(u, variable)) return e;
  const inner = signed(u, environment, variable);
  const value = ballValue(inner, APPROXIMATE_PRECISION, environment);
  const sign = real.certifiedSign(value.re);
  if (sign === undefined || sign === 0) throw new BallUndefined("an absolute value changes its form");
  return sign === -1 ? negate(inner) : inner;
}

/** Whether a comparison holds, does not hold, or is not decided for two balls. */
export function compareBalls(a: ComplexBall, comparison: Comparison, b: ComplexBall): boolean | undefined {
  if (comparison === "=" || comparison === "!=") {
    const difference = complex.subtract(a, b, 64);
    if (!complex.containsZero(difference)) return comparison === "!=";
    const exact = real.isZero(difference.re) && real.isZero(difference.im);
    return exact ? comparison === "=" : undefined;
  }
  if (!complex.isReal(a) || !complex.isReal(b)) return undefined;
  const order = real.certifiedCompare(a.re, b.re);
  if (order === undefined) return undefined;
  switch (comparison) {
    case "<":
      return order < 0;
    case "<=":
      return order <= 0;
    case ">":
      return order > 0;
    case ">=":
      return order >= 0;
  }
}

/**
 * The truth of a relation, or of relations joined by and/or, at the given values; undefined where the balls do not decide.
 * @throws BallUndefined where a side is undefined.
 */
export function truthValue(e: Expression, precision: number, environment: BallEnvironment = NO_NAMES): boolean | undefined {
  if (e.kind === "relation") {
    const values = e.operands.map((operand) => ballValue(operand, precision, environment));
    const parts = e.comparisons.map((comparison, k) => {
      const [left, right] = [values[k], values[k + 1]];
      return left && right ? compareBalls(left, comparison, right) : undefined;
    });
    return joined("and", parts);
  }
  if (e.kind === "logic")
    return joined(
      e.operator,
      e.items.map((item) => truthValue(item, precision, environment)),
    );
  return undefined;
}

function joined(operator: "and" | "or", parts: readonly (boolean | undefined)[]): boolean | undefined {
  const decisive = operator === "or";
  if (parts.includes(decisive)) return decisive;
  return parts.includes(undefined) ? undefined : !decisive;
}

function certainly(condition: Expression, precision: number, environment: BallEnvironment): boolean {
  const truth = truthValue(condition, precision, environment);
  if (truth === undefined) throw new BallUndefined("it is not decided which case applies");
  return truth;
}
