import type { ComplexBall } from "../number/complex-ball.ts";
import * as complex from "../number/complex-ball.ts";
import { legendreRule } from "../number/legendre.ts";
import * as real from "../number/real-ball.ts";
import { BallUndefined, type RealBall } from "../number/real-ball.ts";

/** An integrand on balls. */
export interface Integrand {
  /** Real on real balls, and analytic wherever it has a value on a complex one. */
  readonly analytic: (x: ComplexBall) => ComplexBall;
  /** On real balls, across corners too. */
  readonly real: (x: ComplexBall) => ComplexBall;
}

/** Thrown where an integral has no ball; more digits do not help. */
export class NotIntegrated extends BallUndefined {
  override readonly name = "NotIntegrated";
}

/** How often an interval may be halved, and how many pieces there may be. */
const DEEPEST = 200;
const MOST_PIECES = 600;
/** Digits beyond the precision that the rule's own error is held below. */
const GUARD = 16;

/**
 * A definite integral between real bounds with a proven error bound: Gauss–Legendre rules on pieces around which the integrand is
 * bounded on a rectangle that holds the ellipse with foci at the ends and ρ = 2, so that n points are off by at most
 * 64 M h ρ^(−2n) / (15 (1 − ρ^(−2))) (L. N. Trefethen, Approximation Theory and Approximation Practice, theorem 19.3); pieces are halved
 * where no bound is found (after F. Johansson, Numerical integration in arbitrary-precision ball arithmetic, 2018).
 * @throws NotIntegrated where the integrand is not seen to be analytic on pieces that are small enough.
 */
export function integrateBall(f: Integrand, from: RealBall, to: RealBall, precision: number): RealBall {
  if (real.isExact(from) && real.isExact(to) && real.isZero(real.subtract(to, from, precision))) return real.ZERO;
  const work = precision + 2 * GUARD;
  if (real.certifiedCompare(from, to) === 1) return real.negate(integrateBall(f, to, from, precision));
  const [low, high] = [from, to].map(({ mid, exp }): RealBall => ({ mid, rad: 0n, exp }));
  if (!low || !high) return real.ZERO;
  let total = real.add(endError(f, from, work), endError(f, to, work), work);
  const rule = legendreRule(Math.ceil(work / 2) + 4, work);
  let scale = Number.NEGATIVE_INFINITY;
  const open: { readonly low: RealBall; readonly high: RealBall; readonly depth: number }[] = [{ low, high, depth: 0 }];
  let pieces = 0;
  for (let piece = open.pop(); piece; piece = open.pop()) {
    pieces += 1;
    if (pieces > MOST_PIECES || piece.depth > DEEPEST) throw new NotIntegrated("the integrand is not seen to be smooth enough to be integrated");
    const middle = real.scaleByPowerOfTwo(real.add(piece.low, piece.high, 2 * work), -1);
    const half = real.scaleByPowerOfTwo(real.subtract(piece.high, piece.low, 2 * work), -1);
    const bound = boundAround(f, middle, half, work);
    const left = bound === undefined ? remainder(f, middle, half, work) : undefined;
    if (left && real.magnitudeBits(left) <= Math.max(scale, -precision) - precision) {
      total = real.add(total, left, work);
      continue;
    }
    const error = bound === undefined ? Number.POSITIVE_INFINITY : bound + real.magnitudeBits(half) + 3 - 2 * rule.length;
    const sum = error < Number.POSITIVE_INFINITY ? ruleSum(f, rule, middle, half, work) : undefined;
    if (sum) scale = Math.max(scale, real.magnitudeBits(sum));
    if (sum && error <= Math.max(scale, -precision) - precision)
      total = real.add(total, Number.isFinite(error) ? real.widen(sum, Math.ceil(error)) : sum, work);
    else open.push({ ...piece, low: { ...middle, rad: 0n }, depth: piece.depth + 1 }, { ...piece, high: { ...middle, rad: 0n }, depth: piece.depth + 1 });
  }
  return total;
}

/** What a bound that is known only to a ball may add: its radius times the integrand there. */
function endError(f: Integrand, end: RealBall, precision: number): RealBall {
  if (real.isExact(end)) return real.ZERO;
  const size = complex.abs(f.real(complex.fromReal(end)), precision);
  return real.isZero(size) ? real.ZERO : { mid: 0n, rad: 1n, exp: real.magnitudeBits(size) + real.radiusBits(end) + 1 };
}

/** The values on a short piece times its length, which bound what it adds where there is a corner or an end of smoothness. */
function remainder(f: Integrand, middle: RealBall, half: RealBall, precision: number): RealBall | undefined {
  return real.whereDefined(() => {
    const own = real.add(middle, real.multiply({ mid: 0n, rad: 1n, exp: 0 }, half, precision), precision);
    const value = f.real(complex.fromReal(own)).re;
    return real.scaleByPowerOfTwo(real.multiply(value, half, precision), 1);
  });
}

/** The binary exponent of a bound on the rectangle around a piece; undefined where there is none. */
function boundAround(f: Integrand, middle: RealBall, half: RealBall, precision: number): number | undefined {
  // Half axes 5/4 and 3/4 of the ellipse with ρ = 2, rounded up to the radii of balls.
  const around = (times: bigint): RealBall => real.multiply({ mid: 0n, rad: times, exp: -2 }, half, precision);
  const box: ComplexBall = { re: real.add(middle, around(5n), precision), im: around(3n) };
  const size = real.whereDefined(() => real.magnitudeBits(complex.abs(f.analytic(box), precision)));
  return size !== undefined && size < 4 * precision ? size : undefined;
}

function ruleSum(f: Integrand, rule: ReturnType<typeof legendreRule>, middle: RealBall, half: RealBall, precision: number): RealBall {
  let sum = real.ZERO;
  for (const { node, weight } of rule) {
    const value = f.real(complex.fromReal(real.add(middle, real.multiply(half, node, precision), precision)));
    sum = real.add(sum, real.multiply(weight, value.re, precision), precision);
  }
  return real.multiply(sum, half, precision);
}
