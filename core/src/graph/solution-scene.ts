import { boundsOf } from "../calculus/cover.ts";
import type { LimitPlace } from "../derivation/step.ts";
import { ballValue } from "../expression/ball-value.ts";
import { cases, logic, number, ZERO } from "../expression/construct.ts";
import { sideDifference, statedLinks } from "../expression/equations.ts";
import { type Expression, equal, freeNames } from "../expression/expression.ts";
import { infinityOf } from "../expression/infinity.ts";
import { substitute } from "../expression/substitute.ts";
import { plain } from "../notation/plain.ts";
import * as complex from "../number/complex-ball.ts";
import * as real from "../number/real-ball.ts";
import { BallUndefined } from "../number/real-ball.ts";
import type { OptimumPoint } from "../solve/optima/optimum.ts";
import type { Solution } from "../solve/solution.ts";
import { simplify } from "../truth/index.ts";
import { implicitPieces } from "./items/implicit-trace.ts";
import { plot } from "./plot.ts";
import type { Mark, MarkKind, Scene, Window } from "./scene.ts";

type Relation = Expression & { readonly kind: "relation" };

/** Members of a family that are shown: n from −MEMBERS to MEMBERS. */
const MEMBERS = 2;

function approximate(e: Expression): number | undefined {
  if (freeNames(e).size > 0) return undefined;
  try {
    const value = ballValue(e, 96);
    return complex.isReal(value) ? real.toNumber(value.re) : undefined;
  } catch (error) {
    if (error instanceof BallUndefined) return undefined;
    throw error;
  }
}

/** The values of a solution; several members of a family. */
function membersOf({ values, integers, free }: Solution): readonly ReadonlyMap<string, Expression>[] {
  const [letter] = integers;
  if (free.length > 0) return [];
  if (letter === undefined) return [values];
  return Array.from({ length: 2 * MEMBERS + 1 }, (_, k) => {
    const at = new Map([[letter, number(k - MEMBERS)]]);
    return new Map([...values].map(([key, value]) => [key, simplify(substitute(value, at)).expression]));
  });
}

/** Both sides of an equation in one unknown as curves, the solutions marked where they meet; undefined where letters stand in it. */
export function equationScene(statement: Relation, unknown: string, solutions: readonly Solution[], facts: readonly Expression[]): Scene | undefined {
  const [left = ZERO, right = ZERO] = statement.operands;
  if ([...freeNames(statement)].some((letter) => letter !== unknown)) return undefined;
  const sides = [left, right].filter((side) => !equal(side, ZERO));
  const marks = solutions.flatMap(membersOf).flatMap((values): readonly Mark[] => {
    const x = values.get(unknown) ?? ZERO;
    const y = simplify(substitute(sides[0] ?? ZERO, values)).expression;
    const at = [approximate(x), approximate(y)] as const;
    if (at[0] === undefined || at[1] === undefined) return [];
    return [{ kind: sides.length === 2 ? "intersection" : "zero", x, y, at: [at[0], at[1]], curves: sides.map((_, k) => k) }];
  });
  const { low, high } = boundsOf(unknown, facts);
  const range = low !== undefined && high !== undefined ? { from: low, to: high } : undefined;
  const items = sides.map((side) => ({ kind: "function" as const, label: `y = ${plain(side)}`, expression: side }));
  return plot(items, { variable: unknown, vertical: "y", x: range }, marks);
}

/** Both sides of an inequality as curves, and on the axis the intervals where it holds; undefined where they repeat for ever or letters stand in it. */
export function inequalityScene(statement: Expression, unknown: string, solutions: readonly Solution[], facts: readonly Expression[]): Scene | undefined {
  const [link] = statedLinks([statement]);
  if (!link || [...freeNames(statement)].some((letter) => letter !== unknown) || solutions.some(({ integers }) => integers.length > 0)) return undefined;
  const sides = [link.left, link.right].filter((side) => freeNames(side).size > 0 || !equal(side, ZERO));
  const ends = solutions.flatMap(({ conditions, values, free }) =>
    free.length > 0 ? statedLinks(conditions).map((one) => (one.left.kind === "name" ? one.right : one.left)) : [...values.values()],
  );
  const marks = ends.flatMap((x): readonly Mark[] => {
    const at = approximate(x);
    return at === undefined ? [] : [{ kind: "zero", x, y: ZERO, at: [at, 0], curves: [0] }];
  });
  const { low, high } = boundsOf(unknown, facts);
  const places = marks.map(({ at }) => at[0]);
  const [first, last] = [Math.min(...places, places[0] ?? 0), Math.max(...places, places[0] ?? 0)];
  const room = 1.5 * Math.max(1, last - first);
  const intervals = solutions.flatMap(({ conditions, free: [whole] }) => (whole === undefined ? [] : [conditions]));
  // One curve along the axis, with its gaps.
  const held = intervals.map((conditions) => ({ value: ZERO, condition: conditions.length === 1 && conditions[0] ? conditions[0] : logic("and", conditions) }));
  const isEverywhere = intervals.some((conditions) => conditions.length === 0);
  const along = held.length === 0 ? [] : [{ kind: "function" as const, label: "it holds", expression: isEverywhere ? ZERO : cases(held) }];
  const curves = sides.map((side) => ({ kind: "function" as const, label: `y = ${plain(side)}`, expression: side }));
  return plot([...along, ...curves], { variable: unknown, vertical: "y", x: { from: low ?? first - room, to: high ?? last + room } }, marks);
}

