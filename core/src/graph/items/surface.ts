import { compile, compileCondition } from "../../expression/double-value.ts";
import type { Expression } from "../../expression/expression.ts";
import type { Curve, Position, SurfaceMesh, Window } from "../scene.ts";
import { implicitPieces } from "./implicit-trace.ts";
import type { Cut } from "./item.ts";
import { bordersOf, runs } from "./region.ts";

interface Surface {
  readonly label: string;
  readonly expression: Expression;
  readonly where: Expression | undefined;
  readonly cuts: readonly Cut[];
}

/** Meshes of the net along each side. */
const CELLS = 40;
const LEVELS = 8;
const HALVINGS = 20;

/** z = f(x, y) over a rectangle, or over the part of it where a condition holds: a net of quadrilaterals that ends at the border. */
export function surfaceCurve({ label, expression, where, cuts }: Surface, names: readonly [string, string], window: Window, cells: number = CELLS): Curve {
  const f = compile(expression, names);
  const holds = where ? compileCondition(where, names) : () => true;
  const isInside = ([x, y]: Position): boolean => holds(x, y) && Number.isFinite(f(x, y));
  const { xMin, xMax, yMin, yMax } = window;
  const place = (i: number, j: number): Position => [xMin + ((xMax - xMin) * i) / cells, yMin + ((yMax - yMin) * j) / cells];
  const points = Array.from({ length: cells + 1 }, (_, j) =>
    Array.from({ length: cells + 1 }, (__, i): readonly [number, number, number] | undefined => {
      const own = place(i, j);
      const at = isInside(own)
        ? own
        : borderTowards(
            own,
            neighboursOf(i, j, cells)
              .map(([a, b]) => place(a, b))
              .find(isInside),
            isInside,
          );
      return at && [at[0], at[1], f(at[0], at[1])];
    }),
  );
  const heights = points.flat().flatMap((point) => (point && Number.isFinite(point[2]) ? [point[2]] : []));
  const [zMin, zMax] = heights.length > 0 ? [Math.min(...heights), Math.max(...heights)] : [0, 1];
  const border = where ? bordersOf(where).flatMap((side) => implicitPieces(side, names, window)) : [frame(window)];
  const rim = border.flatMap((piece) => runs(piece, ([x, y]) => Number.isFinite(f(x, y)) && nearInside([x, y], isInside, window)));
  const levels = Array.from({ length: LEVELS }, (_, k) => zMin + ((zMax - zMin) * (k + 0.5)) / LEVELS);
  const mesh: SurfaceMesh = {
    points,
    zMin,
    zMax,
    rim: rim.map((piece) => piece.map(([x, y]) => [x, y, f(x, y)] as const)),
    contours: levels.map((level) => contour(points, level)),
    cuts: cuts.flatMap((cut) => cutLines(cut, names, f, isInside, window)),
  };
  return { kind: "surface", label, expression, pieces: [], mesh };
}

/** The corners of the neighbouring cells, those beside before those across. */
function neighboursOf(i: number, j: number, cells: number): readonly Position[] {
  const around: readonly Position[] = [
    [1, 0],
    [-1, 0],
    [0, 1],
    [0, -1],
    [1, 1],
    [1, -1],
    [-1, 1],
    [-1, -1],
  ];
  return around.map(([a, b]): Position => [i + a, j + b]).filter(([a, b]) => a >= 0 && b >= 0 && a <= cells && b <= cells);
}

/** The last point inside on the way from an inner point to an outer one. */
function borderTowards(outer: Position, inner: Position | undefined, isInside: (point: Position) => boolean): Position | undefined {
  if (!inner) return undefined;
  let [low, high] = [0, 1];
  const at = (share: number): Position => [inner[0] + share * (outer[0] - inner[0]), inner[1] + share * (outer[1] - inner[1])];
  for (let k = 0; k < HALVINGS; k += 1) {
    const middle = (low + high) / 2;
    if (isInside(at(middle))) low = middle;
    else high = middle;
  }
  return at(low);
}

function frame({ xMin, xMax, yMin, yMax }: Window): readonly Position[] {
  const corners: readonly Position[] = [
    [xMin, yMin],
    [xMax, yMin],
    [xMax, yMax],
    [xMin, yMax],
    [xMin, yMin],
  ];
  return corners.flatMap((corner, k) => {
    const next = corners[k + 1];
    return next
      ? Array.from({ length: CELLS }, (_, n): Position => [corner[0] + ((next[0] - corner[0]) * n) / CELLS, corner[1] + ((next[1] - corner[1]) * n) / CELLS])
      : [corner];
  });
}

function nearInside([x, y]: Position, isInside: (point: Position) => boolean, { xMin, xMax, yMin, yMax }: Window): boolean {
  const [a, b] = [(xMax - xMin) * 1e-4, (yMax - yMin) * 1e-4];
  return [-1, 0, 1].some((i) => [-1, 0, 1].some((j) => isInside([x + i * a, y + j * b])));
}

const CUT_POINTS = 80;

/** The lines on the surface above x = c or y = c, as far as the surface reaches. */
function cutLines(
  { name, at, filled }: Cut,
  names: readonly [string, string],
  f: (x: number, y: number) => number,
  isInside: (point: Position) => boolean,
  { xMin, xMax, yMin, yMax }: Window,
): readonly { readonly points: readonly (readonly [number, number, number])[]; readonly filled: boolean }[] {
  const alongY = name === names[0];
  const [low, high] = alongY ? [yMin, yMax] : [xMin, xMax];
  const place = (share: number): Position => {
    const along = low + share * (high - low);
    return alongY ? [at, along] : [along, at];
  };
  const line: Position[] = [];
  for (let k = 0; k <= CUT_POINTS; k += 1) {
    const [here, before] = [place(k / CUT_POINTS), place((k - 1) / CUT_POINTS)];
    if (k > 0 && isInside(here) !== isInside(before)) {
      const [outer, inner] = isInside(here) ? [before, here] : [here, before];
      line.push(borderTowards(outer, inner, isInside) ?? inner);
    }
    line.push(here);
  }
  return runs(line, isInside).map((piece) => ({ points: piece.map(([x, y]) => [x, y, f(x, y)] as const), filled }));
}

/** The level line on the net: where the surface passes the level on two edges of a triangle. */
function contour(points: SurfaceMesh["points"], level: number): readonly (readonly Position[])[] {
  const pieces: (readonly Position[])[] = [];
  for (let j = 0; j < points.length - 1; j += 1) {
    for (let i = 0; i < points.length - 1; i += 1) {
      const [a, b, c, d] = [points[j]?.[i], points[j]?.[i + 1], points[j + 1]?.[i + 1], points[j + 1]?.[i]];
      for (const triangle of [
        [a, b, c],
        [a, c, d],
      ]) {
        const crossings = triangle.flatMap((from, k): readonly Position[] => {
          const to = triangle[(k + 1) % 3];
          if (!from || !to || from[2] > level === to[2] > level) return [];
          const share = (level - from[2]) / (to[2] - from[2]);
          return [[from[0] + share * (to[0] - from[0]), from[1] + share * (to[1] - from[1])]];
        });
        if (crossings.length === 2 && triangle.every((corner) => corner !== undefined)) pieces.push(crossings);
      }
    }
  }
  return pieces;
}
