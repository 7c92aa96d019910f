import { Kernels, normalForm, polynomialExpression, whereRational } from "../../canonical/normal-form.ts";
import { name, subtract, ZERO } from "../../expression/construct.ts";
import type { Expression } from "../../expression/expression.ts";
import { freeNames } from "../../expression/expression.ts";
import { BudgetExhausted } from "../../number/budget.ts";
import { groebnerBasis } from "../../polynomial/groebner/basis.ts";
import { changeOrder } from "../../polynomial/groebner/change-order.ts";
import { GRADED_REVERSE, LEXICOGRAPHIC } from "../../polynomial/groebner/order.ts";
import type { Polynomial } from "../../polynomial/multivariate.ts";
import * as poly from "../../polynomial/multivariate.ts";

/** The numerators of the differences as polynomials in the unknowns alone; undefined where something else stands in them. */
export function systemPolynomials(
  equations: readonly Expression[],
  unknowns: readonly string[],
): { readonly polynomials: readonly Polynomial[]; readonly kernels: Kernels } | undefined {
  return whereRational(() => {
    const kernels = new Kernels();
    for (const unknown of unknowns) kernels.index(name(unknown));
    const polynomials = equations.map((one) => {
      const [left = ZERO, right = ZERO] = one.kind === "relation" ? one.operands : [];
      return normalForm(subtract(left, right), kernels).numerator;
    });
    // Other letters are variables too, the last in the order; anything else is out of reach.
    const plain = Array.from({ length: kernels.count }, (_, k) => kernels.kernel(k)).every((kernel) => kernel.kind === "name");
    return plain ? { polynomials, kernels } : undefined;
  }, undefined);
}

/**
 * Polynomials with the same common zeros in which the first unknowns drop out one after the other: a lexicographic Gröbner
 * basis (B. Buchberger 1965), by change of order where there are finitely many zeros.
 */
export function eliminated(equations: readonly Expression[], unknowns: readonly string[]): readonly Expression[] | undefined {
  const system = systemPolynomials(equations, unknowns);
  if (!system || [...equations].some((one) => [...freeNames(one)].some((letter) => !unknowns.includes(letter)))) return undefined;
  const { polynomials, kernels } = system;
  try {
    const variables = kernels.count;
    const basis = groebnerBasis(polynomials, variables, GRADED_REVERSE);
    const [only] = basis;
    if (basis.length === 1 && only && poly.constantValue(only)) return [polynomialExpression(poly.ONE, kernels)];
    return lexicographic(basis, polynomials, variables).map((p) => polynomialExpression(poly.primitivePart(p), kernels));
  } catch (error) {
    if (error instanceof BudgetExhausted) return undefined;
    throw error;
  }
}

function lexicographic(basis: readonly Polynomial[], generators: readonly Polynomial[], variables: number): readonly Polynomial[] {
  try {
    return changeOrder(basis, variables, GRADED_REVERSE, LEXICOGRAPHIC);
  } catch (error) {
    if (error instanceof RangeError) return groebnerBasis(generators, variables, LEXICOGRAPHIC);
    throw error;
  }
}
