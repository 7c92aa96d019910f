import { step } from "../../derivation/step.ts";
import { call, divide, ONE } from "../../expression/construct.ts";
import { contains, type Expression, equal, findAll } from "../../expression/expression.ts";
import { CIRCULAR } from "../../expression/functions/kinds.ts";
import { mapChildren } from "../../expression/substitute.ts";
import { type Solve, within } from "../cases/each-alternative.ts";
import type { Solved, Task } from "../solution.ts";

/** An equation in the tangent and the cotangent of one angle: the cotangent is 1 over the tangent. */
export function solveByTangent(task: Task, solve: Solve): Solved | undefined {
  const { equation, unknown } = task;
  const waves = findAll(equation, (part) => part.kind === "call" && CIRCULAR.has(part.name) && contains(part, unknown));
  const names = new Set(waves.flatMap((part) => (part.kind === "call" ? [part.name] : [])));
  const [first] = waves;
  const isOne = waves.every((part) => part.kind === "call" && first?.kind === "call" && equal(part.args[0] ?? ONE, first.args[0] ?? ONE));
  if (task.domain !== "real" || !isOne || names.size !== 2 || !names.has("tan") || !names.has("cot")) return undefined;
  const own = within(task, byTangents(equation));
  const solved = own && solve(own);
  if (!own || !solved) return undefined;
  const claim = { kind: "implies", unknown, before: equation, after: own.equation, done: { kind: "times", factor: ONE } } as const;
  return { ...solved, steps: [step("cotangent by the tangent", [], claim), ...solved.steps] };
}

function byTangents(e: Expression): Expression {
  const inner = mapChildren(e, byTangents);
  return inner.kind === "call" && inner.name === "cot" ? divide(ONE, call("tan", ...inner.args)) : inner;
}
