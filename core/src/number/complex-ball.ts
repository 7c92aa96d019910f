import { pi } from "./constants.ts";
import { angle, exp as realExp, ln as realLn, realRoot, sinCos } from "./elementary.ts";
import type { Rational } from "./rational.ts";
import * as real from "./real-ball.ts";
import { BallUndefined, type RealBall } from "./real-ball.ts";

/** A rectangle of the complex plane: a ball for each part. A number known to be real has the exact 0 as imaginary part. */
export interface ComplexBall {
  readonly re: RealBall;
  readonly im: RealBall;
}

export const ZERO: ComplexBall = { re: real.ZERO, im: real.ZERO };
export const ONE: ComplexBall = { re: real.ONE, im: real.ZERO };
export const I: ComplexBall = { re: real.ZERO, im: real.ONE };

export function fromReal(re: RealBall): ComplexBall {
  return { re, im: real.ZERO };
}

export function fromRational(value: Rational, precision: number): ComplexBall {
  return fromReal(real.fromRational(value, precision));
}

export function isReal(a: ComplexBall): boolean {
  return real.isZero(a.im);
}

export function containsZero(a: ComplexBall): boolean {
  return real.containsZero(a.re) && real.containsZero(a.im);
}

export function negate(a: ComplexBall): ComplexBall {
  return { re: real.negate(a.re), im: real.negate(a.im) };
}

export function conjugate(a: ComplexBall): ComplexBall {
  return { re: a.re, im: real.negate(a.im) };
}

export function add(a: ComplexBall, b: ComplexBall, precision: number): ComplexBall {
  return { re: real.add(a.re, b.re, precision), im: real.add(a.im, b.im, precision) };
}

export function subtract(a: ComplexBall, b: ComplexBall, precision: number): ComplexBall {
  return add(a, negate(b), precision);
}

export function multiply(a: ComplexBall, b: ComplexBall, precision: number): ComplexBall {
  if (isReal(a) && isReal(b)) return fromReal(real.multiply(a.re, b.re, precision));
  return {
    re: real.subtract(real.multiply(a.re, b.re, precision), real.multiply(a.im, b.im, precision), precision),
    im: real.add(real.multiply(a.re, b.im, precision), real.multiply(a.im, b.re, precision), precision),
  };
}

/** |a|² as a real ball. */
export function norm(a: ComplexBall, precision: number): RealBall {
  return real.add(real.integerPower(a.re, 2, precision), real.integerPower(a.im, 2, precision), precision);
}

export function abs(a: ComplexBall, precision: number): RealBall {
  return isReal(a) ? real.abs(a.re) : real.root(norm(a, precision + 8), 2, precision);
}

/** Throws BallUndefined when b holds 0. */
export function divide(a: ComplexBall, b: ComplexBall, precision: number): ComplexBall {
  if (isReal(b)) return { re: real.divide(a.re, b.re, precision), im: real.isZero(a.im) ? real.ZERO : real.divide(a.im, b.re, precision) };
  const size = norm(b, precision + 8);
  const wide = isWide(b) ? divideByWide(a, b, precision) : undefined;
  if (wide) return wide;
  const product = multiply(a, conjugate(b), precision + 8);
  return { re: real.divide(product.re, size, precision), im: real.divide(product.im, size, precision) };
}

/** Whether the radius is more than a thousandth of the size, so that it is what decides the width of a quotient. */
const isWide = (b: ComplexBall): boolean =>
  Math.max(real.radiusBits(b.re), real.radiusBits(b.im)) > Math.max(real.magnitudeBits(b.re), real.magnitudeBits(b.im)) - 10;

/** a/b as a/m times 1/(1 + δ) about the midpoint m of b, with |δ| ≤ t and |1/(1 + δ) − 1| ≤ t/(1 − t); undefined where t is not below 1. */
function divideByWide(a: ComplexBall, b: ComplexBall, precision: number): ComplexBall | undefined {
  const middle: ComplexBall = { re: { ...b.re, rad: 0n }, im: { ...b.im, rad: 0n } };
  const radius: ComplexBall = { re: { ...b.re, mid: b.re.rad, rad: 0n }, im: { ...b.im, mid: b.im.rad, rad: 0n } };
  if (real.isZero(middle.re) && real.isZero(middle.im)) return undefined;
  const t = real.divide(abs(radius, precision), abs(middle, precision), precision);
  if (real.certifiedCompare(t, real.ONE) !== -1) return undefined;
  const quotient = divide(a, middle, precision + 8);
  const share = real.divide(t, real.subtract(real.ONE, t, precision), precision);
  const off = real.multiply(abs(quotient, precision), share, precision);
  const error: RealBall = { mid: 0n, rad: real.ends(off).high, exp: off.exp };
  return { re: real.add(quotient.re, error, precision), im: real.add(quotient.im, error, precision) };
}

