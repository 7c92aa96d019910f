import { bitLength, magnitude, rootFloor, toBigInt } from "./integer.ts";
import type { Rational } from "./rational.ts";

/**
 * A real ball: the interval [mid − rad, mid + rad] · 2^exp. Every operation returns a ball that contains every value the
 * operation can take on the operands' balls (inclusion isotony), rounded to about `precision` bits.
 * Midpoint–radius arithmetic after J. van der Hoeven, "Ball arithmetic" (2009).
 */
export interface RealBall {
  readonly mid: bigint;
  readonly rad: bigint;
  readonly exp: number;
}

/** Thrown where a ball operation has no bounded value: division by a ball that holds 0, the logarithm of one, … */
export class BallUndefined extends Error {
  override readonly name: string = "BallUndefined";
}

/** The radius never needs more binary digits than this: beyond, digits of the midpoint carry no information. */
const RADIUS_BITS = 32;

export const ZERO: RealBall = { mid: 0n, rad: 0n, exp: 0 };
export const ONE: RealBall = { mid: 1n, rad: 0n, exp: 0 };

/** Shift right rounding down, or left for a negative count. */
function shiftDown(a: bigint, count: number): bigint {
  return count >= 0 ? a >> BigInt(count) : a << BigInt(-count);
}

function shiftUp(a: bigint, count: number): bigint {
  return -shiftDown(-a, count);
}

/** The ball mid ± rad at 2^exp, its midpoint cut to `precision` bits and its radius to 32, enlarged by what was cut off. */
export function ball(mid: bigint, rad: bigint, exp: number, precision: number): RealBall {
  const excess = Math.max(bitLength(mid) - precision, bitLength(rad) - RADIUS_BITS);
  if (excess <= 0) return { mid, rad, exp };
  const cut = shiftDown(mid, excess);
  const exact = cut << BigInt(excess) === mid;
  return { mid: cut, rad: shiftUp(rad, excess) + (exact ? 0n : 1n), exp: exp + excess };
}

export function fromInteger(value: number | bigint): RealBall {
  return { mid: BigInt(value), rad: 0n, exp: 0 };
}

export function fromRational(value: Rational, precision: number): RealBall {
  const num = toBigInt(value.num);
  if (value.den === 1) return ball(num, 0n, 0, precision);
  const den = toBigInt(value.den);
  const shift = Math.max(0, precision + 2 + bitLength(den) - bitLength(num));
  const scaled = num << BigInt(shift);
  const quotient = scaled / den;
  return ball(quotient, quotient * den === scaled ? 0n : 1n, -shift, precision);
}

/** The smallest ball around two dyadic ends at the same exponent. */
export function fromEnds(low: bigint, high: bigint, exp: number, precision: number): RealBall {
  return ball(low + high, high - low, exp - 1, precision);
}

/** The ends of the interval, as integers at a common exponent. */
export function ends(a: RealBall): { low: bigint; high: bigint; exp: number } {
  return { low: a.mid - a.rad, high: a.mid + a.rad, exp: a.exp };
}

export function isExact(a: RealBall): boolean {
  return a.rad === 0n;
}

export function isZero(a: RealBall): boolean {
  return a.mid === 0n && a.rad === 0n;
}

/** The sign of every number in the ball, or undefined when the ball holds numbers of different signs. */
export function certifiedSign(a: RealBall): -1 | 0 | 1 | undefined {
  if (a.mid > a.rad) return 1;
  if (-a.mid > a.rad) return -1;
  return isZero(a) ? 0 : undefined;
}

export function containsZero(a: RealBall): boolean {
  return magnitude(a.mid) <= a.rad;
}

/** a − b has the sign returned, for every pair of values; undefined when the balls overlap. */
export function certifiedCompare(a: RealBall, b: RealBall): -1 | 0 | 1 | undefined {
  return certifiedSign(subtract(a, b, Math.max(bitLength(a.mid), bitLength(b.mid), 64) + 8));
}

/** Base-2 exponent of an upper bound of |x| over the ball; −Infinity for the exact 0. */
export function magnitudeBits(a: RealBall): number {
  return isZero(a) ? Number.NEGATIVE_INFINITY : bitLength(magnitude(a.mid) + a.rad) + a.exp;
}

/** Base-2 exponent of the radius, rounded up; −Infinity for an exact ball. */
export function radiusBits(a: RealBall): number {
  return a.rad === 0n ? Number.NEGATIVE_INFINITY : bitLength(a.rad) + a.exp;
}

export function negate(a: RealBall): RealBall {
  return { mid: -a.mid, rad: a.rad, exp: a.exp };
}

export function add(a: RealBall, b: RealBall, precision: number): RealBall {
  if (isZero(a)) return ball(b.mid, b.rad, b.exp, precision);
  if (isZero(b)) return ball(a.mid, a.rad, a.exp, precision);
  const [high, low] = a.exp >= b.exp ? [a, b] : [b, a];
  const gap = high.exp - low.exp;
  const top = Math.max(magnitudeBits(a), magnitudeBits(b));
  if (gap > 4 * precision + 256 && magnitudeBits(low) < top - 2 * precision - 64) {
    // The smaller summand is far below the last bit kept: it only widens the radius.
    const guard = precision + 32;
    const mid = high.mid << BigInt(guard);
    const rad = (high.rad << BigInt(guard)) + shiftUp(1n, high.exp - guard - magnitudeBits(low));
    return ball(mid, rad, high.exp - guard, precision);
  }
  const shift = BigInt(gap);
  return ball((high.mid << shift) + low.mid, (high.rad << shift) + low.rad, low.exp, precision);
}

