import * as integer from "../number/integer.ts";
import type { Rational } from "../number/rational.ts";
import * as rational from "../number/rational.ts";
import { invert, largePrime, multiply, residue } from "./modular/prime-field.ts";

/** A square system with whole coefficients: each row the coefficients and the right side. */
type WholeRows = readonly (readonly bigint[])[];

const MOST_PRIMES = 3;

function wholeRows(rows: readonly (readonly Rational[])[]): WholeRows {
  return rows.map((row) => {
    const den = row.reduce<integer.Integer>((common, value) => integer.lcm(common, value.den), 1);
    return row.map((value) => integer.toBigInt(integer.multiply(value.num, integer.quotient(den, value.den))));
  });
}

/** The inverse of the coefficients modulo a prime by Gauss–Jordan elimination; undefined where they are singular modulo it. */
function inverseModulo(rows: WholeRows, p: number): readonly (readonly number[])[] | undefined {
  const n = rows.length;
  const work = rows.map((row, i) => [...row.slice(0, n).map((value) => residue(value, p)), ...Array.from({ length: n }, (_, k) => (k === i ? 1 : 0))]);
  for (let column = 0; column < n; column += 1) {
    const found = work.findIndex((row, k) => k >= column && row[column] !== 0);
    const [pivot, own] = [work[found], work[column]];
    if (!pivot || !own) return undefined;
    [work[column], work[found]] = [pivot, own];
    const unit = invert(pivot[column] ?? 1, p);
    for (let k = 0; k < 2 * n; k += 1) pivot[k] = multiply(pivot[k] ?? 0, unit, p);
    work.forEach((row, k) => {
      const factor = row[column] ?? 0;
      if (k === column || factor === 0) return;
      for (let j = column; j < 2 * n; j += 1) {
        const rest = (row[j] ?? 0) - multiply(factor, pivot[j] ?? 0, p);
        row[j] = rest < 0 ? rest + p : rest;
      }
    });
  }
  return work.map((row) => row.slice(n));
}

/** Whether the coefficients are proven to be regular: a determinant that is not 0 modulo a prime is not 0. */
export function isRegular(rows: readonly (readonly Rational[])[]): boolean {
  const whole = wholeRows(rows);
  return Array.from({ length: MOST_PRIMES }, (_, k) => largePrime(k)).some((p) => inverseModulo(whole, p) !== undefined);
}

/**
 * The solution of a square system with rational coefficients: digits to the base p are found one by one from the inverse modulo
 * p, and the fractions are read off them (J. Dixon, "Exact solution of linear equations using p-adic expansions", 1982).
 * Undefined where the coefficients are singular modulo the primes tried.
 */
export function solveByLifting(rows: readonly (readonly Rational[])[]): readonly Rational[] | undefined {
  const n = rows.length;
  const whole = wholeRows(rows);
  for (let k = 0; k < MOST_PRIMES; k += 1) {
    const p = largePrime(k);
    const inverse = inverseModulo(whole, p);
    if (inverse) return lifted(whole, inverse, p, n);
  }
  return undefined;
}

function lifted(rows: WholeRows, inverse: readonly (readonly number[])[], p: number, n: number): readonly Rational[] {
  // Numerators and the denominator are minors, which Hadamard's inequality bounds by the lengths of the rows.
  const bits = rows.reduce((total, row) => total + Math.max(...row.map((value) => integer.bitLength(value))) + Math.ceil(Math.log2(n + 1)), 0);
  const steps = Math.ceil((2 * bits + 2) / Math.log2(p)) + 1;
  const base = BigInt(p);
  let rest = rows.map((row) => row[n] ?? 0n);
  const digits: (readonly number[])[] = [];
  for (let step = 0; step < steps; step += 1) {
    const residues = rest.map((value) => residue(value, p));
    const digit = inverse.map((row) => row.reduce((total, value, k) => (total + multiply(value, residues[k] ?? 0, p)) % p, 0));
    digits.push(digit);
    const wide = digit.map(BigInt);
    rest = rest.map((value, i) => (rows[i] ?? []).slice(0, n).reduce((total, a, k) => total - a * (wide[k] ?? 0n), value) / base);
  }
  const modulus = base ** BigInt(steps);
  const bound = 1n << BigInt(bits);
  let common = 1n;
  return Array.from({ length: n }, (_, k) => {
    const value = digits.reduceRight((total, digit) => total * base + BigInt(digit[k] ?? 0), 0n);
    // The denominators mostly agree: what is known of them makes the fractions short.
    const scaled = (value * common) % modulus;
    const { num, den } = reconstructed(scaled, modulus, bound);
    common *= den;
    return rational.rational(integer.fromBigInt(num), integer.fromBigInt(common));
  });
}

/** The fraction with a numerator below the bound that is congruent to a value (P. Wang 1981, by the half extended Euclidean algorithm). */
function reconstructed(value: bigint, modulus: bigint, bound: bigint): { readonly num: bigint; readonly den: bigint } {
  let [r, next] = [modulus, value];
  let [t, nextT] = [0n, 1n];
  while (next > bound) {
    const quotient = r / next;
    [r, next] = [next, r - quotient * next];
    [t, nextT] = [nextT, t - quotient * nextT];
  }
  return nextT < 0n ? { num: -next, den: -nextT } : { num: next, den: nextT };
}
