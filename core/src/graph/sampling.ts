import type { BatchFunction } from "../expression/machine-code.ts";
import type { Position } from "./scene.ts";

const FIRST_POINTS = 160;
const DEEPEST = 12;
/** A piece is straight enough when the middle is off by less than this part of the window's height. */
const TOLERANCE = 1 / 1500;
/** A jump that stays larger than this part of the height however near the points are is a break. */
const BREAK = 1 / 8;

/** Bounds of all values of a function on an interval; undefined where there are none. */
export type Bounds = (from: number, to: number) => { readonly low: number; readonly high: number } | undefined;

/** A segment may hide a spike where the bounds of its values reach farther beyond its samples than this part of the height. */
const HIDDEN = 1 / 10;
/** So often a segment is halved only because its bounds reach far. */
const SUSPICIOUS_DEPTH = 9;

/**
 * Samples a function on [from, to] adaptively for a window of the given height: bisected until straight, all middles of one
 * depth at once; cut where the function is undefined or jumps, so that no line is drawn across a pole. Where bounds are
 * known, a segment that looks straight is halved on while its bounds leave room for a spike that no sample has met.
 */
export function sample(f: BatchFunction, from: number, to: number, height: number, bounds?: Bounds): readonly (readonly Position[])[] {
  const chain = probed(f, from, to, height * PEAK);
  const { x, y, next, cutAfter } = chain;
  const [bend, jump, hidden] = [height * TOLERANCE, height * BREAK, height * HIDDEN];
  const mayHide = (left: number, right: number, a: number, b: number): boolean => {
    const all = bounds?.(x[left] ?? 0, x[right] ?? 0);
    return all !== undefined && (all.high > Math.max(a, b) + hidden || all.low < Math.min(a, b) - hidden);
  };
  // A segment is known by its left point; its right one is the next.
  let open = next.slice(0, -1).map((after) => after - 1);
  for (let depth = 0; open.length > 0; depth += 1) {
    const middles = new Float64Array(open.length);
    for (let k = 0; k < open.length; k += 1) {
      const left = open[k] ?? 0;
      middles[k] = ((x[left] ?? 0) + (x[next[left] ?? 0] ?? 0)) / 2;
    }
    const values = f(middles);
    const following: number[] = [];
    for (let k = 0; k < open.length; k += 1) {
      const left = open[k] ?? 0;
      const right = next[left] ?? 0;
      const a = y[left] ?? Number.NaN;
      const b = y[right] ?? Number.NaN;
      const middle = values[k] ?? Number.NaN;
      const defined = (Number.isFinite(a) ? 1 : 0) + (Number.isFinite(b) ? 1 : 0) + (Number.isFinite(middle) ? 1 : 0);
      if (defined === 0) continue;
      const straight = defined === 3 && depth >= 1 && Math.abs(middle - (a + b) / 2) < bend;
      if (depth >= DEEPEST || (straight && (depth > SUSPICIOUS_DEPTH || !mayHide(left, right, a, b)))) {
        if (defined === 3 && depth >= DEEPEST && Math.abs(b - a) > jump) cutAfter.add(left);
        continue;
      }
      const own = x.length;
      x.push(middles[k] ?? 0);
      y.push(middle);
      next.push(right);
      next[left] = own;
      following.push(left, own);
    }
    open = following;
  }
  return pieces(chain);
}

/** Looks between two neighbouring first points. */
const PROBES = 8;
/** A look that leaves the line between its neighbours by more than this part of the height is a point of its own. */
const PEAK = 1 / 40;

/** The first points, and where a value between them stands out by itself, that place too. */
function probed(f: BatchFunction, from: number, to: number, least: number): Chain {
  const count = FIRST_POINTS * PROBES;
  const step = (to - from) / count;
  const all = new Float64Array(count + 1);
  for (let k = 0; k <= count; k += 1) all[k] = from + k * step;
  const values = f(all);
  const chain: Chain = { x: [], y: [], next: [], cutAfter: new Set() };
  const { x, y, next } = chain;
  const keep = (k: number): void => {
    x.push(all[k] ?? Number.NaN);
    y.push(values[k] ?? Number.NaN);
    next.push(x.length);
  };
  keep(0);
  for (let first = 0; first < count; first += PROBES) {
    let before = values[first] ?? Number.NaN;
    let here = values[first + 1] ?? Number.NaN;
    for (let k = first + 1; k < first + PROBES; k += 1) {
      const after = values[k + 1] ?? Number.NaN;
      if ((here - before) * (here - after) > 0 && Math.abs(here - (before + after) / 2) > least) keep(k);
      before = here;
      here = after;
    }
    keep(first + PROBES);
  }
  return chain;
}

/** Points in the order in which they were looked at, each with the index of the next one to the right; the last has none. */
interface Chain {
  readonly x: number[];
  readonly y: number[];
  readonly next: number[];
  /** Points after which the curve is cut. */
  readonly cutAfter: Set<number>;
}

/** The points in connected pieces: apart where a value is undefined or a cut lies between. */
function pieces({ x, y, next, cutAfter }: Chain): readonly (readonly Position[])[] {
  const found: Position[][] = [];
  const cuts = cutAfter.size > 0;
  let piece: Position[] = [];
  const close = (): void => {
    if (piece.length > 1) found.push(piece);
    piece = [];
  };
  for (let at = 0, left = x.length; left > 0; at = next[at] ?? 0, left -= 1) {
    const height = y[at] ?? Number.NaN;
    if (Number.isFinite(height)) piece.push([x[at] ?? 0, height]);
    else close();
    if (cuts && cutAfter.has(at)) close();
  }
  close();
  return found;
}
