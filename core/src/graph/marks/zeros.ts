import { approximateValue } from "../../expression/ball-value.ts";
import { equation, name, number, relation, subtract, ZERO } from "../../expression/construct.ts";
import { type Expression, equal, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { BudgetExhausted } from "../../number/budget.ts";
import * as rational from "../../number/rational.ts";
import { solveEquation } from "../../solve/equation.ts";
import { Unsolvable } from "../../solve/solution.ts";
import { simplify, steppedParts, writtenNear, zeroTest } from "../../truth/index.ts";
import type { Mark } from "../scene.ts";
import { isBounded, rangeAround } from "../window.ts";
import { type Drawn, pointMark } from "./point-mark.ts";
import { rangeOfSteps, stepPlaces } from "./steps.ts";

/** Where a function meets the horizontal axis. */
export function zeros({ expression, variable, range }: Drawn, index: number): readonly Mark[] {
  return rootsOf(expression, ZERO, variable, range).flatMap((x) => pointMark("zero", x, expression, variable, [index]));
}

/** Where it meets the vertical axis. */
export function intercept({ expression, variable }: Drawn, index: number): readonly Mark[] {
  return pointMark("intercept", ZERO, expression, variable, [index]);
}

/** Where two functions meet. */
export function intersections(f: Drawn, first: number, g: Drawn, second: number): readonly Mark[] {
  return rootsOf(f.expression, g.expression, f.variable, f.range).flatMap((x) => pointMark("intersection", x, f.expression, f.variable, [first, second]));
}

/** Where a function repeats its zeros, the range that shows some of them; undefined where its zeros can be listed. */
export function rangeOfRepeated({ expression, variable, range }: Drawn): Drawn["range"] {
  if (range && isBounded(range)) return range;
  const { values, repeats } = rootsWithFamilies(expression, ZERO, variable, range);
  if (!repeats) return range;
  const { from, to } = rangeAround(values.flatMap((value) => approximateValue(value) ?? []));
  return { from: Math.max(from, range?.from ?? from), to: Math.min(to, range?.to ?? to) };
}

/** The real solutions of f = g, in the range where there is one; of families without a range the members next to 0. */
export function rootsOf(f: Expression, g: Expression, variable: string, range: Drawn["range"]): readonly Expression[] {
  return rootsWithFamilies(f, g, variable, range).values;
}

function rootsWithFamilies(
  f: Expression,
  g: Expression,
  variable: string,
  range: Drawn["range"],
): { readonly values: readonly Expression[]; readonly repeats: boolean } {
  const none = { values: [], repeats: false };
  try {
    const task = equation(f, g);
    if (task.kind !== "relation" || equal(f, g)) return none;
    if (steppedParts(task, variable).length > 0) return { values: rootsBetweenSteps(subtract(f, g), variable, range), repeats: false };
    const { set } = solveEquation({ equation: task, unknown: variable, domain: "real", assumptions: within(variable, range), brief: true });
    const values = set.solutions.flatMap((solution) => {
      const value = solution.values.get(variable) ?? ZERO;
      const [letter] = solution.integers;
      const members = letter === undefined ? [value] : [-1, 0, 1].map((n) => simplify(substitute(value, new Map([[letter, number(n)]]))).expression);
      return members.filter((member) => freeNames(member).size === 0);
    });
    if (set.complete) return { values, repeats: set.solutions.some(({ integers }) => integers.length > 0) };
    // Without an end to them, those next to 0 are enough.
    const distance = (value: Expression): number => Math.abs(approximateValue(value) ?? Number.POSITIVE_INFINITY);
    return { values: range && isBounded(range) ? values : [...values].sort((a, b) => distance(a) - distance(b)).slice(0, NEAREST), repeats: values.length > 0 };
  } catch (error) {
    if (error instanceof Unsolvable || error instanceof BudgetExhausted) return none;
    throw error;
  }
}

const NEAREST = 5;

/** The single zeros of a function with steps: those at the steps, and between two of them those of what is written there. */
function rootsBetweenSteps(f: Expression, variable: string, range: Drawn["range"]): readonly Expression[] {
  const roots = (left: Expression, right: Expression): readonly Expression[] => rootsOf(left, right, variable, range);
  const at = (value: Expression): number => approximateValue(value) ?? Number.NaN;
  const steps = [...stepPlaces(f, variable, range, roots)].sort((a, b) => at(a) - at(b));
  const isZero = (x: Expression): boolean => zeroTest(writtenNear(substitute(f, new Map([[variable, x]])), variable, x)).kind === "zero";
  const { from, to } = rangeOfSteps(range);
  const ends = [from, ...steps.map(at), to];
  const pieces = ends.slice(1).flatMap((high, k) => {
    const low = ends[k] ?? high;
    return high - low > SLACK ? [{ low, high, own: simplify(writtenNear(f, variable, number(rational.fromNumber((low + high) / 2)))).expression }] : [];
  });
  const [level, others] = [pieces.filter(({ own }) => freeNames(own).size === 0), pieces.filter(({ own }) => freeNames(own).size > 0)];
  const isAlone = (x: Expression): boolean =>
    !level.some(({ low, high, own }) => at(x) >= low - SLACK && at(x) <= high + SLACK && zeroTest(own).kind === "zero");
  const inside = others.flatMap(({ low, high, own }) =>
    rootsOf(own, ZERO, variable, { from: low, to: high }).filter((x) => at(x) > low + SLACK && at(x) < high - SLACK),
  );
  return [...steps.filter((x) => isZero(x) && isAlone(x)), ...inside];
}

/** How far, in widths of the range, its ends are moved out: π as a double is less than π. */
const SLACK = 1e-12;

/** The range as bounds of the variable, its ends included; an end may be infinite. */
export function within(variable: string, range: Drawn["range"]): readonly Expression[] {
  if (!range) return [];
  const { from, to } = range;
  const more = SLACK * (isBounded(range) ? to - from : Math.max(1, Math.abs(Number.isFinite(from) ? from : to)));
  const bound = (comparison: ">=" | "<=", x: number): readonly Expression[] =>
    Number.isFinite(x) ? [relation(name(variable), comparison, number(rational.fromNumber(x)))] : [];
  return [...bound(">=", from - more), ...bound("<=", to + more)];
}
