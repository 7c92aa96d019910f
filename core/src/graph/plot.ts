import { compile } from "../expression/double-value.ts";
import type { Expression } from "../expression/expression.ts";
import { type BatchFunction, compileBatch } from "../expression/machine-code.ts";
import { marksOf } from "./marks.ts";
import { sample } from "./sampling.ts";
import type { Mark, Position, Scene, Window } from "./scene.ts";

/** A function to be drawn, with the label its author gave it. */
export interface PlotItem {
  readonly label: string;
  readonly expression: Expression;
}

export interface Range {
  readonly from: number;
  readonly to: number;
}

const LOOKS = 240;

/** The scene of functions of one variable, on an interval chosen from their marks unless one is asked for. */
export function plot(items: readonly PlotItem[], variable: string, xRange?: Range, yRange?: Range, ownMarks?: readonly Mark[]): Scene {
  const functions = items.map((item) => item.expression);
  const allMarks = ownMarks ?? marksOf(functions, variable, xRange);
  const { from: xMin, to: xMax } = xRange ?? defaultRange(allMarks);
  const doubles = functions.map((f) => inDoubles(f, variable));
  const inside = allMarks.filter(({ at }) => at[0] >= xMin - 1e-9 * (xMax - xMin) && at[0] <= xMax + 1e-9 * (xMax - xMin));
  const { from: yMin, to: yMax } = yRange ?? heightRange(doubles, xMin, xMax, inside);
  const window: Window = { xMin, xMax, yMin, yMax };
  const curves = items.map((item, k) => ({
    kind: "function" as const,
    label: item.label,
    expression: item.expression,
    pieces: sample(doubles[k] ?? ((points) => points.map(() => Number.NaN)), xMin, xMax, yMax - yMin).flatMap((piece) => clip(piece, window)),
  }));
  const margin = (yMax - yMin) * 1e-9;
  const visible = inside.filter(({ at }) => at[1] >= yMin - margin && at[1] <= yMax + margin);
  return { window, variable, curves, marks: visible };
}

/** An interval that shows every mark with room on both sides, and the y-axis where it is not far off. */
function defaultRange(marks: readonly Mark[]): Range {
  const xs = marks.filter((mark) => mark.kind !== "intercept").map(({ at }) => at[0]);
  if (xs.length === 0) return { from: -5, to: 5 };
  const [low, high] = [Math.min(...xs), Math.max(...xs)];
  const spread = high - low;
  const room = spread > 0 ? spread * 0.45 : Math.max(2, Math.abs(low) * 0.6);
  let [from, to] = [low - room, high + room];
  const width = to - from;
  if (from > 0 && from < width * 0.6) from = -0.08 * width;
  if (to < 0 && -to < width * 0.6) to = 0.08 * width;
  return { from: round(from, width, Math.floor), to: round(to, width, Math.ceil) };
}

/** Ends of a default interval are round numbers. */
function round(value: number, width: number, towards: (x: number) => number): number {
  const unit = 10 ** Math.floor(Math.log10(width / 8));
  return towards(value / unit) * unit;
}

/** A function in doubles at many points: machine code where it can be, closures elsewhere. */
function inDoubles(f: Expression, variable: string): BatchFunction {
  const closure = compile(f, [variable]);
  return compileBatch(f, variable) ?? ((points) => points.map((x) => closure(x)));
}

function heightRange(functions: readonly BatchFunction[], xMin: number, xMax: number, marks: readonly Mark[]): Range {
  const looks = Float64Array.from({ length: LOOKS + 1 }, (_, k) => xMin + ((xMax - xMin) * k) / LOOKS);
  const values = functions.flatMap((f) => [...f(looks)]).filter(Number.isFinite);
  values.sort((a, b) => a - b);
  const at = (part: number): number => values[Math.round(part * (values.length - 1))] ?? 0;
  const marked = marks.map((mark) => mark.at[1]);
  // Near a pole a few values are enormous: the bulk of the values decides then.
  const [bulkLow, bulkHigh] = [at(0.08), at(0.92)];
  const wild = at(1) - at(0) > 8 * (bulkHigh - bulkLow);
  const reach = (bulkHigh - bulkLow) * 0.5;
  const low = Math.min(wild ? bulkLow - reach : at(0), 0, ...marked);
  const high = Math.max(wild ? bulkHigh + reach : at(1), 0, ...marked);
  const room = (high - low) * 0.08 || 1;
  return { from: low - room, to: high + room };
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
