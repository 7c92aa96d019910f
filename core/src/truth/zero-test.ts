import { isInverseCall } from "../canonical/angles.ts";
import { vanishesInCyclotomicField } from "../canonical/cyclotomic-field.ts";
import { undoesInverse, undone, withoutInverse } from "../canonical/inverse-circular.ts";
import { Kernels, normalForm, polynomialExpression, whereRational } from "../canonical/normal-form.ts";
import { approximateValue, ballValue } from "../expression/ball-value.ts";
import { call, E, I, isNumber, negate, number, ONE, power, product, splitCoefficient, subtract, sum } from "../expression/construct.ts";
import { realDomain } from "../expression/domain.ts";
import { sidesOf } from "../expression/equations.ts";
import { contains, type Expression, equal, findAll, freeNames, holdsBoundedRoot, isRoot, termsOf } from "../expression/expression.ts";
import { infinityOf } from "../expression/infinity.ts";
import { isDefiniteIntegral } from "../expression/integral.ts";
import { substitute } from "../expression/substitute.ts";
import * as complex from "../number/complex-ball.ts";
import * as integer from "../number/integer.ts";
import * as rational from "../number/rational.ts";
import * as real from "../number/real-ball.ts";
import { BallUndefined } from "../number/real-ball.ts";
import * as poly from "../polynomial/multivariate.ts";
import { withBinomialSums } from "./binomial-theorem.ts";
import { commonDenominator, vanishesAsAngle } from "./bounded-angles.ts";
import { withDecidedCases } from "./branches.ts";
import { withParts } from "./complex-parts.ts";
import { withModuli } from "./conjugate-pairs.ts";
import { vanishesByDoubleAngle } from "./double-angles.ts";
import { everyCoefficient, exponentialForm, placeholderFree } from "./exponential-form.ts";
import { withFactorials, withLeastFactorials } from "./factorials.ts";
import { integerCases } from "./family-of-values.ts";
import { asProducts } from "./logarithms.ts";
import { vanishesByOrder } from "./order.ts";
import { principalRange, withPrincipalValues } from "./principal.ts";
import { separationBits } from "./root-bound.ts";
import { rootsAsPowers } from "./roots.ts";
import { environmentAt, farPoints, type Point, samplePoints } from "./sample.ts";
import { haveEqualSquares, termsHaveEqualSquares } from "./squares.ts";
import { stepsForm } from "./steps-form.ts";
import { untangled } from "./untangle.ts";

/**
 * The answer to "is this expression 0 wherever it is defined?". `zero` names the method that proves it; `nonzero` has a
 * point at which a ball excludes 0 (no names: the empty point); `undecided` says to how many digits it vanishes.
 */
export type ZeroTest =
  | { readonly kind: "zero"; readonly method: string }
  | { readonly kind: "nonzero"; readonly witness: Point }
  | { readonly kind: "undecided"; readonly digits: number };

const PRECISIONS = [64, 128, 256, 512, 1024, 2048] as const;
const BOUNDED_PRECISION = 256;
const MOST_SEPARATION_BITS = 60_000;
const SAMPLE_POINTS = 8;

/**
 * Decides whether an expression is 0 for all values of its names at which it is defined and the assumptions hold: by
 * canonical form, rational normal form over kernels, a root separation bound for algebraic constants, balls at sample points
 * (which can only refute), and the relations among exponentials, logarithms and roots.
 */
