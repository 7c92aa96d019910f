import { bothSides } from "../../calculus/both-sides.ts";
import type { Limit } from "../../calculus/limit/asymptotics.ts";
import { limitValue } from "../../calculus/limit/found.ts";
import { onlyCase } from "../../calculus/limit/limit.ts";
import { withoutEnds } from "../../calculus/open-ends.ts";
import { variableBounds } from "../../calculus/plain-bounds.ts";
import { isSmoothWhere } from "../../calculus/rough-places.ts";
import { product, relation, subtract, ZERO } from "../../expression/construct.ts";
import type { Expression } from "../../expression/expression.ts";
import { quotientOf } from "../../expression/quotient.ts";
import { decide } from "../../truth/index.ts";
import { goesTo } from "./approached.ts";
import { greatest, signKnown, sorted } from "./compared.ts";
import { endPoint } from "./ends-apart.ts";
import type { Optimum, OptimumPoint, OptimumTask } from "./optimum.ts";
import { valueAt } from "./places.ts";

/** An end of the interval of a variable, with letters: an expression, or infinite. */
interface LiteralEnd {
  readonly sign: 1 | -1;
  readonly value: Expression | undefined;
  readonly attained: boolean;
}

/** The ends that facts set; undefined where several bound one side. */
function endsOf(facts: readonly Expression[], variable: string): readonly [LiteralEnd, LiteralEnd] | undefined {
  const bounds = variableBounds(facts, variable);
  const of = (sign: 1 | -1): LiteralEnd | undefined => {
    const [only, ...more] = bounds.filter(({ comparison }) => comparison.startsWith(sign === 1 ? "<" : ">"));
    return more.length > 0 ? undefined : { sign, value: only?.right, attained: only?.comparison.endsWith("=") === true };
  };
  const [low, high] = [of(-1), of(1)];
  return low && high && [low, high];
}

/**
 * The best of all with letters, where the function is smooth on an interval: the one stationary point where it lies inside, and an end where it lies beyond; or the best of several
 * stationary points, the ends, and what the function comes close to at ends that are not attained. Undefined where a comparison is open.
 */
export function settledByEnds(points: readonly OptimumPoint[], task: OptimumTask, variable: string): Pick<Optimum, "points" | "none" | "open"> | undefined {
  const ends = endsOf(task.facts, variable);
  const [only, ...more] = points;
  if (!ends || task.wanted === "stationary") return undefined;
  if (only && more.length === 0 && only.nature === task.wanted)
    return { points: [{ ...only, global: true }, ...ends.flatMap((end) => beyond(only, end, task, variable))] };
  return points.some(({ conditions }) => conditions.length > 0) ? undefined : bestOf(points, ends, task, variable);
}

/** As `settledByEnds`, on the two sides of a place that is left out. */
export function settledOnBothSides(
  points: readonly OptimumPoint[],
  task: OptimumTask,
  variable: string,
): Pick<Optimum, "points" | "none" | "open"> | undefined {
  const sides = bothSides(task.objective, variable, task.facts, task.assumptions);
  const ends = sides?.map((facts) => endsOf(facts, variable));
  const isSmooth = sides?.every((facts) => isSmoothWhere(task.objective, variable, [...task.assumptions, ...facts]));
  if (!isSmooth || !ends?.every((pair) => pair !== undefined) || points.some(({ conditions }) => conditions.length > 0)) return undefined;
  return bestOf(points, ends.flat(), task, variable);
}

/** An end as the best for the letters for which the only stationary point lies beyond it. */
function beyond(
  only: OptimumPoint,
  { sign, value, attained }: LiteralEnd,
  { objective, wanted, assumptions }: OptimumTask,
  variable: string,
): readonly OptimumPoint[] {
  const place = only.values.get(variable);
  if (!value || !attained || !place || only.conditions.length === 0 || wanted === "stationary") return [];
  const { numerator, denominator } = quotientOf(place);
  const isPositive = decide(relation(denominator, ">", ZERO), assumptions) === true;
  const [left, right] = isPositive ? [numerator, product(value, denominator)] : [place, value];
  const condition = relation(left, sign === 1 ? ">" : "<", right);
  if (decide(condition, assumptions) === false) return [];
  return [
    {
      values: new Map([[variable, value]]),
      value: valueAt(objective, variable, value),
      nature: wanted,
      global: true,
      end: true,
      integers: [],
      conditions: [condition],
    },
  ];
}

function bestOf(
  points: readonly OptimumPoint[],
  ends: readonly LiteralEnd[],
  task: OptimumTask,
  variable: string,
): Pick<Optimum, "points" | "none" | "open"> | undefined {
  const { objective, wanted, assumptions } = task;
  if (wanted === "stationary") return undefined;
  const attained = ends.flatMap(({ value, attained: isReached }): readonly OptimumPoint[] => {
    const isKnown = points.some((point) => value && signKnown(subtract(point.values.get(variable) ?? value, value), assumptions) === 0);
    if (!value || !isReached || isKnown) return [];
    return [endPoint(task, variable, value, withoutEnds(task.facts, variable)?.inside ?? task.facts)];
  });
  const all = [...points, ...attained];
  const better = (a: Expression, b: Expression): boolean | undefined => {
    const sign = signKnown(subtract(a, b), assumptions);
    return sign === undefined ? undefined : wanted === "maximum" ? sign > 0 : sign < 0;
  };
  let best = all[0];
  for (const one of all.slice(1)) {
    const isBetter = best && better(one.value, best.value);
    if (isBetter === undefined) return undefined;
    if (isBetter) best = one;
  }
  const top = best;
  for (const end of ends.filter((one) => !(one.value && one.attained))) {
    const limit = limitAt(end, objective, variable, assumptions);
    if (!limit) return undefined;
    const isBeyond = limit.kind === "infinite" ? (limit.sign === 1) === (wanted === "maximum") : top && better(limit.value, top.value);
    if (isBeyond === undefined) return undefined;
    const place = { at: end.sign * Number.POSITIVE_INFINITY, value: end.value, kind: "end", attained: false } as const;
    if (isBeyond)
      return {
        points: sorted(all, wanted),
        none: `there is no ${greatest(wanted)} value: ${goesTo({ place, side: end.sign === 1 ? -1 : 1, limit }, wanted, variable) ?? ""}`,
      };
  }
  if (!top) return undefined;
  const isTop = (one: OptimumPoint): boolean => signKnown(subtract(one.value, top.value), assumptions) === 0;
  const marked = all.map((one) => (isTop(one) ? { ...one, global: true, nature: wanted } : one));
  return { points: sorted(marked, wanted) };
}

function limitAt({ sign, value }: LiteralEnd, objective: Expression, variable: string, assumptions: readonly Expression[]): Limit | undefined {
  const side = value ? { side: sign === 1 ? ("left" as const) : ("right" as const) } : {};
  const found = onlyCase(objective, { variable, at: value ?? limitValue({ kind: "infinite", sign }), whole: false, ...side }, assumptions)?.found;
  return found?.kind === "limit" ? found.limit : undefined;
}
