import { negate, number, power, product, splitCoefficient, sum, ZERO } from "../expression/construct.ts";
import { type Expression, freeNames, termsOf } from "../expression/expression.ts";
import { termsInOrder } from "../notation/present.ts";
import { BudgetExhausted } from "../number/budget.ts";
import * as rational from "../number/rational.ts";
import { factor } from "../polynomial/factor-over-rationals.ts";
import type { Polynomial } from "../polynomial/multivariate.ts";
import * as poly from "../polynomial/multivariate.ts";
import type { Multiple } from "../polynomial/univariate/gcd.ts";
import { Kernels, normalForm, polynomialExpression, whereRational } from "./normal-form.ts";

/** An expression as a number times whole powers of expressions that are irreducible as polynomials in its kernels. */
export interface Factored {
  readonly content: rational.Rational;
  readonly factors: readonly { readonly base: Expression; readonly exponent: number }[];
}

/** The sign that makes the first term with a name, as printed, positive. */
export function withPositiveLead(e: Expression): Expression {
  return hasNegativeLead(e) ? sum(...termsOf(e).map(negate)) : e;
}

function hasNegativeLead(e: Expression): boolean {
  const terms = e.kind === "sum" ? termsInOrder(e) : [e];
  const first = terms.find((term) => freeNames(term).size > 0) ?? terms[0];
  return first !== undefined && splitCoefficient(first).coefficient.num < 0;
}

/** A polynomial in kernels as the product of its factors over Q, each with a positive first term. */
export function factoredExpression(p: Polynomial, kernels: Kernels): Expression {
  if (poly.isZero(p)) return ZERO;
  try {
    const { content, factors } = factor(p);
    return productOfFactors(content, factors, kernels);
  } catch (error) {
    if (error instanceof BudgetExhausted) return polynomialExpression(p, kernels);
    throw error;
  }
}

/** A difference of two terms with names, such as u − v or x y − z². */
function isDifference(e: Expression): boolean {
  if (e.kind !== "sum" || e.terms.length !== 2) return false;
  const signs = e.terms.map((term) => Math.sign(Number(splitCoefficient(term).coefficient.num)));
  return (
    e.terms.every((term) => freeNames(term).size > 0) &&
    signs[0] !== signs[1] &&
    (freeNames(e).size > 1 || e.terms.every((term) => splitCoefficient(term).rest.kind === "call"))
  );
}

/** The product of a content and factors with multiplicities, as an author would write it: factors with a positive leading term, their signs in the content. */
export function productOfFactors(content: rational.Rational, factors: readonly Multiple<Polynomial>[], kernels: Kernels): Expression {
  let scale = content;
  const parts = factors.map(({ factor: part, multiplicity }) => {
    const base = polynomialExpression(part, kernels);
    if (hasNegativeLead(base) && multiplicity % 2 === 1) scale = rational.negate(scale);
    return { base: withPositiveLead(base), multiplicity };
  });
  // −(u − v) is written (v − u), where both are letters.
  const difference = scale.num < 0 ? parts.findIndex(({ base, multiplicity }) => multiplicity % 2 === 1 && isDifference(base)) : -1;
  const written = parts.map(({ base, multiplicity }, k) =>
    power(k === difference && base.kind === "sum" ? sum(...base.terms.map(negate)) : base, number(multiplicity)),
  );
  return product(number(difference >= 0 ? rational.negate(scale) : scale), ...written);
}

/** An expression in lowest terms with numerator and denominator factored over Q; undefined where it is no rational function of kernels. */
export function factoredForm(e: Expression): Expression | undefined {
  return whereRational(() => {
    const kernels = new Kernels();
    const { numerator, denominator } = normalForm(e, kernels);
    return product(factoredExpression(numerator, kernels), power(factoredExpression(denominator, kernels), number(-1)));
  }, undefined);
}

/** The factors over Q of an expression that is not 0; undefined where it is none or they are out of reach. */
export function polynomialFactors(e: Expression): Factored | undefined {
  return whereRational(() => {
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
  }, undefined);
}
