/**
 * LLL reduction in integers (A. Lenstra, H. Lenstra, L. Lovász 1982; H. Cohen, A Course in Computational Algebraic Number
 * Theory, algorithm 2.6.7). The rows of a basis are kept with the determinants d_i of the leading Gram matrices and
 * λ_ij = d_j μ_ij, all of them whole numbers.
 */
export interface ReducedBasis {
  readonly rows: readonly (readonly bigint[])[];
  /** Squared lengths of the Gram–Schmidt vectors as fractions d_i / d_(i−1): the pair (d_i, d_(i−1)). */
  readonly gramSchmidt: readonly (readonly [bigint, bigint])[];
}

function dot(a: readonly bigint[], b: readonly bigint[]): bigint {
  let total = 0n;
  for (let k = 0; k < a.length; k += 1) total += (a[k] ?? 0n) * (b[k] ?? 0n);
  return total;
}

function nearest(a: bigint, b: bigint): bigint {
  const twice = 2n * a + b;
  const quotient = twice / (2n * b);
  return twice < 0n && quotient * 2n * b !== twice ? quotient - 1n : quotient;
}

/** Reduces linearly independent rows with the Lovász constant 3/4. */
export function reduceBasis(basis: readonly (readonly bigint[])[]): ReducedBasis {
  const rows = basis.map((row) => [...row]);
  const n = rows.length;
  const d: bigint[] = [1n];
  const lambda = rows.map(() => new Array<bigint>(n).fill(0n));
  const row = (k: number): bigint[] => rows[k] ?? [];
  const entry = (i: number, j: number): bigint => lambda[i]?.[j] ?? 0n;
  const set = (i: number, j: number, value: bigint): void => {
    const line = lambda[i];
    if (line) line[j] = value;
  };
  const det = (k: number): bigint => d[k + 1] ?? 1n;

  const orthogonalise = (k: number): void => {
    for (let j = 0; j <= k; j += 1) {
      let u = dot(row(k), row(j));
      for (let i = 0; i < j; i += 1) u = (det(i) * u - entry(k, i) * entry(j, i)) / det(i - 1);
      if (j < k) set(k, j, u);
      else d[k + 1] = u;
    }
  };
  const sizeReduce = (k: number, l: number): void => {
    if (2n * (entry(k, l) < 0n ? -entry(k, l) : entry(k, l)) <= det(l)) return;
    const q = nearest(entry(k, l), det(l));
    const [target, source] = [row(k), row(l)];
    for (let c = 0; c < target.length; c += 1) target[c] = (target[c] ?? 0n) - q * (source[c] ?? 0n);
    set(k, l, entry(k, l) - q * det(l));
    for (let i = 0; i < l; i += 1) set(k, i, entry(k, i) - q * entry(l, i));
  };
  const swap = (k: number, last: number): void => {
    [rows[k], rows[k - 1]] = [row(k - 1), row(k)];
    for (let j = 0; j < k - 1; j += 1) {
      const kept = entry(k, j);
      set(k, j, entry(k - 1, j));
      set(k - 1, j, kept);
    }
    const l = entry(k, k - 1);
    const b = (det(k - 2) * det(k) + l * l) / det(k - 1);
    for (let i = k + 1; i <= last; i += 1) {
      const t = entry(i, k);
      set(i, k, (det(k) * entry(i, k - 1) - l * t) / det(k - 1));
      set(i, k - 1, (b * t + l * entry(i, k)) / det(k));
    }
    d[k] = b;
  };

  let k = 1;
  let last = 0;
  orthogonalise(0);
  while (k < n) {
    if (k > last) {
      last = k;
      orthogonalise(k);
    }
    sizeReduce(k, k - 1);
    const l = entry(k, k - 1);
    if (4n * det(k) * det(k - 2) < 3n * det(k - 1) * det(k - 1) - 4n * l * l) {
      swap(k, last);
      k = Math.max(1, k - 1);
    } else {
      for (let j = k - 2; j >= 0; j -= 1) sizeReduce(k, j);
      k += 1;
    }
  }
  return { rows, gramSchmidt: rows.map((_, i) => [det(i), det(i - 1)] as const) };
}
