import { limitValue } from "../../calculus/limit/found.ts";
import { onlyCase } from "../../calculus/limit/limit.ts";
import { type OutwardPath, outwardPaths } from "../../calculus/outward-paths.ts";
import { type Step, step } from "../../derivation/step.ts";
import { equation, name } from "../../expression/construct.ts";
import type { Expression } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { text } from "../../notation/text.ts";
import { simplify } from "../../truth/index.ts";
import { greatest } from "./compared.ts";
import type { Optimum, OptimumTask } from "./optimum.ts";

/** An optimum for which it was open whether one of the points is the best: that there is none, where the values go beyond all bounds on a path in the domain. */
export function orUnbounded(found: Optimum, task: OptimumTask): Optimum {
  const isOpen = task.wanted !== "stationary" && found.none === undefined && !found.points.some(({ global }) => global);
  if (!isOpen || task.constraints.length > 0 || task.brief) return found;
  const sign = task.wanted === "maximum" ? 1 : -1;
  for (const path of outwardPaths({ ...task, points: found.points })) {
    const along = path.along ?? simplify(substitute(task.objective, path.values)).expression;
    const end = onlyCase(along, path.place, task.assumptions)?.found;
    if (end?.kind !== "limit" || end.limit.kind !== "infinite" || end.limit.sign !== sign) continue;
    const { open: _, ...rest } = found;
    const none = `there is no ${greatest(task.wanted)} value: ${wayOf(path, task)}, the values become ${sign === 1 ? "greater" : "smaller"} than any number`;
    return { ...rest, none, steps: [...found.steps, ...limitStep(path, along, limitValue(end.limit), task)] };
  }
  return found;
}

/** In words, where the path leads. */
function wayOf({ values, place: { variable, at, side }, along }: OutwardPath, { variables: [only, ...more] }: OptimumTask): string {
  if (along) return `at ${onPath(values).map(text).join(" and ")}, as ${variable} approaches ${text(at)}`;
  if (more.length === 0 && side !== undefined) return `as ${variable} approaches ${text(at)} from the ${side}`;
  const [value] = values.values();
  if (only !== undefined && more.length === 0 && value) return `as ${only} approaches ${value.kind === "name" ? "" : "-"}infinity`;
  return `for ${onPath(values).map(text).join(" and ")}, as ${variable} approaches infinity`;
}

const onPath = (values: OutwardPath["values"]): readonly Expression[] => [...values].map(([variable, value]) => equation(name(variable), value));

function limitStep({ values, place, along: known }: OutwardPath, along: Expression, after: Expression, { objective, variables }: OptimumTask): readonly Step[] {
  const { variable, at, side } = place;
  const moved =
    known || variables.includes(variable) ? [] : [step("along a path", [onPath(values)], { kind: "put in", before: objective, values, after: along })];
  const limit = step("approaches at an end", [variable, at, side ? ` from the ${side}` : ""], { kind: "limit", place, before: along, after });
  return [...moved, limit];
}
