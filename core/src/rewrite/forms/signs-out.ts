import { MINUS_ONE, negate, product, splitCoefficient, sum } from "../../expression/construct.ts";
import { type Expression, factorsOf } from "../../expression/expression.ts";
import { mapChildren } from "../../expression/substitute.ts";

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
