import { differentiate } from "../../calculus/derivative.ts";
import { roughPlaces } from "../../calculus/rough-places.ts";
import { relation, subtract, ZERO } from "../../expression/construct.ts";
import { curveDomain } from "../../expression/domain.ts";
import { type Comparison, contains, type Expression } from "../../expression/expression.ts";
import { evenPowersOut } from "../../rewrite/forms/root-and-log-forms.ts";
import { decide, simpleRelations, simplify, zeroTest } from "../../truth/index.ts";
import type { Solution } from "../solution.ts";
import { readable } from "../values.ts";
import { better, greatest, sorted } from "./compared.ts";
import { settledByEnds } from "./literal-ends.ts";
import { atMember, valueAtMember } from "./members.ts";
import type { Nature, Optimum, OptimumPoint, OptimumTask } from "./optimum.ts";

/** How many derivatives are looked at. */
const MOST_ORDER = 6;

/** The nature by the first derivative from the second on that is not 0 there, for letters and families. */
export function byDerivatives(one: Solution, { objective }: OptimumTask, variable: string, second: Expression, known: readonly Expression[]): OptimumPoint {
  const assumptions = [...known.filter((fact) => !contains(fact, variable)), ...one.conditions];
  return {
    values: one.values,
    value: evenPowersOut(readable(valueAtMember(objective, one)), assumptions),
    nature: natureByDerivatives(one, variable, second, assumptions),
    global: false,
    end: false,
    integers: one.integers,
    conditions: one.conditions,
  };
}

/** What a stationary point is by the first derivative from the second on that is not 0 there, up to order 6; undecided where none is seen to be. */
export function natureByDerivatives(
  one: Pick<Solution, "values" | "integers">,
  variable: string,
  second: Expression,
  assumptions: readonly Expression[],
): Nature {
  for (let order = 2, derivative = second; order <= MOST_ORDER; order += 1) {
    const there = simplify(atMember(derivative, one)).expression;
    const is = (comparison: Comparison): boolean => decide(relation(there, comparison, ZERO), assumptions) === true;
    if (order % 2 === 1 && is("!=")) return "inflection";
    if (order % 2 === 0 && is(">")) return "minimum";
    if (order % 2 === 0 && is("<")) return "maximum";
    if (zeroTest(there, assumptions).kind !== "zero") return "undecided";
    derivative = simplify(differentiate(derivative, variable)).expression;
  }
  return "undecided";
}

/** With letters: one stationary point is the optimum where the second derivative keeps its sign on the whole domain. */
export function literalGlobal(
  points: readonly OptimumPoint[],
  task: OptimumTask,
  variable: string,
  second: Expression,
  known: readonly Expression[],
  repeats: boolean,
): Pick<Optimum, "points" | "none" | "open"> {
  if (task.wanted === "stationary") return { points };
  if (repeats) return repeatedGlobal(points, task);
  const comparison: Comparison = task.wanted === "maximum" ? "<" : ">";
  const inner = points.filter((one) => !isEnd(one, task, variable));
  const [only, ...more] = inner;
  const marked = points.map((one) => ({ ...one, end: !inner.includes(one) }));
  // On an interval the only stationary point is the optimum of the whole where it is one of its neighbourhood.
  const isDifferentiable = curveDomain(task.objective).every((condition) => decide(condition, known) === true);
  const isSmooth = roughPlaces(task.objective, [variable], known)?.length === 0;
  const settled = isSmooth && isDifferentiable && inner.length === points.length ? settledByEnds(points, task, variable) : undefined;
  if (settled) return settled;
  const keeps = isSmooth && (decide(relation(second, comparison, ZERO), known) === true || isDifferentiable);
  if (!only || more.length > 0 || !keeps || only.nature !== task.wanted) {
    const isFound = isSmooth && points.length > 0;
    return { points: sorted(marked, task.wanted), ...(isFound ? {} : { open: `it is not proven that one of these is the ${greatest(task.wanted)} value` }) };
  }
  return {
    points: sorted(
      marked.map((one) => ({ ...one, global: one.values === only.values })),
      task.wanted,
    ),
  };
}

/** Whether a stationary point stands at an end of the interval. */
function isEnd({ values }: OptimumPoint, { facts }: OptimumTask, variable: string): boolean {
  const value = values.get(variable) ?? ZERO;
  return simpleRelations(facts).some(({ left, right }) => left.kind === "name" && left.name === variable && zeroTest(subtract(value, right)).kind === "zero");
}

/** The families whose value is the greatest (or least) of a periodic function that is defined everywhere. */
function repeatedGlobal(points: readonly OptimumPoint[], task: OptimumTask): Pick<Optimum, "points" | "none" | "open"> {
  const { wanted } = task;
  if (points.some(({ value, integers }) => integers.some((letter) => contains(value, letter))))
    return { points: sorted(points, wanted), open: `the values change along the family, and it is not proven that one of them is the ${greatest(wanted)}` };
  if (task.facts.length > 0 || curveDomain(task.objective).length > 0)
    return { points: sorted(points, wanted), open: `it is not proven that one of these is the ${greatest(wanted)} value` };
  const best = points.reduce<OptimumPoint | undefined>((top, next) => (!top || better(next.value, top.value, wanted) ? next : top), undefined);
  return {
    points: sorted(
      points.map((one) => ({ ...one, global: best !== undefined && zeroTest(subtract(one.value, best.value)).kind === "zero" })),
      wanted,
    ),
  };
}
