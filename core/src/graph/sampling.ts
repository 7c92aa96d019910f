import type { BatchFunction } from "../expression/machine-code.ts";
import type { Position } from "./scene.ts";

const FIRST_POINTS = 160;
const DEEPEST = 12;
/** A piece is straight enough when the middle is off by less than this part of the window's height. */
const TOLERANCE = 1 / 1500;
/** A jump that stays larger than this part of the height however near the points are is a break. */
const BREAK = 1 / 8;

interface Segment {
  readonly left: Position;
  readonly right: Position;
}

/**
 * Samples a function on [from, to] adaptively for a window of the given height: bisected until straight, all middles of one
 * depth at once; cut where the function is undefined or jumps, so that no line is drawn across a pole.
 */
export function sample(f: BatchFunction, from: number, to: number, height: number): readonly (readonly Position[])[] {
  const at = (xs: readonly number[]): readonly Position[] => {
    const values = f(Float64Array.from(xs));
    return xs.map((x, k) => [x, values[k] ?? Number.NaN]);
  };
  const points: Position[] = [...at(Array.from({ length: FIRST_POINTS + 1 }, (_, k) => from + ((to - from) * k) / FIRST_POINTS))];
  const cuts: number[] = [];
  let open: Segment[] = points.slice(1).map((right, k) => ({ left: points[k] ?? right, right }));
  for (let depth = 0; open.length > 0; depth += 1) {
    const middles = at(open.map(({ left, right }) => (left[0] + right[0]) / 2));
    const next: Segment[] = [];
    open.forEach(({ left, right }, k) => {
      const middle = middles[k] ?? left;
      const defined = [left, middle, right].filter((point) => Number.isFinite(point[1])).length;
      if (defined === 0) return;
      const bend = Math.abs(middle[1] - (left[1] + right[1]) / 2);
      if (depth >= DEEPEST || (defined === 3 && bend < height * TOLERANCE && depth >= 1)) {
        if (defined === 3 && depth >= DEEPEST && Math.abs(right[1] - left[1]) > height * BREAK) cuts.push(middle[0]);
        return;
      }
      points.push(middle);
      next.push({ left, right: middle }, { left: middle, right });
    });
    open = next;
  }
  return pieces(
    points.sort((a, b) => a[0] - b[0]),
    cuts.sort((a, b) => a - b),
  );
}

/** The points in connected pieces: apart where a value is undefined or a cut lies between. */
function pieces(points: readonly Position[], cuts: readonly number[]): readonly (readonly Position[])[] {
  const found: Position[][] = [];
  let piece: Position[] = [];
  let cut = 0;
  const close = (): void => {
    if (piece.length > 1) found.push(piece);
    piece = [];
  };
  for (const point of points) {
    const before = cut;
    while (cut < cuts.length && (cuts[cut] ?? 0) < point[0]) cut += 1;
    if (cut > before || !Number.isFinite(point[1])) close();
    if (Number.isFinite(point[1])) piece.push(point);
  }
  close();
  return found;
}
