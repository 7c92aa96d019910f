import { differentiate } from "../../calculus/derivative.ts";
import { isOnePiece } from "../../calculus/plain-bounds.ts";
import { isSmoothWhere } from "../../calculus/rough-places.ts";
import { withoutInverse } from "../../canonical/inverse-circular.ts";
import { isNegative } from "../../canonical/normal-form.ts";
import type { Step } from "../../derivation/step.ts";
import { chain, isNumber, negate, relation, subtract, ZERO } from "../../expression/construct.ts";
import { curveDomain } from "../../expression/domain.ts";
import { type Comparison, contains, type Expression, freeNames } from "../../expression/expression.ts";
import { evenPowersOut } from "../../rewrite/forms/root-and-log-forms.ts";
import { readable } from "../../rewrite/readable.ts";
import { decide, simpleRelations, simplify, zeroTest } from "../../truth/index.ts";
import { tidyConditions } from "../sifting/conditions.ts";
import type { Solution } from "../solution.ts";
import { better, greatest, sorted } from "./compared.ts";
import { bestOfFirstPeriod } from "./damped.ts";
import { settledByEnds, settledOnBothSides } from "./literal-ends.ts";
import { atMember, valueAtMember } from "./members.ts";
import type { Nature, NatureCase, Optimum, OptimumPoint, OptimumTask } from "./optimum.ts";

/** How many derivatives are looked at. */
const MOST_ORDER = 6;

/** The nature by the first derivative from the second on that is not 0 there, for letters and families. */
export function byDerivatives(one: Solution, { objective }: OptimumTask, variable: string, second: Expression, known: readonly Expression[]): OptimumPoint {
  const assumptions = [...known.filter((fact) => !contains(fact, variable)), ...one.conditions];
  const nature = natureByDerivatives(one, variable, second, assumptions);
  const natures = nature === "undecided" ? naturesByLetters(one, second, assumptions) : [];
  return {
    values: one.values,
    value: evenPowersOut(readable(valueAtMember(objective, one)), assumptions),
    nature,
    ...(natures.length > 0 ? { natures } : {}),
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
    const there = simplify(withoutInverse(atMember(derivative, one))).expression;
    const is = (comparison: Comparison): boolean => decide(relation(there, comparison, ZERO), assumptions) === true;
    if (order % 2 === 1 && is("!=")) return "inflection";
    if (order % 2 === 0 && is(">")) return "minimum";
    if (order % 2 === 0 && is("<")) return "maximum";
    if (zeroTest(there, assumptions).kind !== "zero") return "undecided";
    derivative = simplify(differentiate(derivative, variable)).expression;
  }
  return "undecided";
}

/** What a stationary point is for the values of the letters on which the sign of the second derivative there hangs. */
function naturesByLetters(one: Pick<Solution, "values" | "integers">, second: Expression, assumptions: readonly Expression[]): readonly NatureCase[] {
  const there = simplify(withoutInverse(atMember(second, one))).expression;
  if (freeNames(there).size === 0 || one.integers.some((letter) => contains(there, letter))) return [];
  return ([">", "<"] as const).flatMap((comparison) => {
    const [condition, ...more] = tidyConditions([relation(there, comparison, ZERO)], assumptions);
    if (!condition || more.length > 0 || decide(condition, assumptions) === false) return [];
    return [{ nature: comparison === ">" ? ("minimum" as const) : ("maximum" as const), condition: sidesOf(condition) }];
  });
}

/** a − b > 0 as a > b. */
function sidesOf(condition: Expression): Expression {
  const [left, right] = condition.kind === "relation" ? condition.operands : [];
  const [first, second, ...more] = left?.kind === "sum" ? left.terms : [];
  if (condition.kind !== "relation" || !right || !isNumber(right, 0) || !first || !second || more.length > 0) return condition;
  const [positive, negative] = isNegative(first) ? [second, first] : [first, second];
  return isNegative(positive) || !isNegative(negative) ? condition : chain([positive, negate(negative)], condition.comparisons);
}

/** With letters: the only stationary point is the optimum of the whole where the function is smooth on one piece of the line. */
export function literalGlobal(
  points: readonly OptimumPoint[],
  task: OptimumTask,
  variable: string,
  known: readonly Expression[],
  repeats: boolean,
): Pick<Optimum, "points" | "none" | "open"> & { readonly steps?: readonly Step[] } {
  if (task.wanted === "stationary") return { points };
  if (repeats) return bestOfFirstPeriod(points, task, variable) ?? repeatedGlobal(points, task);
  const inner = points.filter((one) => !isEnd(one, task, variable));
  const [only, ...more] = inner;
  const marked = points.map((one) => ({ ...one, end: !inner.includes(one) }));
  // On an interval the only stationary point is the optimum of the whole where it is one of its neighbourhood.
  const isSmooth = isOnePiece(task.facts, [variable]) && isSmoothWhere(task.objective, variable, known);
  const isInside = inner.length === points.length;
  const settled = isInside ? (isSmooth ? settledByEnds(points, task, variable) : settledOnBothSides(points, task, variable)) : undefined;
  if (settled) return settled;
  if (!only || more.length > 0 || !isSmooth || only.nature !== task.wanted) {
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
