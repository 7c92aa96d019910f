/**
 * exp, sin and cos of fixed-point numbers at high precision: the argument is cut into pieces of 2^k bits, each piece's series
 * summed exactly by binary splitting, the values joined by the addition theorems (R. Brent, "The complexity of
 * multiple-precision arithmetic", 1976; D. and G. Chudnovsky 1988; Brent and Zimmermann, Modern Computer Arithmetic, 4.9.1).
 */

/** A value in units of 2^−bits and a bound of its error in the same units. */
export interface Approximation {
  readonly value: bigint;
  readonly error: bigint;
}

const FIRST_PIECE_BITS = 16;

/** The pieces of |x| < 1, x in units of 2^−bits: p / 2^scale each, |p / 2^scale| < 2^−below. */
function pieces(x: bigint, bits: number): readonly { p: bigint; scale: number; below: number }[] {
  const found: { p: bigint; scale: number; below: number }[] = [];
  const negative = x < 0n;
  let rest = negative ? -x : x;
  let below = 0;
  for (let scale = FIRST_PIECE_BITS; rest !== 0n; scale = Math.min(2 * scale, bits)) {
    const p = rest >> BigInt(bits - scale);
    rest -= p << BigInt(bits - scale);
    if (p !== 0n) found.push({ p: negative ? -p : p, scale, below });
    below = scale;
  }
  return found;
}

interface Split {
  readonly p: bigint;
  readonly q: bigint;
  readonly t: bigint;
}

/** Σ of the products of the ratios p/q(n), n = from + 1 … to, as t/q. */
function split(p: bigint, q: (n: number) => bigint, from: number, to: number): Split {
  if (to - from === 1) return { p, q: q(to), t: p };
  const middle = (from + to) >> 1;
  const left = split(p, q, from, middle);
  const right = split(p, q, middle, to);
  return { p: left.p * right.p, q: left.q * right.q, t: left.t * right.q + left.p * right.t };
}

/** How many terms of x^n/n! with |x| < 2^−below matter to `bits` bits. */
function termCount(below: number, bits: number): number {
  let left = bits + 2;
  let n = 1;
  while (left > 0) {
    left -= below + Math.log2(n);
    n += 1;
  }
  return n + 1;
}

/** e^x for |x| < 1. */
export function burstExp(x: bigint, bits: number): Approximation {
  const scaleBits = BigInt(bits);
  let value = 1n << scaleBits;
  let error = 0n;
  for (const { p, scale, below } of pieces(x, bits)) {
    const shift = BigInt(scale);
    const { q, t } = split(p, (n) => BigInt(n) << shift, 0, termCount(below, bits));
    const factor = (1n << scaleBits) + (t << scaleBits) / q;
    // The factor is off by at most 3 units (tail and division) and no value exceeds e.
    value = (value * factor) >> scaleBits;
    error = 3n * error + 12n;
  }
  return { value, error };
}

/** (sin x, cos x) for |x| < 1. */
export function burstSinCos(x: bigint, bits: number): { readonly sin: Approximation; readonly cos: Approximation } {
  const scaleBits = BigInt(bits);
  const one = 1n << scaleBits;
  let [sin, cos] = [0n, one];
  let error = 0n;
  for (const { p, scale, below } of pieces(x, bits)) {
    const shift = BigInt(2 * scale);
    const square = -p * p;
    const terms = (termCount(below, bits) >> 1) + 2;
    const c = split(square, (n) => BigInt((2 * n - 1) * (2 * n)) << shift, 0, terms);
    const s = split(square, (n) => BigInt(2 * n * (2 * n + 1)) << shift, 0, terms);
    const pieceCos = one + (c.t << scaleBits) / c.q;
    const pieceSin = ((one + (s.t << scaleBits) / s.q) * p) >> BigInt(scale);
    [sin, cos] = [(sin * pieceCos + cos * pieceSin) >> scaleBits, (cos * pieceCos - sin * pieceSin) >> scaleBits];
    // Each piece is off by at most 4 units, |sin|, |cos| ≤ 1: the errors of both factors add up.
    error = 2n * error + 16n;
  }
  return { sin: { value: sin, error }, cos: { value: cos, error } };
}
