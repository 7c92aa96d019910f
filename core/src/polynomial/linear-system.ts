import type { Polynomial } from "./multivariate.ts";
import * as poly from "./multivariate.ts";

/** A solution over the quotient field: x_k = numerators[k] / denominator. */
export interface PolynomialSolution {
  readonly numerators: readonly Polynomial[];
  readonly denominator: Polynomial;
}

/**
 * The solution of a square linear system with polynomial entries (rows with the right-hand side last) by fraction-free
 * Gauss–Jordan elimination (E. Bareiss, "Sylvester's identity and multistep integer-preserving Gaussian elimination", 1968);
 * undefined where the determinant is 0.
 */
export function solveSquare(rows: readonly (readonly Polynomial[])[]): PolynomialSolution | undefined {
  const n = rows.length;
  const a = rows.map((row) => [...row]);
  const at = (i: number, j: number): Polynomial => a[i]?.[j] ?? poly.ZERO;
  let previous = poly.ONE;
  for (let k = 0; k < n; k += 1) {
    const pivotRow = a.findIndex((_, i) => i >= k && !poly.isZero(at(i, k)));
    const [own, found] = [a[k], a[pivotRow]];
    if (!own || !found) return undefined;
    [a[k], a[pivotRow]] = [found, own];
    const pivot = at(k, k);
    for (let i = 0; i < n; i += 1) {
      if (i === k) continue;
      const factor = at(i, k);
      const row = a[i];
      if (!row) continue;
      for (let j = 0; j <= n; j += 1) {
        if (j === k) continue;
        const value = poly.subtract(poly.multiply(pivot, at(i, j)), poly.multiply(factor, at(k, j)));
        row[j] = poly.divideExact(value, previous) ?? value;
      }
      row[k] = poly.ZERO;
    }
    for (let i = 0; i < k; i += 1) {
      const row = a[i];
      if (row) row[i] = pivot;
    }
    previous = pivot;
  }
  return { numerators: a.map((row) => row[n] ?? poly.ZERO), denominator: previous };
}
