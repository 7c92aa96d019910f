import { burstExp, burstSinCos } from "./bit-burst.ts";
import { ln2, pi } from "./constants.ts";
import * as real from "./real-ball.ts";
import { BallUndefined, ball, type RealBall } from "./real-ball.ts";

/**
 * exp, ln, sin, cos and arctan of real balls: argument reduction, then Taylor series in fixed point with the error
 * counted in units of the last place (R. Brent and P. Zimmermann, Modern Computer Arithmetic, chapter 4). The functions
 * are evaluated at the midpoint; the radius is carried over by a bound of the derivative.
 */

/** Exponents beyond this would make exp overflow any sensible working range. */
const LARGEST_EXPONENT_BITS = 40;
/** Beyond this many bits the series are summed by binary splitting. */
const BURST_PRECISION = 6000;
/** Angles beyond 2^this are not reduced: π would be needed to that many more bits. */
const LARGEST_ANGLE_BITS = 20_000;

interface Fixed {
  readonly value: bigint;
  readonly error: bigint;
}

function halvings(precision: number): number {
  return Math.max(4, Math.ceil(Math.sqrt(precision)));
}

function toFixed(a: RealBall, bits: number): Fixed {
  const shift = a.exp + bits;
  if (shift >= 0) return { value: a.mid << BigInt(shift), error: a.rad << BigInt(shift) };
  return { value: a.mid >> BigInt(-shift), error: (a.rad >> BigInt(-shift)) + 2n };
}

/** Nearest integer to the midpoint. */
function nearestInteger(a: RealBall): bigint {
  if (a.exp >= 0) return a.mid << BigInt(a.exp);
  // What is far below 1/2 is not shifted: its exponent may be longer than any integer.
  if (real.magnitudeBits(exact(a)) < -1) return 0n;
  return (a.mid + (1n << BigInt(-a.exp - 1))) >> BigInt(-a.exp);
}

const exact = (a: RealBall): RealBall => ({ mid: a.mid, rad: 0n, exp: a.exp });
const radius = (a: RealBall): RealBall => ({ mid: a.rad, rad: 0n, exp: a.exp });

/** value ± (radius · slope): the image of a ball under a function whose derivative is bounded by slope on it. */
function spread(value: RealBall, a: RealBall, slope: RealBall, precision: number): RealBall {
  if (a.rad === 0n) return value;
  const change = real.multiply(radius(a), real.abs(slope), 64);
  return real.add(value, { mid: 0n, rad: change.mid + change.rad, exp: change.exp }, precision);
}

/** e^a. Throws BallUndefined when the exponent is astronomically large. */
export function exp(a: RealBall, precision: number): RealBall {
  if (real.isZero(a)) return real.ONE;
  const size = real.magnitudeBits(a);
  if (size > LARGEST_EXPONENT_BITS) {
    // Far below 0 the value is less than any number that matters: e^a < 2^a.
    const { high, exp: at } = real.ends(a);
    const upper: RealBall = { mid: high, rad: 0n, exp: at };
    if (high < 0n && real.magnitudeBits(upper) > LARGEST_EXPONENT_BITS) return { mid: 0n, rad: 1n, exp: -(2 ** (LARGEST_EXPONENT_BITS - 1)) };
    throw new BallUndefined("the exponent is out of range");
  }
  if (real.radiusBits(a) > -20) {
    const { low, high, exp: at } = real.ends(a);
    return real.hull(exp({ mid: low, rad: 0n, exp: at }, precision), exp({ mid: high, rad: 0n, exp: at }, precision), precision);
  }
  const burst = precision > BURST_PRECISION;
  const halved = burst ? 0 : halvings(precision);
  const bits = precision + 2 * halved + Math.max(0, size) + (burst ? 64 : 24);
  const log2 = ln2(bits + Math.max(0, size) + 8);
  const count = nearestInteger(real.divide(exact(a), log2, Math.max(64, size + 32)));
  const reduced = real.subtract(exact(a), real.multiply(real.fromInteger(count), log2, bits + 64), bits + 64);
  const r = toFixed(real.scaleByPowerOfTwo(reduced, -halved), bits);
  if (burst) {
    const whole = burstExp(r.value, bits);
    // |e^(x + d) − e^x| ≤ 3 d for |x| < 1 and small d.
    const value = ball(whole.value, whole.error + 3n * r.error, Number(count) - bits, precision);
    return spread(value, a, real.multiply(value, exp(radiusCap(a), 64), 64), precision);
  }
  const scale = BigInt(bits);
  let term = 1n << scale;
  let sum = 0n;
  let steps = 0n;
  for (let n = 1n; term !== 0n && term !== -1n; n += 1n) {
    sum += term;
    term = ((term * r.value) >> scale) / n;
    steps += 1n;
  }
  // Each term is off by less than 2 + error(r) units since |r| < 1/2; the tail is below the last bound again.
  let error = (steps + 4n) * (2n + r.error);
  for (let k = 0; k < halved; k += 1) {
    error = ((2n * sum * error + error * error) >> scale) + 2n;
    sum = (sum * sum) >> scale;
  }
  const value = ball(sum, error, Number(count) - bits, precision);
  // On the ball, e^x ≤ e^mid · e^rad and rad ≤ 4.
  return spread(value, a, real.multiply(value, exp(radiusCap(a), 64), 64), precision);
}

