import { isNegative } from "../../canonical/normal-form.ts";
import { MINUS_ONE, negate, power, product, splitCoefficient, sum } from "../../expression/construct.ts";
import { type Expression, equal, factorsOf, isReciprocal } from "../../expression/expression.ts";
import { opposite } from "../../expression/functions/arguments.ts";
import { mapChildren } from "../../expression/substitute.ts";
import { text } from "../../notation/text.ts";

/** −x − y as −(x + y). */
export const withSignOut = (e: Expression): Expression => (isAllNegative(e) ? product(MINUS_ONE, sum(...e.terms.map(negate))) : e);

/** As `withSignOut` for every factor of a product, wherever it stands: eˣ (−sin x − cos x) as −eˣ (sin x + cos x). */
export function withSignsOut(e: Expression): Expression {
  const inner = mapChildren(e, withSignsOut);
  const factors = factorsOf(inner);
  return inner.kind === "product" && factors.some(isAllNegative) ? product(...factors.flatMap((factor) => factorsOf(withSignOut(factor)))) : inner;
}

/** Whether a sum has negative terms alone. */
function isAllNegative(e: Expression): e is Expression & { readonly kind: "sum" } {
  return e.kind === "sum" && e.terms.every((term) => splitCoefficient(term).coefficient.num < 0);
}

/** −A/(R − S) is written A/(S − R), −(A − B) is B − A, −(A − B)/C is (B − A)/C, and −c (−1 + A) is c (1 − A). */
export function withoutOuterSign(whole: Expression): Expression {
  const e = mapChildren(whole, (child) => (child.kind === "product" || child.kind === "power" ? withoutOuterSign(child) : child));
  if (e.kind !== "product" || !isNegative(e)) return e;
  const isDifference = (part: Expression): boolean => part.kind === "sum" && part.terms.length === 2 && part.terms.some(isNegative);
  const below = e.factors.find((factor) => factor.kind === "power" && isDifference(factor.base) && equal(factor.exponent, MINUS_ONE));
  if (below?.kind === "power") {
    const others = e.factors.filter((factor) => factor !== below);
    return product(MINUS_ONE, ...others, power(opposite(below.base), MINUS_ONE));
  }
  const isFraction = splitCoefficient(e).coefficient.den !== 1 || e.factors.some(isReciprocal);
  const above = e.factors.filter((factor) => factor.kind === "sum");
  const [only] = above;
  const turns = only && above.length === 1 && isDifference(only) && (isFraction || e.factors.length === 2 || text(only).startsWith("-"));
  return turns ? product(MINUS_ONE, ...e.factors.filter((factor) => factor !== only), opposite(only)) : e;
}
