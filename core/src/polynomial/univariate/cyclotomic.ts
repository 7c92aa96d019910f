import type { IntegerPolynomial } from "./dense.ts";
import * as dense from "./dense.ts";

/** n as prime powers, by trial division. */
function primesOf(n: number): readonly number[] {
  const found: number[] = [];
  let rest = n;
  for (let p = 2; p * p <= rest; p += 1) {
    if (rest % p !== 0) continue;
    found.push(p);
    while (rest % p === 0) rest /= p;
  }
  return rest > 1 ? [...found, rest] : found;
}

const known = new Map<number, IntegerPolynomial>();

/** a(x^d) */
export function inflate(a: IntegerPolynomial, d: number): IntegerPolynomial {
  const result = new Array<bigint>((a.length - 1) * d + 1).fill(0n);
  a.forEach((coefficient, k) => {
    result[k * d] = coefficient;
  });
  return result;
}

/** The n-th cyclotomic polynomial: Φ_1 = x − 1, Φ_(mp)(x) = Φ_m(x^p) / Φ_m(x) for a prime p that does not divide m, Φ_(mp)(x) = Φ_m(x^p) for one that does. */
export function cyclotomicPolynomial(n: number): IntegerPolynomial {
  const cached = known.get(n);
  if (cached) return cached;
  let result: IntegerPolynomial = [-1n, 1n];
  let radical = 1;
  for (const p of primesOf(n)) {
    result = dense.divideExact(inflate(result, p), result) ?? result;
    radical *= p;
  }
  result = inflate(result, n / radical);
  known.set(n, result);
  return result;
}

/** The n for which f is the n-th cyclotomic polynomial, or undefined (φ(n) = deg f bounds n). */
export function cyclotomicIndex(f: IntegerPolynomial): number | undefined {
  const n = dense.degree(f);
  if (dense.leading(f) !== 1n || (f[0] !== 1n && f[0] !== -1n)) return undefined;
  for (let candidate = 1; candidate <= 6 * n + 12; candidate += 1) {
    if (totient(candidate) === n && dense.equal(cyclotomicPolynomial(candidate), f)) return candidate;
  }
  return undefined;
}

/** Euler's totient. */
export function totient(n: number): number {
  return primesOf(n).reduce((count, p) => (count / p) * (p - 1), n);
}

/** The factors of x^n − 1 and x^n + 1 without any search: Φ_d for d | n, and for d | 2n not dividing n. Undefined for anything else. */
export function cyclotomicFactors(f: IntegerPolynomial): readonly IntegerPolynomial[] | undefined {
  const n = dense.degree(f);
  const constant = f[0] ?? 0n;
  const binomial = dense.leading(f) === 1n && (constant === 1n || constant === -1n) && f.slice(1, n).every((coefficient) => coefficient === 0n);
  if (!binomial) return undefined;
  const divisors = (m: number): readonly number[] => Array.from({ length: m }, (_, k) => k + 1).filter((d) => m % d === 0);
  return (constant === -1n ? divisors(n) : divisors(2 * n).filter((d) => n % d !== 0)).map(cyclotomicPolynomial);
}
