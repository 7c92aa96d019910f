import { type Step, step } from "../../derivation/step.ts";
import { E, ONE, power, relation, ZERO } from "../../expression/construct.ts";
import { type Expression, equal } from "../../expression/expression.ts";
import { readable } from "../../rewrite/readable.ts";
import { decide, expand } from "../../truth/index.ts";
import { plainPoint } from "./faces.ts";
import type { Optimum, OptimumTask } from "./optimum.ts";

/** What stands inside a function that grows with it, how the function is put around a value again, and the step that says so. */
interface Inside {
  readonly objective: Expression;
  readonly around: (value: Expression) => Expression;
  readonly first: Step;
  /** Whether its optima count only where they are settled: another way may do better. */
  readonly onlySettled: boolean;
}

/** The optima of a root, or of e to a power, by those of what stands inside. Undefined where the objective is none, or the inside is not settled. */
export function optimiseUnderRoot(task: OptimumTask, optimise: (task: OptimumTask) => Optimum): Optimum | undefined {
  const inside = task.wanted === "stationary" ? undefined : (underRoot(task) ?? inExponent(task));
  if (!inside) return undefined;
  const inner = optimise({ ...task, objective: inside.objective });
  const isSettled = inner.none !== undefined || inner.points.some(({ global }) => global);
  if (inside.onlySettled ? !isSettled : inner.none !== undefined) return undefined;
  const { none, open, complete, reason } = inner;
  return {
    complete,
    reason,
    ...(none === undefined ? {} : { none }),
    ...(open === undefined ? {} : { open }),
    points: inner.points.map((point) => plainPoint({ ...point, value: inside.around(point.value) }, task.assumptions)),
    steps: [inside.first, ...inner.steps],
    under: { objective: inside.objective, optimum: inner },
  };
}

/** A root, or another power that is not whole, of what is nowhere negative. */
function underRoot({ objective, assumptions, facts }: OptimumTask): Inside | undefined {
  if (objective.kind !== "power" || objective.exponent.kind !== "number" || objective.exponent.value.num <= 0) return undefined;
  const { base, exponent } = objective;
  const statement = [base, expand(base)].map((form) => relation(form, ">=", ZERO)).find((one) => decide(one, [...assumptions, ...facts]) === true);
  if (exponent.value.den === 1 || !statement) return undefined;
  const first = step("under a root", [objective, base], { kind: "holds", statement });
  return { objective: base, around: (value) => readable(power(value, exponent)), first, onlySettled: true };
}

/** e to a power grows with its exponent. */
function inExponent({ objective, variables }: OptimumTask): Inside | undefined {
  if (objective.kind !== "power" || !equal(objective.base, E) || variables.length < 2) return undefined;
  const { base, exponent } = objective;
  const first = step("in an exponent", [objective, exponent], { kind: "holds", statement: relation(base, ">", ONE) });
  return { objective: exponent, around: (value) => readable(power(base, value)), first, onlySettled: false };
}
