import { isInverseCall } from "../../canonical/angles.ts";
import { withoutInverse } from "../../canonical/inverse-circular.ts";
import { step } from "../../derivation/step.ts";
import { call, equation, negate, subtract, sum, ZERO } from "../../expression/construct.ts";
import { contains, type Expression, findAll, freeNames, termsOf } from "../../expression/expression.ts";
import { constantSign, simplify } from "../../truth/index.ts";
import { type Solve, within } from "../cases/each-alternative.ts";
import { putBack } from "../sifting/put-back.ts";
import type { Solved, Task } from "../solution.ts";

/**
 * Several inverse circular functions: the tangent (or the sine) of both sides is taken and written out by the addition
 * formulas. That may add solutions, so every candidate is put back. One term is left alone on the right, so that the function
 * applied is defined on both sides.
 */
export function solveInverseTrigonometric(task: Task, solve: Solve): Solved | undefined {
  const { unknown } = task;
  if (task.domain !== "real" || freeNames(task.equation).size > 1) return undefined;
  const [left = ZERO, right = ZERO] = task.equation.operands;
  const isInverse = (part: Expression): boolean => isInverseCall(part) && contains(part, unknown);
  const parts = findAll(task.equation, isInverse);
  if (parts.length < 2) return undefined;
  const difference = simplify(subtract(left, right)).expression;
  const terms = termsOf(difference);
  const tangents = parts.every((part) => part.kind === "call" && part.name === "arctan");
  const constant = negate(sum(...terms.filter((term) => !contains(term, unknown))));
  const sides: readonly [Expression, Expression] = [sum(...terms.filter((term) => contains(term, unknown))), constant];
  const functionName = tangents && constantSign(call("cos", constant)) !== 0 ? "tan" : "sin";
  const isolated = equation(...sides);
  const applied = sides.map((side) => simplify(withoutInverse(call(functionName, side))).expression);
  const after = equation(applied[0] ?? ZERO, applied[1] ?? ZERO);
  if (findAll(after, isInverse).length > 0) return undefined;
  const own = within(task, after);
  const solved = own && solve({ ...own, assumptions: [] });
  if (!solved || solved.set.solutions.some(({ free, integers }) => free.length + integers.length > 0)) return undefined;
  const steps = [
    step("bring terms over", [sides[0]], { kind: "equivalent", unknown, before: task.equation, after: isolated }),
    step("apply the function", [functionName], { kind: "implies", unknown, before: isolated, after, done: { kind: "function", name: functionName } }),
  ];
  return { steps: [...steps, ...solved.steps], set: putBack(solved, task, `applying ${functionName} to both sides`) };
}
