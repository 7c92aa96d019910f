import { Kernels, normalForm, polynomialExpression, whereRational } from "../../canonical/normal-form.ts";
import { name as nameNode, number, power, product } from "../../expression/construct.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import type { Polynomial } from "../../polynomial/multivariate.ts";
import * as poly from "../../polynomial/multivariate.ts";

/** A linear system: for each equation the coefficients of the unknowns and the right side, over one table of kernels. */
export interface LinearSystem {
  readonly rows: readonly (readonly Polynomial[])[];
  readonly kernels: Kernels;
}

/** The coefficients of left − right in the unknowns; undefined where an equation is not linear in them, or has them below. */
export function linearSystem(differences: readonly Expression[], unknowns: readonly string[]): LinearSystem | undefined {
  return whereRational(() => {
    const kernels = new Kernels();
    const indices = unknowns.map((unknown) => kernels.index(nameNode(unknown)));
    const rows = differences.map((difference) => {
      const { numerator, denominator } = normalForm(difference, kernels);
      const inside = (p: Polynomial): boolean => indices.some((index) => poly.degreeIn(p, index) > 0);
      const hidden = Array.from({ length: kernels.count }, (_, k) => k).some(
        (k) =>
          !indices.includes(k) &&
          poly.degreeIn(numerator, k) + poly.degreeIn(denominator, k) > 0 &&
          unknowns.some((unknown) => freeNames(kernels.kernel(k)).has(unknown)),
      );
      if (inside(denominator) || hidden) return undefined;
      const own = indices.map((index) => numerator.filter((term) => (term.exponents[index] ?? 0) > 0));
      const linear = numerator.every((term) => indices.reduce((degree, index) => degree + (term.exponents[index] ?? 0), 0) <= 1);
      if (!linear) return undefined;
      const coefficients = own.map((terms, k) => poly.coefficientsIn(terms, indices[k] ?? 0)[1] ?? poly.ZERO);
      const rest = numerator.filter((term) => indices.every((index) => (term.exponents[index] ?? 0) === 0));
      return [...coefficients, poly.negate(rest)];
    });
    return rows.every((row) => row !== undefined) ? { rows, kernels } : undefined;
  }, undefined);
}

/** top / bottom as an expression. */
export function quotientExpression(top: Polynomial, bottom: Polynomial, kernels: Kernels): Expression {
  return product(polynomialExpression(top, kernels), power(polynomialExpression(bottom, kernels), number(-1)));
}
