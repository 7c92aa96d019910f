import { step } from "../../derivation/step.ts";
import { power, relation, ZERO } from "../../expression/construct.ts";
import type { Expression } from "../../expression/expression.ts";
import { decide, expand } from "../../truth/index.ts";
import { readable } from "../values.ts";
import { plainPoint } from "./faces.ts";
import type { Optimum, OptimumTask } from "./optimum.ts";

/**
 * The optima of a root by those of what stands under it, which is nowhere negative: a positive power grows with it. Undefined where the objective is no such root, or what
 * stands under it is not settled.
 */
export function optimiseUnderRoot(task: OptimumTask, optimise: (task: OptimumTask) => Optimum): Optimum | undefined {
  const { objective, assumptions, facts, wanted } = task;
  if (wanted === "stationary" || objective.kind !== "power" || objective.exponent.kind !== "number" || objective.exponent.value.num <= 0) return undefined;
  const { base, exponent } = objective;
  const statement = [base, expand(base)].map((form) => relation(form, ">=", ZERO)).find((one) => decide(one, [...assumptions, ...facts]) === true);
  if (exponent.value.den === 1 || !statement) return undefined;
  const inner = optimise({ ...task, objective: base });
  if (inner.none === undefined && !inner.points.some(({ global }) => global)) return undefined;
  const root = (value: Expression): Expression => readable(power(value, exponent));
  const { none, open, complete, reason } = inner;
  return {
    complete,
    reason,
    ...(none === undefined ? {} : { none }),
    ...(open === undefined ? {} : { open }),
    points: inner.points.map((point) => plainPoint({ ...point, value: root(point.value) }, assumptions)),
    steps: [step("under a root", [objective, base], { kind: "holds", statement }), ...inner.steps],
    under: { objective: base, optimum: inner },
  };
}
