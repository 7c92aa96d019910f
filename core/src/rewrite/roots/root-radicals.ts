import { ballValue } from "../../expression/ball-value.ts";
import { call, divide, I, negate, number, PI, power, product, sqrt, subtract, sum } from "../../expression/construct.ts";
import type { Expression } from "../../expression/expression.ts";
import { mapChildren } from "../../expression/substitute.ts";
import * as complex from "../../number/complex-ball.ts";
import * as integer from "../../number/integer.ts";
import type { Rational } from "../../number/rational.ts";
import * as rational from "../../number/rational.ts";
import { BallUndefined } from "../../number/real-ball.ts";
import { taylorShift } from "../../polynomial/rational-dense.ts";
import { factor } from "../../polynomial/univariate/factor-over-integers.ts";
import { simplify } from "../../truth/index.ts";
import { integerPolynomial } from "./named-root.ts";

const PRECISION = 400;
const of = (num: number, den = 1): Expression => number(rational.rational(num, den));
const tidy = (e: Expression): Expression => simplify(e).expression;

/**
 * A named root of a polynomial of third or fourth degree by radicals: the formulas of G. Cardano and L. Ferrari (Ars Magna, 1545),
 * cosines where three real roots of a cubic have no real radicals (F. Viète, 1591). Of the candidates that the formula gives, the
 * one whose ball meets the root's; undefined for other degrees.
 */
export function rootByRadicals(root: Expression): Expression | undefined {
  if (root.kind !== "iterated" || root.operator !== "root" || root.index === undefined) return undefined;
  const coefficients = integerPolynomial(root.body, root.variable);
  if (!coefficients) return undefined;
  const lead = rational.rational(integer.fromBigInt(coefficients.at(-1) ?? 1n));
  const monic = coefficients.map((c) => rational.divide(rational.rational(integer.fromBigInt(c)), lead));
  const degree = monic.length - 1;
  const shift = rational.divide(monic[degree - 1] ?? rational.ZERO, rational.rational(degree));
  const depressed = taylorShift(monic, rational.negate(shift));
  const candidates = degree === 3 ? cubicRoots(depressed) : degree === 4 ? quarticRoots(depressed) : [];
  return candidates.map((one) => tidy(subtract(one, number(shift)))).find((one) => meets(one, root));
}

/** Whether the balls of two numbers meet, at a precision at which those of different roots do not. */
function meets(a: Expression, b: Expression): boolean {
  try {
    return complex.containsZero(complex.subtract(ballValue(a, PRECISION), ballValue(b, PRECISION), PRECISION));
  } catch (error) {
    if (error instanceof BallUndefined) return false;
    throw error;
  }
}

/** The roots of t³ + pt + q; the real ones first where there is one. */
function cubicRoots([q = rational.ZERO, p = rational.ZERO]: readonly Rational[]): readonly Expression[] {
  const half = rational.divide(q, rational.rational(-2));
  const third = rational.divide(p, rational.rational(3));
  const square = rational.add(rational.multiply(half, half), rational.power(third, 3));
  if (square.num < 0) return cosines(p, q);
  const cube = (sign: number): Expression => realCubeRoot(tidy(sum(number(half), product(of(sign), sqrt(number(square))))));
  // Where p is 0 one of the two cube roots is 0.
  const [u, v] = [cube(1), cube(-1)];
  const turned = (sign: number): Expression => sum(product(of(-1, 2), sum(u, v)), product(of(sign, 2), I, sqrt(of(3)), subtract(u, v)));
  return [sum(u, v), turned(1), turned(-1)];
}

/** The real cube root, with the sign in front of it. */
function realCubeRoot(e: Expression): Expression {
  const below = e.kind === "number" ? e.value.num < 0 : isBelowZero(e);
  return below ? negate(call("root", of(3), tidy(negate(e)))) : call("root", of(3), e);
}

