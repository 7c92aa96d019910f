import type { MatrixOperation } from "../derivation/step.ts";
import { call, divide, isNumber, number, power, product, sqrt, subtract, sum, TWO, tuple } from "../expression/construct.ts";
import type { Expression } from "../expression/expression.ts";
import { simplify } from "../truth/index.ts";
import { determinant } from "./determinant.ts";
import { columnsOf, identity, isSquare, type Matrix, matrixOf, multiplied, rowsOf, sizeOf, transposed, tupleOf, vectorOf } from "./matrix.ts";
import { reduceRows } from "./row-reduction.ts";

/** What is done with vectors and matrices; the value, or words that say why there is none. */
export type VectorOperation = "sum" | "difference" | "product" | "quotient" | "power";

const LARGEST_POWER = 64;

/** A sum, product and so on of which at least one side is a tuple. */
export function combined(operation: VectorOperation, left: Expression, right: Expression): Expression | string {
  switch (operation) {
    case "sum":
    case "difference":
      return entrywise(left, right, operation);
    case "product":
      return multiplication(left, right);
    case "quotient":
      return right.kind === "tuple" ? "nothing is divided by a vector or a matrix; multiply by its inverse" : eachEntry(left, (e) => divide(e, right));
    case "power":
      return raised(left, right);
  }
}

function eachEntry(e: Expression, map: (entry: Expression) => Expression): Expression {
  return e.kind === "tuple" ? tuple(e.items.map((item) => eachEntry(item, map))) : map(e);
}

function entrywise(left: Expression, right: Expression, operation: "sum" | "difference"): Expression | string {
  if (left.kind !== "tuple" || right.kind !== "tuple")
    return isNumber(left, 0)
      ? right
      : isNumber(right, 0)
        ? left
        : `a number cannot be ${operation === "sum" ? "added to" : "subtracted from"} a vector or a matrix, nor the other way round`;
  if (!haveSameShape(left, right)) return `${describe(left)} and ${describe(right)} have no ${operation}: they must have the same size`;
  return tuple(
    left.items.map((item, k) => {
      const other = right.items[k] ?? item;
      const inner = item.kind === "tuple" ? entrywise(item, other, operation) : operation === "sum" ? sum(item, other) : subtract(item, other);
      return typeof inner === "string" ? item : inner;
    }),
  );
}

function haveSameShape(a: Expression, b: Expression): boolean {
  if (a.kind !== "tuple" || b.kind !== "tuple") return a.kind !== "tuple" && b.kind !== "tuple";
  return a.items.length === b.items.length && a.items.every((item, k) => haveSameShape(item, b.items[k] ?? item));
}

/** A matrix or a vector in words. */
function describe(e: Expression): string {
  const matrix = matrixOf(e);
  if (matrix) return `a ${sizeOf(matrix)} matrix`;
  return e.kind === "tuple" ? `a vector of ${e.items.length}` : "a number";
}

function multiplication(left: Expression, right: Expression): Expression | string {
  if (left.kind !== "tuple") return eachEntry(right, (e) => product(left, e));
  if (right.kind !== "tuple") return eachEntry(left, (e) => product(e, right));
  const [a, b] = [matrixOf(left), matrixOf(right)];
  const column = vectorOf(right);
  const row = vectorOf(left);
  if (a && b) {
    if (columnsOf(a) !== rowsOf(b))
      return `${describe(left)} and ${describe(right)} have no product: the first must have as many columns as the second has rows`;
    return tupleOf(multiplied(a, b));
  }
  if (a && column) {
    if (columnsOf(a) !== column.length)
      return `${describe(left)} and ${describe(right)} have no product: the matrix must have as many columns as the vector has components`;
    return tuple(
      multiplied(
        a,
        column.map((e) => [e]),
      ).map(([e]) => e ?? number(0)),
    );
  }
  if (row && b) {
    if (row.length !== rowsOf(b))
      return `${describe(left)} and ${describe(right)} have no product: the matrix must have as many rows as the vector has components`;
    return tuple(multiplied([row], b)[0] ?? []);
  }
  return "the product of two vectors is written dot(a, b) or cross(a, b)";
}

