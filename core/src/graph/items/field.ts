import { tuple } from "../../expression/construct.ts";
import { compile } from "../../expression/double-value.ts";
import type { Curve, Position, Window } from "../scene.ts";
import { ASPECT } from "../window.ts";
import type { GraphItem, View } from "./item.ts";

type Field = GraphItem & { readonly kind: "field" };

/** Arrows along the width and the height of the drawing. */
const ACROSS = 20;
const UP = 13;
/** The longest arrow in distances between neighbours. */
const LONGEST = 0.9;
const HEAD = 0.32;

/** Where a field is looked at when nothing else says so. */
const USUAL = 4;

export function fieldExtent({ x, y }: View): readonly Position[] {
  return [
    [x?.from ?? -USUAL, y?.from ?? -USUAL],
    [x?.to ?? USUAL, y?.to ?? USUAL],
  ];
}

/**
 * A vector field as arrows that start at the points of a grid, as long as the vectors are against the longest of them; or the slopes
 * of a differential equation y′ = f(x, y) as short lines through these points, all of the same length on the paper.
 */
export function fieldCurve({ label, across, up, directed }: Field, { variable, vertical }: View, window: Window): Curve {
  const [f, g] = [compile(across, [variable, vertical]), compile(up, [variable, vertical])];
  const [width, height] = [(window.xMax - window.xMin) / ACROSS, (window.yMax - window.yMin) / UP];
  const found = Array.from({ length: ACROSS * UP }, (_, k): { readonly at: Position; readonly vector: Position } => {
    const at: Position = [window.xMin + ((k % ACROSS) + 0.5) * width, window.yMin + (Math.floor(k / ACROSS) + 0.5) * height];
    return { at, vector: [f(...at), g(...at)] };
  }).filter(({ vector }) => vector.every(Number.isFinite));
  // Lengths on the paper, on which both axes may have scales of their own.
  const [perX, perY] = [ASPECT / (window.xMax - window.xMin), 1 / (window.yMax - window.yMin)];
  const length = ([x, y]: Position): number => Math.hypot(x * perX, y * perY);
  const longest = Math.max(...found.map(({ vector }) => length(vector)), Number.MIN_VALUE);
  const room = LONGEST * Math.min(width * perX, height * perY);
  const pieces: (readonly Position[])[] = [];
  for (const { at, vector } of found) {
    const own = length(vector);
    if (own === 0) continue;
    const scale = room / (directed ? longest : own);
    const [dx, dy] = [vector[0] * scale, vector[1] * scale];
    const back = directed ? 0 : 0.5;
    const [start, end]: readonly [Position, Position] = [
      [at[0] - back * dx, at[1] - back * dy],
      [at[0] + (1 - back) * dx, at[1] + (1 - back) * dy],
    ];
    pieces.push([start, end]);
    if (directed) pieces.push(head(end, [dx, dy], perX / perY));
  }
  return { kind: "field", label, expression: tuple([across, up]), pieces: [], bars: pieces };
}

/** The two barbs of an arrow; `ratio` is the horizontal scale against the vertical one. */
function head([x, y]: Position, [dx, dy]: Position, ratio: number): readonly Position[] {
  const [along, beside]: readonly [Position, Position] = [
    [dx * HEAD, dy * HEAD],
    [((-dy / ratio) * HEAD) / 2, (dx * ratio * HEAD) / 2],
  ];
  return [
    [x - along[0] + beside[0], y - along[1] + beside[1]],
    [x, y],
    [x - along[0] - beside[0], y - along[1] - beside[1]],
  ];
}
