import { step } from "../../derivation/step.ts";
import { call, number, product } from "../../expression/construct.ts";
import { contains, type Expression, findAll } from "../../expression/expression.ts";
import { mapChildren } from "../../expression/substitute.ts";
import * as rational from "../../number/rational.ts";
import { rationalRatio } from "../../truth/index.ts";
import { type Solve, within } from "../cases/each-alternative.ts";
import type { Solved, Task } from "../solution.ts";

/** Logarithms to different bases that are powers of one of them: all by that one, log_4 x as log_2(x)/2. */
export function solveInOneBase(task: Task, solve: Solve): Solved | undefined {
  const { equation, unknown } = task;
  const logarithms = findAll(equation, (part) => part.kind === "call" && part.name === "log" && contains(part, unknown));
  const bases = logarithms.flatMap((part) => (part.kind === "call" && part.args[0]?.kind === "number" ? [part.args[0]] : []));
  const [least, ...others] = [...bases].sort((a, b) => rational.compare(a.value, b.value));
  if (task.domain !== "real" || !least || bases.length < logarithms.length || others.every(({ value }) => rational.equal(value, least.value))) return undefined;
  const after = inBase(equation, least, unknown);
  const own = after && within(task, after);
  const solved = own && solve(own);
  if (!own || !solved) return undefined;
  const claim = { kind: "equivalent", unknown, before: equation, after: own.equation } as const;
  return { ...solved, steps: [step("one base", [least], claim), ...solved.steps] };
}

/** An expression with its logarithms of the unknown to a base; undefined where one has no rational power of it as its own. */
function inBase(e: Expression, base: Expression, unknown: string): Expression | undefined {
  let fits = true;
  const change = (part: Expression): Expression => {
    const inner = mapChildren(part, change);
    const [own, u] = inner.kind === "call" && inner.name === "log" && contains(inner, unknown) ? inner.args : [];
    if (!own || !u) return inner;
    const ratio = rationalRatio(call("ln", own), call("ln", base));
    if (!ratio) fits = false;
    return ratio ? product(number(rational.invert(ratio)), call("log", base, u)) : inner;
  };
  const changed = change(e);
  return fits ? changed : undefined;
}
