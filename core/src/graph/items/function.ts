import { compile } from "../../expression/double-value.ts";
import type { Expression } from "../../expression/expression.ts";
import { type BatchFunction, compileBatch } from "../../expression/machine-code.ts";
import { sample } from "../sampling.ts";
import type { Curve, Position, Window } from "../scene.ts";
import type { Range } from "../window.ts";

const LOOKS = 240;

/** A function in doubles at many points: machine code where it can be, closures elsewhere. */
function inDoubles(f: Expression, variable: string): BatchFunction {
  const closure = compile(f, [variable]);
  return compileBatch(f, variable) ?? ((points) => points.map((x) => closure(x)));
}

/** Values all along a range, for the choice of a height. */
export function valuesAlong(f: Expression, variable: string, { from, to }: Range): readonly number[] {
  return [...inDoubles(f, variable)(Float64Array.from({ length: LOOKS + 1 }, (_, k) => from + ((to - from) * k) / LOOKS))];
}

/** The graph of a function of one variable. */
export function functionCurve(item: { readonly label: string; readonly expression: Expression }, variable: string, window: Window): Curve {
  const { label, expression } = item;
  const { xMin, xMax, yMin, yMax } = window;
  const pieces = sample(inDoubles(expression, variable), xMin, xMax, yMax - yMin).flatMap((piece) => clip(piece, window));
  return { kind: "function", label, expression, pieces };
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