export function zeroTest(e: Expression, assumptions: readonly Expression[] = []): ZeroTest {
  if (isNumber(e, 0)) return { kind: "zero", method: "both sides have the same canonical form" };
  if (e.kind === "number") return { kind: "nonzero", witness: new Map() };
  const form = rationalForm(e);
  if (form === "zero") return dividesByZero(e) ? { kind: "undecided", digits: 0 } : ZERO_BY_NORMAL_FORM;
  if (freeNames(e).size === 0) return constantTest(e);
  const fixed = withFixedNames(e, assumptions) ?? withKnownAngles(e, assumptions);
  if (fixed) return zeroTest(fixed, assumptions);
  const byCases = integerTest(e, assumptions);
  if (byCases) return byCases;
  const known = [...realDomain(e), ...assumptions];
  const summed = withBinomialSums(e, known);
  if (!equal(summed, e) && zeroTest(summed, known).kind === "zero") return { kind: "zero", method: "by the binomial theorem" };
  const sampled = sampledTest(e, known);
  if (sampled.kind === "nonzero") return sampled;
  const decided = withDecidedCases(untangled(withModuli(e), known), known);
  if (!equal(decided, e) && zeroTest(decided, known).kind === "zero")
    return { kind: "zero", method: "what is known decides the signs, and the rest reduces to 0" };
  const parts = withParts(e, known);
  if (!equal(parts, e) && zeroTest(parts, known).kind === "zero") return { kind: "zero", method: "by real and imaginary parts, moduli and angles" };
  const related = relationsProveZero(e, known);
  if (related !== undefined && related !== "differs") return { kind: "zero", method: related };
  if (inversesUndoneVanish(e, known)) return ZERO_BY_INVERSES;
  const turned = vanishesAsAngle(e, known, (part) => zeroTest(part, known).kind === "zero");
  if (turned) return turned;
  const products = asProducts(e);
  if (products && zeroTest(subtract(...products), known).kind === "zero")
    return { kind: "zero", method: "both sides are logarithms of numbers that are equal, by ln a + ln b = ln(a b)" };
  if (termsHaveEqualSquares(e, known)) return ZERO_BY_SQUARES;
  const stepped = stepsForm(e);
  if (!equal(stepped, e) && zeroTest(stepped, known).kind === "zero")
    return { kind: "zero", method: "it is 0 once signs of products are taken apart and whole terms stand outside of floors" };
  const shifted = withLeastFactorials(withFactorials(e, known));
  if (!equal(shifted, e) && zeroTest(shifted, known).kind === "zero") return { kind: "zero", method: "both sides are the same by n! = n (n - 1)!" };
  if (vanishesByOrder(e, known)) return { kind: "zero", method: "it is 0 whichever of the quantities compared is the larger" };
  const witness = related === "differs" || form === "nonzero" ? farWitness(e, known) : undefined;
  return witness ? { kind: "nonzero", witness } : { kind: "undecided", digits: sampled.digits ?? 0 };
}

/** The expression with the values of names that are known to be a number: A = pi/3 among the assumptions; undefined where it has none of them. */
export function withFixedNames(e: Expression, assumptions: readonly Expression[]): Expression | undefined {
  return withStatedValues(e, assumptions, (value) => freeNames(value).size === 0);
}

/** The expression with angles written by their ratios: theta = arctan(a/b) among the assumptions. */
function withKnownAngles(e: Expression, assumptions: readonly Expression[]): Expression | undefined {
  return withStatedValues(
    e,
    assumptions,
    (value, letter) => !contains(value, letter) && termsOf(value).some((term) => isInverseCall(splitCoefficient(term).rest)),
  );
}

function withStatedValues(e: Expression, assumptions: readonly Expression[], isWanted: (value: Expression, letter: string) => boolean): Expression | undefined {
  const names = freeNames(e);
  const values = assumptions.flatMap((fact): readonly (readonly [string, Expression])[] => {
    const [left, right] = sidesOf(fact);
    return left?.kind === "name" && right && names.has(left.name) && isWanted(right, left.name) ? [[left.name, right]] : [];
  });
  return values.length > 0 ? substitute(e, new Map(values)) : undefined;
}

/**
 * With names for whole numbers: case by case by their remainders, so that every circular function loses whole periods. Undefined where
 * no period can be taken out.
 */
function integerTest(e: Expression, assumptions: readonly Expression[]): ZeroTest | undefined {
  const letters = findAll(e, (part) => part.kind === "name" && part.range === "integer");
  for (const letter of letters) {
    const cases = letter.kind === "name" ? integerCases(e, letter.name) : undefined;
    if (!cases || (cases.length === 1 && cases.every((one) => equal(one, e)))) continue;
    const tests = cases.map((one) => zeroTest(one, assumptions));
    const decisive = tests.find(({ kind }) => kind === "nonzero") ?? tests.find(({ kind }) => kind === "undecided");
    // A witness of one case is about another whole number than the letter.
    if (decisive?.kind === "nonzero") return undefined;
    return decisive ?? { kind: "zero", method: "whole periods left out, the difference is 0 for every remainder of the whole number" };
  }
  return undefined;
}

const ZERO_BY_NORMAL_FORM: ZeroTest = { kind: "zero", method: "the difference reduces to 0 in rational normal form" };

const ZERO_BY_INVERSES: ZeroTest = { kind: "zero", method: "circular functions undo their inverses, and the rest reduces to 0" };

