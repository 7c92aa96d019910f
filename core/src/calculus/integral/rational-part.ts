import { divide, negate, number, power, product, sum } from "../../expression/construct.ts";
import { contains, type Expression, factorsOf } from "../../expression/expression.ts";
import { indefiniteIntegral } from "../../expression/integral.ts";
import * as integer from "../../number/integer.ts";
import * as rational from "../../number/rational.ts";
import type { RationalPolynomial } from "../../polynomial/rational-dense.ts";
import * as dense from "../../polynomial/rational-dense.ts";
import { derivative } from "../../polynomial/rational-function.ts";
import { polynomialCoefficients } from "../../rewrite/coefficients.ts";
import { polynomialIn } from "../../rewrite/rational-function.ts";
import { integralStep, type Rule } from "./rule.ts";

/** A numerator over a power of one polynomial, both with numbers as coefficients. */
export interface Quotient {
  readonly above: RationalPolynomial;
  readonly below: RationalPolynomial;
  readonly exponent: number;
}

/** An integrand as a polynomial over a power of another one; undefined where it is none. */
export function quotientOver(f: Expression, variable: string): Quotient | undefined {
  const factors = factorsOf(f);
  const bottom = factors.filter(
    (factor) => factor.kind === "power" && contains(factor.base, variable) && factor.exponent.kind === "number" && factor.exponent.value.num < 0,
  );
  const [only, ...more] = bottom;
  if (only?.kind !== "power" || more.length > 0 || only.exponent.kind !== "number" || only.exponent.value.den !== 1) return undefined;
  const [above, below] = [product(...factors.filter((factor) => factor !== only)), only.base].map((e) => coefficientsOf(e, variable));
  return above && below ? { above, below, exponent: -Number(only.exponent.value.num) } : undefined;
}

function coefficientsOf(e: Expression, variable: string): RationalPolynomial | undefined {
  const found = polynomialCoefficients(e, variable)?.map((coefficient) => (coefficient.kind === "number" ? coefficient.value : undefined));
  return found?.every((value) => value !== undefined) ? dense.trimmed(found) : undefined;
}

/**
 * A polynomial over P^k, k > 1, with P squarefree: with A = U P + V P′, the integral is −V/((k − 1) P^(k−1)) and that of (U + V′/(k − 1))/P^(k−1)
 * (C. Hermite 1872; M. Bronstein, Symbolic Integration I, 2.2).
 */
export const RATIONAL_PART: Rule = (f, { variable, integrate }) => {
  const own = quotientOver(f, variable);
  if (!own || own.exponent < 2 || own.below.length < 4) return undefined;
  const { above, below, exponent } = own;
  const slope = derivative(below);
  const v = dense.divide(dense.multiply(above, dense.inverseModulo(slope, below)), below).remainder;
  const u = dense.divide(dense.subtract(above, dense.multiply(v, slope)), below).quotient;
  const share = rational.rational(1, integer.subtract(exponent, 1));
  const rest = dense.add(u, dense.scale(derivative(v), share));
  const outside = negate(divide(product(number(share), polynomialIn(v, variable)), power(polynomialIn(below, variable), number(exponent - 1))));
  const inside = divide(polynomialIn(rest, variable), power(polynomialIn(below, variable), number(exponent - 1)));
  const said = integralStep("rational part", [], f, variable, sum(outside, rest.length === 0 ? number(0) : indefiniteIntegral(inside, variable)));
  if (rest.length === 0) return { value: outside, steps: [said] };
  const found = integrate(inside);
  if (!found) return undefined;
  const value = sum(outside, found.value);
  return { value, steps: [said, ...found.steps, integralStep("put the integrals in", [], f, variable, value)] };
};
