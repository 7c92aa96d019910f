import { ballValue } from "../../expression/ball-value.ts";
import { ZERO } from "../../expression/construct.ts";
import type { Expression } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { say } from "../../notation/inline.ts";
import { text } from "../../notation/text.ts";
import { formatBall } from "../../number/decimal.ts";
import { equalityTest, simplify } from "../../truth/index.ts";
import type { Rejected, Solution, Solved, Task } from "../solution.ts";

const LONGEST_VALUE = 16;

/** A value as it stands where that is short, else as a decimal. */
export function shownValue(e: Expression): string {
  const exact = text(e);
  if (exact.length <= LONGEST_VALUE) return exact;
  const decimal = formatBall(ballValue(e, 96).re, 6);
  return decimal === undefined ? exact : `about ${decimal}`;
}

/** What speaks against a candidate. */
export type Against = Pick<Rejected, "reason" | "sides">;

/** Put back, a candidate makes the sides of the equation differ. */
export const sidesDiffer = (left: Expression, right: Expression): Against => ({
  reason: say`put back, the left side is ${shownValue(left)} and the right side ${shownValue(right)}`,
  sides: [left, right],
});

/** The candidates that solve the equation itself; the others with the numbers on both sides. */
export function putBack(solved: Solved, task: Task, did: string): Solved["set"] {
  const [left = ZERO, right = ZERO] = task.equation.operands;
  const rejected: Rejected[] = [...solved.set.rejected];
  const solutions: Solution[] = [];
  for (const candidate of solved.set.solutions) {
    const at = (side: Expression): Expression => simplify(substitute(side, candidate.values)).expression;
    const [a, b] = [at(left), at(right)];
    if (equalityTest(a, b).kind === "nonzero") {
      rejected.push({
        values: candidate.values,
        multiplicity: candidate.multiplicity,
        ...sidesDiffer(a, b),
      });
    } else solutions.push({ ...candidate, multiplicity: 1 });
  }
  const lost = rejected.length > 0 ? "; candidates that came in that way were put back and set aside" : "";
  return { ...solved.set, domain: "real", solutions, rejected, complexSolutions: [], reason: say`${did} loses no solution${lost}` };
}
