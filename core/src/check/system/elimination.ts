import { Kernels, normalForm, whereRational } from "../../canonical/normal-form.ts";
import { name, subtract, ZERO } from "../../expression/construct.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { BudgetExhausted } from "../../number/budget.ts";
import { groebnerBasis, remainderBy } from "../../polynomial/groebner/basis.ts";
import { GRADED_REVERSE } from "../../polynomial/groebner/order.ts";
import { countZeros, type ZeroCount } from "../../polynomial/groebner/real-zeros.ts";
import type { Polynomial } from "../../polynomial/multivariate.ts";
import * as poly from "../../polynomial/multivariate.ts";

/** The numerators of the differences as polynomials in the unknowns with rational coefficients. */
function polynomialsOf(
  statement: readonly Expression[],
  unknowns: readonly string[],
): { readonly polynomials: readonly Polynomial[]; readonly below: readonly Polynomial[] } | undefined {
  return whereRational(() => {
    const below: Polynomial[] = [];
    const kernels = new Kernels();
    for (const unknown of unknowns) kernels.index(name(unknown));
    const found = statement.map((one) => {
      const [left = ZERO, right = ZERO] = one.kind === "relation" ? one.operands : [];
      const { numerator, denominator } = normalForm(subtract(left, right), kernels);
      if (!poly.constantValue(denominator)) below.push(denominator);
      return numerator;
    });
    return kernels.count === unknowns.length ? { polynomials: found, below } : undefined;
  }, undefined);
}

const itemsOf = (e: Expression): readonly Expression[] => (e.kind === "logic" && e.operator === "and" ? e.items : [e]);

/** Whether two systems of polynomial equations generate the same ideal, letters being variables too: each polynomial has remainder 0 by a basis of the others. */
export function sameIdeal(before: Expression, after: Expression, named: readonly string[]): boolean {
  const unknowns = [...new Set([...named, ...freeNames(before), ...freeNames(after)])];
  const [some, others] = [polynomialsOf(itemsOf(before), unknowns), polynomialsOf(itemsOf(after), unknowns)];
  if (!some || !others || some.below.length + others.below.length > 0) return false;
  const within = (list: readonly Polynomial[], generators: readonly Polynomial[]): boolean => {
    const basis = groebnerBasis(generators, unknowns.length, GRADED_REVERSE);
    return list.every((p) => poly.isZero(remainderBy(p, basis, unknowns.length, GRADED_REVERSE)));
  };
  try {
    return within(others.polynomials, some.polynomials) && within(some.polynomials, others.polynomials);
  } catch (error) {
    if (error instanceof BudgetExhausted) return false;
    throw error;
  }
}

/** How many real and complex zeros a polynomial system has, where they are finitely many and within reach. */
export function zeroCount(equations: readonly Expression[], unknowns: readonly string[]): ZeroCount | undefined {
  const system = polynomialsOf(equations, unknowns);
  try {
    if (!system) return undefined;
    // A further variable t with t · denominators = 1 leaves out the zeros of denominators (J. L. Rabinowitsch, 1929).
    const n = unknowns.length;
    const apart = system.below.length === 0 ? [] : [poly.subtract(system.below.reduce(poly.multiply, poly.variable(n)), poly.ONE)];
    return countZeros([...system.polynomials, ...apart], n + apart.length);
  } catch (error) {
    if (error instanceof BudgetExhausted) return undefined;
    throw error;
  }
}
