import { type Expression, freeNames } from "../expression/expression.ts";
import { type BoxFunction, compileBox, NoIntervals } from "../expression/interval-value.ts";
import * as intervals from "../number/interval.ts";
import { excludesZero, type Interval, interval } from "../number/interval.ts";
import { simplify } from "../truth/index.ts";
import { differentiate, NotDifferentiable } from "./derivative.ts";

/** One interval for each name; its ends may be infinite. */
export type Box = readonly Interval[];

/** A common zero: the small box around it, and a larger one in which it is the only one. */
export interface BoxZero {
  readonly around: Box;
  readonly alone: Box;
}

/** What is known of the common zeros of a system in a box. */
export interface BoxIsolation {
  readonly zeros: readonly BoxZero[];
  /** Here there may be more zeros. */
  readonly unresolved: readonly Box[];
}

/** As many functions as names, prepared for interval work. */
export class System {
  readonly names: readonly string[];
  readonly items: readonly Expression[];
  readonly slopes: readonly (readonly Expression[])[];
  readonly #values: readonly BoxFunction[];
  readonly #slopes: readonly (readonly BoxFunction[])[];

  private constructor(items: readonly Expression[], names: readonly string[]) {
    this.items = items;
    this.names = names;
    this.slopes = items.map((item) => names.map((name) => simplify(differentiate(item, name)).expression));
    this.#values = items.map((item) => compileBox(item, names));
    this.#slopes = this.slopes.map((row) => row.map((slope) => compileBox(slope, names)));
  }

  /** Undefined where the numbers of functions and names differ, or some part has no derivative or no interval evaluation. */
  static of(items: readonly Expression[], names: readonly string[]): System | undefined {
    if (items.length !== names.length || items.some((item) => [...freeNames(item)].some((letter) => !names.includes(letter)))) return undefined;
    try {
      return new System(items, names);
    } catch (error) {
      if (error instanceof NoIntervals || error instanceof NotDifferentiable) return undefined;
      throw error;
    }
  }

  /** Whether some function certainly has no zero on the box. */
  excluded(box: Box): boolean {
    return this.#values.some((f) => excludesZero(f(box)));
  }

  /**
   * The operator of Krawczyk m − Y f(m) + (1 − Y J(X)) (X − m), with an approximate inverse Y of the slopes in the middle:
   * it holds every zero of the box, and where it lies inside the box there is exactly one (A. Neumaier, Interval Methods for
   * Systems of Equations, 1990, 5.1). Undefined where the functions are not smooth on the box.
   */
  krawczyk(box: Box): Box | undefined {
    if (!box.every(({ low, high }) => Number.isFinite(high - low))) return undefined;
    const smooth = (value: intervals.MaybeInterval): value is Interval =>
      value !== undefined && !value.partial && !value.broken && Number.isFinite(value.high - value.low);
    const middle = box.map(({ low, high }) => interval(low + (high - low) / 2));
    const values = this.#values.map((f) => f(middle));
    const whole = this.#values.map((f) => f(box));
    const slopes = this.#slopes.map((row) => row.map((f) => f(box)));
    const there = this.#slopes.map((row) => row.map((f) => f(middle)));
    if (![...values, ...whole, ...slopes.flat(), ...there.flat()].every(smooth)) return undefined;
    const inverse = approximateInverse(there.map((row) => row.map((value) => (value ? value.low + (value.high - value.low) / 2 : Number.NaN))));
    if (!inverse) return undefined;
    const dot = (row: readonly number[], column: readonly (Interval | undefined)[]): Interval =>
      row.reduce((total, factor, k) => intervals.add(total, intervals.multiply(interval(factor), column[k] ?? intervals.REAL_LINE)), interval(0));
    const image = inverse.map((row, i) => {
      const start = intervals.subtract(middle[i] ?? intervals.REAL_LINE, dot(row, values));
      return box.reduce((total, side, j) => {
        const entry = dot(
          row,
          slopes.map((slope) => slope[j]),
        );
        const rest = intervals.subtract(interval(i === j ? 1 : 0), entry);
        return intervals.add(total, intervals.multiply(rest, intervals.subtract(side, middle[j] ?? side)));
      }, start);
    });
    return image.every(({ low, high }) => Number.isFinite(high - low)) ? image : undefined;
  }
}

/** Gauss and Jordan in doubles; undefined for a matrix that is singular to working precision. */
function approximateInverse(matrix: readonly (readonly number[])[]): readonly (readonly number[])[] | undefined {
  const n = matrix.length;
  const rows = matrix.map((row, i) => [...row, ...Array.from({ length: n }, (_, j) => (i === j ? 1 : 0))]);
  for (let k = 0; k < n; k += 1) {
    const size = (i: number): number => Math.abs(rows[i]?.[k] ?? 0);
    const best = rows.reduce((chosen, _, i) => (i >= k && size(i) > size(chosen) ? i : chosen), k);
    const pivotRow = rows[best] ?? [];
    const pivot = pivotRow[k] ?? 0;
    if (!(Math.abs(pivot) > 1e-200)) return undefined;
    const scaled = pivotRow.map((entry) => entry / pivot);
    rows[best] = rows[k] ?? [];
    rows[k] = scaled;
    for (const [i, row] of rows.entries()) {
      const factor = row[k] ?? 0;
      if (i !== k) rows[i] = row.map((entry, j) => entry - factor * (scaled[j] ?? 0));
    }
  }
  const result = rows.map((row) => row.slice(n));
  return result.flat().every(Number.isFinite) ? result : undefined;
}

