import { number, power, product, subtract } from "../expression/construct.ts";
import { type Expression, freeNames, isRoot } from "../expression/expression.ts";
import * as poly from "../polynomial/multivariate.ts";
import { fractionExpression, Kernels, normalForm, polynomialExpression, whereRational } from "./normal-form.ts";

const TWO = number(2);

/**
 * The norm of an expression over the one square root of letters in it: a² − b² r for a + b √r, over its denominator. It is 0 wherever
 * the expression is. Undefined where there is no such root or more than one.
 */
export function normOverRoot(e: Expression): Expression | undefined {
  return whereRational(() => {
    const kernels = new Kernels();
    const { numerator } = normalForm(e, kernels);
    const roots = Array.from({ length: kernels.count }, (_, index) => index).filter((index) => {
      const kernel = kernels.kernel(index);
      return isRoot(kernel) && freeNames(kernel).size > 0 && poly.degreeIn(numerator, index) > 0;
    });
    const [root, ...more] = roots;
    if (root === undefined || more.length > 0 || poly.degreeIn(numerator, root) !== 1) return undefined;
    const kernel = kernels.kernel(root);
    if (kernel.kind !== "power" || kernel.exponent.kind !== "number" || kernel.exponent.value.den !== 2) return undefined;
    const [a, b] = poly.coefficientsIn(numerator, root).map((coefficient) => polynomialExpression(coefficient, kernels));
    if (!a || !b) return undefined;
    const own = new Kernels();
    return fractionExpression(normalForm(subtract(product(a, a), product(b, b, power(kernel, TWO))), own), own);
  }, undefined);
}
