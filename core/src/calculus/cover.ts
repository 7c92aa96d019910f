import { ballValue } from "../expression/ball-value.ts";
import { contains, type Expression, freeNames } from "../expression/expression.ts";
import { aroundBall } from "../number/interval.ts";
import { BallUndefined } from "../number/real-ball.ts";
import { simpleRelations } from "../truth/index.ts";
import { onlyZero } from "./only-zero.ts";
import { type Analysed, boundZeros, cutOf, monotone, type Piece, signAt, zeroFree } from "./zeros.ts";

const PRECISION = 128;
const MOST_BOXES = 8000;
const SMALLEST = 1e-13;

/** The doubles around a real constant. */
export function around(e: Expression): Piece | undefined {
  if (freeNames(e).size > 0) return undefined;
  try {
    const { low, high } = aroundBall(ballValue(e, PRECISION).re);
    return Number.isFinite(low) && Number.isFinite(high) ? { low, high } : undefined;
  } catch (error) {
    if (error instanceof BallUndefined) return undefined;
    throw error;
  }
}

/** The bounds that relations set for a name, rounded outwards. */
export function boundsOf(name: string, relations: readonly Expression[]): { readonly low: number | undefined; readonly high: number | undefined } {
  let [low, high]: [number | undefined, number | undefined] = [undefined, undefined];
  for (const { left, comparison, right } of simpleRelations(relations)) {
    if (left.kind !== "name" || left.name !== name || contains(right, name)) continue;
    const value = around(right);
    if (!value) continue;
    if (comparison === ">" || comparison === ">=" || comparison === "=") low = Math.max(low ?? value.low, value.low);
    if (comparison === "<" || comparison === "<=" || comparison === "=") high = Math.min(high ?? value.high, value.high);
  }
  return { low, high };
}

/**
 * Whether the values listed, each known to be a zero, are all zeros of the function that satisfy the relations: the line is cut
 * into pieces, on each of which the function is not 0, or is monotone and holds one of the values, or has only that zero as
 * its derivatives show. Where the relations set no bound, there must be one beyond which the function keeps its sign.
 */
export function coversZeros(f: Analysed, values: readonly Expression[], relations: readonly Expression[]): boolean {
  if (!f.usable) return false;
  const given = boundsOf(f.name, relations);
  const found = given.low === undefined || given.high === undefined ? boundZeros(f) : { low: undefined, high: undefined };
  const [low, high] = [given.low ?? found.low, given.high ?? found.high];
  if (low === undefined || high === undefined) return false;
  if (low > high) return true;
  const places = values.map((value) => ({ value, place: around(value) }));
  const known = places.flatMap(({ value, place }) => (place ? [{ value, place }] : []));
  if (known.length < values.length) return false;
  const open: Piece[] = [{ low, high }];
  let left = MOST_BOXES;
  for (let box = open.pop(); box; box = open.pop()) {
    left -= 1;
    const piece = box;
    if (left <= 0) return false;
    if (zeroFree(f, piece)) continue;
    const touching = known.filter(({ place }) => place.high >= piece.low && place.low <= piece.high);
    const [only] = touching;
    if (monotone(f, piece)) {
      if (touching.length === 1) continue;
      const [first, last] = [signAt(f, piece.low), signAt(f, piece.high)];
      if (touching.length === 0 && first !== undefined && last !== undefined) {
        if (first !== last) return false;
        continue;
      }
    } else if (only && touching.length === 1 && onlyZero(f, only.value, hull(piece, only.place)) !== undefined) continue;
    const cut = cutOf(f, piece);
    if (piece.high - piece.low <= SMALLEST * Math.max(1, Math.abs(piece.low)) || cut <= piece.low || cut >= piece.high) return false;
    open.push({ low: cut, high: piece.high }, { low: piece.low, high: cut });
  }
  return true;
}

function hull(a: Piece, b: Piece): Piece {
  return { low: Math.min(a.low, b.low), high: Math.max(a.high, b.high) };
}
