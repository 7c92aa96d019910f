import { isNumber, negate, number, power, product, relation, sqrt, ZERO } from "../../expression/construct.ts";
import { type Expression, factorsOf, freeNames } from "../../expression/expression.ts";
import { mapChildren } from "../../expression/substitute.ts";
import * as rational from "../../number/rational.ts";
import { decide, simplify } from "../../truth/index.ts";

/**
 * √(A²) as A or −A where what is known gives the sign of the whole of A, though not of its factors: √(L² f²) is L f where
 * L f ≥ 0.
 */
export function rootsOfSquares(e: Expression, known: readonly Expression[]): Expression {
  const inner = mapChildren(e, (child) => rootsOfSquares(child, known));
  if (inner.kind !== "power" || inner.exponent.kind !== "number" || !rational.equal(inner.exponent.value, rational.HALF) || freeNames(inner).size === 0)
    return inner;
  const radicand = simplify(inner.base).expression;
  const factors = factorsOf(radicand);
  const roots = factors.map((factor) => {
    if (factor.kind === "number") {
      const root = sqrt(factor);
      return root.kind === "number" ? root : undefined;
    }
    if (factor.kind !== "power" || factor.exponent.kind !== "number" || factor.exponent.value.den !== 1 || Number(factor.exponent.value.num) % 2 !== 0)
      return undefined;
    return power(factor.base, number(rational.multiply(factor.exponent.value, rational.HALF)));
  });
  if (!roots.every((root) => root !== undefined) || isNumber(radicand, 0)) return inner;
  const whole = product(...roots);
  if (decide(relation(whole, ">=", ZERO), known) === true) return whole;
  return decide(relation(whole, "<=", ZERO), known) === true ? negate(whole) : inner;
}
