import { approximateValue } from "../../expression/ball-value.ts";
import { compile } from "../../expression/double-value.ts";
import { type Expression, findAll } from "../../expression/expression.ts";
import { compileInterval, NoIntervals } from "../../expression/interval-value.ts";
import { type BatchFunction, compileBatch } from "../../expression/machine-code.ts";
import { interval } from "../../number/interval.ts";
import { pointMark } from "../marks/point-mark.ts";
import { type Bounds, sample } from "../sampling.ts";
import type { Curve, Mark, Position, Window } from "../scene.ts";
import type { Range } from "../window.ts";
import type { Domain, View } from "./item.ts";

const LOOKS = 240;

/** A function in doubles at many points: machine code where it can be, closures elsewhere. */
export function inDoubles(f: Expression, variable: string): BatchFunction {
  const closure = compile(f, [variable]);
  return compileBatch(f, variable) ?? ((points) => points.map((x) => closure(x)));
}

/** Values all along a range, for the choice of a height. */
export function valuesAlong(f: Expression, { variable, logarithmic }: View, { from, to }: Range): readonly number[] {
  const values = inDoubles(f, variable);
  return [...(logarithmic ? onScales(values, logarithmic) : values)(Float64Array.from({ length: LOOKS + 1 }, (_, k) => from + ((to - from) * k) / LOOKS))];
}

/** A function with its values and arguments as decimal logarithms, along the axes that are logarithmic. */
export function onScales(f: BatchFunction, { x, y }: { readonly x: boolean; readonly y: boolean }): BatchFunction {
  return (points) => {
    const values = f(x ? points.map((point) => 10 ** point) : points);
    return y ? values.map(Math.log10) : values;
  };
}

interface Drawn {
  readonly label: string;
  readonly expression: Expression;
  readonly on?: Domain;
}

/** The graph of a function of one variable, on its own part of the axis where it has one. */
export function functionCurve({ label, expression, on }: Drawn, view: View, window: Window): Curve {
  const { variable, logarithmic } = view;
  const { xMin, xMax, yMin, yMax } = window;
  const values = inDoubles(expression, variable);
  const { from, to } = drawnRange(on, view, { from: xMin, to: xMax });
  const height = yMax - yMin;
  const pieces =
    from < to
      ? (logarithmic ? sample(onScales(values, logarithmic), from, to, height) : sample(values, from, to, height, boundsOf(expression, variable))).flatMap(
          (piece) => clip(piece, window),
        )
      : [];
  return { kind: "function", label, expression, pieces };
}

/** A number from which on, or below whose inverse, spikes may be too narrow to be met by looking. */
const LARGE = 1e4;

/** Bounds of the values on an interval, where the expression may hide something between samples. */
function boundsOf(e: Expression, variable: string): Bounds | undefined {
  const isLarge = (part: Expression): boolean => part.kind === "number" && (Math.abs(Number(part.value.num)) >= LARGE || Number(part.value.den) >= LARGE);
  if (findAll(e, isLarge).length === 0) return undefined;
  try {
    const values = compileInterval(e, variable);
    return (low, high) => values(interval(low, high));
  } catch (error) {
    if (error instanceof NoIntervals) return undefined;
    throw error;
  }
}

/** A part of the axis in doubles. */
export function rangeOf({ from, to }: Domain): Range {
  return { from: approximateValue(from) ?? Number.NEGATIVE_INFINITY, to: approximateValue(to) ?? Number.POSITIVE_INFINITY };
}

/** What a function's own part of the axis and a range along it have in common, in places of the drawing. */
export function drawnRange(on: Domain | undefined, { logarithmic }: View, { from, to }: Range): Range {
  const own = on && rangeOf(on);
  if (!own) return { from, to };
  const place = (x: number): number => (logarithmic?.x ? Math.log10(x) : x);
  return { from: Math.max(from, place(own.from)), to: Math.min(to, place(own.to)) };
}

/** Which ends of its part of the axis a function is drawn up to: a dot where the end belongs to it, a ring where it does not. */
export function domainEnds({ expression, on }: Drawn, variable: string, index: number): readonly Mark[] {
  if (!on) return [];
  return [
    { at: on.from, open: on.fromOpen },
    { at: on.to, open: on.toOpen },
  ]
    .filter(({ at }) => approximateValue(at) !== undefined)
    .flatMap(({ at, open }) => pointMark(open ? "hole" : "endpoint", at, expression, variable, [index]));
}

/** Whether a place belongs to the part of the axis. */
export function isOn(on: Domain | undefined, x: number): boolean {
  if (!on) return true;
  const range = rangeOf(on);
  const slack = 1e-12 * Math.max(1, Math.abs(x));
  return (on.fromOpen ? x > range.from + slack : x >= range.from - slack) && (on.toOpen ? x < range.to - slack : x <= range.to + slack);
}

/** Cuts a piece at the window's lower and upper edge. */
function clip(piece: readonly Position[], { yMin, yMax }: Window): readonly (readonly Position[])[] {
  const pieces: Position[][] = [];
  let current: Position[] = [];
  const inside = (point: Position): boolean => point[1] >= yMin && point[1] <= yMax;
  const crossing = (a: Position, b: Position): Position => {
    const edge = (inside(a) ? b : a)[1] > yMax ? yMax : yMin;
    const t = (edge - a[1]) / (b[1] - a[1]);
    return [a[0] + t * (b[0] - a[0]), edge];
  };
  piece.forEach((point, k) => {
    const before = piece[k - 1];
    if (before && inside(before) !== inside(point)) current.push(crossing(before, point));
    if (inside(point)) current.push(point);
    else if (current.length > 0) {
      pieces.push(current);
      current = [];
    }
  });
  if (current.length > 0) pieces.push(current);
  return pieces.filter((part) => part.length > 1);
}
