import { bitLength, rootFloor } from "../../number/integer.ts";
import * as modular from "../modular/dense.ts";
import { factorModulo } from "../modular/factor-modulo-prime.ts";
import { primesFrom, residue } from "../modular/prime-field.ts";
import { cyclotomicFactors } from "./cyclotomic.ts";
import type { IntegerPolynomial } from "./dense.ts";
import * as dense from "./dense.ts";
import { type Multiple, squarefreeFactors } from "./gcd.ts";
import { liftFactors } from "./hensel.ts";
import { recombineByLattice, recombineBySearch } from "./recombine.ts";

/** A polynomial over Z as content times powers of primitive irreducible polynomials with positive leading coefficients. */
export interface Factorization {
  readonly content: bigint;
  readonly factors: readonly Multiple<IntegerPolynomial>[];
}

/** Up to this many local factors are recombined by search, which is quicker there than a lattice. */
const SEARCHED = 10;
const PRIMES_TRIED = 5;

/** The factorisation over Z of a polynomial that is not 0, by degree and then coefficients. */
export function factor(f: IntegerPolynomial): Factorization {
  const primitive = dense.primitivePart(f);
  const content = dense.leading(f) < 0n ? -dense.content(f) : dense.content(f);
  if (primitive.length <= 1) return { content, factors: [] };
  const factors = squarefreeFactors(primitive).flatMap(({ factor: part, multiplicity }) =>
    factorSquarefree(part).map((irreducible) => ({ factor: irreducible, multiplicity })),
  );
  return { content, factors: factors.sort((a, b) => compare(a.factor, b.factor)) };
}

function compare(a: IntegerPolynomial, b: IntegerPolynomial): number {
  if (a.length !== b.length) return a.length - b.length;
  for (let k = a.length - 1; k >= 0; k -= 1) {
    const [x, y] = [a[k] ?? 0n, b[k] ?? 0n];
    if (x !== y) return x < y ? -1 : 1;
  }
  return 0;
}

/** The irreducible factors of a primitive squarefree polynomial of positive degree. */
export function factorSquarefree(f: IntegerPolynomial): readonly IntegerPolynomial[] {
  if (f.length <= 2) return [f];
  if (f[0] === 0n) return [dense.X, ...factorSquarefree(f.slice(1))];
  const step = stride(f);
  if (step > 1) return factorDeflated(f, step);
  return cyclotomicFactors(f) ?? factorByLifting(f);
}

/** The largest d for which f is a polynomial in x^d. */
function stride(f: IntegerPolynomial): number {
  let common = 0;
  f.forEach((coefficient, k) => {
    if (coefficient === 0n) return;
    let [a, b] = [common, k];
    while (b !== 0) [a, b] = [b, a % b];
    common = a;
  });
  return common;
}

/** f(x) = g(x^d): every factor of f divides a factor of g put at x^d, which are smaller problems where g factors. */
function factorDeflated(f: IntegerPolynomial, step: number): readonly IntegerPolynomial[] {
  const cyclotomic = cyclotomicFactors(f);
  if (cyclotomic) return cyclotomic;
  const deflated = f.filter((_, k) => k % step === 0);
  const parts = factorSquarefree(deflated);
  return parts.flatMap((part) =>
    factorByLifting(dense.trimmed(Array.from({ length: (part.length - 1) * step + 1 }, (_, k) => (k % step === 0 ? (part[k / step] ?? 0n) : 0n)))),
  );
}

function factorByLifting(f: IntegerPolynomial): readonly IntegerPolynomial[] {
  const { p, factors } = bestPrime(f);
  if (factors.length === 1) return [f];
  const lead = dense.leading(f);
  const size = lead < 0n ? -lead : lead;
  // Coefficients of lc · g for a factor g are below 2^n ‖f‖ lc (M. Mignotte 1974).
  const bound = 2n * size * (1n << BigInt(f.length)) * (rootFloor(dense.squaredNorm(f), 2) + 1n);
  if (factors.length <= SEARCHED) return recombineBySearch(f, liftFactors(f, factors, p, bound));
  const rootBits = rootBoundBits(f) + bitLength(size);
  for (let precision = bound << BigInt(2 * rootBits + factors.length + 16); ; precision *= precision) {
    const found = recombineByLattice(f, liftFactors(f, factors, p, precision), rootBits);
    if (found) return found;
  }
}

/** log2 of a bound of the absolute values of the roots, rounded up: 2 max |a_(n−k)/a_n|^(1/k) (M. Fujiwara 1916). */
export function rootBoundBits(f: IntegerPolynomial): number {
  const n = dense.degree(f);
  const lead = bitLength(dense.leading(f));
  let bits = Number.NEGATIVE_INFINITY;
  for (let k = 1; k <= n; k += 1) {
    const coefficient = f[n - k] ?? 0n;
    if (coefficient !== 0n) bits = Math.max(bits, Math.ceil((bitLength(coefficient) - lead + 1) / k));
  }
  return Number.isFinite(bits) ? bits + 1 : 0;
}

/** Of a few small primes that keep degree and squarefreeness, the one with the fewest factors. */
function bestPrime(f: IntegerPolynomial): { p: number; factors: readonly modular.ModularPolynomial[] } {
  let best: { p: number; factors: readonly modular.ModularPolynomial[] } | undefined;
  let tried = 0;
  for (const p of primesFrom(3)) {
    if (residue(dense.leading(f), p) === 0) continue;
    const image = modular.monic(modular.fromIntegers(f, p), p);
    if (modular.gcd(image, modular.derivative(image, p), p).length > 1) continue;
    const factors = factorModulo(image, p);
    if (!best || factors.length < best.factors.length) best = { p, factors };
    tried += 1;
    if (tried >= PRIMES_TRIED || best.factors.length === 1) break;
  }
  return best ?? { p: 3, factors: [] };
}
