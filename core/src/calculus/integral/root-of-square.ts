import { hasAngles } from "../../canonical/angles.ts";
import { call, number, power, product, sqrt, subtract, sum, TWO } from "../../expression/construct.ts";
import { contains, type Expression, findAll, isRoot } from "../../expression/expression.ts";
import { mapChildren } from "../../expression/substitute.ts";
import { inOne } from "../../rewrite/forms/angle-forms.ts";
import { rootsOut } from "../../rewrite/forms/root-and-log-forms.ts";

/** Square roots of what is a square, perhaps by a formula for angles, as absolute values: √(2 − 2 cos t) is 2 |sin(t/2)|. */
export function withoutRootsOfSquares(e: Expression, variable: string, assumptions: readonly Expression[]): Expression {
  const inner = mapChildren(e, (child) => withoutRootsOfSquares(child, variable, assumptions));
  if (inner.kind !== "power" || inner.exponent.kind !== "number" || inner.exponent.value.den !== 2 || !contains(inner.base, variable)) return inner;
  const whole = product(number(2), inner.exponent);
  const plain = squareForms(inner.base)
    .map((radicand) => rootsOut(sqrt(radicand), assumptions))
    .find((root) => findAll(root, (part) => isRoot(part) && contains(part, variable)).length === 0);
  return plain ? power(plain, whole) : inner;
}

function squareForms(radicand: Expression): readonly Expression[] {
  if (!hasAngles(radicand)) return [radicand];
  return [radicand, inOne(radicand, "cos"), inOne(radicand, "sin"), ...(["sin", "cos"] as const).map((by) => halved(inOne(radicand, "cos"), by))];
}

/** cos u as 1 − 2 sin²(u/2), or as 2 cos²(u/2) − 1. */
function halved(e: Expression, by: "sin" | "cos"): Expression {
  if (e.kind !== "call" || e.name !== "cos") return mapChildren(e, (child) => halved(child, by));
  const square = product(TWO, power(call(by, product(number({ num: 1, den: 2 }), ...e.args)), TWO));
  return by === "sin" ? subtract(number(1), square) : sum(square, number(-1));
}
