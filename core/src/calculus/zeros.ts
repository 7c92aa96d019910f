import { subtract, ZERO } from "../expression/construct.ts";
import { curveDomain, relationsIn } from "../expression/domain.ts";
import type { Expression } from "../expression/expression.ts";
import { compileInterval, type IntervalFunction, NoIntervals } from "../expression/interval-value.ts";
import { above, excludesZero, type Interval, interval, signOf } from "../number/interval.ts";
import { simplify } from "../truth/index.ts";
import { differentiate, NotDifferentiable } from "./derivative.ts";
import { Tail } from "./tails.ts";

/** Bounds of a piece of the line. */
export interface Piece {
  readonly low: number;
  readonly high: number;
  /** To be cut as far as numbers allow, even where it looks like a repeated zero. */
  readonly stubborn?: boolean;
}

/** What is known of the zeros of a function on a bounded piece of the line. */
export interface Isolation {
  /** Each holds exactly one zero, at which the function changes its sign. */
  readonly cells: readonly Piece[];
  /** Here there may be zeros: several close together, one without a change of sign, or an end of the domain. */
  readonly unresolved: readonly Piece[];
}

/** A function prepared for interval work, with its first derivatives as far as they exist. */
export class Analysed {
  readonly expression: Expression;
  readonly name: string;
  readonly #orders: (IntervalFunction | undefined)[] = [];
  readonly #derivatives: (Expression | undefined)[] = [];
  #conditions: readonly { readonly excludes: boolean; readonly border: Analysed }[] | undefined;

  constructor(expression: Expression, name: string) {
    this.expression = expression;
    this.name = name;
  }

  /** The derivative of this order as an expression; undefined where the rules do not give one. */
  derivative(order: number): Expression | undefined {
    if (order === 0) return this.expression;
    if (!(order in this.#derivatives)) this.#derivatives[order] = this.#derive(order);
    return this.#derivatives[order];
  }

  #derive(order: number): Expression | undefined {
    const before = this.derivative(order - 1);
    if (!before) return undefined;
    try {
      return simplify(differentiate(before, this.name)).expression;
    } catch (error) {
      if (error instanceof NotDifferentiable) return undefined;
      throw error;
    }
  }

  /** The interval of the derivative of this order; everything where there is no such evaluation. */
  on(order: number, x: Interval): Interval | undefined {
    if (!(order in this.#orders)) this.#orders[order] = this.#compile(order);
    const own = this.#orders[order];
    return own ? own(x) : { low: Number.NEGATIVE_INFINITY, high: Number.POSITIVE_INFINITY, partial: true, broken: true };
  }

  #compile(order: number): IntervalFunction | undefined {
    const e = this.derivative(order);
    if (!e) return undefined;
    try {
      return compileInterval(e, this.name);
    } catch (error) {
      if (error instanceof NoIntervals) return undefined;
      throw error;
    }
  }

  /** Whether the part of a piece where the function is defined is connected: every condition fails on one side only, or nowhere. */
  connectedOn({ low, high }: Piece): boolean {
    const x = interval(low, high);
    this.#conditions ??= curveDomain(this.expression).flatMap((condition) =>
      relationsIn(condition).flatMap(({ comparisons, operands }) =>
        comparisons.map((comparison, k) => ({
          // One of several that may hold instead of each other must keep its truth.
          excludes: comparison === "!=" || condition.kind === "logic",
          border: new Analysed(subtract(operands[k] ?? ZERO, operands[k + 1] ?? ZERO), this.name),
        })),
      ),
    );
    return this.#conditions.every(({ excludes, border }) => {
      const value = border.on(0, x);
      if (!value || value.broken) return false;
      if (excludesZero(value) && !value.partial) return true;
      const slope = border.on(1, x);
      return !excludes && slope !== undefined && !slope.broken && excludesZero(slope);
    });
  }

  /** Whether the function itself can be evaluated on intervals at all. */
  get usable(): boolean {
    this.on(0, interval(1));
    return this.#orders[0] !== undefined;
  }
}

/** Off the middle, so that a cut seldom falls on a zero. */
const CUT = 0.4871;
const MOST_BOXES = 6000;
const SMALLEST = 1e-11;

/**
 * Whether the function certainly has no zero on a piece, by its interval or by the mean value form f(m) + f′(X)(X − m)
 * (R. E. Moore, Interval Analysis, 1966).
 */
export function zeroFree(f: Analysed, { low, high }: Piece): boolean {
  const x = interval(low, high);
  const whole = f.on(0, x);
  if (excludesZero(whole)) return true;
  if (whole?.partial && !whole.broken) return movesAway(f, { low, high });
  if (!whole || whole.partial || whole.broken || !Number.isFinite(high - low)) return false;
  const slope = f.on(1, x);
  if (!slope || slope.partial || slope.broken) return false;
  const middle = low + (high - low) / 2;
  const at = f.on(0, interval(middle));
  if (!at) return false;
  const reach = Math.max(Math.abs(above(high - middle)), Math.abs(above(middle - low)));
  const size = above(reach * Math.max(Math.abs(slope.low), Math.abs(slope.high)));
  return at.low > size || at.high < -size;
}

