import type { Rational } from "../number/rational.ts";
import * as rational from "../number/rational.ts";

/** The base units, in the order of the SI Brochure (9th edition, 2019, table 2). */
export const BASE_UNITS = ["s", "m", "kg", "A", "K", "mol", "cd"] as const;

/** Exponents of the base units; one more counts a dimension that is sought. */
export type Dimension = readonly Rational[];

export const NO_DIMENSION: Dimension = BASE_UNITS.map(() => rational.ZERO);

/** A dimension that is not known, so that it can be followed through an expression. */
export const SOUGHT: Dimension = [...NO_DIMENSION, rational.ONE];

/** The dimension with these whole exponents. */
export function dimension(exponents: Partial<Record<(typeof BASE_UNITS)[number], number>>): Dimension {
  return BASE_UNITS.map((base) => rational.rational(exponents[base] ?? 0));
}

export function multiply(a: Dimension, b: Dimension): Dimension {
  const [longer, shorter] = a.length < b.length ? [b, a] : [a, b];
  return longer.map((exponent, k) => rational.add(exponent, shorter[k] ?? rational.ZERO));
}

export function power(a: Dimension, exponent: Rational): Dimension {
  return a.map((own) => rational.multiply(own, exponent));
}

export function equal(a: Dimension, b: Dimension): boolean {
  return multiply(a, power(b, rational.MINUS_ONE)).every((exponent) => rational.isZero(exponent));
}

/** The sought dimension for which two dimensions that hold it are equal; undefined where it falls out. */
export function soughtWhereEqual(a: Dimension, b: Dimension): Dimension | undefined {
  const quotient = multiply(a, power(b, rational.MINUS_ONE));
  const count = quotient[BASE_UNITS.length];
  if (count === undefined || rational.isZero(count)) return undefined;
  return power(quotient.slice(0, BASE_UNITS.length), rational.negate(rational.invert(count)));
}