/** Whether the expression is proven 0 once circular functions of inverse ones are undone, directly or by the addition formulas. */
function inversesUndoneVanish(e: Expression, known: readonly Expression[]): boolean {
  if (!undoesInverse(e) && findAll(e, (part) => principalRange(part) !== undefined).length === 0) return false;
  return [undone, withoutInverse, (part: Expression) => withPrincipalValues(part, known)].some((form) => {
    const next = form(e);
    return !equal(next, e) && zeroTest(next, known).kind === "zero";
  });
}

/** An expression that divides by 0 has no value anywhere: that it reduces to 0 then says nothing. */
function dividesByZero(e: Expression): boolean {
  const divisors = findAll(e, (part) => part.kind === "power" && part.exponent.kind === "number" && part.exponent.value.num < 0);
  return divisors.some((part) => part.kind === "power" && part.base.kind !== "name" && zeroTest(part.base).kind === "zero");
}

/** Whether a − b is 0, as `zeroTest`; of vectors and matrices, whether that is so of every entry. */
export function equalityTest(a: Expression, b: Expression, assumptions: readonly Expression[] = []): ZeroTest {
  if (a.kind === "tuple" && b.kind === "tuple" && a.items.length === b.items.length) {
    const entries = a.items.map((item, k) => equalityTest(item, b.items[k] ?? item, assumptions));
    const [first] = entries;
    return entries.find(({ kind }) => kind === "nonzero") ?? entries.find(({ kind }) => kind === "undecided") ?? first ?? ZERO_BY_NORMAL_FORM;
  }
  // ∞ and −∞ are equal to themselves and to nothing else.
  if ([a, b].some((side) => infinityOf(side) !== undefined)) return equal(a, b) ? ZERO_BY_NORMAL_FORM : { kind: "nonzero", witness: new Map() };
  const test = zeroTest(subtract(a, b), assumptions);
  return test.kind === "undecided" && haveEqualSquares(a, b, assumptions) ? ZERO_BY_SQUARES : test;
}

const ZERO_BY_SQUARES: ZeroTest = { kind: "zero", method: "neither side is negative, and their squares are equal" };

/**
 * Divides out the relations among circular, hyperbolic and exponential functions, logarithms, roots and absolute values; the
 * numerator must vanish identically, or have coefficients that are algebraic constants, each proven to be 0. The method is
 * returned, or "differs" where the reduced form does not vanish, which is a hint but no proof.
 */
function relationsProveZero(e: Expression, known: readonly Expression[]): string | undefined {
  // Towers of roots below exponentials and logarithms would take a field of their degree.
  if (freeNames(e).size === 0 && degreeOfRoots(e) > HIGHEST_FIELD) return undefined;
  return whereRational(() => {
    const form = exponentialForm(e, known);
    if (poly.isZero(form.fraction.numerator)) return "the difference reduces to 0 over exponentials, logarithms and roots with their relations divided out";
    const original = (kernel: Expression): Expression => placeholderFree(kernel, form.placeholders);
    const isConstant = (kernel: Expression): boolean => freeNames(original(kernel)).size === 0 && separationBits(original(kernel)) !== undefined;
    const vanishes = everyCoefficient(form, isConstant, (coefficient) => {
      const value = original(polynomialExpression(coefficient, form.kernels));
      return constantTest(value).kind === "zero";
    });
    if (vanishes) return "every coefficient of the difference over exponentials and roots is an algebraic number proven to be 0";
    return "differs";
  }, undefined);
}

const HIGHEST_FIELD = 16;

/** A bound of the degree of the field that the roots in an expression generate. */
function degreeOfRoots(e: Expression): number {
  return findAll(e, isRoot).reduce((degree, root) => (isRoot(root) ? degree * Number(root.exponent.value.den) : degree), 1);
}

/** A point further out, or more digits, at which a ball excludes 0: for what vanishes at the usual points or nearly everywhere. */
function farWitness(e: Expression, known: readonly Expression[]): Point | undefined {
  const near = samplePoints([e], known, 2).find((point) => sizeBits(e, 4096, point) === "nonzero");
  // Far out a sum has so many terms that it is worked out no more.
  if (near || findAll(e, isSeries).length > 0) return near;
  for (const point of farPoints([e], known)) if (sizeBits(e, 256, point) === "nonzero") return point;
  return undefined;
}

