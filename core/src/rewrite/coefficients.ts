import { Kernels, normalForm, polynomialExpression, whereRational } from "../canonical/normal-form.ts";
import { isNumber, nameIn, number, power, product, sum, ZERO } from "../expression/construct.ts";
import { contains, type Expression, freeNames } from "../expression/expression.ts";
import * as poly from "../polynomial/multivariate.ts";
import { simplify, zeroTest } from "../truth/index.ts";

/**
 * The coefficients by rising powers of an expression that is a polynomial in a name, each free of the name and simplified;
 * undefined where it is none: the name stands in a denominator, under a root or in a function. The last one is not 0 as a
 * rational function of the other names; [0] is the zero polynomial. A number among them that is 0 is written 0.
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
    const coefficients = poly.coefficientsIn(numerator, own).map((coefficient) => product(polynomialExpression(coefficient, kernels), inverse));
    return withoutLeadingZeros(coefficients.map((coefficient) => plainZero(simplify(coefficient).expression)));
  }, undefined);
}

/** Roots of sums of roots may cancel without their polynomials saying so: √(√5 − 1) (1 + √5) is 2 √(1 + √5). */
function plainZero(coefficient: Expression): Expression {
  const isOpen = coefficient.kind !== "number" && freeNames(coefficient).size === 0;
  return isOpen && zeroTest(coefficient).kind === "zero" ? ZERO : coefficient;
}

function withoutLeadingZeros(coefficients: readonly Expression[]): readonly Expression[] {
  const last = coefficients.findLastIndex((coefficient) => !isNumber(coefficient, 0));
  return coefficients.slice(0, Math.max(last, 0) + 1);
}

/** a_0 + a_1 x + … + a_n xⁿ from the coefficients by rising powers, for x any expression. */
export function polynomialAt(coefficients: readonly Expression[], x: Expression): Expression {
  return sum(...coefficients.map((coefficient, k) => (k === 0 ? coefficient : product(coefficient, power(x, number(k))))));
}
