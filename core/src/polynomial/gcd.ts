import { BudgetExhausted } from "../number/budget.ts";
import * as integer from "../number/integer.ts";
import * as rational from "../number/rational.ts";
import type { Polynomial } from "./multivariate.ts";
import * as poly from "./multivariate.ts";

/** Products of terms that one call may form; beyond, 1 is returned, which is a common divisor though not the greatest. */
const MOST_WORK = 20_000;

interface Work {
  left: number;
}

/**
 * A greatest common divisor over Q with coprime whole coefficients and positive leading coefficient, by the primitive
 * polynomial remainder sequence in each variable in turn (Knuth, The Art of Computer Programming, vol. 2, 4.6.1); 1 where
 * that would take too long.
 */
export function gcd(a: Polynomial, b: Polynomial): Polynomial {
  try {
    return gcdWithin(a, b, { left: MOST_WORK });
  } catch (error) {
    if (error instanceof BudgetExhausted) return poly.ONE;
    throw error;
  }
}

function gcdWithin(a: Polynomial, b: Polynomial, work: Work): Polynomial {
  if (poly.isZero(a)) return primitive(b);
  if (poly.isZero(b)) return primitive(a);
  if (poly.constantValue(a) || poly.constantValue(b)) return poly.ONE;
  const index = firstShared(a, b);
  if (index === undefined) return poly.ONE;
  const [contentA, contentB] = [contentIn(a, index, work), contentIn(b, index, work)];
  const common = gcdWithin(contentA, contentB, work);
  let [high, low] = [divided(a, contentA), divided(b, contentB)];
  if (poly.degreeIn(high, index) < poly.degreeIn(low, index)) [high, low] = [low, high];
  while (!poly.isZero(low)) {
    if (poly.degreeIn(low, index) === 0) return primitive(common);
    const rest = pseudoRemainder(high, low, index, work);
    high = low;
    low = poly.isZero(rest) ? rest : primitive(divided(rest, contentIn(rest, index, work)));
  }
  return primitive(poly.multiply(common, divided(high, contentIn(high, index, work))));
}

/** A variable that occurs in one of them at all; the smallest index in either. */
function firstShared(a: Polynomial, b: Polynomial): number | undefined {
  for (let index = 0; index < Math.max(poly.width(a), poly.width(b)); index += 1) {
    if (poly.degreeIn(a, index) > 0 || poly.degreeIn(b, index) > 0) return index;
  }
  return undefined;
}

function contentIn(a: Polynomial, index: number, work: Work): Polynomial {
  return poly.coefficientsIn(a, index).reduce((common, coefficient) => gcdWithin(common, coefficient, work), poly.ZERO);
}

function divided(a: Polynomial, b: Polynomial): Polynomial {
  return poly.divideExact(a, b) ?? a;
}

function primitive(a: Polynomial): Polynomial {
  const scaled = poly.scale(a, rational.invert(poly.content(a)));
  const leading = poly.leadingTerm(scaled);
  return leading && leading.coefficient.num < 0 ? poly.negate(scaled) : scaled;
}

/** About how many machine words the largest coefficient takes. */
function words(a: Polynomial): number {
  let bits = 0;
  for (const { coefficient } of a.values()) if (typeof coefficient.num === "bigint") bits = Math.max(bits, integer.bitLength(coefficient.num));
  return 1 + bits / 64;
}

function pseudoRemainder(a: Polynomial, b: Polynomial, index: number, work: Work): Polynomial {
  const degree = poly.degreeIn(b, index);
  const leading = poly.coefficientsIn(b, index)[degree] ?? poly.ONE;
  let rest = a;
  while (!poly.isZero(rest) && poly.degreeIn(rest, index) >= degree) {
    work.left -= ((rest.size + b.size) * leading.size + b.size) * words(rest);
    if (work.left < 0) throw new BudgetExhausted("finding a common divisor");
    const at = poly.degreeIn(rest, index);
    const top = poly.coefficientsIn(rest, index)[at] ?? poly.ZERO;
    const shift = poly.monomial(rational.ONE, [...Array<number>(index).fill(0), at - degree]);
    rest = poly.subtract(poly.multiply(rest, leading), poly.multiply(poly.multiply(top, shift), b));
  }
  return rest;
}
