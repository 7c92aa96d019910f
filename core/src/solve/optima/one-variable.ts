import { coversZeros } from "../../calculus/cover.ts";
import { differentiate } from "../../calculus/derivative.ts";
import { roughPlaces } from "../../calculus/rough-places.ts";
import { Analysed } from "../../calculus/zeros.ts";
import { type Step, step } from "../../derivation/step.ts";
import { approximateValue } from "../../expression/ball-value.ts";
import { chain, divide, equation, name, negate, number, relation, subtract, ZERO } from "../../expression/construct.ts";
import { curveDomain } from "../../expression/domain.ts";
import { type Comparison, contains, type Expression, freeNames } from "../../expression/expression.ts";
import { MIRRORED } from "../../expression/statement.ts";
import { substitute } from "../../expression/substitute.ts";
import { text } from "../../notation/text.ts";
import * as rational from "../../number/rational.ts";
import { evenPowersOut } from "../../rewrite/forms/root-and-log-forms.ts";
import { constantSign, decide, simpleRelations, simplify, zeroTest } from "../../truth/index.ts";
import { solveEquation } from "../equation.ts";
import { type Solution, Unsolvable } from "../solution.ts";
import { readable } from "../values.ts";
import { caseConditions, jumpAt, type Limits, natureAtJump } from "./jumps.ts";
import { apartByCase, atMember } from "./members.ts";
import type { Nature, Optimum, OptimumPoint, OptimumTask } from "./optimum.ts";

/** An end of the domain of a function of one variable. */
interface End {
  readonly place: number;
  readonly value: Expression | undefined;
  /** Whether the function has a value there. */
  readonly attained: boolean;
}

/** A place where something may happen: a stationary point, an end, a point without a derivative or without a value. */
interface Place {
  readonly at: number;
  readonly value: Expression | undefined;
  readonly kind: "stationary" | "corner" | "end" | "gap";
  readonly attained: boolean;
  readonly solution?: Solution;
  /** What the function comes close to on either side, where it jumps. */
  readonly limits?: Limits;
}

/**
 * Extrema of a function of one variable: where the derivative is 0 or does not exist, and the ends of the interval. Between
 * these places the derivative keeps the sign that it is proven to have at one point there, which gives the nature of each; the
 * greatest and least values are found by comparing what is attained with where the function goes at open ends.
 */
export function optimiseOneVariable(task: OptimumTask, variable: string): Optimum {
  const { objective } = task;
  const derivative = simplify(differentiate(objective, variable)).expression;
  const steps: Step[] = [step("differentiate", [objective], { kind: "derivative", of: objective, variable, after: derivative })];
  if (!contains(derivative, variable) && zeroTest(derivative).kind === "zero") throw new Unsolvable(`${text(objective)} does not change with ${variable}`);
  const facts = task.facts.filter((fact) => contains(fact, variable));
  const stationary = equation(derivative, ZERO);
  if (stationary.kind !== "relation") throw new Unsolvable("there is no derivative to set to 0");
  const known = [...task.assumptions, ...facts];
  const { set, steps: found } = solveEquation({ equation: stationary, unknown: variable, domain: "real", assumptions: known, brief: task.brief ?? false });
  steps.push(step("stationary where", [], { kind: "equivalent", unknown: variable, before: stationary, after: stationary }), ...found);
  const letters = [...freeNames(objective)].filter((letter) => letter !== variable);
  const families = set.solutions.filter(({ integers }) => integers.length > 0);
  const common = { complete: set.complete, steps, reason: set.reason, stationary: { equation: stationary, unknown: variable, facts, set, steps: found } };
  if (letters.length > 0 || families.length > 0) {
    const second = simplify(differentiate(derivative, variable)).expression;
    const members = set.solutions.flatMap((one) => apartByCase(one, [objective, second]));
    const points = members.map((one) => byDerivatives(one, task, variable, second, known));
    return { ...common, ...literalGlobal(points, task, variable, second, known, families.length > 0) };
  }
  const places = allPlaces(task, variable, derivative, set.solutions, facts);
  return { ...common, ...bySigns(places, task, variable, derivative, set.complete) };
}

function valueAt(objective: Expression, variable: string, value: Expression): Expression {
  return readable(substitute(objective, new Map([[variable, value]])));
}

/** How many derivatives are looked at. */
const MOST_ORDER = 6;

