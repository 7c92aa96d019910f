import { E, number, power, product } from "../../expression/construct.ts";
import { contains, equal, factorsOf } from "../../expression/expression.ts";
import * as rational from "../../number/rational.ts";
import type { RationalPolynomial } from "../../polynomial/rational-dense.ts";
import * as dense from "../../polynomial/rational-dense.ts";
import { derivative, gcd, type Quotient } from "../../polynomial/rational-function.ts";
import { polynomialIn, quotientIn } from "../../rewrite/rational-function.ts";
import { integralStep, type Rule } from "./rule.ts";

/** r e^g with a rational function r and a polynomial g: y e^g, where y′ + g′ y = r has a rational solution (R. H. Risch 1969; M. Bronstein, Symbolic Integration I, chapter 6). */
export const EXPONENTIAL_FACTOR: Rule = (f, { variable }) => {
  const factors = factorsOf(f);
  const [growth, ...more] = factors.filter((factor) => factor.kind === "power" && equal(factor.base, E) && contains(factor.exponent, variable));
  if (growth?.kind !== "power" || more.length > 0) return undefined;
  const [r, g] = [product(...factors.filter((factor) => factor !== growth)), growth.exponent].map((e) => quotientIn(e, variable));
  const y = r && g && g.below.length === 1 ? rationalFactor(r, derivative(g.above)) : undefined;
  if (!y) return undefined;
  const factor = product(polynomialIn(y.above, variable), power(polynomialIn(y.below, variable), number(-1)));
  const value = product(factor, growth);
  return { value, steps: [integralStep("rational factor of an exponential", [factor, growth], f, variable, value)] };
};

/** A rational y with y′ + s y = A/D: its denominator divides gcd(D, D′), and its numerator is found from the highest power down. */
function rationalFactor({ above, below }: Quotient, slope: RationalPolynomial): Quotient | undefined {
  const delta = gcd(below, derivative(below));
  const right = dense.divide(dense.multiply(above, dense.multiply(delta, delta)), below);
  if (right.remainder.length > 0 || slope.length === 0) return undefined;
  const leading = dense.multiply(slope, delta);
  let rest = right.quotient;
  let n: RationalPolynomial = dense.ZERO;
  while (rest.length > 0) {
    const k = rest.length - leading.length;
    if (k < 0) return undefined;
    const coefficient = rational.divide(rest.at(-1) ?? rational.ZERO, leading.at(-1) ?? rational.ONE);
    const term: RationalPolynomial = [...Array.from({ length: k }, () => rational.ZERO), coefficient];
    n = dense.add(n, term);
    const image = dense.add(dense.subtract(dense.multiply(derivative(term), delta), dense.multiply(term, derivative(delta))), dense.multiply(term, leading));
    rest = dense.subtract(rest, image);
  }
  return { above: n, below: delta };
}
