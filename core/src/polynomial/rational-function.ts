import type { Rational } from "../number/rational.ts";
import * as rational from "../number/rational.ts";
import type { RationalPolynomial } from "./rational-dense.ts";
import * as dense from "./rational-dense.ts";

/** A rational function of one variable with numbers as coefficients, in lowest terms with a monic denominator. */
export interface Quotient {
  readonly above: RationalPolynomial;
  readonly below: RationalPolynomial;
}

/** A quotient in lowest terms. */
export function lowest(above: RationalPolynomial, below: RationalPolynomial): Quotient {
  const common = gcd(above, below);
  const [a, b] = [above, below].map((p) => dense.divide(p, common).quotient);
  const lead = rational.invert(b?.at(-1) ?? rational.ONE);
  return { above: dense.scale(a ?? above, lead), below: dense.scale(b ?? below, lead) };
}

/** The greatest common divisor, monic (Euclid). */
export function gcd(a: RationalPolynomial, b: RationalPolynomial): RationalPolynomial {
  let [r, next] = [a, b];
  while (next.length > 0) [r, next] = [next, dense.divide(r, next).remainder];
  return r.length === 0 ? r : dense.scale(r, rational.invert(r.at(-1) ?? rational.ONE));
}

/** The derivative of a polynomial over the rationals. */
export function derivative(a: RationalPolynomial): RationalPolynomial {
  return dense.trimmed(a.slice(1).map((coefficient, k): Rational => rational.multiply(coefficient, rational.rational(k + 1))));
}

/** The derivative of a quotient. */
export function derivativeOfQuotient({ above, below }: Quotient): Quotient {
  return lowest(dense.subtract(dense.multiply(derivative(above), below), dense.multiply(above, derivative(below))), dense.multiply(below, below));
}

/**
 * What is left of a quotient when all that has a rational antiderivative is taken out: a proper quotient with simple poles, whose residues are those of
 * the whole (C. Hermite 1872, in the form of E. Mack: M. Bronstein, Symbolic Integration I, 2.2).
 */
export function simplePart({ above, below }: Quotient): Quotient {
  let [a, d] = [dense.divide(above, below).remainder, below];
  for (;;) {
    const repeated = gcd(d, derivative(d));
    if (repeated.length <= 1) return lowest(a, d);
    // d = s·repeated, and one factor of `high`, the product of the factors of highest multiplicity, is lowered.
    const { high, multiplicity } = highest(d);
    const rest = dense.divide(d, powerOf(high, multiplicity)).quotient;
    // a = u·rest·high′ + v·high: the integral of u rest high′/(rest high^m) is −u/((m − 1) high^(m−1)) and that of u′/((m − 1) high^(m−1)).
    const slope = dense.multiply(rest, derivative(high));
    const u = dense.divide(dense.multiply(a, dense.inverseModulo(dense.divide(slope, high).remainder, high)), high).remainder;
    const v = dense.divide(dense.subtract(a, dense.multiply(u, slope)), high).quotient;
    const share = rational.rational(1, multiplicity - 1);
    a = dense.add(v, dense.scale(dense.multiply(derivative(u), rest), share));
    d = dense.divide(d, high).quotient;
    a = dense.divide(a, d).remainder;
  }
}

function powerOf(p: RationalPolynomial, exponent: number): RationalPolynomial {
  return Array.from({ length: exponent }, () => p).reduce(dense.multiply, dense.ONE);
}

/** The product of the factors with the highest multiplicity. */
function highest(d: RationalPolynomial): { readonly high: RationalPolynomial; readonly multiplicity: number } {
  let [rest, multiplicity] = [d, 1];
  for (;;) {
    const next = gcd(rest, derivative(rest));
    if (next.length <= 1) return { high: rest, multiplicity };
    [rest, multiplicity] = [next, multiplicity + 1];
  }
}

/** The parts of a polynomial by multiplicity, [0] for the simple factors. */
export function squarefreeParts(d: RationalPolynomial): readonly RationalPolynomial[] {
  const parts: RationalPolynomial[] = [];
  let repeated = gcd(d, derivative(d));
  let base = dense.divide(d, repeated).quotient;
  while (base.length > 1) {
    const next = gcd(base, repeated);
    parts.push(dense.divide(base, next).quotient);
    [base, repeated] = [next, dense.divide(repeated, next).quotient];
  }
  return parts;
}
