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
