import { number } from "../../expression/construct.ts";
import type { Expression } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { decide, simplify } from "../../truth/index.ts";

/** The numbers that are tried for the letter of a family, the plain ones first. */
const TRIED = [1, 0, -1, 2, -2, 3, -3, 5, -5, 11, -11];

/** Numbers for the letters of a family at which its conditions do not fail: the member at which the sides are compared as decimals. */
export function memberToCompare(
  letters: readonly string[],
  conditions: readonly Expression[],
  assumptions: readonly Expression[],
): ReadonlyMap<string, Expression> {
  const members = TRIED.map((k) => new Map(letters.map((letter, index) => [letter, number(k + index)])));
  const fails = (condition: Expression, member: ReadonlyMap<string, Expression>): boolean =>
    decide(simplify(substitute(condition, member)).expression, assumptions) === false;
  const fitting = members.find((member) => !conditions.some((condition) => fails(condition, member)));
  return fitting ?? members[0] ?? new Map();
}
