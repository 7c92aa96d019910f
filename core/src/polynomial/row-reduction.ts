import type { Rational } from "../number/rational.ts";
import * as rational from "../number/rational.ts";

/** A matrix over Q in reduced row echelon form: the rows that are not 0, and the columns of their pivots. */
export interface Reduced {
  readonly rows: readonly (readonly Rational[])[];
  readonly pivots: readonly number[];
}

/** Gauss–Jordan elimination over Q, pivots from the left. */
export function reduceRows(matrix: readonly (readonly Rational[])[]): Reduced {
  const rows = matrix.map((row) => [...row]);
  const width = rows[0]?.length ?? 0;
  const pivots: number[] = [];
  let at = 0;
  for (let column = 0; column < width && at < rows.length; column += 1) {
    const found = rows.findIndex((row, k) => k >= at && !rational.isZero(row[column] ?? rational.ZERO));
    const [own, pivotRow] = [rows[at], rows[found]];
    if (!own || !pivotRow) continue;
    [rows[at], rows[found]] = [pivotRow, own];
    const unit = rational.invert(pivotRow[column] ?? rational.ONE);
    for (let k = column; k < width; k += 1) pivotRow[k] = rational.multiply(pivotRow[k] ?? rational.ZERO, unit);
    rows.forEach((row, k) => {
      const factor = row[column] ?? rational.ZERO;
      if (k === at || rational.isZero(factor)) return;
      for (let j = column; j < width; j += 1) row[j] = rational.subtract(row[j] ?? rational.ZERO, rational.multiply(factor, pivotRow[j] ?? rational.ZERO));
    });
    pivots.push(column);
    at += 1;
  }
  return { rows: rows.slice(0, at), pivots };
}
