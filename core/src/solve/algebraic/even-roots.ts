import { step } from "../../derivation/step.ts";
import { ONE } from "../../expression/construct.ts";
import { contains, type Expression, findAll, isReciprocal } from "../../expression/expression.ts";
import { rootsOut } from "../../rewrite/forms/root-and-log-forms.ts";
import type { Solve } from "../cases/each-alternative.ts";
import { replaced } from "../naming.ts";
import type { Solved, Task } from "../solution.ts";

/** √(u²) in an equation over the reals becomes |u|, which has its cases; √(x² − 2x + 1) is such a root too. */
export function solveByEvenRoots(task: Task, solve: Solve): Solved | undefined {
  const { equation, unknown, domain } = task;
  if (domain !== "real") return undefined;
  const roots = findAll(equation, (part) => isEvenRoot(part) && contains(part, unknown)).flatMap((part) => {
    const by = rootsOut(part, task.assumptions);
    const plain = findAll(by, isEvenRoot).length === 0 && findAll(by, (inner) => inner.kind === "call" && inner.name === "abs").length > 0;
    return plain ? [{ part, by }] : [];
  });
  if (roots.length === 0) return undefined;
  const after = replaced(equation, roots);
  if (after.kind !== "relation") return undefined;
  const solved = solve({ ...task, equation: after });
  return solved && { ...solved, steps: [step("absolute value", [], { kind: "equivalent", unknown, before: equation, after, factor: ONE }), ...solved.steps] };
}

function isEvenRoot(e: Expression): boolean {
  return e.kind === "power" && !isReciprocal(e) && e.exponent.kind === "number" && Number(e.exponent.value.den) % 2 === 0;
}