function isBelowZero(e: Expression): boolean {
  return Number(ballValue(e, 64).re.mid) < 0;
}

/** 2 √(−p/3) cos((arccos(3q/(2p) √(−3/p)) − 2πk)/3) for k = 0, 1, 2. */
function cosines(p: Rational, q: Rational): readonly Expression[] {
  const radius = sqrt(number(rational.divide(p, rational.rational(-3))));
  const cosine = tidy(divide(number(rational.divide(rational.multiply(rational.rational(3), q), rational.multiply(rational.rational(2), p))), radius));
  const angle = call("arccos", cosine);
  return [0, 1, 2].map((k) => product(of(2), radius, call("cos", k === 0 ? divide(angle, of(3)) : sum(divide(angle, of(3)), product(of(-2 * k, 3), PI)))));
}

/**
 * The roots of t⁴ + pt² + qt + r: with a root m of m³ + pm² + (p²/4 − r)m − q²/8 = 0 that is not 0 it is the difference of the
 * squares (t² + p/2 + m)² and 2m (t − q/(4m))².
 */
function quarticRoots([r = rational.ZERO, q = rational.ZERO, p = rational.ZERO]: readonly Rational[]): readonly Expression[] {
  const quarter = rational.rational(1, 4);
  if (rational.isZero(q)) return biquadraticRoots(p, r);
  const resolvent = [
    rational.negate(rational.divide(rational.multiply(q, q), rational.rational(8))),
    rational.subtract(rational.multiply(quarter, rational.multiply(p, p)), r),
    p,
    rational.ONE,
  ];
  const m = resolventRoot(resolvent);
  if (!m) return [];
  const wide = sqrt(tidy(product(of(2), m)));
  return [1, -1].flatMap((outer) => {
    // t² ∓ √(2m) t + (p/2 + m ± q/(2√(2m))) = 0
    const inside = tidy(sum(product(of(-2), m), number(rational.multiply(rational.rational(-2), p)), product(of(-2 * outer), number(q), power(wide, of(-1)))));
    return [1, -1].map((inner) => divide(sum(product(of(outer), wide), product(of(inner), sqrt(inside))), of(2)));
  });
}

function biquadraticRoots(p: Rational, r: Rational): readonly Expression[] {
  const root = sqrt(number(rational.subtract(rational.multiply(p, p), rational.multiply(rational.rational(4), r))));
  return [1, -1].flatMap((inner) => {
    const square = tidy(divide(sum(number(rational.negate(p)), product(of(inner), root)), of(2)));
    return [sqrt(square), negate(sqrt(square))];
  });
}

/** A positive root of the resolvent, which there is since its value at 0 is negative; a rational one where there is one. */
function resolventRoot(monic: readonly Rational[]): Expression | undefined {
  const common = monic.reduce<integer.Integer>((den, c) => integer.lcm(den, c.den), 1);
  const whole = monic.map((c) => integer.toBigInt(rational.multiply(c, rational.rational(common)).num));
  const rationalRoots = factor(whole).factors.flatMap(({ factor: [constant = 0n, slope = 1n, ...more] }) =>
    more.length === 0 ? [rational.rational(integer.fromBigInt(-constant), integer.fromBigInt(slope))] : [],
  );
  const short = rationalRoots.find(({ num }) => num > 0);
  if (short) return number(short);
  const shift = rational.divide(monic[2] ?? rational.ZERO, rational.rational(3));
  return cubicRoots(taylorShift(monic, rational.negate(shift)))
    .map((one) => tidy(subtract(one, number(shift))))
    .find((one) => {
      const { re, im } = ballValue(one, PRECISION);
      return im.mid === 0n && re.mid > re.rad;
    });
}

/** Every named root in an expression by radicals, as far as there is a formula. */
export function rootsByRadicals(e: Expression): Expression {
  return e.kind === "iterated" && e.operator === "root" ? (rootByRadicals(e) ?? e) : mapChildren(e, rootsByRadicals);
}
