import { BudgetExhausted } from "../../number/budget.ts";
import * as integer from "../../number/integer.ts";
import { fromDense, toDense } from "../gcd.ts";
import type { Polynomial } from "../multivariate.ts";
import * as poly from "../multivariate.ts";
import { resultant } from "../resultant.ts";
import type { IntegerPolynomial } from "../univariate/dense.ts";
import { factorSquarefree } from "../univariate/factor-over-integers.ts";
import { squarefreePart } from "../univariate/gcd.ts";
import type { FieldPolynomial, NumberField } from "./number-field.ts";
import * as field from "./number-field.ts";

const X = 0;
const ALPHA = 1;
const SHIFTS_TRIED = 40;

/** The norm of a polynomial over Q(α): the product of its conjugates, over Q. */
export function norm(f: FieldPolynomial, over: NumberField): IntegerPolynomial {
  const own = poly.fromCoefficients(
    f.map((coefficient) => inAlpha(coefficient)),
    X,
  );
  const value = resultant(fromDense(over.minimal, ALPHA), own, ALPHA);
  return toDense(poly.primitivePart(value), X);
}

function inAlpha(coefficient: field.FieldElement): Polynomial {
  return poly.fromTerms(coefficient.map((c, k) => ({ exponents: k === 0 ? [] : [0, k], coefficient: c })));
}

/**
 * The monic irreducible factors over Q(α) of a squarefree polynomial: its norm, after a shift by a multiple of α that makes
 * it squarefree, is factored over Q, and each factor gives one by a greatest common divisor
 * (B. Trager, "Algebraic factoring and rational function integration", 1976).
 */
export function factorOverField(f: FieldPolynomial, over: NumberField): readonly FieldPolynomial[] {
  if (f.length <= 2) return [field.monic(f, over)];
  for (let s = 0; s < SHIFTS_TRIED; s += 1) {
    const moved = field.shifted(f, -s, over);
    const image = norm(moved, over);
    if (squarefreePart(image).length !== image.length) continue;
    const factors = factorSquarefree(image);
    if (factors.length === 1) return [field.monic(f, over)];
    let rest = moved;
    const found: FieldPolynomial[] = [];
    for (const factor of factors) {
      const rationals = factor.map((coefficient) => ({ num: integer.fromBigInt(coefficient), den: 1 }));
      const common = field.gcd(rest, field.fromRationals(rationals), over);
      if (common.length <= 1) continue;
      found.push(field.monic(field.shifted(common, s, over), over));
      rest = field.divide(rest, common, over).quotient;
    }
    return found;
  }
  throw new BudgetExhausted("finding a squarefree norm");
}
