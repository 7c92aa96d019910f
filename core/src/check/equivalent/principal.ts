import { sidesOf } from "../../expression/equations.ts";
import { type Expression, equal } from "../../expression/expression.ts";
import { principalRange } from "../../truth/index.ts";
import { BOTH, type EquivalenceWay, SAME } from "./way.ts";

/** f⁻¹(f(u)) = u as the range of f⁻¹ for u. */
export const PRINCIPAL_VALUES: EquivalenceWay = {
  name: "principal values",
  theorem: "arccos(cos u) lies in [0, π], and is u for every u there; arcsin, arctan, arccot, and the principal ln and √ the like",
  source: "definition of the principal values",
  worlds: BOTH,
  proves: ({ before, after }) => {
    const range = rangeAsked(before);
    const said = after.kind === "logic" && after.operator === "and" ? after.items : [after];
    return range && said.length === range.length && range.every((one) => said.some((other) => equal(one, other))) ? SAME : undefined;
  },
};

/** What an equation f⁻¹(f(u)) = u asks of u. */
export function rangeAsked(e: Expression): readonly Expression[] | undefined {
  const [left, right] = sidesOf(e);
  if (!left || !right) return undefined;
  for (const [side, other] of [
    [left, right],
    [right, left],
  ] as const) {
    const found = principalRange(side);
    if (found && equal(found.inside, other)) return found.range;
  }
  return undefined;
}
