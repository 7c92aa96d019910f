import type { ComplexBall } from "../number/complex-ball.ts";
import * as complex from "../number/complex-ball.ts";
import * as integer from "../number/integer.ts";
import * as rational from "../number/rational.ts";
import * as real from "../number/real-ball.ts";
import { BallUndefined } from "../number/real-ball.ts";
import { ballValue } from "./ball-value.ts";
import { numberValue, ZERO } from "./construct.ts";
import { compile } from "./double-value.ts";
import { type Expression, factorsOf, type IteratedNode, termsOf } from "./expression.ts";
import { systemRootValue } from "./system-root-value.ts";

/** A bracket of a root: the body has different signs at low · 2^exp and high · 2^exp. */
interface Bracket {
  readonly low: bigint;
  readonly high: bigint;
  readonly exp: number;
}

const brackets = new WeakMap<IteratedNode, Bracket>();
const MOST_ROUNDS = 4000;
const ROUNDING_BITS = 24;

/**
 * A ball around the root that a root node names.
 * @throws BallUndefined where its bounds hold no change of sign.
 */
export function rootValue(e: IteratedNode, precision: number): ComplexBall {
  if (e.body.kind === "tuple") return complex.fromReal(systemRootValue(e, precision));
  const [low, high] = [numberValue(e.lower ?? ZERO), numberValue(e.upper ?? ZERO)];
  if (low && high) {
    const start = brackets.get(e) ?? commonEnds(low, high);
    const found = refined(e, start, precision);
    brackets.set(e, found);
    return complex.fromReal(real.fromEnds(found.low, found.high, found.exp, precision + 8));
  }
  return complexRoot(e, precision);
}

function commonEnds(low: rational.Rational, high: rational.Rational): Bracket {
  const den = integer.toBigInt(integer.lcm(low.den, high.den));
  const dyadic = (den & (den - 1n)) === 0n;
  // Other bounds are rounded inwards by far less than their distance.
  const width = rational.subtract(high, low);
  const bits = dyadic
    ? integer.bitLength(den) - 1
    : ROUNDING_BITS + Math.max(0, integer.bitLength(integer.toBigInt(width.den)) - integer.bitLength(integer.toBigInt(width.num)));
  const scale = rational.rational(integer.fromBigInt(1n << BigInt(bits)));
  const down = (value: rational.Rational): bigint => integer.toBigInt(rational.floor(rational.multiply(value, scale)));
  return { low: -down(rational.negate(low)), high: down(high), exp: -bits };
}

/** The certified sign of the body at k · 2^exp; 0 only where it is exactly 0. */
function signAt(e: IteratedNode, k: bigint, exp: number, precision: number): -1 | 0 | 1 | undefined {
  const x = complex.fromReal({ mid: k, rad: 0n, exp });
  for (let bits = precision; bits <= 8 * precision + 512; bits *= 2) {
    const sign = real.certifiedSign(ballValue(e.body, bits, new Map([[e.variable, x]])).re);
    if (sign !== undefined) return sign;
  }
  return undefined;
}

/**
 * Narrows a bracket by quadratic interval refinement: the secant proposes one of N subintervals, whose ends are then looked
 * at; N is squared after a hit and halved in bits after a miss (J. Abbott, "Quadratic interval refinement for real roots",
 * 2006). Only certified signs decide.
 */
function refined(e: IteratedNode, start: Bracket, precision: number): Bracket {
  let { low, high, exp } = start;
  const wanted = (): boolean => {
    if (low === high) return true;
    if (low <= 0n && high >= 0n) return integer.bitLength(high - low) + exp <= -2 * precision;
    const size = Math.max(integer.bitLength(low), integer.bitLength(high)) + exp;
    return integer.bitLength(high - low) + exp <= size - precision;
  };
  if (wanted()) return start;
  const working = (): number => 64 + 2 * Math.max(8, integer.bitLength(low) + integer.bitLength(high) - 2 * integer.bitLength(high - low) + 64);
  const first = signAt(e, low, exp, working());
  const last = signAt(e, high, exp, working());
  if (first === 0) return { low, high: low, exp };
  if (last === 0) return { low: high, high, exp };
  if (first === undefined || first === last) throw new BallUndefined("the bounds hold no change of sign");
  ({ low, high, exp } = atDoubles(e, { low, high, exp }, first, working()));
  let bits = 2;
  for (let round = 0; round < MOST_ROUNDS && !wanted(); round += 1) {
    // A grid of 2^bits pieces: everything is scaled so that one piece is one unit of width.
    const width = high - low;
    const cells = 1n << BigInt(bits);
    [low, high, exp] = [low << BigInt(bits), high << BigInt(bits), exp - bits];
    const guess = bits === 1 ? 1n : secantCell(e, low, high, exp, cells, working());
    const at: bigint = low + guess * width;
    const middle: -1 | 0 | 1 | undefined = signAt(e, at, exp, working());
    if (middle === 0) return { low: at, high: at, exp };
    const ahead: boolean = middle === first;
    const from: bigint = ahead ? at : at - width;
    const to: bigint = from + width;
    const inside: boolean = from >= low && to <= high;
    const other: -1 | 0 | 1 | undefined = inside ? (middle === first ? signAt(e, to, exp, working()) : signAt(e, from, exp, working())) : undefined;
    if (other === 0) return middle === first ? { low: to, high: to, exp } : { low: from, high: from, exp };
    if (inside && other !== undefined && middle !== undefined && other !== middle) {
      [low, high] = [from, to];
      bits *= 2;
    } else {
      if (middle === first) low = at;
      else if (middle !== undefined) high = at;
      bits = Math.max(1, Math.floor(bits / 2));
    }
  }
  if (!wanted()) throw new BallUndefined("a root could not be narrowed down");
  return { low, high, exp };
}

