import type { ComplexBall } from "../../number/complex-ball.ts";
import * as complex from "../../number/complex-ball.ts";
import { pi } from "../../number/constants.ts";
import { sinCos } from "../../number/elementary.ts";
import type { Interval, MaybeInterval } from "../../number/interval.ts";
import { aroundBall, ballOfDouble, interval, within } from "../../number/interval.ts";
import * as real from "../../number/real-ball.ts";
import { BallUndefined, certifiedSign } from "../../number/real-ball.ts";

/** Enough for ends that are rounded to doubles. */
const PRECISION = 72;

type PointValue = (x: ComplexBall, precision: number) => ComplexBall;

/** Where a monotone function is defined and what it tends to at the ends of its domain. */
interface Reach {
  readonly from?: number;
  readonly to?: number;
  /** The values, or limits, at the ends of the domain. */
  readonly atFrom: number;
  readonly atTo: number;
}

function valueAt(f: PointValue, x: number): Interval {
  try {
    const value = f(complex.fromReal(ballOfDouble(x)), PRECISION);
    return aroundBall(value.re);
  } catch (error) {
    if (error instanceof BallUndefined) return interval(Number.NEGATIVE_INFINITY, Number.POSITIVE_INFINITY);
    throw error;
  }
}

/** The interval of an increasing function: the values at the two ends. */
export function increasing(f: PointValue, { from = Number.NEGATIVE_INFINITY, to = Number.POSITIVE_INFINITY, atFrom, atTo }: Reach) {
  return (args: readonly Interval[]): MaybeInterval => {
    const [x] = args;
    const inside = x && within(x, from, to);
    if (!inside || (inside.high === from && !Number.isFinite(atFrom)) || (inside.low === to && !Number.isFinite(atTo))) return undefined;
    const low = inside.low <= from ? atFrom : Math.max(atFrom, valueAt(f, inside.low).low);
    const high = inside.high >= to ? atTo : Math.min(atTo, valueAt(f, inside.high).high);
    // An open end of the domain that the argument reaches has no value there.
    const partial =
      inside.partial || (inside.low === from && !Number.isFinite(atFrom)) || (inside.high === to && !Number.isFinite(atTo) && Number.isFinite(to));
    return interval(low, high, partial, inside.broken);
  };
}

export function decreasing(f: PointValue, reach: Reach) {
  const mirrored = increasing((x, precision) => complex.negate(f(x, precision)), { ...reach, atFrom: -reach.atFrom, atTo: -reach.atTo });
  return (args: readonly Interval[]): MaybeInterval => {
    const value = mirrored(args);
    return value && interval(-value.high, -value.low, value.partial, value.broken);
  };
}

/** The interval of an even function that increases from 0 on. */
export function evenIncreasing(f: PointValue, atZero: number) {
  const right = increasing(f, { from: 0, atFrom: atZero, atTo: Number.POSITIVE_INFINITY });
  return (args: readonly Interval[]): MaybeInterval => {
    const [x] = args;
    if (!x) return undefined;
    const [small, large] = [Math.min(Math.abs(x.low), Math.abs(x.high)), Math.max(Math.abs(x.low), Math.abs(x.high))];
    return right([interval(x.low <= 0 && x.high >= 0 ? 0 : small, large, x.partial, x.broken)]);
  };
}

/** How many quarter turns x is, rounded down; undefined where that is not decided or not worth deciding. */
function quarterOf(x: number): number | undefined {
  if (Math.abs(x) > 2 ** 40) return undefined;
  const quarters = real.divide(real.scaleByPowerOfTwo(ballOfDouble(x), 1), pi(128), 128);
  const { low, high } = aroundBall(quarters);
  const [first, last] = [Math.floor(low), Math.floor(high)];
  return first === last ? first : undefined;
}

/** The interval of sin (phase 0) or cos (phase 1): the values at the ends, and ±1 where a crest or trough lies between. */
export function wave(phase: 0 | 1) {
  const f = (x: number): Interval => {
    const { sin, cos } = sinCos(ballOfDouble(x), PRECISION);
    return aroundBall(phase === 0 ? sin : cos);
  };
  return (args: readonly Interval[]): MaybeInterval => {
    const [x] = args;
    if (!x) return undefined;
    const [first, last] = [quarterOf(x.low), quarterOf(x.high)];
    if (x.high - x.low >= 6.3 || first === undefined || last === undefined) return interval(-1, 1, x.partial, x.broken);
    const [a, b] = [f(x.low), f(x.high)];
    let [low, high] = [Math.min(a.low, b.low), Math.max(a.high, b.high)];
    for (let quarter = first + 1; quarter <= last; quarter += 1) {
      const turn = (((quarter + phase) % 4) + 4) % 4;
      if (turn === 1) high = 1;
      if (turn === 3) low = -1;
    }
    return interval(Math.max(-1, low), Math.min(1, high), x.partial, x.broken);
  };
}

/** The interval of tan (phase 0) or −cot (phase 1), which increase between their poles. */
export function betweenPoles(phase: 0 | 1) {
  const f = (x: number): Interval => {
    const { sin, cos } = sinCos(ballOfDouble(x), PRECISION);
    const [top, bottom] = phase === 0 ? [sin, cos] : [real.negate(cos), sin];
    return certifiedSign(bottom) === undefined || real.isZero(bottom)
      ? interval(Number.NEGATIVE_INFINITY, Number.POSITIVE_INFINITY)
      : aroundBall(real.divide(top, bottom, PRECISION));
  };
  return (args: readonly Interval[]): MaybeInterval => {
    const [x] = args;
    if (!x) return undefined;
    const [first, last] = [quarterOf(x.low), quarterOf(x.high)];
    // Poles of tan stand at odd quarters, those of cot at even ones.
    const branch = (quarter: number): number => Math.floor((quarter + 1 - phase) / 2);
    const whole = first !== undefined && last !== undefined && branch(first) === branch(last) && x.high - x.low < 3.2;
    if (!whole) return interval(Number.NEGATIVE_INFINITY, Number.POSITIVE_INFINITY, true, true);
    return interval(f(x.low).low, f(x.high).high, x.partial, x.broken);
  };
}

/** The interval of a function that increases by jumps. */
export function steps(value: (x: number) => number) {
  return (args: readonly Interval[]): MaybeInterval => {
    const [x] = args;
    if (!x) return undefined;
    const [low, high] = [value(x.low), value(x.high)];
    return interval(low, high, x.partial, x.broken || low !== high);
  };
}