/** Where the domain on a piece is connected and reaches one end of it: a function that moves away from 0 from that end on. */
function movesAway(f: Analysed, { low, high }: Piece): boolean {
  const slope = f.on(1, interval(low, high));
  if (!slope || slope.broken || !excludesZero(slope) || !f.connectedOn({ low, high })) return false;
  const rises = slope.low > 0;
  const starts = [low, high].map((end) => signAt(f, end));
  // Rising and positive at the left end, or negative at the right one; falling the other way round.
  return rises ? starts[0] === 1 || starts[1] === -1 : starts[0] === -1 || starts[1] === 1;
}

/** Whether the function is defined, continuous and strictly monotone on a piece. */
export function monotone(f: Analysed, { low, high }: Piece): boolean {
  const x = interval(low, high);
  const whole = f.on(0, x);
  if (!whole || whole.partial || whole.broken) return false;
  const slope = f.on(1, x);
  return slope !== undefined && excludesZero(slope) && !slope.partial && !slope.broken;
}

/** The sign at a point, certified; undefined where it is 0 or not decided. */
export function signAt(f: Analysed, x: number): -1 | 1 | undefined {
  const value = f.on(0, interval(x));
  const sign = value && !value.partial ? signOf(value) : undefined;
  return sign === 0 ? undefined : sign;
}

/**
 * Isolates the zeros of a function on a bounded piece by bisection: a box is dropped where the function cannot be 0, and is
 * settled where it is monotone. What is too small to cut is reported as unresolved.
 */
export function isolateZeros(f: Analysed, piece: Piece, boxes: number = MOST_BOXES): Isolation {
  const cells: Piece[] = [];
  const unresolved: Piece[] = [];
  const open: Piece[] = [piece];
  let left = boxes;
  let patience = MOST_REPEATED;
  for (let box = open.pop(); box; box = open.pop()) {
    left -= 1;
    const { low, high } = box;
    if (zeroFree(f, box)) continue;
    if (monotone(f, box)) {
      const [first, last] = [signAt(f, low), signAt(f, high)];
      if (first !== undefined && last !== undefined) {
        if (first !== last) cells.push(box);
        continue;
      }
    }
    if (high - low < REPEATED && !box.stubborn && patience > 0) {
      patience -= 1;
      if (repeats(f, box)) {
        unresolved.push(box);
        continue;
      }
    }
    const cut = cutOf(f, box);
    if (left <= 0 || high - low <= SMALLEST * Math.max(1, Math.abs(low)) || cut <= low || cut >= high) unresolved.push(box);
    else open.push({ ...box, low: cut }, { ...box, high: cut });
  }
  return { cells, unresolved: merged(unresolved) };
}

/** Where to cut a piece: at a short number where the function is not defined everywhere, since domains end at such numbers. */
export function cutOf(f: Analysed, { low, high }: Piece): number {
  const whole = f.on(0, interval(low, high));
  return whole?.partial && Number.isFinite(high - low) ? shortestBetween(low, high) : low + (high - low) * CUT;
}

/** A number with as few decimals as possible well inside a piece. */
function shortestBetween(low: number, high: number): number {
  const [from, to] = [low + (high - low) * 0.01, high - (high - low) * 0.01];
  for (let scale = 10 ** Math.floor(Math.log10(Math.max(Math.abs(low), Math.abs(high), 1))); scale > 1e-14; scale /= 10) {
    const middle = Math.round((low + high) / 2 / scale) * scale;
    const near = [middle, Math.ceil(from / scale) * scale].find((x) => x > from && x < to);
    if (near !== undefined) return near;
  }
  return low + (high - low) * CUT;
}

const MOST_ORDERS = 6;
/** Below this width a piece without a monotone function may hold a repeated zero. */
const REPEATED = 0.02;
/** Higher derivatives are long: so often they are looked at. */
const MOST_REPEATED = 150;

/** Whether a higher derivative keeps its sign on a piece, so that there are few zeros, perhaps one that counts several times. */
function repeats(f: Analysed, { low, high }: Piece): boolean {
  for (let order = 2; order <= MOST_ORDERS; order += 1) {
    const slope = f.on(order, interval(low, high));
    if (!slope || slope.partial || slope.broken) return false;
    if (excludesZero(slope)) return true;
  }
  return false;
}

function merged(pieces: readonly Piece[]): readonly Piece[] {
  const result: Piece[] = [];
  for (const piece of [...pieces].sort((a, b) => a.low - b.low)) {
    const last = result.at(-1);
    if (last && piece.low <= above(last.high + 1e-9 * Math.abs(last.high)))
      result[result.length - 1] = { low: last.low, high: Math.max(last.high, piece.high) };
    else result.push(piece);
  }
  return result;
}

/** The bounds of a piece of the line outside of which the function has no zero, as far as that can be proven on either side. */
export function boundZeros(f: Analysed): { readonly low: number | undefined; readonly high: number | undefined } {
  return new Tail(f.expression, f.name).bounds();
}
