import { bitLength } from "../../number/integer.ts";
import { balanced } from "../../number/residue.ts";
import { reduceBasis } from "../lattice/lll.ts";
import { subsets } from "../subsets.ts";
import type { IntegerPolynomial } from "./dense.ts";
import * as dense from "./dense.ts";

/** Local factors: monic, modulo `modulus`, with lc(f) · ∏ factors ≡ f. */
export interface LocalFactors {
  readonly modulus: bigint;
  readonly factors: readonly IntegerPolynomial[];
}

/** The integer polynomial that a set of local factors would make, made primitive. */
function candidateOf(f: IntegerPolynomial, local: LocalFactors, chosen: readonly number[]): IntegerPolynomial {
  let product: IntegerPolynomial = [dense.leading(f)];
  for (const k of chosen) {
    product = dense.multiply(product, local.factors[k] ?? dense.ONE).map((coefficient) => coefficient % local.modulus);
  }
  return dense.primitivePart(dense.trimmed(product.map((coefficient) => balanced(coefficient, local.modulus))));
}

/** Whether the constant coefficient alone already excludes the set: it must divide lc(f) · f(0). */
function constantFits(f: IntegerPolynomial, local: LocalFactors, chosen: readonly number[]): boolean {
  const lead = dense.leading(f);
  let constant = lead;
  for (const k of chosen) constant = (constant * (local.factors[k]?.[0] ?? 0n)) % local.modulus;
  const value = balanced(constant, local.modulus);
  return value === 0n ? f[0] === 0n : (lead * (f[0] ?? 0n)) % value === 0n;
}

/** Tries sets of local factors by growing size (H. Zassenhaus, "On Hensel factorization", 1969): for few factors. */
export function recombineBySearch(f: IntegerPolynomial, local: LocalFactors): readonly IntegerPolynomial[] {
  const found: IntegerPolynomial[] = [];
  let rest = f;
  let open = local.factors.map((_, k) => k);
  let size = 1;
  while (2 * size <= open.length) {
    const hit = firstFactor(rest, local, open, size);
    if (!hit) {
      size += 1;
      continue;
    }
    found.push(hit.factor);
    rest = hit.quotient;
    open = open.filter((k) => !hit.chosen.includes(k));
  }
  return rest.length > 1 ? [...found, rest] : found;
}

function firstFactor(f: IntegerPolynomial, local: LocalFactors, open: readonly number[], size: number) {
  for (const chosen of subsets(open, size)) {
    if (!constantFits(f, local, chosen)) continue;
    const factor = candidateOf(f, local, chosen);
    const quotient = dense.divideExact(f, factor);
    if (quotient) return { factor, quotient: dense.primitivePart(quotient), chosen };
  }
  return undefined;
}

/** Sums of the k-th powers of the roots of a monic polynomial modulo m, k = 1 … count (Newton's identities). */
function powerSums(g: IntegerPolynomial, count: number, m: bigint): readonly bigint[] {
  const n = dense.degree(g);
  const sums: bigint[] = [];
  for (let k = 1; k <= count; k += 1) {
    let sum = k <= n ? BigInt(k) * (g[n - k] ?? 0n) : 0n;
    for (let j = 1; j < Math.min(k, n + 1); j += 1) sum += (g[n - j] ?? 0n) * (sums[k - j - 1] ?? 0n);
    sums.push(balanced(-sum, m));
  }
  return sums;
}

/**
 * Finds which local factors belong together by short vectors in the lattice of their power sums (M. van Hoeij, "Factoring
 * polynomials and the knapsack problem", 2002): polynomial time however many local factors there are. Undefined where the
 * precision of the local factors does not suffice; `rootBits` bounds log2 of lc · |root|.
 */
export function recombineByLattice(f: IntegerPolynomial, local: LocalFactors, rootBits: number): readonly IntegerPolynomial[] | undefined {
  const r = local.factors.length;
  const n = dense.degree(f);
  const lead = dense.leading(f);
  const scale = BigInt(Math.ceil(Math.sqrt(r)));
  // A 0-1 vector has length² ≤ C² r, its cut power sum is off by at most one half per local factor and one.
  const half = BigInt(Math.ceil(r / 2) + 1);
  const bound = scale * scale * BigInt(r) + half * half;
  let basis: readonly (readonly bigint[])[] = local.factors.map((_, i) => local.factors.map((__, j) => (i === j ? 1n : 0n)));
  const most = Math.min(n, 4 * r);
  const sums = local.factors.map((factor) => powerSums(factor, most, local.modulus));
  for (let k = 1; k <= most; k += 1) {
    const cutBits = BigInt(k * rootBits + bitLength(BigInt(n)) + 2);
    const cut = 1n << cutBits;
    const modulus = local.modulus >> cutBits;
    if (modulus < 1n << BigInt(r + 8)) return undefined;
    const leadPower = lead ** BigInt(k);
    const traces = sums.map((own) => balanced(leadPower * (own[k - 1] ?? 0n), local.modulus) / cut);
    const rows = basis.map((row) => [...row.map((entry) => entry * scale), row.reduce((total, entry, i) => total + entry * (traces[i] ?? 0n), 0n) % modulus]);
    const reduced = reduceBasis([...rows, [...local.factors.map(() => 0n), modulus]]);
    let kept = reduced.gramSchmidt.length;
    while (kept > 1 && tooLong(reduced.gramSchmidt[kept - 1], bound)) kept -= 1;
    basis = independent(reduced.rows.slice(0, kept).map((row) => row.slice(0, r).map((entry) => entry / scale)));
    if (basis.length === 1) return [f];
    const classes = partition(basis, r);
    const factors = classes && dividing(f, local, classes);
    if (factors) return factors;
  }
  return undefined;
}

function tooLong(length: readonly [bigint, bigint] | undefined, bound: bigint): boolean {
  return length !== undefined && length[0] > bound * length[1];
}

function independent(rows: readonly (readonly bigint[])[]): readonly (readonly bigint[])[] {
  return rows.filter((row) => row.some((entry) => entry !== 0n));
}

/** The classes of a lattice spanned by 0-1 vectors with disjoint supports, read off the equal columns; undefined where it is none. */
function partition(basis: readonly (readonly bigint[])[], r: number): readonly (readonly number[])[] | undefined {
  const columns = new Map<string, number[]>();
  for (let c = 0; c < r; c += 1) {
    const key = basis.map((row) => row[c] ?? 0n).join();
    columns.set(key, [...(columns.get(key) ?? []), c]);
  }
  return columns.size === basis.length ? [...columns.values()] : undefined;
}

function dividing(f: IntegerPolynomial, local: LocalFactors, classes: readonly (readonly number[])[]): readonly IntegerPolynomial[] | undefined {
  let rest = f;
  const found: IntegerPolynomial[] = [];
  for (const chosen of classes) {
    const factor = candidateOf(f, local, chosen);
    const quotient = dense.divideExact(rest, factor);
    if (!quotient) return undefined;
    found.push(factor);
    rest = quotient;
  }
  return rest.length === 1 ? found : undefined;
}