const isSeries = (part: Expression): boolean => part.kind === "iterated" && (part.operator === "sum" || part.operator === "product");

/** Whether the rational normal form is 0, or one of the names alone that is not, or leaves it open. */
function rationalForm(e: Expression): "zero" | "nonzero" | "open" {
  return whereRational(() => {
    const kernels = new Kernels();
    const { numerator } = normalForm(e, kernels);
    if (poly.isZero(numerator)) return "zero";
    return poly.degrees(numerator).every((degree, k) => degree === 0 || kernels.kernel(k).kind === "name") ? "nonzero" : "open";
  }, "open");
}

/** For expressions without names. */
function constantTest(typed: Expression): ZeroTest {
  const e = rootsAsPowers(withDecidedCases(typed, []));
  if (isNumber(e, 0)) return { kind: "zero", method: "both sides have the same canonical form" };
  const separation = separationBits(e);
  const algebraic = separation !== undefined && separation <= MOST_SEPARATION_BITS;
  let digits = 0;
  const isByInverses = undoesInverse(e);
  // A root that is known by its bounds alone, or an integral, can never be proven equal to anything: few digits tell it from what it is not.
  const ladder =
    holdsBoundedRoot(e) || findAll(e, isDefiniteIntegral).length > 0 ? PRECISIONS.filter((precision) => precision <= BOUNDED_PRECISION) : PRECISIONS;
  for (const precision of algebraic ? [...PRECISIONS, separation + 64, 2 * separation + 256] : ladder) {
    const size = sizeBits(e, precision);
    if (size === "nonzero") return { kind: "nonzero", witness: new Map() };
    if (size === undefined) continue;
    if (size === Number.NEGATIVE_INFINITY) return { kind: "zero", method: "it evaluates to 0 without any rounding" };
    if (algebraic && size < -separation) return { kind: "zero", method: "an algebraic number smaller than its root separation bound is 0" };
    digits = Math.max(digits, Math.floor(-size * Math.log10(2)));
    if (precision === PRECISIONS[0] && vanishesInCyclotomicField(e) === true)
      return { kind: "zero", method: "circular functions of parts of a turn are sums of roots of unity, and the difference is 0 in their field" };
    // Few digits are enough to see that it is worth undoing the inverse functions, which is quicker than many more.
    if (isByInverses && precision === PRECISIONS[0] && inversesUndoneVanish(e, [])) return ZERO_BY_INVERSES;
  }
  if (digits < 5) return { kind: "undecided", digits };
  const related = relationsProveZero(e, []);
  if (related !== undefined && related !== "differs") return { kind: "zero", method: related };
  if (!isByInverses && inversesUndoneVanish(e, [])) return ZERO_BY_INVERSES;
  const parts = withParts(e, []);
  if (!equal(parts, e) && constantTest(parts).kind === "zero") return { kind: "zero", method: "by real and imaginary parts, moduli and angles" };
  if (isByInverses && vanishesByDoubleAngle(e, (part) => zeroTest(part).kind === "zero"))
    return { kind: "zero", method: "the cosines of the double angles are equal, and the signs are the same" };
  if (equalLogarithms(e)) return { kind: "zero", method: "both sides are positive and their logarithms are equal" };
  return exponentialIsOne(e)
    ? { kind: "zero", method: "its exponential is 1, and it is too small to be another multiple of 2πi" }
    : { kind: "undecided", digits };
}

/**
 * For logarithms, arctangents and arcsines of algebraic numbers: a number e smaller than π/n in absolute value is 0 exactly
 * where e^(ne) = 1, and where e^(ine) = 1; with n a common denominator of the terms both are algebraic.
 */
function exponentialIsOne(e: Expression): boolean {
  const common = commonDenominator(e);
  if (common > MOST_COMMON_DENOMINATOR) return false;
  return [ONE, I].some((turn) => {
    const related = relationsProveZero(subtract(power(E, product(number(common), turn, e)), ONE), []);
    return related !== undefined && related !== "differs";
  });
}

/** A difference of two positive products of powers is 0 where their logarithms, with the exponents in front, are equal. */
function equalLogarithms(e: Expression): boolean {
  const [first, second] = e.kind === "sum" && e.terms.length === 2 ? e.terms : [];
  const hasPower = findAll(e, (part) => part.kind === "power" && part.exponent.kind !== "number").length > 0;
  if (!first || !second || !hasPower) return false;
  const [a, b] = splitCoefficient(first).coefficient.num > 0 ? [first, negate(second)] : [second, negate(first)];
  const logarithms = [a, b].map(logarithmOfProduct);
  const [u, v] = logarithms;
  return u !== undefined && v !== undefined && zeroTest(subtract(u, v)).kind === "zero";
}