export function integerPower(a: ComplexBall, exponent: number, precision: number): ComplexBall {
  if (isReal(a)) return fromReal(real.integerPower(a.re, exponent, precision));
  if (exponent < 0 && isWide(a)) return integerPower(divide(ONE, a, precision + 8), -exponent, precision);
  if (exponent < 0) return divide(ONE, integerPower(a, -exponent, precision + 8), precision);
  let result = ONE;
  let square = a;
  for (let rest = exponent; rest > 0; rest = Math.floor(rest / 2)) {
    if (rest % 2 === 1) result = multiply(result, square, precision + 8);
    if (rest > 1) square = multiply(square, square, precision + 8);
  }
  return result;
}

/** The principal argument, in (−π, π]. */
export function argument(a: ComplexBall, precision: number): RealBall {
  return angle(a.im, a.re, precision);
}

/** The principal logarithm: ln |a| + i arg a. */
export function ln(a: ComplexBall, precision: number): ComplexBall {
  if (isReal(a) && real.certifiedSign(a.re) === 1) return fromReal(realLn(a.re, precision));
  const size = realLn(norm(a, precision + 8), precision + 8);
  return { re: real.scaleByPowerOfTwo(size, -1), im: argument(a, precision) };
}

export function exp(a: ComplexBall, precision: number): ComplexBall {
  const size = realExp(a.re, precision + 8);
  if (isReal(a)) return fromReal(size);
  const { sin, cos } = sinCos(a.im, precision + 8);
  return { re: real.multiply(size, cos, precision), im: real.multiply(size, sin, precision) };
}

/** The principal square root. */
export function squareRoot(a: ComplexBall, precision: number): ComplexBall {
  if (isReal(a)) {
    if (a.re.mid >= a.re.rad) return fromReal(real.root(a.re, 2, precision));
    if (real.certifiedSign(a.re) === -1) return { re: real.ZERO, im: real.root(real.negate(a.re), 2, precision) };
    throw new BallUndefined("the square root of a ball that holds numbers of both signs");
  }
  // √z = e^{(ln z)/2}; the sign of the imaginary part picks the half plane, so straddling the cut is refused by ln.
  const logarithm = ln(a, precision + 8);
  return exp({ re: real.scaleByPowerOfTwo(logarithm.re, -1), im: real.scaleByPowerOfTwo(logarithm.im, -1) }, precision);
}

/** The principal value of a^exponent, e^{exponent · ln a}. */
export function power(a: ComplexBall, exponent: ComplexBall, precision: number): ComplexBall {
  if (containsZero(a) && containsZero(exponent)) throw new BallUndefined("0 to the power 0");
  const whole = isReal(exponent) ? real.exactInteger(exponent.re) : undefined;
  if (whole !== undefined && Math.abs(whole) <= HIGHEST_ROOT) return integerPower(a, whole, precision);
  // 0 to a positive power.
  if (real.isZero(a.re) && isReal(a) && isReal(exponent) && real.certifiedSign(exponent.re) === 1) return ZERO;
  return exp(multiply(exponent, ln(a, precision + 16), precision + 16), precision);
}

const HIGHEST_ROOT = 512;

/** The principal value of a to a rational power: integer powers and square roots go without logarithms. */
export function rationalPower(a: ComplexBall, exponent: Rational, precision: number): ComplexBall {
  const { num, den } = exponent;
  // Roots of a high degree are slower than a logarithm.
  if (typeof num === "bigint" || typeof den === "bigint" || den > HIGHEST_ROOT) return power(a, fromRational(exponent, precision + 64), precision);
  if (num === 0 && containsZero(a)) throw new BallUndefined("0 to the power 0");
  if (den === 1) return integerPower(a, num, precision);
  if (den === 2) return integerPower(squareRoot(a, precision + 16), num, precision);
  if (isReal(a) && a.re.mid >= a.re.rad) return integerPower(fromReal(realRoot(a.re, den, precision + 16)), num, precision);
  return power(a, fromRational(exponent, precision + 16), precision);
}

/** The pair (sin a, cos a): sin(x + iy) = sin x cosh y + i cos x sinh y. */
export function sinCosComplex(a: ComplexBall, precision: number): { sin: ComplexBall; cos: ComplexBall } {
  const { sin, cos } = sinCos(a.re, precision + 8);
  if (isReal(a)) return { sin: fromReal(sin), cos: fromReal(cos) };
  const up = realExp(a.im, precision + 8);
  const down = realExp(real.negate(a.im), precision + 8);
  const cosh = real.scaleByPowerOfTwo(real.add(up, down, precision + 8), -1);
  const sinh = real.scaleByPowerOfTwo(real.subtract(up, down, precision + 8), -1);
  return {
    sin: { re: real.multiply(sin, cosh, precision), im: real.multiply(cos, sinh, precision) },
    cos: { re: real.multiply(cos, cosh, precision), im: real.negate(real.multiply(sin, sinh, precision)) },
  };
}

export function piBall(precision: number): ComplexBall {
  return fromReal(pi(precision));
}
