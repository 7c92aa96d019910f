import * as integer from "./integer.ts";
import type { Rational } from "./rational.ts";
import * as rational from "./rational.ts";
import { ends, type RealBall } from "./real-ball.ts";

/**
 * Decimal text of numbers, rounded half away from zero to significant figures. Powers of ten appear only for very large
 * and very small numbers, written as in the notation: `6.02e23`.
 */
const SMALLEST_PLAIN_EXPONENT = -5;
const LARGEST_PLAIN_EXPONENT = 15;
const MOST_PLACES = 40;
/** Numbers beyond 2^±this are not written out in decimals. */
const LARGEST_BINARY_EXPONENT = 100_000;

/** |value| = digits · 10^exponent with exactly `figures` digits. */
function digitsOf(value: Rational, figures: number): { digits: string; exponent: number } {
  const num = integer.toBigInt(integer.abs(value.num));
  const den = integer.toBigInt(value.den);
  let exponent = Math.floor((integer.bitLength(num) - integer.bitLength(den)) * Math.LOG10E * Math.LN2) - figures;
  for (;;) {
    const scaled = exponent >= 0 ? [num, den * 10n ** BigInt(exponent)] : [num * 10n ** BigInt(-exponent), den];
    const [above, below] = [scaled[0] ?? 0n, scaled[1] ?? 1n];
    const digits = ((2n * above + below) / (2n * below)).toString();
    if (digits.length === figures) return { digits, exponent };
    // One digit too many can also be the result of rounding 99…9 up.
    exponent += digits.length > figures ? digits.length - figures : -(figures - digits.length);
  }
}

function withoutLastZeros(digits: string): string {
  let end = digits.length;
  while (digits.charAt(end - 1) === "0") end -= 1;
  return digits.slice(0, end);
}

function place(digits: string, exponent: number): string {
  const lead = digits.length + exponent - 1;
  const trimmed = withoutLastZeros(digits) || "0";
  if (lead < SMALLEST_PLAIN_EXPONENT || lead > LARGEST_PLAIN_EXPONENT) {
    return `${trimmed.charAt(0)}${trimmed.length > 1 ? `.${trimmed.slice(1)}` : ""}e${lead}`;
  }
  if (lead < 0) return `0.${"0".repeat(-lead - 1)}${trimmed}`;
  const whole = trimmed.padEnd(lead + 1, "0");
  return whole.length > lead + 1 ? `${whole.slice(0, lead + 1)}.${whole.slice(lead + 1)}` : whole;
}

/** The decimal of an exact rational to so many significant figures, without trailing zeros. */
export function formatRational(value: Rational, figures: number): string {
  if (rational.isZero(value)) return "0";
  const { digits, exponent } = digitsOf(value, figures);
  return (value.num < 0 ? "-" : "") + place(digits, exponent);
}

function endsAsRationals(a: RealBall): [Rational, Rational] {
  const { low, high, exp } = ends(a);
  return [dyadic(low, exp), dyadic(high, exp)];
}

/** mid · 2^exp in lowest terms, without a common divisor of long numbers having to be found. */
function dyadic(mid: bigint, exp: number): Rational {
  if (mid === 0n) return rational.ZERO;
  let [num, places] = [mid, -exp];
  for (let step = 1 << 16; step >= 1; step >>= 1) {
    while (places >= step && BigInt.asUintN(step, num) === 0n) {
      num >>= BigInt(step);
      places -= step;
    }
  }
  if (places <= 0) return { num: integer.fromBigInt(num << BigInt(-places)), den: 1 };
  return { num: integer.fromBigInt(num), den: integer.fromBigInt(1n << BigInt(places)) };
}

/** The correctly rounded decimal of every number in the ball, or undefined when they do not all round alike. */
export function formatBall(a: RealBall, figures: number): string | undefined {
  if (Math.abs(a.exp) > LARGEST_BINARY_EXPONENT) return undefined;
  const [low, high] = endsAsRationals(a);
  if (rational.sign(low) !== rational.sign(high)) return undefined;
  const [first, second] = [formatRational(low, figures), formatRational(high, figures)];
  return first === second ? first : undefined;
}

/** The finite decimal expansion of a rational whose denominator divides a power of ten, or undefined. */
export function terminatingDecimal(value: Rational): string | undefined {
  let den = value.den;
  let places = 0;
  for (; places < MOST_PLACES && den !== 1; places += 1) den = rational.rational(10, den).den;
  if (den !== 1) return undefined;
  const scaled = integer.toBigInt(rational.multiply(rational.abs(value), rational.rational(integer.fromBigInt(10n ** BigInt(places)))).num);
  const text = scaled.toString().padStart(places + 1, "0");
  const body = places === 0 ? text : `${text.slice(0, -places)}.${text.slice(-places)}`;
  return (value.num < 0 ? "-" : "") + body;
}

/** The exact rational ends of a ball, for printing error bounds. */
export function enclosingRationals(a: RealBall): { low: Rational; high: Rational } {
  const [low, high] = endsAsRationals(a);
  return { low, high };
}
