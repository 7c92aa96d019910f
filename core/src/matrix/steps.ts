import { type MatrixOperation, type Step, type StepOptions, step } from "../derivation/step.ts";
import { MINUS_ONE, negate, product, relation, sum, TWO, ZERO } from "../expression/construct.ts";
import { type Expression, equal, freeNames } from "../expression/expression.ts";
import { present } from "../notation/present.ts";
import { equality, type Syntax } from "../notation/syntax.ts";
import { determinant } from "./determinant.ts";
import { entry, identity, type Matrix, matrixOf, minor, transposed, tupleOf, vectorOf } from "./matrix.ts";
import { type RowStep, reduceRows } from "./row-reduction.ts";
import { addedUp, alongFirstRow, called, crossComponents, crossed, joined, rootOfSquares, sumsOf, times } from "./written.ts";

/** One calculation with vectors and matrices, as it was carried out when it was read. */
export interface Calculated {
  readonly operation: MatrixOperation;
  readonly operands: readonly Expression[];
  readonly value: Expression;
}

/** The way to the result of a calculation, for a reader. */
export function stepsOf({ operation, operands, value }: Calculated): readonly Step[] {
  const [left = ZERO, right = ZERO] = operands;
  const claim = { kind: "matrix", operation, operands, after: value } as const;
  const matrix = matrixOf(left);
  switch (operation) {
    case "product":
      if (left.kind === "tuple" && right.kind === "tuple")
        return [step("rows by columns", [], claim, { written: equality([times(left, right), ...sumsOf(left, right), present(value)]) })];
      return [step("every entry", [], claim, { written: equality([times(left, right), present(value)]) })];
    case "quotient":
      return [step("every entry", [], claim)];
    case "sum":
    case "difference":
      return [step("every entry", [], claim, { written: equality([joined(operation === "sum" ? "+" : "-", left, right), present(value)]) })];
    case "power":
      return [
        ...(right.kind === "number" && right.value.num < 0 && matrix ? inverseSteps(matrix) : []),
        equal(right, MINUS_ONE)
          ? step("inverse beside the identity", [], claim)
          : step("power of a matrix", [left, right], claim, powerWritten(left, right, value)),
      ];
    case "transpose":
      return [step("rows become columns", [], claim)];
    case "abs":
      return [step("length of a vector", [left], claim, { written: equality([called("abs", left), rootOfSquares(vectorOf(left) ?? []), present(value)]) })];
    case "dot":
      return [
        step("dot product", [], claim, {
          written: equality([called("dot", left, right), addedUp(vectorOf(left) ?? [], vectorOf(right) ?? []), present(value)]),
        }),
      ];
    case "cross":
      return [
        step("cross product", [], claim, {
          written: equality([called("cross", left, right), crossComponents(vectorOf(left) ?? [], vectorOf(right) ?? []), present(value)]),
        }),
      ];
    case "det":
      return matrix ? determinantSteps(matrix, value) : [];
    case "inverse":
      return matrix ? [...inverseSteps(matrix), step("inverse beside the identity", [], claim)] : [];
  }
}

/** A square as it is added up. */
function powerWritten(matrix: Expression, exponent: Expression, value: Expression): StepOptions {
  return equal(exponent, TWO) ? { written: equality([times(matrix, matrix), ...sumsOf(matrix, matrix), present(value)]) } : {};
}

/** Numbers by row operations, letters by expansion along the row or column with the most zeros. */
function determinantSteps(m: Matrix, value: Expression): readonly Step[] {
  const whole = tupleOf(m);
  const claim = { kind: "matrix", operation: "det", operands: [whole], after: value } as const;
  const writtenOut = (way: Syntax): { readonly written: Syntax } => ({ written: equality([called("det", whole), way, present(value)]) });
  if (m.length <= 1) return [];
  if (m.length === 2) return [step("determinant of two rows", [], claim, writtenOut(crossed(m)))];
  if (m.length === 3) return [step("determinant of three rows", [], claim, writtenOut(alongFirstRow(m)))];
  const isNumeric = m.every((row) => row.every((e) => freeNames(e).size === 0));
  if (isNumeric) return [...rowSteps(reduceRows(m, m.length, { full: false }).steps), step("product of the diagonal", [], claim)];
  return expanded(m, value);
}

/** Expansion along a row or column with many zeros; the smaller determinants are given with their values. */
function expanded(m: Matrix, value: Expression): readonly Step[] {
  const zeros = (list: readonly Expression[]): number => list.filter((e) => equal(e, ZERO)).length;
  const columns = transposed(m);
  const rows = m.map((row, k) => ({ along: "row" as const, k, zeros: zeros(row) }));
  const best = [...rows, ...columns.map((column, k) => ({ along: "column" as const, k, zeros: zeros(column) }))].reduce((a, b) => (b.zeros > a.zeros ? b : a));
  const places = m.map((_, j) => (best.along === "row" ? ([best.k, j] as const) : ([j, best.k] as const))).filter(([i, k]) => !equal(entry(m, i, k), ZERO));
  const minors = places.map(([i, k]) => minor(m, i, k));
  const values = minors.map((one) => determinant(one) ?? ZERO);
  const terms = places.map(([i, k], j) => {
    const term = product(entry(m, i, k), values[j] ?? ZERO);
    return (i + k) % 2 === 0 ? term : negate(term);
  });
  const ordinal = String(best.k + 1);
  return [
    ...minors.map((one, j) => step("smaller determinant", [], { kind: "matrix", operation: "det", operands: [tupleOf(one)], after: values[j] ?? ZERO })),
    step("expand a determinant", [best.along, ordinal], { kind: "matrix", operation: "det", operands: [tupleOf(m)], after: sum(...terms) }),
    ...(equal(sum(...terms), value) ? [] : [step("simplify values", [], { kind: "equal", before: sum(...terms), after: value })]),
  ];
}

/** The matrix beside the identity, row by row until the identity stands on the left. */
function inverseSteps(m: Matrix): readonly Step[] {
  const beside = m.map((row, i) => [...row, ...(identity(m.length)[i] ?? [])]);
  const whole = tupleOf(beside);
  return [
    step("identity beside a matrix", [], { kind: "put in", before: whole, values: new Map(), after: whole }),
    ...rowSteps(reduceRows(beside, m.length).steps),
  ];
}

/** Operations on rows as steps. */
export function rowSteps(list: readonly RowStep[]): readonly Step[] {
  return list.map(rowStep);
}

function rowStep({ operation, before, after, divisor }: RowStep): Step {
  const conditions = divisor ? [relation(divisor, "!=", ZERO)] : [];
  const claim = { kind: "rows", before: tupleOf(before), operation, after: tupleOf(after) } as const;
  const ordinal = (row: number): string => String(row + 1);
  switch (operation.kind) {
    case "swap":
      return step("swap rows", [ordinal(operation.rows[0]), ordinal(operation.rows[1])], claim);
    case "scale":
      return step("multiply a row", [ordinal(operation.row), operation.by], claim, { conditions });
    case "add": {
      const factors = operation.to.map(({ factor }) => factor);
      const rows = operation.to.map(({ row }) => ordinal(row)).join(", ");
      return step("add multiples of a row", [ordinal(operation.row), factors, rows], claim, { conditions });
    }
  }
}
