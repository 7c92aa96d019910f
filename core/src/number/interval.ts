import type { RealBall } from "./real-ball.ts";
import * as real from "./real-ball.ts";

/**
 * All values between two doubles, either of which may be infinite; every operation rounds outwards, so that the result holds
 * every value the operation can take (R. E. Moore, Interval Analysis, 1966). `partial`: somewhere on the arguments there may
 * be no value; the interval holds the values that exist. `broken`: the value may jump. Where there is no value at all the
 * operations give undefined.
 */
export interface Interval {
  readonly low: number;
  readonly high: number;
  readonly partial: boolean;
  readonly broken: boolean;
}

export type MaybeInterval = Interval | undefined;

export const REAL_LINE: Interval = { low: Number.NEGATIVE_INFINITY, high: Number.POSITIVE_INFINITY, partial: false, broken: false };

export function interval(low: number, high: number = low, partial = false, broken = false): Interval {
  return { low, high, partial, broken };
}

const STEP = 2 ** -52;

/** A double below x, or x itself where it is infinite. */
export function below(x: number): number {
  return x - Math.abs(x) * STEP - Number.MIN_VALUE;
}

/** A double above x, or x itself where it is infinite. */
export function above(x: number): number {
  return x + Math.abs(x) * STEP + Number.MIN_VALUE;
}

const LARGEST_EXPONENT = 1000;

/** The doubles around a ball. */
export function aroundBall(ball: RealBall): Interval {
  const bits = real.magnitudeBits(ball);
  if (bits > LARGEST_EXPONENT) {
    const sign = real.certifiedSign(ball);
    return interval(sign === 1 ? Number.MAX_VALUE : Number.NEGATIVE_INFINITY, sign === -1 ? -Number.MAX_VALUE : Number.POSITIVE_INFINITY);
  }
  const { low, high, exp } = real.ends(ball);
  const end = (value: bigint): number => real.toNumber({ mid: value, rad: 0n, exp });
  const exact = low === high && Math.abs(Number(low)) <= Number.MAX_SAFE_INTEGER && exp >= -LARGEST_EXPONENT;
  return exact ? interval(end(low)) : interval(below(end(low)), above(end(high)));
}

/** The ball of a finite double. */
export function ballOfDouble(x: number): RealBall {
  if (Number.isInteger(x) && Math.abs(x) <= Number.MAX_SAFE_INTEGER) return real.fromInteger(x);
  let [mantissa, exp] = [x, 0];
  const size = Math.floor(Math.log2(Math.abs(x)));
  // Two steps keep the power of two within range for very small numbers.
  exp = size - 53;
  mantissa = exp < -LARGEST_EXPONENT ? x * 2 ** LARGEST_EXPONENT * 2 ** (-exp - LARGEST_EXPONENT) : x * 2 ** -exp;
  return { mid: BigInt(mantissa), rad: 0n, exp };
}

const joined = (a: Interval, b: Interval): { readonly partial: boolean; readonly broken: boolean } => ({
  partial: a.partial || b.partial,
  broken: a.broken || b.broken,
});

/** The sum rounded down: exact where the rounding error of the addition is 0. */
function sumDown(a: number, b: number): number {
  const s = a + b;
  return exactSum(a, b, s) ? s : Number.isNaN(s) ? Number.NEGATIVE_INFINITY : below(s);
}

function sumUp(a: number, b: number): number {
  const s = a + b;
  return exactSum(a, b, s) ? s : Number.isNaN(s) ? Number.POSITIVE_INFINITY : above(s);
}

function exactSum(a: number, b: number, s: number): boolean {
  const shadow = s - a;
  return a - (s - shadow) + (b - shadow) === 0;
}

export function add(a: Interval, b: Interval): Interval {
  return { low: sumDown(a.low, b.low), high: sumUp(a.high, b.high), ...joined(a, b) };
}

export function negate(a: Interval): Interval {
  return { low: -a.high, high: -a.low, partial: a.partial, broken: a.broken };
}

export function subtract(a: Interval, b: Interval): Interval {
  return add(a, negate(b));
}

/** 0 · ∞ is 0: an infinite end stands for arbitrarily large numbers. */
function times(a: number, b: number): number {
  return a === 0 || b === 0 ? 0 : a * b;
}

