import type { Rational } from "../number/rational.ts";
import * as rational from "../number/rational.ts";

/** Dense polynomials over Q: coefficients by rising powers, the last not 0; [] is 0. */
export type RationalPolynomial = readonly Rational[];

export const ZERO: RationalPolynomial = [];
export const ONE: RationalPolynomial = [rational.ONE];

export function trimmed(a: readonly Rational[]): RationalPolynomial {
  let length = a.length;
  while (length > 0 && rational.isZero(a[length - 1] ?? rational.ZERO)) length -= 1;
  return length === a.length ? a : a.slice(0, length);
}

export function add(a: RationalPolynomial, b: RationalPolynomial): RationalPolynomial {
  return trimmed(Array.from({ length: Math.max(a.length, b.length) }, (_, k) => rational.add(a[k] ?? rational.ZERO, b[k] ?? rational.ZERO)));
}

export function scale(a: RationalPolynomial, factor: Rational): RationalPolynomial {
  return rational.isZero(factor) ? ZERO : a.map((coefficient) => rational.multiply(coefficient, factor));
}

export function subtract(a: RationalPolynomial, b: RationalPolynomial): RationalPolynomial {
  return add(a, scale(b, rational.MINUS_ONE));
}

export function multiply(a: RationalPolynomial, b: RationalPolynomial): RationalPolynomial {
  if (a.length === 0 || b.length === 0) return ZERO;
  const result = new Array<Rational>(a.length + b.length - 1).fill(rational.ZERO);
  a.forEach((x, i) => {
    if (rational.isZero(x)) return;
    b.forEach((y, j) => {
      result[i + j] = rational.add(result[i + j] ?? rational.ZERO, rational.multiply(x, y));
    });
  });
  return result;
}

/** Quotient and remainder by a divisor that is not 0. */
export function divide(a: RationalPolynomial, b: RationalPolynomial): { quotient: RationalPolynomial; remainder: RationalPolynomial } {
  const rest = [...a];
  const inverse = rational.invert(b[b.length - 1] ?? rational.ONE);
  const quotient = new Array<Rational>(Math.max(0, a.length - b.length + 1)).fill(rational.ZERO);
  for (let at = a.length - b.length; at >= 0; at -= 1) {
    const factor = rational.multiply(rest[at + b.length - 1] ?? rational.ZERO, inverse);
    if (rational.isZero(factor)) continue;
    quotient[at] = factor;
    b.forEach((coefficient, k) => {
      rest[at + k] = rational.subtract(rest[at + k] ?? rational.ZERO, rational.multiply(factor, coefficient));
    });
  }
  return { quotient: trimmed(quotient), remainder: trimmed(rest.slice(0, b.length - 1)) };
}

/** s with s a ≡ 1 modulo b, for coprime a and b: half of the extended Euclidean algorithm. */
export function inverseModulo(a: RationalPolynomial, b: RationalPolynomial): RationalPolynomial {
  let [r, next] = [b, divide(a, b).remainder];
  let [s, nextS]: [RationalPolynomial, RationalPolynomial] = [ZERO, ONE];
  while (next.length > 0) {
    const { quotient, remainder } = divide(r, next);
    [r, next] = [next, remainder];
    [s, nextS] = [nextS, subtract(s, multiply(quotient, nextS))];
  }
  const [unit = rational.ONE] = r;
  return divide(scale(s, rational.invert(unit)), b).remainder;
}

export function evaluate(a: RationalPolynomial, x: Rational): Rational {
  return a.reduceRight((value, coefficient) => rational.add(rational.multiply(value, x), coefficient), rational.ZERO);
}

/** p(x + a), by synthetic division. */
export function taylorShift(coefficients: readonly Rational[], a: Rational): readonly Rational[] {
  const result = [...coefficients];
  for (let i = 0; i < result.length - 1; i += 1)
    for (let k = result.length - 2; k >= i; k -= 1) result[k] = rational.add(result[k] ?? rational.ZERO, rational.multiply(a, result[k + 1] ?? rational.ZERO));
  return result;
}
