import * as integer from "../../number/integer.ts";
import type { Rational } from "../../number/rational.ts";
import * as rational from "../../number/rational.ts";
import type { RationalPolynomial } from "../rational-dense.ts";
import * as dense from "../rational-dense.ts";
import type { IntegerPolynomial } from "../univariate/dense.ts";

/** Q(α) for a root α of an irreducible polynomial; an element is its polynomial in α of lower degree. */
export interface NumberField {
  readonly minimal: IntegerPolynomial;
  readonly modulus: RationalPolynomial;
}
export type FieldElement = RationalPolynomial;

export function numberField(minimal: IntegerPolynomial): NumberField {
  return { minimal, modulus: minimal.map((coefficient) => ({ num: integer.fromBigInt(coefficient), den: 1 })) };
}

export const GENERATOR: FieldElement = [rational.ZERO, rational.ONE];

export function multiply(a: FieldElement, b: FieldElement, field: NumberField): FieldElement {
  return dense.divide(dense.multiply(a, b), field.modulus).remainder;
}

/** The inverse of an element that is not 0. */
export function invert(a: FieldElement, field: NumberField): FieldElement {
  return dense.inverseModulo(a, field.modulus);
}

/** Polynomials over a number field: coefficients by rising powers, the last not 0. */
export type FieldPolynomial = readonly FieldElement[];

export function trimmed(a: readonly FieldElement[]): FieldPolynomial {
  let length = a.length;
  while (length > 0 && (a[length - 1]?.length ?? 0) === 0) length -= 1;
  return a.slice(0, length);
}

export function fromRationals(a: RationalPolynomial): FieldPolynomial {
  return a.map((coefficient: Rational) => dense.trimmed([coefficient]));
}

export function multiplyPolynomials(a: FieldPolynomial, b: FieldPolynomial, field: NumberField): FieldPolynomial {
  const result = new Array<FieldElement>(Math.max(0, a.length + b.length - 1)).fill([]);
  a.forEach((x, i) => {
    b.forEach((y, j) => {
      result[i + j] = dense.add(result[i + j] ?? [], multiply(x, y, field));
    });
  });
  return trimmed(result);
}

/** Quotient and remainder by a divisor that is not 0. */
export function divide(a: FieldPolynomial, b: FieldPolynomial, field: NumberField): { quotient: FieldPolynomial; remainder: FieldPolynomial } {
  const rest = [...a];
  const inverse = invert(b[b.length - 1] ?? dense.ONE, field);
  const quotient = new Array<FieldElement>(Math.max(0, a.length - b.length + 1)).fill([]);
  for (let at = a.length - b.length; at >= 0; at -= 1) {
    const factor = multiply(rest[at + b.length - 1] ?? [], inverse, field);
    if (factor.length === 0) continue;
    quotient[at] = factor;
    b.forEach((coefficient, k) => {
      rest[at + k] = dense.subtract(rest[at + k] ?? [], multiply(factor, coefficient, field));
    });
  }
  return { quotient: trimmed(quotient), remainder: trimmed(rest.slice(0, b.length - 1)) };
}

export function monic(a: FieldPolynomial, field: NumberField): FieldPolynomial {
  const lead = a[a.length - 1];
  if (!lead) return a;
  const inverse = invert(lead, field);
  return a.map((coefficient) => multiply(coefficient, inverse, field));
}

/** The monic greatest common divisor, by Euclid's algorithm. */
export function gcd(a: FieldPolynomial, b: FieldPolynomial, field: NumberField): FieldPolynomial {
  let [high, low] = [a, b];
  while (low.length > 0) [high, low] = [low, monic(divide(high, low, field).remainder, field)];
  return monic(high, field);
}

/** a(x + s α) */
export function shifted(a: FieldPolynomial, s: number, field: NumberField): FieldPolynomial {
  const step: FieldElement = dense.divide(dense.trimmed([rational.ZERO, rational.rational(s)]), field.modulus).remainder;
  let result: FieldPolynomial = [];
  for (let k = a.length - 1; k >= 0; k -= 1) {
    const moved = multiplyPolynomials(result, trimmed([step, dense.ONE]), field);
    result = trimmed([dense.add(moved[0] ?? [], a[k] ?? []), ...moved.slice(1)]);
  }
  return result;
}
