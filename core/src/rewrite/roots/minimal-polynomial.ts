import { Kernels, normalForm, whereRational } from "../../canonical/normal-form.ts";
import { number, product, sum } from "../../expression/construct.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import * as integer from "../../number/integer.ts";
import * as rational from "../../number/rational.ts";
import { toDense } from "../../polynomial/gcd.ts";
import type { Polynomial } from "../../polynomial/multivariate.ts";
import * as poly from "../../polynomial/multivariate.ts";
import { resultant } from "../../polynomial/resultant.ts";
import type { IntegerPolynomial } from "../../polynomial/univariate/dense.ts";
import { factor } from "../../polynomial/univariate/factor-over-integers.ts";
import { zeroTest } from "../../truth/index.ts";

const LARGEST_DEGREE = 24;

/**
 * The minimal polynomial over Z, primitive with positive leading coefficient, of a number built from rationals, i and roots;
 * undefined for anything else or beyond a degree. The kernels are eliminated one by one from x d − n by resultants with their
 * relations; of the irreducible factors the one that the number is a root of is picked by the zero test.
 */
export function minimalPolynomial(e: Expression): IntegerPolynomial | undefined {
  if (freeNames(e).size > 0) return undefined;
  return whereRational(() => {
    const kernels = new Kernels();
    const { numerator, denominator } = normalForm(e, kernels);
    const x = kernels.count;
    const degrees = Array.from({ length: x }, (_, k) => kernels.relation(k)?.degree ?? 1);
    if (degrees.reduce((total, degree) => total * degree, 1) > LARGEST_DEGREE) return undefined;
    let relation = poly.subtract(poly.multiply(poly.variable(x), denominator), numerator);
    for (let index = x - 1; index >= 0; index -= 1) {
      if (poly.degreeIn(relation, index) === 0) continue;
      const own = kernels.relation(index);
      if (!own) return undefined;
      const power = poly.multiply(poly.power(poly.variable(index), own.degree), own.value.denominator);
      relation = resultant(poly.subtract(power, own.value.numerator), relation, index);
    }
    return factorThrough(relation, x, e);
  }, undefined);
}

function factorThrough(relation: Polynomial, x: number, e: Expression): IntegerPolynomial | undefined {
  const candidates = factor(toDense(poly.primitivePart(relation), x)).factors.map((part) => part.factor);
  return candidates.length === 1 ? candidates[0] : candidates.find((candidate) => zeroTest(atNumber(candidate, e)).kind === "zero");
}

function atNumber(f: IntegerPolynomial, x: Expression): Expression {
  return f.reduceRight<Expression>((total, c) => sum(product(total, x), number(rational.rational(integer.fromBigInt(c)))), number(0));
}
