import type { Expression } from "../expression/expression.ts";
import { BudgetExhausted } from "../number/budget.ts";
import * as rational from "../number/rational.ts";
import { factor } from "../polynomial/factor.ts";
import { Kernels, NotAnalysable, normalForm, polynomialExpression } from "./normal-form.ts";

/** An expression as a number times whole powers of expressions that are irreducible as polynomials in its kernels. */
export interface Factored {
  readonly content: rational.Rational;
  readonly factors: readonly { readonly base: Expression; readonly exponent: number }[];
}

/** The factors over Q of an expression that is not 0; undefined where it is none or they are out of reach. */
export function factorsOf(e: Expression): Factored | undefined {
  try {
    const kernels = new Kernels();
    const { numerator, denominator } = normalForm(e, kernels);
    if (numerator.length === 0) return undefined;
    const [top, bottom] = [factor(numerator), factor(denominator)];
    const part =
      (sign: 1 | -1) =>
      (multiple: (typeof top.factors)[number]): Factored["factors"][number] => ({
        base: polynomialExpression(multiple.factor, kernels),
        exponent: sign * multiple.multiplicity,
      });
    return { content: rational.divide(top.content, bottom.content), factors: [...top.factors.map(part(1)), ...bottom.factors.map(part(-1))] };
  } catch (error) {
    if (error instanceof NotAnalysable || error instanceof BudgetExhausted) return undefined;
    throw error;
  }
}
