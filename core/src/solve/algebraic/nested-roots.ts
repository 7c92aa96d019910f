import { step } from "../../derivation/step.ts";
import { ONE } from "../../expression/construct.ts";
import { realDomain } from "../../expression/domain.ts";
import { equal } from "../../expression/expression.ts";
import { untangled } from "../../truth/index.ts";
import type { Solve } from "../cases/each-alternative.ts";
import type { Solved, Task } from "../solution.ts";

/** Roots of roots that come apart: √(x + 2√(x − 1)) is √(x − 1) + 1, and √(x − 2√(x − 1)) is |√(x − 1) − 1|. */
export function solveNestedRoots(task: Task, solve: Solve): Solved | undefined {
  const { equation, unknown, domain, assumptions } = task;
  if (domain !== "real") return undefined;
  const after = untangled(equation, [...realDomain(equation), ...assumptions]);
  if (after.kind !== "relation" || equal(after, equation)) return undefined;
  const solved = solve({ ...task, equation: after });
  return (
    solved && { ...solved, steps: [step("untangle nested roots", [], { kind: "equivalent", unknown, before: equation, after, factor: ONE }), ...solved.steps] }
  );
}
