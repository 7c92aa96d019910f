import { Kernels, normalForm, polynomialExpression, whereRational } from "../canonical/normal-form.ts";
import { nameIn, number, power, product, sum } from "../expression/construct.ts";
import { contains, type Expression } from "../expression/expression.ts";
import * as poly from "../polynomial/multivariate.ts";
import { simplify } from "../truth/index.ts";

/**
 * The coefficients by rising powers of an expression that is a polynomial in a name, each free of the name and simplified;
 * undefined where it is none: the name stands in a denominator, under a root or in a function. The last one is not 0 as a
 * rational function of the other names; [0] is the zero polynomial.
 */
export function polynomialCoefficients(e: Expression, name: string): readonly Expression[] | undefined {
  return whereRational(() => {
    const kernels = new Kernels();
    const own = kernels.index(nameIn(e, name));
    const { numerator, denominator } = normalForm(e, kernels);
    for (let index = 0; index < kernels.count; index += 1) {
      const used = poly.degreeIn(numerator, index) > 0 || poly.degreeIn(denominator, index) > 0;
      if (index !== own && used && contains(kernels.kernel(index), name)) return undefined;
    }
    if (poly.degreeIn(denominator, own) > 0) return undefined;
    const inverse = power(polynomialExpression(denominator, kernels), number(-1));
    return poly.coefficientsIn(numerator, own).map((coefficient) => simplify(product(polynomialExpression(coefficient, kernels), inverse)).expression);
  }, undefined);
}

/** a_0 + a_1 x + … + a_n xⁿ from the coefficients by rising powers, for x any expression. */
export function polynomialAt(coefficients: readonly Expression[], x: Expression): Expression {
  return sum(...coefficients.map((coefficient, k) => (k === 0 ? coefficient : product(coefficient, power(x, number(k))))));
}
