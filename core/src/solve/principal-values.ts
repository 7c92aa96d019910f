import { step } from "../derivation/step.ts";
import { logic, name } from "../expression/construct.ts";
import { contains, equal, freeNames } from "../expression/expression.ts";
import { sidesOf } from "../expression/statement.ts";
import { polynomialCoefficients } from "../rewrite/coefficients.ts";
import { principalRange } from "../truth/index.ts";
import { type Solved, solution, type Task } from "./solution.ts";
import { forUnknown } from "./splitting.ts";

/** arccos(cos u) = u and the like: true exactly where u lies in the range of the inverse function. */
export function solvePrincipalValues(task: Task): Solved | undefined {
  const { unknown, equation: before, domain } = task;
  const [left, right] = sidesOf(before);
  if (domain !== "real" || !left || !right || freeNames(before).size > 1) return undefined;
  const [found, other] = principalRange(left) ? [principalRange(left), right] : [principalRange(right), left];
  if (!found || !equal(found.inside, other) || !contains(other, unknown) || polynomialCoefficients(other, unknown)?.length !== 2) return undefined;
  const conditions = found.range.map((condition) => forUnknown(condition, unknown));
  const claim = { kind: "equivalent", unknown, before, after: logic("and", found.range) } as const;
  return {
    steps: [step("principal values", [], claim)],
    set: {
      variables: [unknown],
      domain: "real",
      complete: true,
      reason: "an inverse circular function gives the angle back exactly where it lies in its range",
      solutions: [solution(unknown, name(unknown), { free: [unknown], conditions })],
      rejected: [],
      complexSolutions: [],
    },
  };
}
