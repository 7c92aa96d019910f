import { coversZeros } from "../../calculus/cover.ts";
import { differentiate } from "../../calculus/derivative.ts";
import { isPlainlyBounded, plainBound } from "../../calculus/plain-bounds.ts";
import { Analysed } from "../../calculus/zeros.ts";
import type { Step } from "../../derivation/step.ts";
import { equation, name, number, relation, subtract, ZERO } from "../../expression/construct.ts";
import { contains, type Expression, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { linePlain } from "../../notation/line-plain.ts";
import { text } from "../../notation/text.ts";
import * as rational from "../../number/rational.ts";
import { constantSign, decide, simplify, zeroTest } from "../../truth/index.ts";
import { solveEquation } from "../equation.ts";
import { type Solved, type Task, Unsolvable } from "../solution.ts";
import { type Approached, approached, farthest, goesTo } from "./approached.ts";
import { byDerivatives, literalGlobal, natureByDerivatives } from "./by-derivatives.ts";
import { better, greatest, sorted } from "./compared.ts";
import { withConclusion } from "./conclusion.ts";
import { natureAtJump } from "./jumps.ts";
import { apartByCase } from "./members.ts";
import type { Nature, Optimum, OptimumPoint, OptimumTask } from "./optimum.ts";
import { allPlaces, type Place, valueAt } from "./places.ts";
import { withPlateaus } from "./plateaus.ts";
import { slopeSteps } from "./slope.ts";

/**
 * Extrema of a function of one variable: where the derivative is 0 or does not exist, and the ends of the interval. Between
 * these places the derivative keeps the sign that it is proven to have at one point there, which gives the nature of each; the
 * greatest and least values are found by comparing what is attained with where the function goes at open ends.
 */
export function optimiseOneVariable(asked: OptimumTask, variable: string): Optimum {
  const task = { ...asked, facts: asked.facts.map((fact) => plainBound(fact, variable)) };
  const { objective } = task;
  const isPlain = isPlainlyBounded(task.facts, variable);
  if (!isPlain && task.wanted === "stationary") return keptTo(task, optimiseOneVariable({ ...task, facts: [] }, variable));
  if (!isPlain) throw new Unsolvable(`the conditions do not bound ${variable} by values alone, and this case cannot be solved yet`);
  const derivative = simplify(differentiate(objective, variable)).expression;
  const steps: Step[] = [...slopeSteps(objective, variable, derivative)];
  if (!contains(derivative, variable) && zeroTest(derivative).kind === "zero") throw new Unsolvable(`${text(objective)} does not change with ${variable}`);
  const facts = task.facts.filter((fact) => contains(fact, variable));
  const stationary = equation(derivative, ZERO);
  if (stationary.kind !== "relation") throw new Unsolvable("there is no derivative to set to 0");
  const known = [...task.assumptions, ...facts];
  const { set: all, steps: found } = stationaryPoints({
    equation: stationary,
    unknown: variable,
    domain: "real",
    assumptions: known,
    brief: task.brief ?? false,
  });
  // With letters a solution may ask for what is known not to be so.
  const set = { ...all, solutions: all.solutions.filter(({ conditions }) => !conditions.some((condition) => decide(condition, task.assumptions) === false)) };
  steps.push(...found);
  const letters = [objective, ...facts].flatMap((e) => [...freeNames(e)]).filter((letter) => letter !== variable);
  const families = set.solutions.filter(({ integers }) => integers.length > 0);
  const common = {
    complete: set.complete,
    steps,
    reason: linePlain(set.reason),
    stationary: { equation: stationary, unknown: variable, facts, set, steps: found },
  };
  if (letters.length > 0 || families.length > 0) {
    const second = simplify(differentiate(derivative, variable)).expression;
    const members = set.solutions.flatMap((one) => apartByCase(one, [objective, second]));
    const points = members.map((one) => byDerivatives(one, task, variable, second, known));
    const found = literalGlobal(points, task, variable, known, families.length > 0);
    return withConclusion({ ...common, ...found, steps: [...steps, ...(found.steps ?? [])] }, task);
  }
  const places = allPlaces(task, variable, derivative, set.solutions, facts);
  const judged = bySigns(places, task, variable, derivative, set.complete);
  return withConclusion({ ...common, ...judged }, task, openEnds(places, judged, task, variable));
}

/** The solutions of the equation for stationary points. @throws Unsolvable with that equation where they are not found: it is the law that an optimum obeys */
function stationaryPoints(task: Task): Solved {
  try {
    return solveEquation(task);
  } catch (error) {
    if (error instanceof Unsolvable) throw new Unsolvable(`at a stationary point ${text(task.equation)}: ${error.message}`);
    throw error;
  }
}

/** The stationary points at which the conditions hold. @throws Unsolvable where that is open for one of them */
function keptTo({ facts, assumptions }: OptimumTask, found: Optimum): Optimum {
  const points = found.points.filter(({ values, conditions }) => {
    const held = facts.map((fact) => decide(simplify(substitute(fact, values)).expression, [...assumptions, ...conditions]));
    if (held.includes(false)) return false;
    if (held.includes(undefined)) throw new Unsolvable("it was not decided whether the conditions hold at each stationary point");
    return true;
  });
  return { ...found, points };
}

/** Where the function goes at the ends that are not attained, looked at where that decides something. */
function openEnds(places: readonly Place[], { points, none }: Pick<Optimum, "points" | "none">, task: OptimumTask, variable: string): readonly Approached[] {
  if (task.brief || task.wanted === "stationary" || (none === undefined && points.length < 2)) return [];
  return places.flatMap((place, k) => {
    if (place.attained) return [];
    const sides = ([-1, 1] as const).filter((side) => places[k + side] !== undefined);
    return sides.map((side) => approached(place, side, task.objective, variable));
  });
}

/** A rational number with few digits strictly between two places. */
function between(a: number, b: number): rational.Rational {
  const low = Number.isFinite(a) ? a : Math.min(b - 1, 2 * b - 1);
  const high = Number.isFinite(b) ? b : Math.max(a + 1, 2 * a + 1);
  if (!Number.isFinite(low) || !Number.isFinite(high)) return rational.fromNumber(0.375);
  const unit = 2 ** (Math.floor(Math.log2(high - low)) - 6);
  const rounded = Math.round((low + (high - low) * 0.5126953125) / unit) * unit;
  return rational.fromNumber(rounded);
}

function signAt(e: Expression, variable: string, x: rational.Rational): -1 | 0 | 1 | undefined {
  return constantSign(substitute(e, new Map([[variable, number(x)]])));
}

/** The nature of every place by the signs of the derivative to its left and right, and the optima of the whole. */
function bySigns(
  places: readonly Place[],
  task: OptimumTask,
  variable: string,
  derivative: Expression,
  complete: boolean,
): Pick<Optimum, "points" | "none" | "open"> {
  // Beyond the last place that is known, others may follow where not all are known.
  const isKnown = (a: number, b: number): boolean => complete || (Number.isFinite(a) && Number.isFinite(b));
  const signs = places.slice(1).map((place, k) => {
    const before = places[k]?.at ?? 0;
    return isKnown(before, place.at) ? signAt(derivative, variable, between(before, place.at)) : undefined;
  });
  const second = (): Expression => simplify(differentiate(derivative, variable)).expression;
  const points: OptimumPoint[] = [];
  places.forEach((place, k) => {
    if (!place.attained || !place.value) return;
    const [before, after] = [signs[k - 1], signs[k]];
    const isEnd = place.kind === "end";
    const value = valueAt(task.objective, variable, place.value);
    const nature = place.limits
      ? natureAtJump(value, place.limits, before, after)
      : place.kind === "stationary" && (before === undefined || after === undefined)
        ? natureByDerivatives({ values: new Map([[variable, place.value]]), integers: [] }, variable, second(), [])
        : natureOf(place.kind === "end" && k === 0 ? undefined : before, isEnd && k > 0 ? undefined : after, isEnd);
    if (place.kind === "corner" && nature === "inflection") return;
    points.push({
      values: new Map([[variable, place.value]]),
      value,
      nature,
      global: false,
      end: isEnd,
      integers: [],
      conditions: place.solution?.conditions ?? [],
    });
  });
  const whole = withPlateaus(points, places, signs, task, variable);
  if (task.wanted === "stationary") return { points: whole.filter(({ end }) => !end) };
  return withGlobal(whole, places, signs, task, variable);
}

function natureOf(before: -1 | 0 | 1 | undefined, after: -1 | 0 | 1 | undefined, isEnd: boolean): Nature {
  if (isEnd) {
    if (before !== undefined) return before > 0 ? "maximum" : before < 0 ? "minimum" : "undecided";
    return after === undefined ? "undecided" : after > 0 ? "minimum" : after < 0 ? "maximum" : "undecided";
  }
  if (before === undefined || after === undefined || before === 0 || after === 0) return "undecided";
  if (before === after) return "inflection";
  return before > 0 ? "maximum" : "minimum";
}

/** Compares what is attained with where the function goes at ends that are not. */
function withGlobal(
  points: readonly OptimumPoint[],
  places: readonly Place[],
  signs: readonly (-1 | 0 | 1 | undefined)[],
  task: OptimumTask,
  variable: string,
): Pick<Optimum, "points" | "none" | "open"> {
  const { wanted, objective } = task;
  const best = points.reduce<OptimumPoint | undefined>((top, next) => (!top || better(next.value, top.value, wanted) ? next : top), undefined);
  const undecided = signs.includes(undefined);
  let beaten: string | undefined;
  let proven = !undecided;
  for (const { limits, value } of places) {
    const beating = limits && value && best ? [limits.left, limits.right].find((limit) => better(limit, best.value, wanted)) : undefined;
    if (beating && value) beaten ??= `close to ${variable} = ${text(value)} the values approach ${text(beating)}, which is not reached`;
  }
  const beyond: Approached[] = [];
  places.forEach((place, k) => {
    if (place.attained) return;
    for (const side of [-1, 1] as const) {
      // The derivative on the piece that ends at this place, and whether the function rises (or falls) towards it.
      const sign = side === -1 ? signs[k - 1] : signs[k];
      const neighbour = places[k + side];
      if (sign === undefined || !neighbour || beaten) continue;
      const towards = side === -1 ? sign : -sign;
      const improves = wanted === "maximum" ? towards > 0 : towards < 0;
      if (!improves) continue;
      const reached = approaching(place.at, neighbour.at, objective, variable, best?.value, wanted);
      if (reached === "beats") beyond.push(approached(place, side, objective, variable));
      else if (reached === "open") proven = proven && staysBelow(place, neighbour, objective, variable, best?.value, wanted);
    }
  });
  beaten ??= goesTo(farthest(beyond, wanted), wanted, variable);
  if (beaten) return { points: sorted(points, wanted), none: `there is no ${greatest(wanted)} value: ${beaten}` };
  if (!best || !proven) return { points: sorted(points, wanted), open: `it is not proven that one of these is the ${greatest(wanted)} value` };
  const marked = points.map((one) => ({ ...one, global: zeroTest(subtract(one.value, best.value)).kind === "zero" }));
  return { points: sorted(marked, wanted) };
}

/** Whether values near a place that is not attained beat the best one, by looking closer and closer. */
function approaching(
  at: number,
  from: number,
  objective: Expression,
  variable: string,
  best: Expression | undefined,
  wanted: OptimumTask["wanted"],
): "beats" | "open" {
  if (!best) return "beats";
  for (let k = 1; k <= 40; k += 3) {
    const x = Number.isFinite(at)
      ? at + (Number.isFinite(from) ? from - at : at < from ? 1 : -1) * 2 ** -k
      : (at > 0 ? 1 : -1) * 2 ** Math.min(k, 30) + (Number.isFinite(from) ? from : 0);
    const value = substitute(objective, new Map([[variable, number(rational.fromNumber(x))]]));
    if (better(value, best, wanted)) return "beats";
  }
  return "open";
}

/** Whether bounds prove that the values towards a place stay on one side of the best one. */
function staysBelow(
  place: Place,
  neighbour: Place,
  objective: Expression,
  variable: string,
  best: Expression | undefined,
  wanted: OptimumTask["wanted"],
): boolean {
  if (!best) return false;
  const gap = wanted === "maximum" ? subtract(best, objective) : subtract(objective, best);
  const x = name(variable);
  const from = rational.fromNumber(
    Number.isFinite(place.at)
      ? (place.at + (Number.isFinite(neighbour.at) ? neighbour.at : place.at + (neighbour.at > 0 ? 2 : -2))) / 2
      : place.at > 0
        ? Math.max(neighbour.at, 0) * 2 + 8
        : Math.min(neighbour.at, 0) * 2 - 8,
  );
  const side = place.at > neighbour.at ? relation(x, ">=", number(from)) : relation(x, "<=", number(from));
  const end = place.value ? [place.at > neighbour.at ? relation(x, "<=", place.value) : relation(x, ">=", place.value)] : [];
  return coversZeros(new Analysed(gap, variable), [], [side, ...end]);
}
