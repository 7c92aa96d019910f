import type { Claim } from "../../derivation/step.ts";
import { isEquation, sideDifference } from "../../expression/equations.ts";
import type { Expression } from "../../expression/expression.ts";
import { equalityTest, termsOfOneSign } from "../../truth/index.ts";

/** Whether an equation says that a sum of terms of one sign is 0, and the statements after it that each of these terms is. */
export function isSumOfSquares({ before, after }: Extract<Claim, { kind: "sum of squares" }>, assumptions: readonly Expression[]): boolean {
  const items = after.kind === "logic" && after.operator === "and" ? after.items : [after];
  const terms = isEquation(before) ? termsOfOneSign(sideDifference(before), assumptions) : undefined;
  const stated = items.filter(isEquation).map(sideDifference);
  const same = (one: Expression, other: Expression): boolean => equalityTest(one, other).kind === "zero";
  return terms?.length === items.length && terms.every((term) => stated.some((other) => same(term, other)));
}
