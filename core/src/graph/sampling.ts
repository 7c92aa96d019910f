import type { DoubleFunction } from "../expression/double-value.ts";
import type { Position } from "./scene.ts";

const FIRST_POINTS = 160;
const DEEPEST = 12;
/** A piece is straight enough when the middle is off by less than this part of the window's height. */
const TOLERANCE = 1 / 1500;
/** A jump that stays larger than this part of the height however near the points are is a break. */
const BREAK = 1 / 8;

/**
 * Samples a function on [from, to] adaptively for a window of the given height: bisected until straight, cut where the
 * function is undefined or jumps, so that no line is drawn across a pole.
 */
export function sample(f: DoubleFunction, from: number, to: number, height: number): readonly (readonly Position[])[] {
  const pieces: Position[][] = [];
  let piece: Position[] = [];
  const close = (): void => {
    if (piece.length > 1) pieces.push(piece);
    piece = [];
  };
  const add = (point: Position): void => {
    if (Number.isFinite(point[1])) piece.push(point);
    else close();
  };
  const refine = (left: Position, right: Position, depth: number): void => {
    const x = (left[0] + right[0]) / 2;
    const middle: Position = [x, f(x)];
    const defined = [left, middle, right].filter((point) => Number.isFinite(point[1])).length;
    if (defined === 0) return;
    const bend = Math.abs(middle[1] - (left[1] + right[1]) / 2);
    if (depth >= DEEPEST || (defined === 3 && bend < height * TOLERANCE && depth >= 1)) {
      if (defined === 3 && depth >= DEEPEST && Math.abs(right[1] - left[1]) > height * BREAK) close();
      return;
    }
    refine(left, middle, depth + 1);
    add(middle);
    refine(middle, right, depth + 1);
  };
  let before: Position = [from, f(from)];
  add(before);
  for (let k = 1; k <= FIRST_POINTS; k += 1) {
    const x = from + ((to - from) * k) / FIRST_POINTS;
    const point: Position = [x, f(x)];
    refine(before, point, 0);
    add(point);
    before = point;
  }
  close();
  return pieces;
}
