import type { Limit } from "../../calculus/limit/asymptotics.ts";
import { subtract, ZERO } from "../../expression/construct.ts";
import { curveDomain, relationsIn } from "../../expression/domain.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { zeroTest } from "../../truth/index.ts";
import type { Mark } from "../scene.ts";
import { limitAt } from "./limit-at.ts";
import { type Drawn, pointMark, position } from "./point-mark.ts";
import { rootsOf } from "./zeros.ts";

/**
 * What happens where a function stops being defined: a vertical asymptote where it grows beyond all bounds, a hole where it has a
 * limit but no value, an end of its domain where it has a value.
 */
export function gaps(drawn: Drawn, index: number): readonly Mark[] {
  const { expression, variable, range } = drawn;
  const found: Mark[] = [];
  for (const x of borders(expression, variable, range)) {
    const at = position(x, ZERO);
    if (!at || found.some((mark) => Math.abs(mark.at[0] - at[0]) < 1e-12)) continue;
    const sides = ([-1, 1] as const).map((side) => limitAt(expression, variable, x, side));
    if (sides.some((limit) => limit?.kind === "infinite")) found.push({ kind: "asymptote", x, at, curves: [index] });
    const own = pointMark("endpoint", x, expression, variable, [index]);
    if (own.length > 0) found.push(...(sides.includes(undefined) ? own : []));
    else found.push(...holesAt(x, sides, index));
  }
  return found;
}

/** Where conditions on the variable change from holding to failing. */
export function borders(expression: Expression, variable: string, range: Drawn["range"]): readonly Expression[] {
  const sides = curveDomain(expression)
    .flatMap(relationsIn)
    .flatMap(({ operands }) => operands.slice(1).map((right, k) => subtract(operands[k] ?? ZERO, right)));
  return sides.filter((side) => freeNames(side).has(variable)).flatMap((side) => rootsOf(side, ZERO, variable, range));
}

/** Where the curve goes from each side without having it. */
function holesAt(x: Expression, sides: readonly (Limit | undefined)[], index: number): readonly Mark[] {
  const limits = sides.flatMap((limit) => (limit?.kind === "finite" ? [limit.value] : []));
  const [first, second] = limits;
  const distinct = first && second && zeroTest(subtract(first, second)).kind === "zero" ? [first] : limits;
  return distinct.flatMap((y): readonly Mark[] => {
    const at = position(x, y);
    return at ? [{ kind: "hole", x, y, at, curves: [index] }] : [];
  });
}
