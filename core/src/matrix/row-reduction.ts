import type { RowOperation } from "../derivation/step.ts";
import { divide, isNumber, negate, number, ONE, power, product, subtract, sum, ZERO } from "../expression/construct.ts";
import { type Expression, equal, freeNames } from "../expression/expression.ts";
import { complexity, simplify, zeroTest } from "../truth/index.ts";
import { entry, type Matrix, tupleOf } from "./matrix.ts";

/** A matrix after an operation on its rows. */
export interface RowStep {
  readonly operation: RowOperation;
  readonly before: Matrix;
  readonly after: Matrix;
  /** The pivot with letters that was divided by. */
  readonly divisor?: Expression;
}

/** A reduced matrix, the columns of its pivots, and the way to it. */
export interface Reduced {
  readonly matrix: Matrix;
  readonly pivots: readonly number[];
  readonly steps: readonly RowStep[];
}

const plain = (e: Expression): Expression => simplify(e).expression;

/** What an operation makes of a matrix. */
export function afterOperation(m: Matrix, operation: RowOperation): Matrix {
  switch (operation.kind) {
    case "swap": {
      const [a, b] = operation.rows;
      return m.map((row, i) => (i === a ? (m[b] ?? row) : i === b ? (m[a] ?? row) : row));
    }
    case "scale":
      return m.map((row, i) => (i === operation.row ? row.map((e) => plain(product(operation.by, e))) : row));
    case "add":
      return m.map((row, i) => {
        const own = operation.to.find((one) => one.row === i);
        return own ? row.map((e, k) => plain(sum(e, product(own.factor, entry(m, operation.row, k))))) : row;
      });
  }
}

/**
 * The reduced row echelon form by the first columns, pivots 1 and nothing else in their columns (C. F. Gauss, W. Jordan); above the pivots too where `full`.
 * A pivot with letters is taken to be not 0; the step says so.
 */
export function reduceRows(m: Matrix, columns: number, { full = true }: { readonly full?: boolean } = {}): Reduced {
  const steps: RowStep[] = [];
  const pivots: number[] = [];
  let current: Matrix = m.map((row) => row.map(plain));
  const apply = (operation: RowOperation, pivot: Expression = ONE): void => {
    const after = afterOperation(current, operation);
    if (equal(tupleOf(after), tupleOf(current))) return;
    steps.push({ operation, before: current, after, ...(freeNames(pivot).size > 0 ? { divisor: pivot } : {}) });
    current = after;
  };
  for (let column = 0, row = 0; column < columns && row < m.length; column += 1) {
    const at = pivotRow(current, row, column);
    if (at === undefined) continue;
    if (at !== row) apply({ kind: "swap", rows: [row, at] });
    const pivot = entry(current, row, column);
    if (full && !isNumber(pivot, 1)) apply({ kind: "scale", row, by: plain(power(pivot, number(-1))) }, pivot);
    const own = entry(current, row, column);
    const to = current.flatMap((_, i) => {
      const e = entry(current, i, column);
      const meant = full ? i !== row : i > row;
      return !meant || isZero(e) ? [] : [{ row: i, factor: plain(negate(divide(e, own))) }];
    });
    if (to.length > 0) apply({ kind: "add", row, to }, full ? ONE : pivot);
    pivots.push(column);
    row += 1;
  }
  return { matrix: current, pivots, steps };
}

const isZero = (e: Expression): boolean => equal(e, ZERO) || (e.kind !== "number" && zeroTest(e).kind === "zero");

/** The row with the simplest pivot: a unit, a number, then the shortest that is not 0. */
function pivotRow(m: Matrix, from: number, column: number): number | undefined {
  const candidates = m.flatMap((_, i) => (i < from || isZero(entry(m, i, column)) ? [] : [i]));
  const cost = (i: number): number => {
    const e = entry(m, i, column);
    if (isNumber(e, 1)) return 0;
    return (e.kind === "number" ? 1 : 100) + complexity(e);
  };
  // The row that is there stays unless another one is clearly simpler.
  return candidates.reduce<number | undefined>(
    (best, next) => (best === undefined || cost(next) < cost(best) - (best === from && cost(best) < 100 ? 1 : 0) ? next : best),
    undefined,
  );
}

/** A basis of the solutions of M x = 0, one vector for each column without a pivot. */
export function nullspace(m: Matrix): { readonly basis: readonly (readonly Expression[])[]; readonly reduced: Reduced } {
  const columns = m[0]?.length ?? 0;
  const reduced = reduceRows(m, columns);
  const free = Array.from({ length: columns }, (_, k) => k).filter((k) => !reduced.pivots.includes(k));
  const basis = free.map((column) => {
    const vector: Expression[] = Array.from({ length: columns }, (_, k) => (k === column ? ONE : ZERO));
    reduced.pivots.forEach((pivot, row) => {
      vector[pivot] = plain(subtract(ZERO, entry(reduced.matrix, row, column)));
    });
    return withoutFractions(vector);
  });
  return { basis, reduced };
}

/** A vector multiplied so that no denominators of numbers are left. */
function withoutFractions(vector: readonly Expression[]): readonly Expression[] {
  const numbers = vector.map((e) => (e.kind === "number" ? e.value : undefined));
  if (!numbers.every((value) => value !== undefined)) return vector;
  const denominator = numbers.reduce((common, value) => common * Number(value.den), 1);
  const scaled = vector.map((e) => product(number(denominator), e));
  const common = scaled.reduce((g, e) => (e.kind === "number" ? gcd(g, Math.abs(Number(e.value.num))) : g), 0);
  return common > 1 ? scaled.map((e) => divide(e, number(common))) : scaled;
}

function gcd(a: number, b: number): number {
  return b === 0 ? a : gcd(b, a % b);
}
