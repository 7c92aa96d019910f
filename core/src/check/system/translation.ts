import { equation, ZERO } from "../../expression/construct.ts";
import { isEquation, sideDifference } from "../../expression/equations.ts";
import type { Expression } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { simplify } from "../../truth/index.ts";
import { staySameAlong } from "../families/moved.ts";
import type { ClaimedSystem } from "./claimed.ts";

/**
 * Whether the claimed lines are all solutions of a system that stays the same when the unknowns are moved along them: then every solution can be moved to where one unknown is 0, and
 * the system that is left has no other solutions.
 */
export function coversMoved(claimed: ClaimedSystem, count: (system: ClaimedSystem) => boolean): boolean {
  const { equations, unknowns, solutions, within, rejected, assumptions } = claimed;
  const [letter, ...more] = [...new Set(solutions.flatMap(({ free }) => free))];
  if (letter === undefined || more.length > 0 || within.length + rejected.length > 0 || solutions.some(({ free }) => free.length === 0)) return false;
  const sides = equations.map(sideDifference);
  // One direction is enough: along it every solution is moved.
  if (!solutions.some(({ values }) => staySameAlong(sides, values, letter, assumptions))) return false;
  const there = new Map([[letter, ZERO]]);
  const at = (e: Expression): Expression => simplify(substitute(e, there)).expression;
  return count({
    ...claimed,
    equations: sides.map((side) => equation(at(side), ZERO)).filter(isEquation),
    unknowns: unknowns.filter((unknown) => unknown !== letter),
    solutions: solutions.map((one) => ({
      ...one,
      free: [],
      values: new Map([...one.values].filter(([key]) => key !== letter).map(([key, value]) => [key, at(value)])),
      conditions: one.conditions.map(at),
    })),
  });
}
