import { ONE, product, subtract, sum, tuple, ZERO } from "../expression/construct.ts";
import type { Expression } from "../expression/expression.ts";

/** A matrix by its rows, all of the same length and at least one; a vector is one column. */
export type Matrix = readonly (readonly Expression[])[];

/** The rows of a tuple of tuples of equal length; undefined for anything else. */
export function matrixOf(e: Expression): Matrix | undefined {
  if (e.kind !== "tuple") return undefined;
  const rows = e.items.map((item) => (item.kind === "tuple" ? item.items : undefined));
  const [first] = rows;
  return first &&
    rows.every((row): row is readonly Expression[] => row !== undefined && row.length === first.length && row.every(({ kind }) => kind !== "tuple"))
    ? rows
    : undefined;
}

/** The components of a tuple that is no matrix; undefined for anything else. */
export function vectorOf(e: Expression): readonly Expression[] | undefined {
  return e.kind === "tuple" && e.items.every(({ kind }) => kind !== "tuple") ? e.items : undefined;
}

/** A matrix as a tuple of its rows. */
export function tupleOf(m: Matrix): Expression {
  return tuple(m.map((row) => tuple(row)));
}

/** How many rows a matrix has. */
export function rowsOf(m: Matrix): number {
  return m.length;
}

/** How many columns a matrix has; 0 for one without rows. */
export function columnsOf(m: Matrix): number {
  return m[0]?.length ?? 0;
}

/** Whether a matrix has as many rows as columns. */
export function isSquare(m: Matrix): boolean {
  return rowsOf(m) === columnsOf(m);
}

/** The entry in a row and a column, from 0. */
export function entry(m: Matrix, row: number, column: number): Expression {
  return m[row]?.[column] ?? ZERO;
}

/** The identity matrix with so many rows. */
export function identity(size: number): Matrix {
  return Array.from({ length: size }, (_, i) => Array.from({ length: size }, (_, k) => (i === k ? ONE : ZERO)));
}

/** The matrix with rows and columns exchanged. */
export function transposed(m: Matrix): Matrix {
  return Array.from({ length: columnsOf(m) }, (_, k) => m.map((row) => row[k] ?? ZERO));
}

/** The matrix with a row and a column left out. */
export function minor(m: Matrix, row: number, column: number): Matrix {
  return m.filter((_, i) => i !== row).map((entries) => entries.filter((_, k) => k !== column));
}

/** Rows by columns; the columns of the first must be as many as the rows of the second. */
export function multiplied(a: Matrix, b: Matrix): Matrix {
  const columns = transposed(b);
  return a.map((row) => columns.map((column) => sum(...row.map((x, k) => product(x, column[k] ?? ZERO)))));
}

/** M − x E. */
export function lessMultiple(m: Matrix, x: Expression): Matrix {
  return m.map((row, i) => row.map((own, k) => (i === k ? subtract(own, x) : own)));
}

/** The size in words: 2 × 3. */
export function sizeOf(m: Matrix): string {
  return `${rowsOf(m)} × ${columnsOf(m)}`;
}