/** A bracket around a zero in doubles is tried so far from it, in bits of its size. */
const DOUBLE_BITS = 44;

/** A bracket as narrow as doubles allow, where certified signs confirm it; the bracket itself where they do not. */
function atDoubles(e: IteratedNode, start: Bracket, first: -1 | 1, precision: number): Bracket {
  const f = compile(e.body, [e.variable]);
  const toDouble = (mid: bigint): number => real.toNumber({ mid, rad: 0n, exp: start.exp });
  let [low, high] = [toDouble(start.low), toDouble(start.high)];
  for (let round = 0; round < 64; round += 1) {
    const middle = (low + high) / 2;
    if (Math.sign(f(middle)) === first) low = middle;
    else high = middle;
  }
  const exp = Math.floor(Math.log2(Math.abs(low))) - DOUBLE_BITS;
  if (!Number.isFinite(low) || exp >= start.exp || exp < -900) return start;
  const shift = BigInt(start.exp - exp);
  const at = BigInt(Math.round(low / 2 ** exp));
  const [from, to] = [at - 1n, at + 1n];
  if (from <= start.low << shift || to >= start.high << shift) return start;
  return signAt(e, from, exp, precision) === first && signAt(e, to, exp, precision) === -first ? { low: from, high: to, exp } : start;
}

/** The same root under other bounds keeps what is known of its place. */
export function withKnownPlace(root: Expression, known: Expression): Expression {
  const place = known.kind === "iterated" ? brackets.get(known) : undefined;
  if (place && root.kind === "iterated") brackets.set(root, place);
  return root;
}

/** The number of the grid point next to where the secant meets 0. */
function secantCell(e: IteratedNode, low: bigint, high: bigint, exp: number, cells: bigint, precision: number): bigint {
  const value = (k: bigint) => ballValue(e.body, precision, new Map([[e.variable, complex.fromReal({ mid: k, rad: 0n, exp })]])).re;
  try {
    const [a, b] = [value(low), value(high)];
    const share = real.divide(a, real.subtract(a, b, precision), precision);
    const scaled = real.multiply(share, real.fromInteger(cells), precision);
    const shift = -scaled.exp;
    const nearest = shift > 0 ? (scaled.mid + (1n << BigInt(shift - 1))) >> BigInt(shift) : scaled.mid << BigInt(-shift);
    return nearest < 1n ? 1n : nearest >= cells ? cells - 1n : nearest;
  } catch (error) {
    if (error instanceof BallUndefined) return cells >> 1n;
    throw error;
  }
}

/** Coefficients of the body, a polynomial with rational coefficients, by rising powers. */
function coefficientsOf(e: IteratedNode): readonly rational.Rational[] {
  const found: rational.Rational[] = [];
  const terms = termsOf(e.body);
  for (const term of terms) {
    const factors = factorsOf(term);
    let [coefficient, degree] = [rational.ONE, 0];
    for (const factor of factors) {
      if (factor.kind === "number") coefficient = rational.multiply(coefficient, factor.value);
      else if (factor.kind === "name") degree += 1;
      else if (factor.kind === "power" && factor.exponent.kind === "number") degree += Number(factor.exponent.value.num);
      else throw new BallUndefined("a complex root of something that is no polynomial");
    }
    found[degree] = coefficient;
  }
  return Array.from(found, (coefficient) => coefficient ?? rational.ZERO);
}

/**
 * Newton's method from the approximation; a disc of radius n |p/p′| around a point holds a root (P. Henrici, Applied and
 * Computational Complex Analysis I, 6.4), which is the one named where the disc lies within the isolating one.
 */
function complexRoot(e: IteratedNode, precision: number): ComplexBall {
  const coefficients = coefficientsOf(e);
  const degree = coefficients.length - 1;
  const bits = precision + 64;
  const centre = ballValue(e.lower ?? ZERO, bits);
  const radius = ballValue(e.upper ?? ZERO, 64).re;
  let z: ComplexBall = exactMiddle(centre);
  for (let round = 0; round < 64; round += 1) {
    let [value, slope] = [complex.ZERO, complex.ZERO];
    for (let k = degree; k >= 0; k -= 1) {
      slope = complex.add(complex.multiply(slope, z, bits), value, bits);
      value = complex.add(complex.multiply(value, z, bits), complex.fromRational(coefficients[k] ?? rational.ZERO, bits), bits);
    }
    const step = complex.divide(value, slope, bits);
    const error = real.multiply(real.fromInteger(degree), complex.abs(step, 64), 64);
    if (real.magnitudeBits(error) <= -precision || real.isZero(error)) {
      const distance = real.add(complex.abs(complex.subtract(z, centre, bits), 64), error, 64);
      if (real.certifiedSign(real.subtract(radius, distance, 64)) !== 1) throw new BallUndefined("Newton's method left the disc of the root");
      const spread: real.RealBall = {
        mid: 0n,
        rad: 1n,
        exp: Math.max(-precision - 8, Number.isFinite(real.magnitudeBits(error)) ? real.magnitudeBits(error) : -precision - 8),
      };
      return { re: real.add(z.re, spread, bits), im: real.add(z.im, spread, bits) };
    }
    z = exactMiddle(complex.subtract(z, step, bits));
  }
  throw new BallUndefined("Newton's method did not converge");
}

function exactMiddle(z: ComplexBall): ComplexBall {
  return { re: { ...z.re, rad: 0n }, im: { ...z.im, rad: 0n } };
}
