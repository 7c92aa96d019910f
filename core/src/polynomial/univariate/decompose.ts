import * as integer from "../../number/integer.ts";
import * as rational from "../../number/rational.ts";
import { divide, multiply, type RationalPolynomial } from "../rational-dense.ts";
import type { IntegerPolynomial } from "./dense.ts";
import * as dense from "./dense.ts";

const ZERO = rational.ZERO;

/** f = outer(inner) with both degrees at least 2 and inner monic without a constant term. */
export interface Decomposition {
  readonly outer: RationalPolynomial;
  readonly inner: RationalPolynomial;
}

/**
 * A functional decomposition with the inner degree as small as possible, or undefined where there is none
 * (D. Kozen, S. Landau, "Polynomial decomposition algorithms", 1989).
 */
export function decompose(f: IntegerPolynomial): Decomposition | undefined {
  const n = dense.degree(f);
  const lead = rational.rational(integer.fromBigInt(dense.leading(f)));
  const monic = f.map((coefficient) => rational.divide(rational.rational(integer.fromBigInt(coefficient)), lead));
  for (let s = 2; 2 * s <= n; s += 1) {
    if (n % s !== 0) continue;
    const inner = innerCandidate(monic, n / s, s);
    const outer = expansion(monic, inner);
    if (outer) return { outer: outer.map((coefficient) => rational.multiply(coefficient, lead)), inner };
  }
  return undefined;
}

/** The monic h of degree s without constant term whose r-th power has the s leading coefficients of f. */
function innerCandidate(f: RationalPolynomial, r: number, s: number): RationalPolynomial {
  const n = r * s;
  const h: rational.Rational[] = [...new Array<rational.Rational>(s).fill(ZERO), rational.ONE];
  for (let k = 1; k < s; k += 1) {
    const power = powerOf(h, r);
    const gap = rational.subtract(f[n - k] ?? ZERO, power[n - k] ?? ZERO);
    h[s - k] = rational.divide(gap, rational.rational(r));
  }
  return h;
}

function powerOf(a: RationalPolynomial, exponent: number): RationalPolynomial {
  let result: RationalPolynomial = [rational.ONE];
  for (let k = 0; k < exponent; k += 1) result = multiply(result, a);
  return result;
}

/** The coefficients of f by powers of h, where all of them are constants. */
function expansion(f: RationalPolynomial, h: RationalPolynomial): RationalPolynomial | undefined {
  const coefficients: rational.Rational[] = [];
  let rest = f;
  while (rest.length > 0) {
    const { quotient, remainder } = divide(rest, h);
    if (remainder.length > 1) return undefined;
    coefficients.push(remainder[0] ?? ZERO);
    rest = quotient;
  }
  return coefficients;
}