function raised(base: Expression, exponent: Expression): Expression | string {
  const matrix = matrixOf(base);
  if (!matrix || !isSquare(matrix)) {
    if (vectorOf(base) && isNumber(exponent, 2)) return "the square of a vector is written dot(a, a)";
    return `${describe(base)} has no power: only square matrices have`;
  }
  if (exponent.kind !== "number" || exponent.value.den !== 1 || Math.abs(Number(exponent.value.num)) > LARGEST_POWER)
    return `the power of a matrix is a whole number from −${LARGEST_POWER} to ${LARGEST_POWER}`;
  const n = Number(exponent.value.num);
  const inverse = n < 0 ? inverted(matrix) : matrix;
  if (typeof inverse === "string") return inverse;
  return tupleOf(powerOf(inverse, Math.abs(n)));
}

/** By squaring. */
function powerOf(m: Matrix, n: number): Matrix {
  if (n === 0) return identity(m.length);
  if (n === 1) return m;
  const half = plainEntries(powerOf(m, Math.floor(n / 2)));
  const square = plainEntries(multiplied(half, half));
  return n % 2 === 0 ? square : plainEntries(multiplied(square, m));
}

const plainEntries = (m: Matrix): Matrix => m.map((row) => row.map((e) => simplify(e).expression));

/** The inverse, or words that say why there is none. */
export function inverted(m: Matrix): Matrix | string {
  if (!isSquare(m)) return `a ${sizeOf(m)} matrix has no inverse: only square ones have`;
  const { matrix, pivots } = reduceRows(
    m.map((row, i) => [...row, ...(identity(m.length)[i] ?? [])]),
    m.length,
  );
  return pivots.length < m.length ? "this matrix has no inverse: its determinant is 0" : matrix.map((row) => row.slice(m.length));
}

const CALCULATIONS: ReadonlySet<string> = new Set<MatrixOperation>(["det", "inverse", "transpose", "abs", "dot", "cross"]);

/** Whether a function of vectors and matrices is a calculation that has steps of its own. */
export function isCalculation(functionName: string): functionName is MatrixOperation {
  return CALCULATIONS.has(functionName);
}

/** A function of the table of vectors and matrices; undefined for one that takes none. */
export function applied(functionName: string, args: readonly Expression[]): Expression | string | undefined {
  const [only, ...more] = args;
  if (!only || !args.some(({ kind }) => kind === "tuple")) return undefined;
  const matrix = matrixOf(only);
  switch (functionName) {
    case "det":
      if (!matrix || !isSquare(matrix) || more.length > 0) return "only a square matrix has a determinant";
      return determinant(matrix) ?? "this determinant would have too many terms";
    case "inverse": {
      const found = matrix && inverted(matrix);
      return found === undefined ? "only a square matrix has an inverse" : typeof found === "string" ? found : tupleOf(found);
    }
    case "transpose":
      return matrix ? tupleOf(transposed(matrix)) : tupleOf([vectorOf(only) ?? []]);
    case "abs": {
      const vector = vectorOf(only);
      return vector ? sqrt(sum(...vector.map((e) => power(e, TWO)))) : "a matrix has no absolute value: det(…) is its determinant";
    }
    case "dot":
    case "cross": {
      const value = call(functionName, ...args);
      if (value.kind !== "call") return value;
      return functionName === "dot" ? "dot(a, b) is for two vectors with as many components" : "cross(a, b) is for two vectors with three components";
    }
    case "Re":
    case "Im":
    case "conj":
      return eachEntry(only, (e) => call(functionName, e));
    default:
      return `${functionName} is a function of numbers, not of vectors`;
  }
}
