import { bitLength } from "../../number/integer.ts";
import type { IntegerPolynomial } from "./dense.ts";
import * as dense from "./dense.ts";
import { rootBoundBits } from "./factor-over-integers.ts";
import { squarefreePart } from "./gcd.ts";

/** An interval [low, high] · 2^exp that holds exactly one root; low = high for a root that is met exactly, else the root lies inside. */
export interface IsolatingInterval {
  readonly low: bigint;
  readonly high: bigint;
  readonly exp: number;
}

/** Number of sign changes of the coefficients, zeros left out. */
function signChanges(a: IntegerPolynomial): number {
  let changes = 0;
  let last = 0n;
  for (const coefficient of a) {
    if (coefficient === 0n) continue;
    if (last !== 0n && coefficient > 0n !== last > 0n) changes += 1;
    last = coefficient;
  }
  return changes;
}

/** a(x + 1) by synthetic division. */
function shiftByOne(a: IntegerPolynomial): IntegerPolynomial {
  const result = [...a];
  for (let i = 0; i < a.length - 1; i += 1) {
    for (let k = a.length - 2; k >= i; k -= 1) result[k] = (result[k] ?? 0n) + (result[k + 1] ?? 0n);
  }
  return result;
}

/** 2^n a(x/2) */
function halve(a: IntegerPolynomial): IntegerPolynomial {
  const n = dense.degree(a);
  return a.map((coefficient, k) => coefficient << BigInt(n - k));
}

/** Without the powers of two that all coefficients share, so that repeated halving does not make them grow. */
function withoutTwos(a: IntegerPolynomial): IntegerPolynomial {
  let least = Number.POSITIVE_INFINITY;
  for (const coefficient of a) {
    if (coefficient === 0n) continue;
    let count = 0;
    const low = BigInt.asUintN(64, coefficient);
    if (low === 0n) count = 64;
    else while (((low >> BigInt(count)) & 1n) === 0n) count += 1;
    least = Math.min(least, count);
    if (least === 0) return a;
  }
  return Number.isFinite(least) ? a.map((coefficient) => coefficient >> BigInt(least)) : a;
}

/** Sign changes after x → 1/(x + 1): a bound of the number of roots in (0, 1), exact when it is 0 or 1 (Descartes, Budan). */
function descartesBound(a: IntegerPolynomial): number {
  return signChanges(shiftByOne([...a].reverse()));
}

/**
 * Isolates the real roots of an integer polynomial that is not 0, by rising value: bisection with Descartes' rule of signs
 * (G. Collins, A. Akritas, "Polynomial real root isolation using Descartes' rule of signs", 1976).
 */
export function isolateRealRoots(f: IntegerPolynomial): readonly IsolatingInterval[] {
  const free = squarefreePart(f);
  const zero: IsolatingInterval[] = free[0] === 0n ? [{ low: 0n, high: 0n, exp: 0 }] : [];
  const core = free[0] === 0n ? free.slice(1) : free;
  if (core.length <= 1) return zero;
  const mirrored = core.map((coefficient, k) => (k % 2 === 1 ? -coefficient : coefficient));
  const negative = positiveRoots(mirrored)
    .map(({ low, high, exp }): IsolatingInterval => ({ low: -high, high: -low, exp }))
    .reverse();
  return [...negative, ...zero, ...positiveRoots(core)];
}

function positiveRoots(f: IntegerPolynomial): readonly IsolatingInterval[] {
  if (signChanges(f) === 0) return [];
  const bits = rootBoundBits(f);
  const n = dense.degree(f);
  // g(x) = f(2^bits x) has its positive roots in (0, 1).
  const scaled = f.map((coefficient, k) => (bits >= 0 ? coefficient << BigInt(bits * k) : coefficient << BigInt(-bits * (n - k))));
  const found: IsolatingInterval[] = [];
  const open: Piece[] = [{ g: withoutTwos(scaled), at: 0n, depth: 0, count: descartesBound(scaled), jump: 4 }];
  for (let piece = open.pop(); piece; piece = open.pop()) {
    const { at, depth, g, count, jump } = piece;
    if (count === 1) found.push({ low: at, high: at + 1n, exp: bits - depth });
    if (count <= 1) continue;
    const jumped = jumpToCluster(piece);
    if (jumped) {
      open.push(jumped);
      continue;
    }
    const left = halve(g);
    const right = shiftByOne(left);
    if (right[0] === 0n) found.push({ low: 2n * at + 1n, high: 2n * at + 1n, exp: bits - depth - 1 });
    for (const [half, side] of [
      [right[0] === 0n ? right.slice(1) : right, 1n],
      [left, 0n],
    ] as const) {
      open.push({ g: withoutTwos(half), at: 2n * at + side, depth: depth + 1, count: descartesBound(half), jump: Math.max(2, jump >> 1) });
    }
  }
  return found.map((interval) => (interval.low === interval.high ? interval : apartFromEnds(f, interval))).sort(byPosition);
}

/** A polynomial whose roots in (0, 1) are those of f in (at, at + 1) · 2^(bits − depth), at most `count` of them. */
interface Piece {
  readonly g: IntegerPolynomial;
  readonly at: bigint;
  readonly depth: number;
  readonly count: number;
  /** How many bits a jump to a cluster would go down: doubled by success, halved by failure. */
  readonly jump: number;
}

