import { differentiate } from "../../calculus/derivative.ts";
import { withoutEnds } from "../../calculus/open-ends.ts";
import { isSmoothAt } from "../../calculus/rough-places.ts";
import { withoutInverse } from "../../canonical/inverse-circular.ts";
import { name, relation, subtract, ZERO } from "../../expression/construct.ts";
import type { Comparison, Expression } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { decide, simplify } from "../../truth/index.ts";
import { Unsolvable } from "../solution.ts";
import { signKnown, sorted } from "./compared.ts";
import { comparison } from "./conclusion.ts";
import type { Nature, Optimum, OptimumPoint, OptimumTask } from "./optimum.ts";
import { valueAt } from "./places.ts";

/**
 * The best of a function of one variable whose ends need a look of their own, such as x^n at 0: the best inside, where there is one, is held against the values at the ends that
 * belong to the interval. @throws Unsolvable where the place of the best stays open, as `inside` does
 */
export function optimiseWithEndsApart(task: OptimumTask, variable: string, inside: (task: OptimumTask) => Optimum): Optimum {
  const apart = task.wanted === "stationary" ? undefined : withoutEnds(task.facts, variable);
  try {
    return inside(task);
  } catch (error) {
    if (!(error instanceof Unsolvable) || !apart) throw error;
  }
  const found = inside({ ...task, facts: apart.inside });
  const [best] = found.points.filter(({ global }) => global);
  if (!best) throw new Unsolvable(OPEN);
  const ends = apart.ends.map((end) => endPoint(task, variable, end, apart.inside));
  const isWorse = ends.every(({ value }) => signKnown(subtract(best.value, value), task.assumptions) === (task.wanted === "maximum" ? 1 : -1));
  const points = sorted([...found.points, ...ends], task.wanted);
  if (!isWorse) throw new Unsolvable(OPEN);
  return { ...found, points, steps: [...found.steps, ...comparison({ points }, task)] };
}

/** An end that belongs to the interval: the values inside are all greater than the one there, or all smaller, where that is seen; or those close to it by the slope there. */
export function endPoint({ objective, assumptions }: OptimumTask, variable: string, end: Expression, inside: readonly Expression[]): OptimumPoint {
  const value = valueAt(objective, variable, end);
  const is = (comparison: Comparison): boolean => decide(relation(subtract(objective, value), comparison, ZERO), [...assumptions, ...inside]) === true;
  const nature = is(">") ? "minimum" : is("<") ? "maximum" : natureBySlope(objective, variable, end, [...assumptions, ...inside]);
  return { values: new Map([[variable, end]]), value, nature, global: false, end: true, integers: [], conditions: [] };
}

function natureBySlope(objective: Expression, variable: string, end: Expression, known: readonly Expression[]): Nature {
  const at = new Map([[variable, end]]);
  if (!isSmoothAt(objective, at, known)) return "undecided";
  const slope = signKnown(simplify(withoutInverse(substitute(differentiate(objective, variable), at))).expression, known);
  if (slope === undefined || slope === 0) return "undecided";
  if (decide(relation(name(variable), ">=", end), known) === true) return slope > 0 ? "minimum" : "maximum";
  return decide(relation(name(variable), "<=", end), known) === true ? (slope > 0 ? "maximum" : "minimum") : "undecided";
}

const OPEN = "the values at the ends of the interval were not all compared with those inside";
