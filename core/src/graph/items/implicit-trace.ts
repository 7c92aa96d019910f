import { compile } from "../../expression/double-value.ts";
import type { Expression } from "../../expression/expression.ts";
import type { Position, Window } from "../scene.ts";

const CELLS = 140;
/** Corners in a row of the grid. */
const ROW = CELLS + 1;
/** Upright edges are numbered from here on; level ones, and both by the corner at their lower or left end. */
const UPRIGHT = ROW * ROW;

/**
 * The curve f(x, y) = 0 in a window (marching squares: W. Lorensen, H. Cline, 1987, in the plane), the crossings on the edges found to
 * doubles and strung together from edge to edge; cells whose corners have no value, and edges on which the values jump, are left out.
 */
export function implicitPieces(f: Expression, [x, y]: readonly [string, string], window: Window): readonly (readonly Position[])[] {
  const value = compile(f, [x, y]);
  const [width, height] = [(window.xMax - window.xMin) / CELLS, (window.yMax - window.yMin) / CELLS];
  const at = (i: number, j: number): number => value(window.xMin + i * width, window.yMin + j * height);
  const grid = new Float64Array(UPRIGHT);
  for (let j = 0; j < ROW; j += 1) for (let i = 0; i < ROW; i += 1) grid[j * ROW + i] = at(i, j);
  const crossings = new Map<number, Position | undefined>();
  const crossingOn = (edge: number): Position | undefined => {
    if (crossings.has(edge)) return crossings.get(edge);
    const isUpright = edge >= UPRIGHT;
    const start = isUpright ? edge - UPRIGHT : edge;
    const [i, j] = [start % ROW, Math.floor(start / ROW)];
    const share = crossingOf(isUpright ? (t) => at(i, j + t) : (t) => at(i + t, j), grid[start] ?? 0, grid[start + (isUpright ? ROW : 1)] ?? 0);
    const place: Position | undefined =
      share === undefined ? undefined : [window.xMin + (i + (isUpright ? 0 : share)) * width, window.yMin + (j + (isUpright ? share : 0)) * height];
    crossings.set(edge, place);
    return place;
  };
  const links = new Map<number, number[]>();
  const link = (a: number, b: number): void => {
    links.set(a, [...(links.get(a) ?? []), b]);
    links.set(b, [...(links.get(b) ?? []), a]);
  };
  for (let j = 0; j < CELLS; j += 1) {
    for (let i = 0; i < CELLS; i += 1) {
      const corner = j * ROW + i;
      const [a, b, c, d] = [grid[corner] ?? 0, grid[corner + 1] ?? 0, grid[corner + ROW + 1] ?? 0, grid[corner + ROW] ?? 0];
      const isUp = a >= 0;
      if ((b >= 0 === isUp && c >= 0 === isUp && d >= 0 === isUp) || !Number.isFinite(a + b + c + d)) continue;
      // Around the cell: below, right, above, left.
      const edges: number[] = [];
      if (isUp !== b >= 0) edges.push(corner);
      if (b >= 0 !== c >= 0) edges.push(UPRIGHT + corner + 1);
      if (c >= 0 !== d >= 0) edges.push(corner + ROW);
      if (d >= 0 !== isUp) edges.push(UPRIGHT + corner);
      const crossed = edges.filter((edge) => crossingOn(edge) !== undefined);
      // With four crossings the value in the middle says which corners belong together.
      if (crossed.length === 4 && at(i + 0.5, j + 0.5) >= 0 === isUp) crossed.push(crossed.shift() ?? 0);
      for (let k = 0; k + 1 < crossed.length; k += 2) link(crossed[k] ?? 0, crossed[k + 1] ?? 0);
    }
  }
  return chainsOf(links).map((chain) => chain.map(crossingOn).filter((place) => place !== undefined));
}

/** Edges linked one to the next, from the loose ends first; a closed chain ends with the edge it began with. */
function chainsOf(links: ReadonlyMap<number, readonly number[]>): readonly (readonly number[])[] {
  const left = new Set(links.keys());
  const follow = (start: number): readonly number[] => {
    const chain = [start];
    left.delete(start);
    for (let edge: number | undefined = start; edge !== undefined; ) {
      const next: number | undefined = links.get(edge)?.find((other) => left.has(other));
      if (next !== undefined) {
        chain.push(next);
        left.delete(next);
      } else if (chain.length > 2 && links.get(edge)?.includes(start)) chain.push(start);
      edge = next;
    }
    return chain;
  };
  const ends = [...links].filter(([, others]) => others.length === 1).map(([edge]) => edge);
  return [...ends, ...links.keys()].flatMap((start) => (left.has(start) ? [follow(start)] : []));
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
