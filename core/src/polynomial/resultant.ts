import type { Polynomial } from "./multivariate.ts";
import * as poly from "./multivariate.ts";

/** lc(b)^(deg a − deg b + 1) · a modulo b, in one variable. */
export function pseudoRemainder(a: Polynomial, b: Polynomial, index: number): Polynomial {
  const degree = poly.degreeIn(b, index);
  const leading = poly.coefficientsIn(b, index)[degree] ?? poly.ONE;
  let rest = a;
  let missing = poly.degreeIn(a, index) - degree + 1;
  while (!poly.isZero(rest) && poly.degreeIn(rest, index) >= degree) {
    const at = poly.degreeIn(rest, index);
    const top = poly.coefficientsIn(rest, index)[at] ?? poly.ZERO;
    const shifted = poly.multiply(top, poly.power(poly.variable(index), at - degree));
    rest = poly.subtract(poly.multiply(rest, leading), poly.multiply(shifted, b));
    missing -= 1;
  }
  return missing > 0 ? poly.multiply(rest, poly.power(leading, missing)) : rest;
}

function quotient(a: Polynomial, b: Polynomial): Polynomial {
  const exact = poly.divideExact(a, b);
  if (!exact) throw new RangeError("a subresultant is not divisible");
  return exact;
}

/**
 * The subresultant polynomial remainder sequence of a and b in one variable, a and b first: every element divides out what
 * is known to be common (G. Collins 1967; W. Brown, J. Traub 1971; Cohen, algorithm 3.3.7).
 */
export function subresultants(a: Polynomial, b: Polynomial, index: number): readonly Polynomial[] {
  const sequence = [a, b];
  let [high, low] = [a, b];
  let g = poly.ONE;
  let h = poly.ONE;
  while (poly.degreeIn(low, index) > 0) {
    const delta = poly.degreeIn(high, index) - poly.degreeIn(low, index);
    const rest = pseudoRemainder(high, low, index);
    if (poly.isZero(rest)) break;
    const next = quotient(rest, poly.multiply(g, poly.power(h, delta)));
    [high, low] = [low, next];
    sequence.push(next);
    g = leadingIn(high, index);
    h = delta === 0 ? h : delta === 1 ? g : quotient(poly.power(g, delta), poly.power(h, delta - 1));
  }
  return sequence;
}

export function leadingIn(a: Polynomial, index: number): Polynomial {
  return poly.coefficientsIn(a, index)[poly.degreeIn(a, index)] ?? poly.ZERO;
}

/** The resultant in one variable, up to what its sign convention fixes: res(a, b) = lc(a)^deg b ∏ b(roots of a). */
export function resultant(a: Polynomial, b: Polynomial, index: number): Polynomial {
  const [m, n] = [poly.degreeIn(a, index), poly.degreeIn(b, index)];
  if (poly.isZero(a) || poly.isZero(b)) return poly.ZERO;
  if (m < n) {
    const swapped = resultant(b, a, index);
    return (m * n) % 2 === 1 ? poly.negate(swapped) : swapped;
  }
  if (n === 0) return poly.power(b, m);
  let [high, low] = [a, b];
  let [g, h] = [poly.ONE, poly.ONE];
  let negative = false;
  for (;;) {
    const [top, bottom] = [poly.degreeIn(high, index), poly.degreeIn(low, index)];
    const delta = top - bottom;
    if (top % 2 === 1 && bottom % 2 === 1) negative = !negative;
    const rest = pseudoRemainder(high, low, index);
    if (poly.isZero(rest)) return poly.ZERO;
    const next = quotient(rest, poly.multiply(g, poly.power(h, delta)));
    g = leadingIn(low, index);
    h = delta === 0 ? h : quotient(poly.power(g, delta), poly.power(h, Math.max(0, delta - 1)));
    [high, low] = [low, next];
    const degree = poly.degreeIn(high, index);
    if (poly.degreeIn(low, index) > 0) continue;
    const value = degree === 0 ? poly.ONE : quotient(poly.power(low, degree), poly.power(h, degree - 1));
    return negative ? poly.negate(value) : value;
  }
}

/** The discriminant in one variable: (−1)^(n(n−1)/2) res(a, a′) / lc(a). */
export function discriminant(a: Polynomial, index: number): Polynomial {
  const n = poly.degreeIn(a, index);
  const value = quotient(resultant(a, poly.derivativeIn(a, index), index), leadingIn(a, index));
  return (n * (n - 1)) % 4 === 2 ? poly.negate(value) : value;
}