function radiusCap(a: RealBall): RealBall {
  return a.rad === 0n ? real.ZERO : real.fromInteger(real.radiusBits(a) > 0 ? 4 : 1);
}

/** ln a. Throws BallUndefined unless the whole ball is positive. */
export function ln(a: RealBall, precision: number): RealBall {
  if (a.mid <= a.rad) throw new BallUndefined("the logarithm of a ball that is not positive");
  const { low, high, exp: at } = real.ends(a);
  if (a.rad === 0n) return lnExact(a, precision);
  if (a.rad << 4n > a.mid) {
    return real.hull(lnExact({ mid: low, rad: 0n, exp: at }, precision), lnExact({ mid: high, rad: 0n, exp: at }, precision), precision);
  }
  const slope = real.divide(real.ONE, { mid: low, rad: 0n, exp: at }, 64);
  return spread(lnExact(exact(a), precision), a, slope, precision);
}

/** Newton's iteration y + (x e^−y − 1), each round doubling the digits; the last correction is bounded by the series of ln(1 + t). */
function lnExact(a: RealBall, precision: number): RealBall {
  const gap = real.subtract(a, real.ONE, precision + 64);
  if (real.isZero(gap)) return real.ZERO;
  const shift = real.magnitudeBits(a);
  const m = real.scaleByPowerOfTwo(a, -shift);
  // a lies near a power of two where the result may be near 0: extra bits keep the relative precision.
  const nearOne = shift === 0 || shift === 1 ? Math.max(0, -real.magnitudeBits(gap)) : 0;
  const working = precision + nearOne + 16;
  const start = Math.log(real.toNumber(m));
  let y = real.fromRational({ num: Math.round(start * 2 ** 50), den: 2 ** 50 }, 64);
  let known = 44;
  for (;;) {
    const bits = Math.min(working, 2 * known + 16) + 8;
    const t = real.subtract(real.multiply(m, exp(real.negate(y), bits), bits), real.ONE, bits);
    const square = real.scaleByPowerOfTwo(real.multiply(t, t, bits), -1);
    const cubeBits = 3 * real.magnitudeBits(t);
    const next = real.add(y, real.subtract(t, square, bits), bits);
    if (2 * known >= working || real.isZero(t)) {
      const bounded = real.isZero(t) ? next : real.widen(next, cubeBits);
      const whole = real.multiply(real.fromInteger(shift), ln2(working + 16), working);
      return real.add(bounded, whole, precision);
    }
    y = exact(next);
    known = 2 * known;
  }
}

/** Roots of a higher degree are taken by the logarithm: the integers of a direct root grow with the degree. */
const LARGEST_DIRECT_ROOT = 16;

/** The n-th root of a ball that is not negative. */
export function realRoot(a: RealBall, n: number, precision: number): RealBall {
  if (n <= LARGEST_DIRECT_ROOT || real.isZero(a)) return real.root(a, n, precision);
  return exp(real.divide(ln(a, precision + 16), real.fromInteger(n), precision + 16), precision);
}

/** The pair (sin a, cos a). */
export function sinCos(a: RealBall, precision: number): { sin: RealBall; cos: RealBall } {
  const whole: RealBall = { mid: 0n, rad: 1n, exp: 0 };
  if (real.isZero(a)) return { sin: real.ZERO, cos: real.ONE };
  if (real.radiusBits(a) > 2) return { sin: whole, cos: whole };
  const size = Math.max(0, real.magnitudeBits(a));
  if (size > LARGEST_ANGLE_BITS) return { sin: whole, cos: whole };
  const small = Math.max(0, -real.magnitudeBits(exact(a)));
  const burst = precision > BURST_PRECISION;
  const halved = burst ? 0 : halvings(precision);
  const bits = precision + 3 * halved + 2 * Math.min(small, 4 * precision) + (burst ? 96 : 24);
  const half = real.scaleByPowerOfTwo(pi(bits + size + 16), -1);
  const count = nearestInteger(real.divide(exact(a), half, size + 64));
  const turned = real.multiply(real.fromInteger(count), half, bits + size + 16);
  const r = toFixed(real.scaleByPowerOfTwo(real.subtract(exact(a), turned, bits + size + 16), -halved), bits);
  const { sin, cos } = burst ? burstSinCos(r.value, bits) : seriesSinCos(r, bits, halved);
  // |sin′|, |cos′| ≤ 1: the error of the angle adds to that of the value.
  const own = burst ? r.error : 0n;
  const [sinBall, cosBall] = [ball(sin.value, sin.error + own, -bits, precision), ball(cos.value, cos.error + own, -bits, precision)];
  const quadrant = Number(((count % 4n) + 4n) % 4n);
  const turn = [
    { sin: sinBall, cos: cosBall },
    { sin: cosBall, cos: real.negate(sinBall) },
    { sin: real.negate(sinBall), cos: real.negate(cosBall) },
    { sin: real.negate(cosBall), cos: sinBall },
  ][quadrant];
  const at = turn ?? { sin: whole, cos: whole };
  return { sin: spread(at.sin, a, slopeWithin(at.cos, a), precision), cos: spread(at.cos, a, slopeWithin(at.sin, a), precision) };
}