/** Σ exponent · ln(base) of a product of powers of positive numbers; undefined where a base is anything else. */
function logarithmOfProduct(e: Expression): Expression | undefined {
  if (e.kind === "product") {
    const parts = e.factors.map(logarithmOfProduct);
    return parts.every((part) => part !== undefined) ? sum(...parts) : undefined;
  }
  if (e.kind === "power") {
    const base = logarithmOfProduct(e.base);
    return base && product(e.exponent, base);
  }
  if (e.kind === "number" && e.value.num > 0) {
    const primes = (value: integer.Integer): readonly Expression[] =>
      value === 1 ? [] : integer.primePowers(value).map(({ prime, count }) => product(number(count), call("ln", number({ num: prime, den: 1 }))));
    return sum(...primes(e.value.num), ...primes(e.value.den).map(negate));
  }
  return e.kind === "constant" && e.name === "e" ? ONE : undefined;
}

const MOST_COMMON_DENOMINATOR = 1000;

/** "nonzero" where a ball excludes 0, else log2 of a bound of the absolute value; undefined where it cannot be evaluated. */
function sizeBits(e: Expression, precision: number, point: Point = new Map()): "nonzero" | number | undefined {
  try {
    const value = ballValue(e, precision, environmentAt(point, precision));
    if (!complex.containsZero(value)) return "nonzero";
    return Math.max(real.magnitudeBits(value.re), real.magnitudeBits(value.im)) + 1;
  } catch (error) {
    if (error instanceof BallUndefined) return undefined;
    throw error;
  }
}

/** Looks for a point at which a ball excludes 0; else the digits to which e vanishes at all points that could be evaluated. */
function sampledTest(e: Expression, known: readonly Expression[]): { kind: "nonzero"; witness: Point } | { kind: "open"; digits: number | undefined } {
  const points = samplePoints([e], known, SAMPLE_POINTS);
  let digits = Number.POSITIVE_INFINITY;
  // Few digits at every point first: most differences are seen there; then many at two of them.
  const looks = [...points.map((point) => ({ point, precision: 128 })), ...points.slice(0, 2).map((point) => ({ point, precision: 512 }))];
  for (const { point, precision } of looks) {
    const size = sizeBits(e, precision, point);
    if (size === "nonzero") return { kind: "nonzero", witness: point };
    if (size !== undefined) digits = Math.min(digits, Math.floor(-size * Math.log10(2)));
  }
  return { kind: "open", digits: Number.isFinite(digits) ? Math.max(0, digits) : undefined };
}

/** Whether a number without names is certainly real and not whole. */
export function isNotWhole(e: Expression): boolean {
  const near = freeNames(e).size === 0 ? approximateValue(e) : undefined;
  if (near === undefined || !Number.isSafeInteger(Math.round(near))) return false;
  const sign = constantSign(subtract(e, number(Math.round(near))));
  return sign !== undefined && sign !== 0;
}

/** Whether a constant is certainly a whole number. */
export function isWholeConstant(e: Expression): boolean {
  if (e.kind === "number") return rational.isInteger(e.value);
  const near = freeNames(e).size === 0 ? approximateValue(e) : undefined;
  return near !== undefined && Number.isSafeInteger(Math.round(near)) && equalityTest(e, number(Math.round(near))).kind === "zero";
}

/** The certified sign of a real constant: 0 only when proven, undefined when neither sign nor zero could be proven. */
export function constantSign(e: Expression): -1 | 0 | 1 | undefined {
  if (e.kind === "number") return e.value.num > 0 ? 1 : e.value.num < 0 ? -1 : 0;
  if (freeNames(e).size > 0) return undefined;
  for (const precision of PRECISIONS) {
    try {
      const value = ballValue(e, precision);
      const sign = complex.isReal(value) ? real.certifiedSign(value.re) : undefined;
      if (sign !== undefined) return sign;
      if (!real.containsZero(value.im)) return undefined;
    } catch (error) {
      if (!(error instanceof BallUndefined)) throw error;
    }
    if (precision === PRECISIONS[1] && zeroTest(e).kind === "zero") return 0;
  }
  return undefined;
}