/** The nature by the first derivative from the second on that is not 0 there, for letters and families. */
function byDerivatives(one: Solution, { objective }: OptimumTask, variable: string, second: Expression, known: readonly Expression[]): OptimumPoint {
  const assumptions = [...known.filter((fact) => !contains(fact, variable)), ...one.conditions];
  return {
    values: one.values,
    value: evenPowersOut(readable(atMember(objective, one)), assumptions),
    nature: natureByDerivatives(one, variable, second, assumptions),
    global: false,
    end: false,
    integers: one.integers,
    conditions: one.conditions,
  };
}

function natureByDerivatives(one: Pick<Solution, "values" | "integers">, variable: string, second: Expression, assumptions: readonly Expression[]): Nature {
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
function literalGlobal(
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

const greatest = (wanted: OptimumTask["wanted"]): string => (wanted === "maximum" ? "greatest" : "least");

function better(a: Expression, b: Expression, wanted: OptimumTask["wanted"]): boolean {
  const sign = constantSign(subtract(a, b));
  return sign !== undefined && (wanted === "maximum" ? sign > 0 : sign < 0);
}

/** Stationary points, corners, gaps and ends, by rising place. */
function allPlaces(
  task: OptimumTask,
  variable: string,
  derivative: Expression,
  solutions: readonly Solution[],
  facts: readonly Expression[],
): readonly Place[] {
  const { objective } = task;
  const domain = curveDomain(objective).filter((condition) => contains(condition, variable));
  const [low, high] = endsOf([...facts, ...domain], variable, objective);
  const inside = (at: number): boolean => at >= low.place && at <= high.place;
  const isDefinedAt = (value: Expression): boolean =>
    domain.every((condition) => decide(simplify(substitute(condition, new Map([[variable, value]]))).expression, []) !== false);
  const own: Place[] = solutions.flatMap((one): readonly Place[] => {
    const value = one.values.get(variable);
    const at = value && approximateValue(value);
    if (!value || at === undefined) return [];
    // The derivative may have a value where the function has none.
    return [isDefinedAt(value) ? { at, value, kind: "stationary", attained: true, solution: one } : { at, value, kind: "gap", attained: false }];
  });
  const bounds = facts.filter((fact) => !(fact.kind === "relation" && fact.comparisons.includes("!=")));
  const borders = boundaries([...curveDomain(derivative), ...domain, ...caseConditions(objective, variable)], variable, bounds);
  if (!borders) throw new Unsolvable("the places where the function or its derivative is not defined could not be listed");
  const edges = borders.flatMap((value): readonly Place[] => {
    const at = approximateValue(value);
    if (at === undefined || !inside(at)) return [];
    const attained = isDefinedAt(value);
    const limits = attained ? jumpAt(objective, variable, value, valueAt(objective, variable, value)) : undefined;
    return [{ at, value, kind: attained ? "corner" : "gap", attained, ...(limits ? { limits } : {}) }];
  });
  const ends = [low, high].map((end): Place => ({ at: end.place, value: end.value, kind: "end", attained: end.attained }));
  const places: Place[] = [];
  for (const place of [...ends, ...edges.filter(({ limits }) => limits), ...own, ...edges]) {
    const twin = places.find(
      (other) => other.value && place.value && Math.abs(other.at - place.at) < 1e-9 && zeroTest(subtract(other.value, place.value)).kind === "zero",
    );
    if (!twin && inside(place.at)) places.push(place);
  }
  return places.sort((a, b) => a.at - b.at);
}

/** Where conditions of the form u ≠ 0, u ≥ 0, u > 0 change from holding to failing. */
function boundaries(conditions: readonly Expression[], variable: string, facts: readonly Expression[]): readonly Expression[] | undefined {
  const found: Expression[] = [];
  for (const condition of conditions) {
    if (condition.kind !== "relation") continue;
    for (let k = 0; k + 1 < condition.operands.length; k += 1) {
      const border = equation(condition.operands[k] ?? ZERO, condition.operands[k + 1] ?? ZERO);
      if (border.kind !== "relation" || !contains(border, variable)) continue;
      try {
        const { set } = solveEquation({ equation: border, unknown: variable, domain: "real", assumptions: facts });
        if (!set.complete || set.solutions.some(({ integers }) => integers.length > 0)) return undefined;
        found.push(...set.solutions.filter(({ free, integers }) => free.length + integers.length === 0).map(({ values }) => values.get(variable) ?? ZERO));
      } catch (error) {
        if (!(error instanceof Unsolvable)) throw error;
        return undefined;
      }
    }
  }
  return found;
}

/** The ends of the interval in which the variable lies, infinite where nothing bounds it. */
function endsOf(conditions: readonly Expression[], variable: string, objective: Expression): readonly [End, End] {
  let low: End = { place: Number.NEGATIVE_INFINITY, value: undefined, attained: false };
  let high: End = { place: Number.POSITIVE_INFINITY, value: undefined, attained: false };
  const bounds = simpleRelations(conditions.map((condition) => plainBound(condition, variable)));
  for (const { left, comparison, right } of bounds) {
    if (left.kind !== "name" || left.name !== variable || contains(right, variable)) continue;
    const place = approximateValue(right);
    if (place === undefined) continue;
    const isDefined = curveDomain(objective).every(
      (condition) => decide(simplify(substitute(condition, new Map([[variable, right]]))).expression, []) !== false,
    );
    const attained = (comparison === ">=" || comparison === "<=") && isDefined;
    if ((comparison === ">" || comparison === ">=") && (place > low.place || (place === low.place && !attained))) low = { place, value: right, attained };
    if ((comparison === "<" || comparison === "<=") && (place < high.place || (place === high.place && !attained))) high = { place, value: right, attained };
  }
  return [low, high];
}

/** A linear condition u ≥ 0 as a bound of the variable. */
function plainBound(condition: Expression, variable: string): Expression {
  if (condition.kind !== "relation" || condition.comparisons.length !== 1) return condition;
  const [left = ZERO, right = ZERO] = condition.operands;
  if (left.kind === "name" || right.kind === "name") return condition;
  const difference = simplify(subtract(left, right)).expression;
  const slope = simplify(differentiate(difference, variable)).expression;
  const sign = constantSign(slope);
  if (sign === undefined || sign === 0) return condition;
  const start = simplify(substitute(difference, new Map([[variable, ZERO]]))).expression;
  const bound = readable(negate(divide(start, slope)));
  const [comparison = "="] = condition.comparisons;
  return relation(name(variable), sign > 0 ? comparison : MIRRORED[comparison], bound);
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

/** The points with each piece on which the function is seen to keep its value as one family, instead of its ends. */
function withPlateaus(
  points: readonly OptimumPoint[],
  places: readonly Place[],
  signs: readonly (-1 | 0 | 1 | undefined)[],
  { objective }: OptimumTask,
  variable: string,
): readonly OptimumPoint[] {
  const x = name(variable);
  const at = (place: Place | undefined): OptimumPoint | undefined => points.find(({ values }) => values.get(variable) === place?.value);
  return places.slice(1).reduce((list, after, k) => {
    const before = places[k];
    const [from, to] = [at(before), at(after)];
    if (signs[k] !== 0 || !before?.value || !after.value || !from || !to) return list;
    const within = [chain([before.value, x, after.value], ["<=", "<="])];
    if (decide(relation(objective, "=", from.value), within) !== true) return list;
    const nature = natureOf(signs[k - 1], signs[k + 1], from.end || to.end);
    const family: OptimumPoint = { ...from, values: new Map([[variable, x]]), nature, end: false, integers: [variable], conditions: within };
    return [...list.filter((one) => one !== from && one !== to), family];
  }, points);
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
      if (reached === "beats") beaten = goesTo(place, wanted, variable);
      else if (reached === "open") proven = proven && staysBelow(place, neighbour, objective, variable, best?.value, wanted);
    }
  });
  if (beaten) return { points: sorted(points, wanted), none: `there is no ${greatest(wanted)} value: ${beaten}` };
  if (!best || !proven) return { points: sorted(points, wanted), open: `it is not proven that one of these is the ${greatest(wanted)} value` };
  const marked = points.map((one) => ({ ...one, global: zeroTest(subtract(one.value, best.value)).kind === "zero" }));
  return { points: sorted(marked, wanted) };
}

function goesTo(place: Place, wanted: "maximum" | "minimum" | "stationary", variable: string): string {
  const where = place.value ? text(place.value) : place.at > 0 ? "infinity" : "-infinity";
  return `as ${variable} approaches ${where}, which is not reached, the values become ${wanted === "maximum" ? "greater" : "smaller"} than any that is attained`;
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

function sorted(points: readonly OptimumPoint[], wanted: OptimumTask["wanted"]): readonly OptimumPoint[] {
  const rank = (one: OptimumPoint): number => (one.global ? 0 : one.nature === wanted ? 1 : 2);
  return [...points].sort((a, b) => rank(a) - rank(b));
}