/** |sin(m + d) − sin m| ≤ |cos m| |d| + d²/2, and no more than |d|: the factor of |d| for the radius. */
function slopeWithin(slope: RealBall, a: RealBall): RealBall {
  if (a.rad === 0n) return real.ONE;
  const bound = real.add(real.abs(slope), real.scaleByPowerOfTwo(radius(a), -1), 64);
  return real.certifiedCompare(bound, real.ONE) === 1 ? real.ONE : bound;
}

/** Taylor series at the angle halved so often, then the doubling formulas. */
function seriesSinCos(r: Fixed, bits: number, halved: number): { sin: Fixed; cos: Fixed } {
  const scale = BigInt(bits);
  const square = (r.value * r.value) >> scale;
  const series = (first: bigint, from: bigint): Fixed => {
    let term = first;
    let sum = 0n;
    let steps = 0n;
    for (let n = from; term !== 0n && term !== -1n; n += 2n) {
      sum += term;
      term = -((term * square) >> scale) / (n * (n + 1n));
      steps += 1n;
    }
    return { value: sum, error: (steps + 4n) * (4n + 2n * r.error) };
  };
  const s = series(r.value, 2n);
  const c = series(1n << scale, 1n);
  let [sin, cos] = [s.value, c.value];
  let error = s.error + c.error;
  for (let k = 0; k < halved; k += 1) {
    [sin, cos] = [(2n * sin * cos) >> scale, (cos * cos - sin * sin) >> scale];
    // |sin|, |cos| ≤ 1 + error: the doubling formulas multiply the error by at most 4 and truncate twice.
    error = 4n * error + ((2n * error * error) >> scale) + 2n;
  }
  return { sin: { value: sin, error }, cos: { value: cos, error } };
}

/** arctan a, in (−π/2, π/2). */
export function arctan(a: RealBall, precision: number): RealBall {
  if (real.isZero(a)) return real.ZERO;
  if (real.magnitudeBits(a) > 2 && !real.containsZero(a)) {
    const rest = arctan(real.divide(real.ONE, a, precision + 16), precision + 8);
    const quarter = real.scaleByPowerOfTwo(pi(precision + 8), -1);
    return real.subtract(a.mid < 0n ? real.negate(quarter) : quarter, rest, precision);
  }
  const size = Math.max(0, -real.magnitudeBits(exact(a)));
  const working = precision + Math.min(2 * size, 4 * precision) + 16;
  let y = real.fromRational({ num: Math.round(Math.atan(real.toNumber(exact(a))) * 2 ** 50), den: 2 ** 50 }, 64);
  let known = 44;
  for (;;) {
    const bits = Math.min(working, 3 * known + 16) + 8;
    const { sin, cos } = sinCos(y, bits);
    const numerator = real.subtract(real.multiply(exact(a), cos, bits), sin, bits);
    const denominator = real.add(cos, real.multiply(exact(a), sin, bits), bits);
    const t = real.divide(numerator, denominator, bits);
    const cube = real.multiply(t, real.multiply(t, t, bits), bits);
    const next = real.add(y, real.subtract(t, real.divide(cube, real.fromInteger(3), bits), bits), bits);
    if (3 * known >= working || real.isZero(t)) {
      const bounded = real.isZero(t) ? next : real.widen(next, 5 * real.magnitudeBits(t));
      return spread(ball(bounded.mid, bounded.rad, bounded.exp, precision), a, real.ONE, precision);
    }
    y = exact(next);
    known = 3 * known;
  }
}

/** The angle of the point (x, y), in (−π, π]; throws BallUndefined at the origin or where the balls straddle the cut. */
export function angle(y: RealBall, x: RealBall, precision: number): RealBall {
  const [signX, signY] = [real.certifiedSign(x), real.certifiedSign(y)];
  if (signY === 0 && signX === 1) return real.ZERO;
  if (signY === 0 && signX === -1) return pi(precision);
  if (signX === 1) return arctan(real.divide(y, x, precision + 8), precision);
  if (signY !== undefined && signY !== 0) {
    const quarter = real.scaleByPowerOfTwo(pi(precision + 8), -1);
    const rest = arctan(real.divide(x, y, precision + 8), precision + 8);
    return real.subtract(signY > 0 ? quarter : real.negate(quarter), rest, precision);
  }
  throw new BallUndefined("the argument of a ball that meets the negative real axis");
}
