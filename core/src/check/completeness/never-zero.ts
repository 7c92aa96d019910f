import { Kernels, normalForm, polynomialExpression } from "../../canonical/normal-form.ts";
import { relation, subtract, ZERO } from "../../expression/construct.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import * as poly from "../../polynomial/multivariate.ts";
import { decide, equalityTest } from "../../truth/index.ts";

/** Whether an expression is a number, or something that the assumptions keep from 0, times powers of what conditions say is not 0. */
export function neverZero(e: Expression, conditions: readonly Expression[], assumptions: readonly Expression[]): boolean {
  if (freeNames(e).size === 0) return equalityTest(e, ZERO).kind === "nonzero";
  const factors = conditions.flatMap((condition) => {
    const [left, right] = condition.kind === "relation" && condition.comparisons[0] === "!=" ? condition.operands : [];
    return left && right ? [subtract(left, right)] : [];
  });
  const kernels = new Kernels();
  let rest = normalForm(e, kernels).numerator;
  for (const factor of factors) {
    const divisor = normalForm(factor, kernels).numerator;
    for (let quotient = poly.divideExact(rest, divisor); quotient && !poly.constantValue(divisor); quotient = poly.divideExact(rest, divisor)) rest = quotient;
  }
  const left = polynomialExpression(rest, kernels);
  return freeNames(left).size === 0 ? equalityTest(left, ZERO).kind === "nonzero" : decide(relation(left, "!=", ZERO), assumptions) === true;
}
