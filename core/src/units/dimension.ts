import type { Rational } from "../number/rational.ts";
import * as rational from "../number/rational.ts";

/** The base units, in the order of the SI Brochure (9th edition, 2019, table 2). */
export const BASE_UNITS = ["s", "m", "kg", "A", "K", "mol", "cd"] as const;

/** Exponents of the base units. */
export type Dimension = readonly Rational[];

export const NO_DIMENSION: Dimension = BASE_UNITS.map(() => rational.ZERO);

/** The dimension with these whole exponents. */
export function dimension(exponents: Partial<Record<(typeof BASE_UNITS)[number], number>>): Dimension {
  return BASE_UNITS.map((base) => rational.rational(exponents[base] ?? 0));
}

export function multiply(a: Dimension, b: Dimension): Dimension {
  return a.map((exponent, k) => rational.add(exponent, b[k] ?? rational.ZERO));
}

export function power(a: Dimension, exponent: Rational): Dimension {
  return a.map((own) => rational.multiply(own, exponent));
}

export function equal(a: Dimension, b: Dimension): boolean {
  return a.every((exponent, k) => rational.equal(exponent, b[k] ?? rational.ZERO));
}
