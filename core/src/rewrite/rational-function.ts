import { Kernels, normalForm, whereRational } from "../canonical/normal-form.ts";
import { name, number, power, product, sum } from "../expression/construct.ts";
import type { Expression } from "../expression/expression.ts";
import * as rational from "../number/rational.ts";
import * as poly from "../polynomial/multivariate.ts";
import type { RationalPolynomial } from "../polynomial/rational-dense.ts";
import * as dense from "../polynomial/rational-dense.ts";
import { lowest, type Quotient } from "../polynomial/rational-function.ts";

/** An expression as a quotient of polynomials in a variable with numbers as coefficients; undefined where it is none. */
export function quotientIn(e: Expression, variable: string): Quotient | undefined {
  return whereRational(() => {
    const kernels = new Kernels();
    const own = kernels.index(name(variable));
    const { numerator, denominator } = normalForm(e, kernels);
    if (kernels.count > 1) return undefined;
    const coefficients = (p: poly.Polynomial): RationalPolynomial =>
      dense.trimmed(poly.coefficientsIn(p, own).map((coefficient) => poly.constantValue(coefficient) ?? rational.ZERO));
    return lowest(coefficients(numerator), coefficients(denominator));
  }, undefined);
}

/** A polynomial as an expression. */
export function polynomialIn(a: RationalPolynomial, variable: string): Expression {
  return sum(...a.map((coefficient, k) => product(number(coefficient), power(name(variable), number(k)))));
}
