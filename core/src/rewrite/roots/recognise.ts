import { ballValue } from "../../expression/ball-value.ts";
import { call, divide, E, negate, number, PI, power, product, sqrt, sum } from "../../expression/construct.ts";
import { type Expression, equal } from "../../expression/expression.ts";
import * as integer from "../../number/integer.ts";
import * as rational from "../../number/rational.ts";
import type { RealBall } from "../../number/real-ball.ts";
import * as real from "../../number/real-ball.ts";
import { reduceBasis } from "../../polynomial/lattice/lll.ts";

/**
 * What a number known to some digits may be exactly. It is a guess, however good: nothing follows from it until the value has
 * been put back and proven.
 */
export interface Guess {
  readonly value: Expression;
  /** Decimal digits of the number that a random number would not share with so short a value. */
  readonly digitsToSpare: number;
}

/** A guess must be right to so many digits more than its own digits account for. */
const NEEDED_TO_SPARE = 4;

/** The constants that linear combinations are tried with, beside 1. */
const BASES: readonly (() => readonly Expression[])[] = [
  () => [PI],
  () => [sqrt(number(2))],
  () => [sqrt(number(3))],
  () => [sqrt(number(5))],
  () => [E],
  () => [call("ln", number(2))],
  () => [sqrt(number(2)), sqrt(number(3))],
  () => [call("ln", number(2)), call("ln", number(3))],
  () => [PI, call("ln", number(2))],
  () => [power(PI, number(2))],
  () => [divide(number(1), PI)],
];

/** Guesses for a real ball, the one with the most digits to spare first: rational, quadratic surd, multiple of π, short sums. `plainOnly` leaves out the sums. */
export function recognise(ball: RealBall, { plainOnly = false } = {}): readonly Guess[] {
  // An exact ball is itself a number; it is taken to 200 bits like any other.
  const bits = real.isExact(ball) ? 200 : Math.min(1000, Math.max(0, -real.radiusBits(ball)));
  if (bits < 16) return [];
  const scaled = scaledInteger(ball, bits);
  const guesses = [
    rationalGuess(scaled, bits),
    surdGuess(scaled, bits),
    ...(plainOnly ? BASES.slice(0, 1) : BASES).map((basis) => combinationGuess(scaled, bits, basis())),
  ];
  return guesses
    .filter((one) => one !== undefined)
    .filter(({ value }) => agrees(value, ball, bits))
    .sort((a, b) => b.digitsToSpare - a.digitsToSpare)
    .filter(({ value }, k, all) => all.findIndex((other) => equal(other.value, value)) === k);
}

/** The middle in units of 2^−bits. */
function scaledInteger(ball: RealBall, bits: number): bigint {
  const shift = ball.exp + bits;
  return shift >= 0 ? ball.mid << BigInt(shift) : ball.mid >> BigInt(-shift);
}

function agrees(value: Expression, ball: RealBall, bits: number): boolean {
  return real.containsZero(real.subtract(ballValue(value, bits + 64).re, ball, bits + 64));
}

const digits = (value: bigint): number => (value < 0n ? -value : value).toString().length;

/** A guess from whole numbers that are short against the digits known; its value is made only then. */
function guess(bits: number, coefficients: readonly bigint[], value: () => Expression): Guess | undefined {
  const digitsToSpare = bits * Math.log10(2) - coefficients.reduce((total, coefficient) => total + digits(coefficient), 0);
  return digitsToSpare >= NEEDED_TO_SPARE ? { value: value(), digitsToSpare } : undefined;
}

/** The best rational number by the continued fraction, cut at the first very large partial quotient. */
function rationalGuess(scaled: bigint, bits: number): Guess | undefined {
  let [a, b] = [scaled, 1n << BigInt(bits)];
  let [p, lastP, q, lastQ] = [1n, 0n, 0n, 1n];
  while (b !== 0n) {
    const floor = a >= 0n ? a / b : -((-a + b - 1n) / b);
    // A partial quotient as large as half the digits that are left says that the fraction before it was meant.
    if (q !== 0n && floor > 0n && integer.bitLength(floor) > (bits - 2 * integer.bitLength(q)) / 2) break;
    [p, lastP] = [floor * p + lastP, p];
    [q, lastQ] = [floor * q + lastQ, q];
    [a, b] = [b, a - floor * b];
  }
  return guess(bits, [p, q], () => number(rational.rational(integer.fromBigInt(p), integer.fromBigInt(q))));
}

/** A root of a x² + b x + c with small whole coefficients, by a lattice of 1, x, x² (R. Kannan, A. Lenstra, L. Lovász 1988). */
function surdGuess(scaled: bigint, bits: number): Guess | undefined {
  const one = 1n << BigInt(bits);
  const square = (scaled * scaled) >> BigInt(bits);
  const [c = 0n, b = 0n, a = 0n] = shortRelation([one, scaled, square]) ?? [];
  const inside = b * b - 4n * a * c;
  if (a === 0n || inside <= 0n) return undefined;
  const of = (value: bigint): Expression => number({ num: integer.fromBigInt(value), den: 1 });
  // 2 a x + b is ± the root: its sign picks the branch.
  const sign = 2n * a * scaled + (b << BigInt(bits)) > 0n ? 1 : -1;
  const root = (): Expression => (sign > 0 ? sqrt(of(inside)) : negate(sqrt(of(inside))));
  return guess(bits, [a, b, c], () => product(sum(of(-b), root()), power(of(2n * a), number(-1))));
}

/** A rational combination of 1 and the basis numbers with small whole coefficients over a small denominator. */
function combinationGuess(scaled: bigint, bits: number, basis: readonly Expression[]): Guess | undefined {
  const one = 1n << BigInt(bits);
  const values = basis.map((e) => scaledInteger(ballValue(e, bits + 64).re, bits));
  const relation = shortRelation([scaled, one, ...values]);
  const [denominator = 0n, whole = 0n, ...rest] = relation ?? [];
  if (!relation || denominator === 0n || rest.every((coefficient) => coefficient === 0n)) return undefined;
  const of = (value: bigint): Expression => number(rational.rational(integer.fromBigInt(-value), integer.fromBigInt(denominator)));
  return guess(bits, relation, () => sum(of(whole), ...basis.flatMap((e, k) => (rest[k] ? [product(of(rest[k] ?? 0n), e)] : []))));
}

/** Small whole coefficients with Σ c_k v_k ≈ 0, by lattice reduction. */
function shortRelation(values: readonly bigint[]): readonly bigint[] | undefined {
  const rows = values.map((value, k) => [...values.map((_, j) => (j === k ? 1n : 0n)), value]);
  const [shortest] = reduceBasis(rows).rows;
  return shortest?.slice(0, values.length);
}
