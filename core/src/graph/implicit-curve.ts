import { compile } from "../expression/double-value.ts";
import type { Expression } from "../expression/expression.ts";
import type { Position, Window } from "./scene.ts";

const CELLS = 140;

/**
 * The curve f(x, y) = 0 in a window as short pieces: marching squares (W. Lorensen, H. Cline, 1987, in the plane) with linear
 * interpolation on the edges; cells whose corners have no value, or where the values jump, are left out.
 */
export function implicitPieces(f: Expression, [x, y]: readonly [string, string], window: Window): readonly (readonly Position[])[] {
  const value = compile(f, [x, y]);
  const [width, height] = [(window.xMax - window.xMin) / CELLS, (window.yMax - window.yMin) / CELLS];
  const grid = Array.from({ length: CELLS + 1 }, (_, j) =>
    Array.from({ length: CELLS + 1 }, (__, i) => value(window.xMin + i * width, window.yMin + j * height)),
  );
  const at = (i: number, j: number): number => grid[j]?.[i] ?? Number.NaN;
  const pieces: (readonly Position[])[] = [];
  for (let j = 0; j < CELLS; j += 1) {
    for (let i = 0; i < CELLS; i += 1) {
      const corners = [at(i, j), at(i + 1, j), at(i + 1, j + 1), at(i, j + 1)];
      if (!corners.every(Number.isFinite)) continue;
      const places: readonly Position[] = [
        [i, j],
        [i + 1, j],
        [i + 1, j + 1],
        [i, j + 1],
      ];
      const crossings: Position[] = [];
      corners.forEach((a, k) => {
        const b = corners[(k + 1) % 4] ?? 0;
        const [from, to] = [places[k], places[(k + 1) % 4]];
        if (!from || !to || a >= 0 === b >= 0) return;
        const t = a / (a - b);
        crossings.push([window.xMin + (from[0] + t * (to[0] - from[0])) * width, window.yMin + (from[1] + t * (to[1] - from[1])) * height]);
      });
      for (let k = 0; k + 1 < crossings.length; k += 2) {
        const [start, end] = [crossings[k], crossings[k + 1]];
        if (start && end) pieces.push([start, end]);
      }
    }
  }
  return joined(pieces);
}

const key = ([x, y]: Position): string => `${x.toPrecision(10)},${y.toPrecision(10)}`;

/** Short pieces that share an end, strung together. */
function joined(pieces: readonly (readonly Position[])[]): readonly (readonly Position[])[] {
  const byEnd = new Map<string, number[]>();
  pieces.forEach((piece, k) => {
    for (const end of [piece[0], piece.at(-1)]) if (end) byEnd.set(key(end), [...(byEnd.get(key(end)) ?? []), k]);
  });
  const used = new Set<number>();
  const chains: Position[][] = [];
  for (const [k, piece] of pieces.entries()) {
    if (used.has(k)) continue;
    used.add(k);
    const chain = [...piece];
    for (const forwards of [true, false]) {
      for (;;) {
        const end = forwards ? chain.at(-1) : chain[0];
        const next = end && byEnd.get(key(end))?.find((other) => !used.has(other));
        const own = next === undefined ? undefined : pieces[next];
        if (next === undefined || !own || !end) break;
        used.add(next);
        const [first, last] = [own[0], own.at(-1)];
        const added = first && last ? (key(first) === key(end) ? last : first) : undefined;
        if (!added) break;
        if (forwards) chain.push(added);
        else chain.unshift(added);
      }
    }
    chains.push(chain);
  }
  return chains;
}
