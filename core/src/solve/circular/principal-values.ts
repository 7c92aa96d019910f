import { step } from "../../derivation/step.ts";
import { logic, nameIn } from "../../expression/construct.ts";
import { sidesOf } from "../../expression/equations.ts";
import { contains, equal, freeNames } from "../../expression/expression.ts";
import { say } from "../../notation/inline.ts";
import { polynomialCoefficients } from "../../rewrite/coefficients.ts";
import { principalRange } from "../../truth/index.ts";
import { forUnknown } from "../cases/by-cases.ts";
import { type Solved, solution, type Task } from "../solution.ts";

/** arccos(cos u) = u, over the complex numbers ln e^u = u and √(u²) = u: true exactly where u lies in the range of the inverse function. */
export function solvePrincipalValues(task: Task): Solved | undefined {
  const { unknown, equation: before, domain } = task;
  const [left, right] = sidesOf(before);
  if (!left || !right || freeNames(before).size > 1) return undefined;
  const [found, other] = principalRange(left) ? [principalRange(left), right] : [principalRange(right), left];
  if (!found || !equal(found.inside, other) || !contains(other, unknown) || polynomialCoefficients(other, unknown)?.length !== 2) return undefined;
  const conditions = domain === "real" ? found.range.map((condition) => forUnknown(condition, unknown)) : found.range;
  const claim = { kind: "equivalent", unknown, before, after: found.range.length === 1 ? (found.range[0] ?? before) : logic("and", found.range) } as const;
  return {
    steps: [step("principal values", [], claim)],
    set: {
      variables: [unknown],
      domain,
      complete: true,
      reason: say`an inverse function gives back exactly what lies in its range`,
      solutions: [solution(unknown, nameIn(before, unknown), { free: [unknown], conditions })],
      rejected: [],
      complexSolutions: [],
    },
  };
}