function exactProduct(a: number, b: number, p: number): boolean {
  return p === 0
    ? a === 0 || b === 0
    : Math.abs(a) === 1 || Math.abs(b) === 1 || (Number.isInteger(a) && Number.isInteger(b) && Math.abs(p) <= Number.MAX_SAFE_INTEGER);
}

export function multiply(a: Interval, b: Interval): Interval {
  let [low, high] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const x of [a.low, a.high]) {
    for (const y of [b.low, b.high]) {
      const p = times(x, y);
      const exact = exactProduct(x, y, p) || !Number.isFinite(p);
      low = Math.min(low, exact ? p : below(p));
      high = Math.max(high, exact ? p : above(p));
    }
  }
  return { low, high, ...joined(a, b) };
}

/** 1/a; undefined where a is 0 alone. */
export function invert(a: Interval): MaybeInterval {
  // 1/∞ is 0, which the values come close to and do not pass.
  const down = (x: number): number => (Number.isFinite(x) ? below(1 / x) : 0);
  const up = (x: number): number => (Number.isFinite(x) ? above(1 / x) : 0);
  if (a.low > 0 || a.high < 0) return { low: down(a.high), high: up(a.low), partial: a.partial, broken: a.broken };
  if (a.low === 0 && a.high === 0) return undefined;
  const low = a.low === 0 ? down(a.high) : Number.NEGATIVE_INFINITY;
  const high = a.high === 0 ? up(a.low) : Number.POSITIVE_INFINITY;
  return { low, high, partial: true, broken: a.broken || (a.low < 0 && a.high > 0) };
}

export function hull(a: Interval, b: Interval): Interval {
  return { low: Math.min(a.low, b.low), high: Math.max(a.high, b.high), ...joined(a, b) };
}

/** The part between two bounds; undefined where there is none. What is cut off has no value. */
export function within(a: Interval, low: number, high: number): MaybeInterval {
  if (a.high < low || a.low > high) return undefined;
  const cut = a.low < low || a.high > high;
  return { low: Math.max(a.low, low), high: Math.min(a.high, high), partial: a.partial || cut, broken: a.broken };
}

/** a^n for a whole n. */
export function integerPower(a: Interval, n: number): MaybeInterval {
  if (n < 0) {
    const positive = integerPower(a, -n);
    return positive && invert(positive);
  }
  const flags = { partial: a.partial, broken: a.broken };
  if (n % 2 === 1) return { low: powerOfEnd(a.low, n).low, high: powerOfEnd(a.high, n).high, ...flags };
  const [small, large] = [Math.min(Math.abs(a.low), Math.abs(a.high)), Math.max(Math.abs(a.low), Math.abs(a.high))];
  return { low: a.low <= 0 && a.high >= 0 ? 0 : powerOfEnd(small, n).low, high: powerOfEnd(large, n).high, ...flags };
}

/** √a for an interval that is not negative: doubles have a square root that is rounded correctly (IEEE 754). */
export function squareRoot(a: Interval): Interval {
  const [low, high] = [Math.sqrt(a.low), Math.sqrt(a.high)];
  const exact = (root: number, x: number): boolean => Number.isInteger(root) && root * root === x;
  return {
    low: exact(low, a.low) ? low : Math.max(0, below(low)),
    high: exact(high, a.high) || !Number.isFinite(high) ? high : above(high),
    partial: a.partial,
    broken: a.broken,
  };
}

/** x^n for n ≥ 0 by repeated squaring. */
function powerOfEnd(x: number, n: number): Interval {
  let result = interval(1);
  let square = interval(x);
  for (let rest = n; rest > 0; rest = Math.floor(rest / 2)) {
    if (rest % 2 === 1) result = multiply(result, square);
    if (rest > 1) square = multiply(square, square);
  }
  return result;
}

/** Whether 0 is certainly no value. */
export function excludesZero(a: MaybeInterval): boolean {
  return a === undefined || a.low > 0 || a.high < 0;
}

/** The sign of every value; undefined where there are several. */
export function signOf(a: Interval): -1 | 0 | 1 | undefined {
  return a.low > 0 ? 1 : a.high < 0 ? -1 : a.low === 0 && a.high === 0 ? 0 : undefined;
}
