import type { Integer } from "./integer.ts";
import * as integer from "./integer.ts";

/** An exact rational number in lowest terms with a positive denominator. */
export interface Rational {
  readonly num: Integer;
  readonly den: Integer;
}

export const ZERO: Rational = { num: 0, den: 1 };
export const ONE: Rational = { num: 1, den: 1 };
export const MINUS_ONE: Rational = { num: -1, den: 1 };
export const HALF: Rational = { num: 1, den: 2 };

/** num/den in lowest terms; throws RangeError when den is 0. */
export function rational(num: Integer, den: Integer = 1): Rational {
  if (den === 1) return { num, den };
  if (den === 0) throw new RangeError("division by zero");
  const divisor = integer.gcd(num, den);
  const signed = den < 0 ? integer.negate(divisor) : divisor;
  return { num: integer.quotient(num, signed), den: integer.quotient(den, signed) };
}

export function add(a: Rational, b: Rational): Rational {
  if (a.den === 1 && b.den === 1) return { num: integer.add(a.num, b.num), den: 1 };
  if (a.den === b.den) return rational(integer.add(a.num, b.num), a.den);
  return rational(integer.add(integer.multiply(a.num, b.den), integer.multiply(b.num, a.den)), integer.multiply(a.den, b.den));
}

/** The sum of many, those with one denominator added before it is reduced. */
export function total(values: readonly Rational[]): Rational {
  const byDenominator = new Map<Integer, Integer>();
  for (const { num, den } of values) byDenominator.set(den, integer.add(byDenominator.get(den) ?? 0, num));
  return [...byDenominator].map(([den, num]) => rational(num, den)).reduce(add, ZERO);
}

export function negate(a: Rational): Rational {
  return { num: integer.negate(a.num), den: a.den };
}

export function subtract(a: Rational, b: Rational): Rational {
  return add(a, negate(b));
}

export function multiply(a: Rational, b: Rational): Rational {
  if (a.den === 1 && b.den === 1) return { num: integer.multiply(a.num, b.num), den: 1 };
  // Both are in lowest terms: only numerators against the other denominators can have common factors (Knuth, TAOCP 2, 4.5.1).
  const [left, right] = [integer.gcd(a.num, b.den), integer.gcd(b.num, a.den)];
  if (left === 0 || right === 0) return ZERO;
  return {
    num: integer.multiply(integer.quotient(a.num, left), integer.quotient(b.num, right)),
    den: integer.multiply(integer.quotient(a.den, right), integer.quotient(b.den, left)),
  };
}

/** Throws RangeError when a is 0. */
export function invert(a: Rational): Rational {
  return rational(a.den, a.num);
}

/** Throws RangeError when b is 0. */
export function divide(a: Rational, b: Rational): Rational {
  return multiply(a, invert(b));
}

/** a to an integer power; throws RangeError for 0 to a negative power. */
export function power(a: Rational, exponent: number): Rational {
  if (exponent < 0) return power(invert(a), -exponent);
  return { num: integer.power(a.num, exponent), den: integer.power(a.den, exponent) };
}

export function abs(a: Rational): Rational {
  return a.num < 0 ? negate(a) : a;
}

export function sign(a: Rational): -1 | 0 | 1 {
  return integer.sign(a.num);
}

export function isZero(a: Rational): boolean {
  return a.num === 0;
}

export function isOne(a: Rational): boolean {
  return a.num === 1 && a.den === 1;
}

export function isInteger(a: Rational): boolean {
  return a.den === 1;
}

export function equal(a: Rational, b: Rational): boolean {
  return a.num === b.num && a.den === b.den;
}

export function compare(a: Rational, b: Rational): -1 | 0 | 1 {
  return integer.compare(integer.multiply(a.num, b.den), integer.multiply(b.num, a.den));
}

/** Largest integer not above a. */
export function floor(a: Rational): Integer {
  const quotient = integer.quotient(a.num, a.den);
  return a.num < 0 && a.den !== 1 ? integer.subtract(quotient, 1) : quotient;
}

/** The nearest double; used for graphs and starting values only, never for exact results. */
export function toNumber(a: Rational): number {
  if (typeof a.num === "number" && typeof a.den === "number") return a.num / a.den;
  const num = integer.toBigInt(a.num);
  const den = integer.toBigInt(a.den);
  const shift = integer.bitLength(den) - integer.bitLength(num) + 64;
  const scaled = shift >= 0 ? (num << BigInt(shift)) / den : num / (den << BigInt(-shift));
  // In two factors, since 2^-shift alone may underflow where the product does not.
  const half = Math.trunc(shift / 2);
  return Number(scaled) * 2 ** -half * 2 ** (half - shift);
}

/** The exact value of a finite double; throws RangeError for NaN and the infinities. */
export function fromNumber(value: number): Rational {
  if (!Number.isFinite(value)) throw new RangeError("not a finite number");
  if (Number.isSafeInteger(value)) return rational(value === 0 ? 0 : value);
  let exponent = 0;
  let mantissa = value;
  while (!Number.isSafeInteger(mantissa) && Math.abs(mantissa) < 2 ** 52) {
    mantissa *= 2;
    exponent += 1;
  }
  return rational(integer.fromBigInt(BigInt(mantissa)), integer.fromBigInt(1n << BigInt(exponent)));
}

/** The exact value of a decimal literal such as `12`, `9.8`, `.5` or `6.02e23`; throws SyntaxError for anything else. */
export function parseDecimal(text: string): Rational {
  const match = /^(\d*)(?:\.(\d*))?(?:e([+-]?\d+))?$/.exec(text);
  const whole = match?.[1] ?? "";
  const fraction = match?.[2] ?? "";
  if (!match || whole + fraction === "") throw new SyntaxError(`not a decimal number: ${text}`);
  const exponent = Number(match[3] ?? 0) - fraction.length;
  const digits = integer.fromBigInt(BigInt(whole + fraction));
  const scale = integer.fromBigInt(10n ** BigInt(Math.abs(exponent)));
  return exponent >= 0 ? rational(integer.multiply(digits, scale)) : rational(digits, scale);
}
