import { inCase } from "../../derivation/step.ts";
import { logic, ZERO } from "../../expression/construct.ts";
import { alternatives } from "../../expression/equations.ts";
import { type Expression, equal } from "../../expression/expression.ts";
import { joined } from "../../notation/inline.ts";
import { linePlain } from "../../notation/line-plain.ts";
import { text } from "../../notation/text.ts";

import type { Solution, SolutionSet, Solved, Task } from "../solution.ts";

/** Solves one equation completely, or says that it cannot. */
export type Solve = (task: Task) => Solved | undefined;

/** An equation with the same unknown, domain and knowledge. */
export function within(task: Task, equation: Expression): Task | undefined {
  return equation.kind === "relation" ? { ...task, equation } : undefined;
}

/** The solutions of several equations one after the other, each once; undefined where one of them cannot be solved. */
export function solveAll(task: Task, equations: readonly Expression[], solve: Solve): Solved | undefined {
  const parts: Solved[] = [];
  for (const equation of equations) {
    const own = within(task, equation);
    const solved = own && solve(own);
    if (!solved) return undefined;
    parts.push(solved);
  }
  return {
    steps: parts.flatMap(({ steps }, k) => (parts.length > 1 ? inCase(equations[k] ?? task.equation, steps) : steps)),
    set: {
      variables: [task.unknown],
      domain: task.domain,
      complete: parts.every(({ set }) => set.complete),
      reason: joined([...new Map(parts.map(({ set }) => [linePlain(set.reason), set.reason])).values()], "; "),
      solutions: distinctSolutions(parts.flatMap(({ set }) => set.solutions)),
      rejected: parts.flatMap(({ set }) => set.rejected),
      complexSolutions: distinctSolutions(parts.flatMap(({ set }) => set.complexSolutions)),
    },
  };
}

/** Solutions with the same values and conditions are listed once. */
export function distinctSolutions(solutions: readonly Solution[]): readonly Solution[] {
  const known: Solution[] = [];
  for (const next of solutions) {
    const twin = known.some(
      (one) =>
        [...one.values].every(([key, value]) => equal(value, next.values.get(key) ?? ZERO)) &&
        one.conditions.map(text).sort().join() === next.conditions.map(text).sort().join(),
    );
    if (!twin) known.push(next);
  }
  return known;
}

/** The solutions as they stand at the end of a derivation: x = a or x = b. */
export function listed(unknown: string, set: SolutionSet): Expression {
  return set.solutions.length === 0
    ? logic("or", [])
    : alternatives(
        unknown,
        set.solutions.map(({ values }) => values.get(unknown) ?? ZERO),
      );
}