/** Boxes that are looked at before a search gives up. */
const MOST_BOXES = 6000;
const SMALLEST = 1e-9;
/** Off the middle, so that a cut seldom falls on a zero. */
const CUT = 0.4871;
const INFLATION = 0.1;
const CONTRACTIONS = 8;

/**
 * All common zeros in a box by branch and prune: a box is dropped where a function has no zero or the operator of Krawczyk leaves
 * it, settled where the operator maps a slightly larger box into itself, and else cut at its widest side. With `allOrNothing`
 * the search ends at the first part that cannot be settled.
 */
export function isolateSystem(system: System, box: Box, { boxes = MOST_BOXES, allOrNothing = false } = {}): BoxIsolation {
  const zeros: BoxZero[] = [];
  const unresolved: Box[] = [];
  const open: Box[] = [box];
  let left = boxes;
  for (let next = open.pop(); next; next = open.pop()) {
    left -= 1;
    if (zeros.some(({ alone }) => inside(next ?? box, alone))) continue;
    const kept = left > 0 ? pruned(system, next) : next;
    if (kept === undefined) continue;
    const zero = settled(system, kept);
    if (zero) {
      if (!zeros.some(({ alone }) => inside(zero.around, alone))) zeros.push(zero);
      if (inside(kept, zero.alone)) continue;
    }
    const cut = left > 0 ? halves(kept) : undefined;
    if (cut) open.push(...cut);
    else unresolved.push(kept);
    if (allOrNothing && unresolved.length > 0) break;
  }
  return { zeros, unresolved: unresolved.filter((one) => !zeros.some(({ alone }) => inside(one, alone))) };
}

/** The part of the box that may hold zeros; undefined where there is none. */
function pruned(system: System, box: Box): Box | undefined {
  if (system.excluded(box)) return undefined;
  const image = system.krawczyk(box);
  return image ? common(box, image) : box;
}

function settled(system: System, box: Box): BoxZero | undefined {
  const alone = box.map(({ low, high }) => {
    const reach = INFLATION * (high - low) + 1e-13 * Math.max(1, Math.abs(low));
    return interval(low - reach, high + reach);
  });
  let around = system.krawczyk(alone);
  if (!around || !strictlyInside(around, alone)) return undefined;
  for (let k = 0; k < CONTRACTIONS; k += 1) {
    const image = system.krawczyk(around);
    around = (image && common(around, image)) ?? around;
  }
  return { around, alone };
}

function common(a: Box, b: Box): Box | undefined {
  const sides = a.map((side, k) => interval(Math.max(side.low, b[k]?.low ?? side.low), Math.min(side.high, b[k]?.high ?? side.high)));
  return sides.every(({ low, high }) => low <= high) ? sides : undefined;
}

/** Whether box a lies in box b, borders included; both have as many sides. */
export function inside(a: Box, b: Box): boolean {
  return a.every((side, k) => side.low >= (b[k]?.low ?? Number.NaN) && side.high <= (b[k]?.high ?? Number.NaN));
}

function strictlyInside(a: Box, b: Box): boolean {
  return a.every((side, k) => side.low > (b[k]?.low ?? Number.NaN) && side.high < (b[k]?.high ?? Number.NaN));
}

/** A box cut in two at its widest side, measured against its distance from 0; an endless side at a multiple of its end. */
export function halves(box: Box): readonly Box[] | undefined {
  const width = ({ low, high }: Interval): number =>
    Number.isFinite(high - low) ? (high - low) / Math.max(1, Math.min(Math.abs(low), Math.abs(high))) : Number.POSITIVE_INFINITY;
  const widest = box.reduce((chosen, side, k) => (width(side) > width(box[chosen] ?? side) ? k : chosen), 0);
  const side = box[widest];
  if (!side || width(side) < SMALLEST) return undefined;
  const cut = cutOf(side);
  if (Math.abs(cut) > FARTHEST) return undefined;
  return [interval(cut, side.high), interval(side.low, cut)].map((part) => box.map((own, k) => (k === widest ? part : own)));
}

const FIRST_CUT = 10;
const FARTHER = 8;
const FARTHEST = 1e12;

function cutOf({ low, high }: Interval): number {
  if (Number.isFinite(high - low)) return low + (high - low) * CUT;
  if (Number.isFinite(low)) return Math.max(FIRST_CUT, low * FARTHER);
  if (Number.isFinite(high)) return Math.min(-FIRST_CUT, high * FARTHER);
  return FIRST_CUT * CUT;
}
