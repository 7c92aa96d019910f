import { negate, power, product } from "./construct.ts";
import { type Expression, factorsOf, isReciprocal } from "./expression.ts";

/** Numerator and denominator of a product of powers. */
export function quotientOf(e: Expression): { readonly numerator: Expression; readonly denominator: Expression } {
  const factors = factorsOf(e);
  return {
    numerator: product(...factors.filter((factor) => !isReciprocal(factor))),
    denominator: product(...factors.filter(isReciprocal).map(({ base, exponent }) => power(base, negate(exponent)))),
  };
}
