import type { Rational } from "../../number/rational.ts";
import * as rational from "../../number/rational.ts";
import type { RationalPolynomial } from "../../polynomial/rational-dense.ts";
import * as dense from "../../polynomial/rational-dense.ts";
import { derivative, lowest, type Quotient, squarefreeParts } from "../../polynomial/rational-function.ts";

/** A function as A/√P, with P squarefree. */
export interface OverRoot {
  readonly above: RationalPolynomial;
  readonly radicand: RationalPolynomial;
}

/** A function whose square is this quotient as A/√P up to its sign and a constant; undefined where A is no polynomial. */
export function overRoot({ above, below }: Quotient): OverRoot | undefined {
  // √(S/T) = √(S T)/T, and of S T what is squared comes out.
  const both = dense.multiply(above, below);
  const parts = squarefreeParts(both);
  const lead = both.at(-1) ?? rational.ONE;
  const odd = parts.filter((_, k) => k % 2 === 0).reduce(dense.multiply, dense.ONE);
  const out = parts.flatMap((part, k) => Array.from({ length: Math.floor((k + 1) / 2) }, () => part)).reduce(dense.multiply, dense.ONE);
  const radicand = dense.scale(odd, lead);
  const { above: a, below: d } = lowest(dense.multiply(out, radicand), dense.multiply(below, [lead]));
  return d.length > 1 ? undefined : { above: a, radicand };
}

/**
 * Whether A/√P with P squarefree of degree 3 or more and no residue at infinity has no elementary antiderivative. It has no residue anywhere, so no logarithm can stand in
 * one: it would be Q √P with a polynomial Q, A = Q′ P + Q P′/2, which is solved from the highest power down (J. Liouville 1833; M. Rosenlicht 1972).
 */
export function isNoDerivativeOverRoot({ above, radicand }: OverRoot): boolean {
  const n = radicand.length - 1;
  if (n < 3 || above.length === 0 || !hasNoResidueAtInfinity(above, radicand)) return false;
  const slope = derivative(radicand);
  let rest = above;
  while (rest.length > 0) {
    const k = rest.length - n;
    if (k < 0) return true;
    const lead = rational.multiply(rational.add(rational.rational(k), rational.rational(n, 2)), radicand[n] ?? rational.ONE);
    const coefficient = rational.divide(rest.at(-1) ?? rational.ZERO, lead);
    const q: RationalPolynomial = [...Array.from({ length: k }, () => rational.ZERO), coefficient];
    rest = dense.subtract(rest, dense.add(dense.multiply(derivative(q), radicand), dense.scale(dense.multiply(q, slope), rational.HALF)));
  }
  return false;
}

/** Whether A/√P has no residue at infinity: always for odd degree, else the coefficient of 1/x in its expansion there is 0. */
function hasNoResidueAtInfinity(above: RationalPolynomial, radicand: RationalPolynomial): boolean {
  const n = radicand.length - 1;
  if (n % 2 === 1) return true;
  // With x = 1/t: P = lead t^(−n) (1 + …), and 1/√(1 + …) as a series s.
  const lead = radicand[n] ?? rational.ONE;
  const reversed = [...radicand].reverse().map((coefficient) => rational.divide(coefficient, lead));
  const wanted = above.length - 1 - n / 2 + 1;
  if (wanted < 0) return true;
  const series = inverseRoot(reversed, wanted);
  // A/√P = Σ a_j t^(−j) t^(n/2) s: the power t^1 of it.
  const value = rational.total(above.map((coefficient, j) => rational.multiply(coefficient, series[1 + j - n / 2] ?? rational.ZERO)));
  return rational.isZero(value);
}

/** The series of p^(−1/2) through an order, for p with constant term 1: s′ p = −s p′/2. */
function inverseRoot(p: readonly Rational[], order: number): readonly Rational[] {
  const s: Rational[] = [rational.ONE];
  for (let m = 1; m <= order; m += 1) {
    // m s_m = −Σ_(k ≥ 1) (m − k/2) p_k s_(m−k)
    const sum = rational.total(
      Array.from({ length: m }, (_, i) => i + 1).map((k) =>
        rational.multiply(
          rational.subtract(rational.rational(m), rational.rational(k, 2)),
          rational.multiply(p[k] ?? rational.ZERO, s[m - k] ?? rational.ZERO),
        ),
      ),
    );
    s.push(rational.divide(rational.negate(sum), rational.rational(m)));
  }
  return s;
}
