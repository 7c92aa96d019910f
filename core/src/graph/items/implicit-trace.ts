import { compile } from "../../expression/double-value.ts";
import type { Expression } from "../../expression/expression.ts";
import type { Position, Window } from "../scene.ts";

const CELLS = 140;

/**
 * The curve f(x, y) = 0 in a window as short pieces: marching squares (W. Lorensen, H. Cline, 1987, in the plane), the crossings
 * on the edges found to doubles; cells whose corners have no value, and edges on which the values jump, are left out.
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
        const t = crossingOf(
          (share) => value(window.xMin + (from[0] + share * (to[0] - from[0])) * width, window.yMin + (from[1] + share * (to[1] - from[1])) * height),
          a,
          b,
        );
        if (t === undefined) return;
        crossings.push([window.xMin + (from[0] + t * (to[0] - from[0])) * width, window.yMin + (from[1] + t * (to[1] - from[1])) * height]);
      });
      // With four crossings the value in the middle says which corners belong together.
      const middle = crossings.length === 4 ? value(window.xMin + (i + 0.5) * width, window.yMin + (j + 0.5) * height) : 0;
      if (crossings.length === 4 && middle >= 0 === (corners[0] ?? 0) >= 0) crossings.push(crossings.shift() ?? [0, 0]);
      for (let k = 0; k + 1 < crossings.length; k += 2) {
        const [start, end] = [crossings[k], crossings[k + 1]];
        if (start && end) pieces.push([start, end]);
      }
    }
  }
  return joined(pieces);
}

const REFINEMENTS = 30;

/** Where a function of a share of an edge changes its sign, by false position with halving; undefined where it jumps there. */
function crossingOf(f: (share: number) => number, a: number, b: number): number | undefined {
  let [low, high, atLow, atHigh] = [0, 1, a, b];
  for (let k = 0; k < REFINEMENTS && high - low > 1e-9; k += 1) {
    const share = k % 2 === 0 ? low + ((high - low) * atLow) / (atLow - atHigh) : (low + high) / 2;
    const value = f(share);
    if (!Number.isFinite(value)) return undefined;
    if (value === 0) return share;
    if (value >= 0 === atLow >= 0) [low, atLow] = [share, value];
    else [high, atHigh] = [share, value];
  }
  // At a zero the values shrink with the interval; at a pole or a jump they do not.
  return Math.min(Math.abs(atLow), Math.abs(atHigh)) <= Math.max(Math.abs(a), Math.abs(b)) ? low + ((high - low) * atLow) / (atLow - atHigh) : undefined;
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