export function subtract(a: RealBall, b: RealBall, precision: number): RealBall {
  return add(a, negate(b), precision);
}

export function multiply(a: RealBall, b: RealBall, precision: number): RealBall {
  const rad = magnitude(a.mid) * b.rad + magnitude(b.mid) * a.rad + a.rad * b.rad;
  return ball(a.mid * b.mid, rad, a.exp + b.exp, precision);
}

/** What is found, or undefined where something on the way has no ball. */
export function whereDefined<Found>(find: () => Found): Found | undefined {
  try {
    return find();
  } catch (error) {
    if (error instanceof BallUndefined) return undefined;
    throw error;
  }
}

/** Throws BallUndefined when b holds 0. */
export function divide(a: RealBall, b: RealBall, precision: number): RealBall {
  const divisor = magnitude(b.mid);
  if (divisor <= b.rad) throw new BallUndefined("division by a ball that holds 0");
  const shift = Math.max(0, precision + 4 + bitLength(b.mid) - bitLength(a.mid), bitLength(b.mid));
  const scaled = a.mid << BigInt(shift);
  const quotient = scaled / b.mid;
  // |x/y − a/b| ≤ (|a| r_b + |b| r_a) / (|b| (|b| − r_b)), plus one for the truncated quotient.
  const spread = (magnitude(a.mid) * b.rad + divisor * a.rad) << BigInt(shift);
  const rad = spread === 0n ? 0n : spread / (divisor * (divisor - b.rad)) + 1n;
  return ball(quotient, rad + (quotient * b.mid === scaled ? 0n : 1n), a.exp - b.exp - shift, precision);
}

export function scaleByPowerOfTwo(a: RealBall, bits: number): RealBall {
  return { mid: a.mid, rad: a.rad, exp: a.exp + bits };
}

/** a to any machine-integer power; throws BallUndefined for a negative power of a ball that holds 0. */
export function integerPower(a: RealBall, exponent: number, precision: number): RealBall {
  if (exponent < 0) return divide(ONE, integerPower(a, -exponent, precision + 8), precision);
  const working = precision + 2 * bitLength(BigInt(exponent)) + 8;
  let result = ONE;
  let square = a;
  for (let rest = exponent; rest > 0; rest = Math.floor(rest / 2)) {
    if (rest % 2 === 1) result = multiply(result, square, working);
    if (rest > 1) square = evenSquare(square, working);
  }
  return ball(result.mid, result.rad, result.exp, precision);
}

/** The square, which never reaches below 0 however wide the ball. */
function evenSquare(a: RealBall, precision: number): RealBall {
  if (!containsZero(a) || isZero(a)) return multiply(a, a, precision);
  const top = magnitude(a.mid) + a.rad;
  return fromEnds(0n, top * top, 2 * a.exp, precision);
}

/** Principal n-th root of the non-negative part of the ball; throws BallUndefined when the whole ball is negative. */
export function root(a: RealBall, n: number, precision: number): RealBall {
  const { low, high, exp } = ends(a);
  if (high < 0n) throw new BallUndefined("an even root of a negative number");
  const wanted = n * (precision + 4);
  let shift = Math.max(0, wanted - bitLength(high));
  shift += (((exp - shift) % n) + n) % n;
  const scale = BigInt(shift);
  const bottom = low <= 0n ? 0n : rootFloor(low << scale, n);
  const scaledHigh = high << scale;
  const floorHigh = low === high && low > 0n ? bottom : rootFloor(scaledHigh, n);
  const top = floorHigh ** BigInt(n) === scaledHigh ? floorHigh : floorHigh + 1n;
  return fromEnds(bottom, top, (exp - shift) / n, precision);
}

/** The ball of |x|. */
export function abs(a: RealBall): RealBall {
  if (!containsZero(a)) return a.mid < 0n ? negate(a) : a;
  return fromEnds(0n, magnitude(a.mid) + a.rad, a.exp, bitLength(a.mid) + RADIUS_BITS);
}

/** The ball widened by 2^bits on both sides. */
export function widen(a: RealBall, bits: number): RealBall {
  return add(a, { mid: 0n, rad: 1n, exp: bits }, Math.max(64, bitLength(a.mid)));
}

/** A ball that holds both; ends far below the precision of the larger one are rounded outwards. */
export function hull(a: RealBall, b: RealBall, precision: number): RealBall {
  const top = Math.max(magnitudeBits(a), magnitudeBits(b));
  const exp = Math.max(Math.min(a.exp, b.exp), Number.isFinite(top) ? top - 2 * precision - 64 : 0);
  const lift = (x: RealBall) => ({ low: shiftDown(x.mid - x.rad, exp - x.exp), high: shiftUp(x.mid + x.rad, exp - x.exp) });
  const [p, q] = [lift(a), lift(b)];
  return fromEnds(p.low < q.low ? p.low : q.low, p.high > q.high ? p.high : q.high, exp, precision);
}

/** The nearest double to the midpoint. */
/** The whole number that a ball is exactly, within the safe range of doubles; undefined for any other ball. */
export function exactInteger(a: RealBall): number | undefined {
  if (!isExact(a) || a.exp > 53) return undefined;
  const size = BigInt(Math.max(0, -a.exp));
  const whole = a.exp >= 0 ? a.mid << BigInt(a.exp) : a.mid >> size;
  return (a.exp >= 0 || whole << size === a.mid) && Number.isSafeInteger(Number(whole)) ? Number(whole) : undefined;
}

export function toNumber(a: RealBall): number {
  const excess = Math.max(0, bitLength(a.mid) - 64);
  return Number(shiftDown(a.mid, excess)) * 2 ** (a.exp + excess);
}