/**
 * Where k roots lie close together, Newton's step for a k-fold root from an end of the interval tells where; the piece of
 * width 2^−jump there is taken at once if Descartes' bound is k for it too: the bounds of disjoint pieces add up to at most
 * that of the whole, so no root is left out (M. Sagraloff, K. Mehlhorn, "Computing real roots of real polynomials", 2016).
 */
function jumpToCluster({ g, at, depth, count, jump }: Piece): Piece | undefined {
  const slope = dense.derivative(g);
  const pieces = 1n << BigInt(jump);
  for (const end of [0n, 1n]) {
    const [value, rise] = [dense.evaluate(g, end), dense.evaluate(slope, end)];
    if (rise === 0n) continue;
    const guess = end * pieces - (BigInt(count) * value * pieces) / rise;
    for (const index of [guess, guess - 1n, guess + 1n]) {
      if (index < 0n || index >= pieces) continue;
      const part = movedTo(g, index, jump);
      if (part[0] === 0n || descartesBound(part) !== count) continue;
      return { g: withoutTwos(part), at: (at << BigInt(jump)) + index, depth: depth + jump, count, jump: jump * 2 };
    }
  }
  return undefined;
}

/** 2^(n bits) g((x + start) / 2^bits) */
function movedTo(g: IntegerPolynomial, start: bigint, bits: number): IntegerPolynomial {
  const n = dense.degree(g);
  const result = g.map((coefficient, k) => coefficient << BigInt(bits * (n - k)));
  for (let i = 0; i < n; i += 1) {
    for (let k = n - 1; k >= i; k -= 1) result[k] = (result[k] ?? 0n) + start * (result[k + 1] ?? 0n);
  }
  return result;
}

function byPosition(a: IsolatingInterval, b: IsolatingInterval): number {
  const exp = Math.min(a.exp, b.exp);
  const [x, y] = [a, b].map((interval) => (interval.low + interval.high) << BigInt(interval.exp - exp));
  return (x ?? 0n) < (y ?? 0n) ? -1 : 1;
}

/** The sign of f at x · 2^exp. */
export function signAt(f: IntegerPolynomial, x: bigint, exp: number): -1 | 0 | 1 {
  const value = valueAt(f, x, exp);
  return value > 0n ? 1 : value < 0n ? -1 : 0;
}

/** An end of the interval may itself be a root of f (another one): halving moves away from it. */
function apartFromEnds(f: IntegerPolynomial, interval: IsolatingInterval): IsolatingInterval {
  let current = interval;
  for (;;) {
    const [a, b] = [signAt(f, current.low, current.exp), signAt(f, current.high, current.exp)];
    if (a !== 0 && b !== 0) return current;
    const middle = current.low + current.high;
    const [low, high, exp] = [2n * current.low, 2n * current.high, current.exp - 1];
    const sign = signAt(f, middle, exp);
    if (sign === 0) return { low: middle, high: middle, exp };
    // The slope at the end that is a root tells the sign just inside it.
    const inside = a === 0 ? signAt(dense.derivative(f), current.low, current.exp) : a;
    current = sign === inside ? { low: middle, high, exp } : { low, high: middle, exp };
  }
}

/**
 * Narrows an isolating interval until it is at most 2^bits wide: the secant guesses in which of N equal pieces the root
 * lies, two signs confirm it, N is squared where that succeeds and the interval halved where it fails (J. Abbott, "Quadratic
 * interval refinement for real roots", 2014).
 */
export function refine(f: IntegerPolynomial, interval: IsolatingInterval, bits: number): IsolatingInterval {
  let { low, high, exp } = interval;
  const left = signAt(f, low, exp);
  let pieces = 2;
  // Every interval here is one unit wide or narrower than that by a power of two.
  while (low !== high && exp + bitLength(high - low - 1n) > bits) {
    const shift = BigInt(pieces);
    const [atLow, atHigh] = [valueAt(f, low, exp), valueAt(f, high, exp)];
    const width = high - low;
    const index = ((atLow << shift) / (atLow - atHigh)) % (1n << shift);
    const a = (low << shift) + index * width;
    const b = a + width;
    const [atA, atB] = [signAt(f, a, exp - pieces), signAt(f, b, exp - pieces)];
    if (atA === 0) return { low: a, high: a, exp: exp - pieces };
    if (atB === 0) return { low: b, high: b, exp: exp - pieces };
    if (atA === left && atB !== left) {
      [low, high, exp] = [a, b, exp - pieces];
      pieces *= 2;
      continue;
    }
    pieces = Math.max(2, pieces / 2);
    const middle = low + high;
    const sign = signAt(f, middle, exp - 1);
    if (sign === 0) return { low: middle, high: middle, exp: exp - 1 };
    [low, high, exp] = sign === left ? [middle, 2n * high, exp - 1] : [2n * low, middle, exp - 1];
  }
  return { low, high, exp };
}

/** f at x · 2^exp, scaled by a power of two that depends on exp and the degree alone. */
function valueAt(f: IntegerPolynomial, x: bigint, exp: number): bigint {
  let result = 0n;
  let scale = 0n;
  for (let k = f.length - 1; k >= 0; k -= 1) {
    const coefficient = f[k] ?? 0n;
    result = result * (exp >= 0 ? x << BigInt(exp) : x) + (exp >= 0 ? coefficient : coefficient << scale);
    if (exp < 0) scale += BigInt(-exp);
  }
  return result;
}