/** A function near the place where its limit is taken; far out, on that side. */
export function limitScene(e: Expression, place: LimitPlace): Scene | undefined {
  return sceneNear([e], place);
}

/** A function and its series near the place. */
export function seriesScene(e: Expression, series: Expression, place: LimitPlace): Scene | undefined {
  return sceneNear([e, series], place);
}

function sceneNear(functions: readonly Expression[], { variable, at }: LimitPlace): Scene | undefined {
  if (functions.some((e) => [...freeNames(e)].some((letter) => letter !== variable))) return undefined;
  const far = infinityOf(at);
  const near = far === undefined ? approximate(at) : 0;
  if (near === undefined) return undefined;
  const range = far === undefined ? { from: near - NEAR, to: near + NEAR } : far === 1 ? { from: 0, to: FAR } : { from: -FAR, to: 0 };
  const scene = plot(
    functions.map((e) => ({ kind: "function", label: `y = ${plain(e)}`, expression: e })),
    { variable, vertical: "y", x: range },
  );
  // What the curve does elsewhere is not asked here.
  return { ...scene, marks: scene.marks.filter(({ kind }) => SHOWN_NEAR.has(kind)) };
}

const SHOWN_NEAR: ReadonlySet<MarkKind> = new Set(["hole", "asymptote", "endpoint"]);

/** How much is shown beside a place, and of the way out. */
const NEAR = 2;
const FAR = 20;

/** Two equations in two unknowns as curves of the plane, the solutions marked where they meet. */
export function systemScene(equations: readonly Relation[], unknowns: readonly string[], solutions: readonly Solution[]): Scene | undefined {
  const [x, y, ...more] = unknowns;
  if (x === undefined || y === undefined || more.length > 0) return undefined;
  if (equations.some((one) => [...freeNames(one)].some((letter) => !unknowns.includes(letter)))) return undefined;
  const marks = solutions.flatMap(membersOf).flatMap((values): readonly Mark[] => {
    const [a, b] = [values.get(x) ?? ZERO, values.get(y) ?? ZERO];
    const at = [approximate(a), approximate(b)] as const;
    return at[0] === undefined || at[1] === undefined ? [] : [{ kind: "intersection", x: a, y: b, at: [at[0], at[1]], curves: equations.map((_, k) => k) }];
  });
  const window = windowAround(marks.map(({ at }) => at));
  const curves = equations.map((one) => {
    const expression = sideDifference(one);
    return { kind: "implicit" as const, label: plain(one), expression, pieces: implicitPieces(expression, [x, y], window) };
  });
  return { window, variable: x, vertical: y, curves, marks };
}

/** Width against height of the usual drawing. */
const ASPECT = 1.5;

/** A window with the points and the origin in it, with room on all sides and the same scale on both axes. */
function windowAround(points: readonly (readonly [number, number])[]): Window {
  const range = (k: 0 | 1): { readonly middle: number; readonly size: number } => {
    const all = [0, ...points.map((point) => point[k])];
    const [low, high] = [Math.min(...all), Math.max(...all)];
    return { middle: (low + high) / 2, size: high - low + 2 * Math.max(1, (high - low) * 0.4) };
  };
  const [x, y] = [range(0), range(1)];
  const height = Math.max(y.size, x.size / ASPECT);
  const width = height * ASPECT;
  return { xMin: x.middle - width / 2, xMax: x.middle + width / 2, yMin: y.middle - height / 2, yMax: y.middle + height / 2 };
}

/** An objective of one variable as a curve, its stationary points and ends marked. */
export function optimumScene(objective: Expression, variable: string, points: readonly OptimumPoint[], facts: readonly Expression[]): Scene | undefined {
  if ([...freeNames(objective)].some((letter) => letter !== variable)) return undefined;
  const marks = points.flatMap(({ values, value, nature, integers }): readonly Mark[] => {
    const x = values.get(variable) ?? ZERO;
    const at = [approximate(x), approximate(value)] as const;
    if (integers.length > 0 || at[0] === undefined || at[1] === undefined) return [];
    return [{ kind: nature === "maximum" ? "maximum" : nature === "minimum" ? "minimum" : "zero", x, y: value, at: [at[0], at[1]], curves: [0] }];
  });
  const { low, high } = boundsOf(variable, facts);
  const far = Math.max(1, ...marks.map(({ at }) => Math.abs(at[0])));
  const range = low === undefined && high === undefined ? undefined : { from: low ?? (high ?? 0) - 3 * far, to: high ?? (low ?? 0) + 3 * far };
  return plot([{ kind: "function", label: plain(objective), expression: objective }], { variable, vertical: "y", x: range }, marks);
}
