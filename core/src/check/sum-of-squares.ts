import type { Claim } from "../derivation/step.ts";
import { relation, ZERO } from "../expression/construct.ts";
import { type Expression, termsOf } from "../expression/expression.ts";
import { isEquation, sideDifference } from "../expression/statement.ts";
import { decide, equalityTest, expand } from "../truth/index.ts";

/** The terms of a sum that are all not negative, or all not positive, wherever real values are put in; undefined where that is not seen. */
export function termsOfOneSign(e: Expression, assumptions: readonly Expression[]): readonly Expression[] | undefined {
  const terms = termsOf(expand(e));
  const isAll = (comparison: ">=" | "<="): boolean => terms.every((term) => decide(relation(term, comparison, ZERO), assumptions) === true);
  return terms.length > 1 && (isAll(">=") || isAll("<=")) ? terms : undefined;
}

/** Whether an equation says that a sum of terms of one sign is 0, and the statements after it that each of these terms is. */
export function isSumOfSquares({ before, after }: Extract<Claim, { kind: "sum of squares" }>, assumptions: readonly Expression[]): boolean {
  const items = after.kind === "logic" && after.operator === "and" ? after.items : [after];
  const terms = isEquation(before) ? termsOfOneSign(sideDifference(before), assumptions) : undefined;
  const stated = items.filter(isEquation).map(sideDifference);
  const same = (one: Expression, other: Expression): boolean => equalityTest(one, other).kind === "zero";
  return terms?.length === items.length && terms.every((term) => stated.some((other) => same(term, other)));
}
