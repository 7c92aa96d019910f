import { factoredExpression } from "../../canonical/factored.ts";
import { Kernels, normalForm, polynomialExpression, whereRational } from "../../canonical/normal-form.ts";
import { isNumber, number, ONE, power, product, sum } from "../../expression/construct.ts";
import { type Expression, equal, factorsOf, findAll, isReciprocal, termsOf } from "../../expression/expression.ts";
import { present } from "../../notation/present.ts";
import type { Syntax } from "../../notation/syntax.ts";
import * as rational from "../../number/rational.ts";
import { gcd, lcm } from "../../polynomial/gcd.ts";
import type { Polynomial } from "../../polynomial/multivariate.ts";
import * as poly from "../../polynomial/multivariate.ts";
import { simplify } from "../../truth/index.ts";
import { sideBySide } from "./side-by-side.ts";
import { withSignOut } from "./signs-out.ts";
import { type Rewriting, Way } from "./way.ts";

/** One fraction in lowest terms: common denominator, numerator worked out, common factors cancelled with what they exclude. */
export function combineWithSteps(e: Expression): Rewriting {
  const way = new Way(e);
  whereRational(() => {
    nestedDenominator(way);
    const kernels = new Kernels();
    const start = way.current;
    const terms = termsOf(start).map((term) => quotientOf(term, kernels));
    const common = terms.map(({ below }) => below).reduce(lcm);
    const numerators = terms.map(({ above, below }) => poly.multiply(above, quotient(common, below)));
    const shownDenominator = factoredExpression(common, kernels);
    const inverse = isNumber(shownDenominator, 1) ? ONE : power(shownDenominator, number(-1));
    if (terms.length > 1 && !poly.constantValue(common)) {
      const shown = terms.map(({ above, below }) => product(factoredExpression(above, kernels), factoredExpression(quotient(common, below), kernels)));
      const written: Syntax = { kind: "fraction", numerator: sideBySide(shown), denominator: present(shownDenominator) };
      way.to("common denominator", [shownDenominator], product(sum(...shown), inverse), { written });
    }
    const numerator = numerators.reduce(poly.add, poly.ZERO);
    way.to(terms.length > 1 ? "work out the numerator" : "factor the denominator", [], product(polynomialExpression(numerator, kernels), inverse));
    const reduced = normalForm(way.current, kernels);
    const shared = gcd(numerator, common);
    const top = factoredExpression(reduced.numerator, kernels);
    const bottom = factoredExpression(reduced.denominator, kernels);
    if (!poly.constantValue(shared)) {
      const split = product(factoredExpression(numerator, kernels), inverse);
      if (!equal(split, way.current)) way.to("factor the numerator", [], split);
      way.to("cancel a factor", [factoredExpression(shared, kernels)], product(top, power(bottom, number(-1))));
    }
    way.to(
      "simplify values",
      [],
      product(withSignOut(polynomialExpression(reduced.numerator, kernels)), isNumber(bottom, 1) ? ONE : power(bottom, number(-1))),
    );
  }, undefined);
  return way.end();
}

/** A product that divides by a sum of fractions: that sum is combined first, then its reciprocal taken. */
function nestedDenominator(way: Way): void {
  const factors = factorsOf(way.current);
  const nested = factors.find((factor) => isReciprocal(factor) && findAll(factor.base, isReciprocal).length > 0);
  if (nested?.kind !== "power" || !isNumber(nested.exponent, -1)) return;
  const below = combineWithSteps(nested.base).expression;
  const above = product(...factors.filter((factor) => factor !== nested));
  const quotient = product(above, power(below, number(-1)));
  way.to("combine the denominator", [], quotient, { written: { kind: "fraction", numerator: present(above), denominator: present(below) } });
  way.to("divide by a fraction", [], simplify(quotient).expression);
}

interface Quotient {
  readonly above: Polynomial;
  readonly below: Polynomial;
}

/** A term as a quotient of polynomials as it stands, without cancelling: so what cancels can be shown. */
function quotientOf(term: Expression, kernels: Kernels): Quotient {
  const factors = factorsOf(term);
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
