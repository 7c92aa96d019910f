import * as integer from "../number/integer.ts";
import type { Rational } from "../number/rational.ts";
import * as rational from "../number/rational.ts";

/** A rational power of a rational number, as coefficient · radicand^(1/degree) with a whole radicand ≥ 1. */
export interface Surd {
  readonly coefficient: Rational;
  readonly radicand: integer.Integer;
  readonly degree: number;
}

/** Powers whose result would have more bits than this stay unevaluated. */
const MOST_BITS = 1 << 17;

/** base^exponent, or undefined where the result would be too large to write out. */
export function rationalToInteger(base: Rational, exponent: integer.Integer): Rational | undefined {
  if (rational.isOne(base)) return base;
  if (rational.isZero(base)) return exponent > 0 ? base : undefined;
  const size = Math.max(integer.bitLength(integer.toBigInt(base.num)), integer.bitLength(integer.toBigInt(base.den)));
  if (typeof exponent === "bigint" || size * Math.abs(exponent) > MOST_BITS) return undefined;
  return rational.power(base, exponent);
}

/** base^(k/q) for base > 0, with q-th powers taken out and the denominator rationalised; undefined where it is too large. */
export function positivePower(base: Rational, exponent: Rational): Surd | undefined {
  const whole = rational.floor(exponent);
  const rest = rational.subtract(exponent, rational.rational(whole));
  const outer = rationalToInteger(base, whole);
  if (!outer) return undefined;
  if (rational.isZero(rest)) return { coefficient: outer, radicand: 1, degree: 1 };
  const { num: k, den: q } = rest;
  if (typeof k === "bigint" || typeof q === "bigint" || q > 1000) return undefined;
  // (n/d)^(k/q) = (n^k d^(q−k))^(1/q) / d
  const inner = surd(integer.multiply(integer.power(base.num, k), integer.power(base.den, q - k)), q);
  const scale = rational.divide(outer, rational.rational(base.den));
  return { ...inner, coefficient: rational.multiply(inner.coefficient, scale) };
}

/** radicand^(1/degree) with perfect powers taken out and the degree as small as it can be. */
export function surd(radicand: integer.Integer, degree: number): Surd {
  const { outside, inside } = integer.extractPower(radicand, degree);
  let [base, root] = [inside, degree];
  // A number is no higher power than it has bits.
  const highest = integer.bitLength(integer.toBigInt(base));
  for (let divisor = 2; divisor <= Math.min(root, highest); divisor += 1) {
    while (root % divisor === 0 && base !== 1) {
      const exact = integer.exactRoot(base, divisor);
      if (exact === undefined) break;
      base = exact;
      root /= divisor;
    }
  }
  return { coefficient: rational.rational(outside), radicand: base, degree: base === 1 ? 1 : root };
}
