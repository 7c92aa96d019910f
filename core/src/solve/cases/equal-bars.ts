import { step } from "../../derivation/step.ts";
import { equation, logic, negate } from "../../expression/construct.ts";
import { contains, type Expression, findAll } from "../../expression/expression.ts";
import { polynomialCoefficients } from "../../rewrite/coefficients.ts";
import type { Solved, Task } from "../solution.ts";
import { type Solve, solveAll } from "./each-alternative.ts";

/** |u| = |v| for real polynomials as u = v or u = −v. */
export function solveEqualBars(task: Task, solve: Solve): Solved | undefined {
  const { unknown, equation: before } = task;
  const [u, v] = before.operands.map((side) => (side.kind === "call" && side.name === "abs" ? side.args[0] : undefined));
  if (task.domain !== "real" || !u || !v || !contains(u, unknown) || !contains(v, unknown)) return undefined;
  const isPlain = (e: Expression): boolean => polynomialCoefficients(e, unknown) !== undefined && findAll(e, (part) => part.kind === "call").length === 0;
  if (!isPlain(u) || !isPlain(v)) return undefined;
  const alternatives = [equation(u, v), equation(u, negate(v))];
  const solved = solveAll(task, alternatives, solve);
  const first = step("equal bars", [], { kind: "equivalent", unknown, before, after: logic("or", alternatives) });
  return solved && { ...solved, steps: [first, ...solved.steps] };
}
