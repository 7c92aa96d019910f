import { isNumber, number, ONE, power, product, sum } from "../../expression/construct.ts";
import { type Expression, equal } from "../../expression/expression.ts";
import { isNegated, opposite } from "../../expression/functions/arguments.ts";
import { present } from "../../notation/present.ts";
import type { Syntax } from "../../notation/syntax.ts";
import { text } from "../../notation/text.ts";
import { BudgetExhausted } from "../../number/budget.ts";
import * as rational from "../../number/rational.ts";
import { gcd } from "../../polynomial/gcd.ts";
import type { Polynomial } from "../../polynomial/multivariate.ts";
import * as poly from "../../polynomial/multivariate.ts";
import { factoredExpression } from "../factored.ts";
import { Kernels, NotAnalysable, normalForm, polynomialExpression } from "../normal-form.ts";
import { type Rewriting, Way } from "./way.ts";

/** One fraction in lowest terms: common denominator, numerator worked out, common factors cancelled with what they exclude. */
export function combineWithSteps(e: Expression): Rewriting {
  const way = new Way(e);
  try {
    const kernels = new Kernels();
    const terms = (e.kind === "sum" ? e.terms : [e]).map((term) => quotientOf(term, kernels));
    const common = terms.map(({ below }) => below).reduce(leastCommonMultiple);
    const numerators = terms.map(({ above, below }) => poly.multiply(above, quotient(common, below)));
    const shownDenominator = factoredExpression(common, kernels);
    const inverse = isNumber(shownDenominator, 1) ? ONE : power(shownDenominator, number(-1));
    if (terms.length > 1 && !poly.constantValue(common)) {
      const shown = terms.map(({ above, below }) => product(factoredExpression(above, kernels), factoredExpression(quotient(common, below), kernels)));
      const written: Syntax = { kind: "fraction", numerator: sumOf(shown), denominator: present(shownDenominator) };
      way.to("common denominator", [text(shownDenominator)], product(sum(...shown), inverse), { written });
    }
    const numerator = numerators.reduce(poly.add, poly.ZERO);
    way.to("work out the numerator", [], product(polynomialExpression(numerator, kernels), inverse));
    const reduced = normalForm(way.current, kernels);
    const shared = gcd(numerator, common);
    const top = factoredExpression(reduced.numerator, kernels);
    const bottom = factoredExpression(reduced.denominator, kernels);
    if (!poly.constantValue(shared)) {
      const split = product(factoredExpression(numerator, kernels), inverse);
      if (!equal(split, way.current)) way.to("factor the numerator", [], split);
      way.to("cancel a factor", [text(factoredExpression(shared, kernels))], product(top, power(bottom, number(-1))));
    }
    way.to("simplify values", [], product(polynomialExpression(reduced.numerator, kernels), isNumber(bottom, 1) ? ONE : power(bottom, number(-1))));
  } catch (error) {
    if (!(error instanceof NotAnalysable || error instanceof BudgetExhausted)) throw error;
  }
  return way.end();
}

/** The summands side by side, those of several terms in brackets, before anything is collected. */
function sumOf(terms: readonly Expression[]): Syntax {
  const parts = terms.map((term) => {
    const negative = isNegated(term);
    const size = present(negative ? opposite(term) : term);
    return { negative, written: size.kind === "binary" ? ({ kind: "group", inner: size } as const) : size };
  });
  const [first, ...rest] = parts;
  if (!first) return present(number(0));
  const start: Syntax = first.negative ? { kind: "sign", sign: "-", operand: first.written } : first.written;
  return rest.reduce<Syntax>((left, { negative, written }) => ({ kind: "binary", operator: negative ? "-" : "+", left, right: written }), start);
}

interface Quotient {
  readonly above: Polynomial;
  readonly below: Polynomial;
}

/** A term as a quotient of polynomials as it stands, without cancelling: so what cancels can be shown. */
function quotientOf(term: Expression, kernels: Kernels): Quotient {
  const factors = term.kind === "product" ? term.factors : [term];
  let [above, below] = [poly.ONE, poly.ONE];
  for (const part of factors) {
    const negative = part.kind === "power" && part.exponent.kind === "number" && part.exponent.value.num < 0;
    const form = normalForm(negative ? power(part, number(-1)) : part, kernels);
    const [up, down] = negative ? [form.denominator, form.numerator] : [form.numerator, form.denominator];
    above = poly.multiply(above, up);
    below = poly.multiply(below, down);
  }
  const size = poly.content(below);
  return { above: poly.scale(above, rational.invert(size)), below: poly.scale(below, rational.invert(size)) };
}

function quotient(a: Polynomial, b: Polynomial): Polynomial {
  return poly.divideExact(a, b) ?? poly.ONE;
}

function leastCommonMultiple(a: Polynomial, b: Polynomial): Polynomial {
  return poly.multiply(a, quotient(b, gcd(a, b)));
}
