import type { Rational } from "../../number/rational.ts";
import * as rational from "../../number/rational.ts";
import type { RationalPolynomial } from "../../polynomial/rational-dense.ts";
import * as dense from "../../polynomial/rational-dense.ts";
import { derivative, gcd, type Quotient } from "../../polynomial/rational-function.ts";

/** A polynomial with complex coefficients by its real and imaginary parts. */
interface Complex {
  readonly re: RationalPolynomial;
  readonly im: RationalPolynomial;
}

const subtract = (a: Complex, b: Complex): Complex => ({ re: dense.subtract(a.re, b.re), im: dense.subtract(a.im, b.im) });
const times = (a: Complex, b: Complex): Complex => ({
  re: dense.subtract(dense.multiply(a.re, b.re), dense.multiply(a.im, b.im)),
  im: dense.add(dense.multiply(a.re, b.im), dense.multiply(a.im, b.re)),
});
const real = (re: RationalPolynomial): Complex => ({ re, im: dense.ZERO });
const degree = ({ re, im }: Complex): number => Math.max(re.length, im.length) - 1;

/**
 * Whether y′ + g′ y = r has no solution among the rational functions with complex coefficients, g = h + i w with polynomials h and w that are not both constant: then
 * r e^g has no elementary antiderivative, and neither have its real and imaginary parts (J. Liouville 1835; M. Rosenlicht, Integration in finite terms, 1972).
 */
export function hasNoRationalFactor({ above, below }: Quotient, h: RationalPolynomial, w: RationalPolynomial): boolean {
  const slope: Complex = { re: derivative(h), im: derivative(w) };
  if (degree(slope) < 0 || above.length === 0) return false;
  // A pole of y of order k is one of order k + 1 of the left side, and it lies at a pole of r: y = N/Δ with Δ = gcd(D, D′), and no pole of r is simple.
  const repeated = gcd(below, derivative(below));
  const radical = dense.divide(below, repeated).quotient;
  if (gcd(radical, repeated).length < radical.length) return true;
  // N′Δ − N Δ′ + g′ N Δ = A Δ²/D.
  const right = real(dense.divide(dense.multiply(above, dense.multiply(repeated, repeated)), below).quotient);
  if (dense.divide(dense.multiply(above, dense.multiply(repeated, repeated)), below).remainder.length > 0) return true;
  const [delta, slopeOfDelta] = [real(repeated), real(derivative(repeated))];
  const leading = times(slope, delta);
  let rest = right;
  while (degree(rest) >= 0) {
    const k = degree(rest) - degree(leading);
    if (k < 0) return true;
    const coefficient = quotient(at(rest, degree(rest)), at(leading, degree(leading)));
    const n: Complex = { re: shifted(coefficient.re, k), im: shifted(coefficient.im, k) };
    const slopeOfN: Complex = { re: derivative(n.re), im: derivative(n.im) };
    const image = subtract(times(slopeOfN, delta), subtract(times(n, slopeOfDelta), times(n, leading)));
    rest = subtract(rest, image);
  }
  return false;
}

interface Gaussian {
  readonly re: Rational;
  readonly im: Rational;
}

const at = ({ re, im }: Complex, k: number): Gaussian => ({ re: re[k] ?? rational.ZERO, im: im[k] ?? rational.ZERO });

function quotient(a: Gaussian, b: Gaussian): Gaussian {
  const size = rational.invert(rational.add(rational.multiply(b.re, b.re), rational.multiply(b.im, b.im)));
  return {
    re: rational.multiply(rational.add(rational.multiply(a.re, b.re), rational.multiply(a.im, b.im)), size),
    im: rational.multiply(rational.subtract(rational.multiply(a.im, b.re), rational.multiply(a.re, b.im)), size),
  };
}

const shifted = (value: Rational, k: number): RationalPolynomial =>
  rational.isZero(value) ? dense.ZERO : [...Array.from({ length: k }, () => rational.ZERO), value];
