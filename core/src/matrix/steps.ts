import { type MatrixOperation, type Step, step } from "../derivation/step.ts";
import { negate, product, relation, sum, ZERO } from "../expression/construct.ts";
import { type Expression, equal, freeNames } from "../expression/expression.ts";
import { present } from "../notation/present.ts";
import type { Syntax } from "../notation/syntax.ts";
import { determinant } from "./determinant.ts";
import { entry, identity, type Matrix, matrixOf, minor, transposed, tupleOf, vectorOf } from "./matrix.ts";
import { type RowStep, reduceRows } from "./row-reduction.ts";

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
    case "sum":
    case "difference":
      return [step("every entry", [], claim)];
    case "power":
      return [...(right.kind === "number" && right.value.num < 0 && matrix ? inverseSteps(matrix) : []), step("power of a matrix", [left, right], claim)];
    case "transpose":
      return [step("rows become columns", [], claim)];
    case "abs":
      return [step("length of a vector", [left], claim)];
    case "dot":
    case "cross":
      return [
        step(operation === "dot" ? "dot product" : "cross product", [], claim, {
          written: equality([{ kind: "call", name: operation, args: [present(left), present(right)] }, present(value)]),
        }),
      ];
    case "det":
      return matrix ? determinantSteps(matrix, value) : [];
    case "inverse":
      return matrix ? [...inverseSteps(matrix), step("inverse beside the identity", [], claim)] : [];
  }
}

const times = (left: Expression, right: Expression): Syntax => ({ kind: "times", dot: false, left: present(left), right: present(right) });

function equality(operands: readonly Syntax[]): Syntax {
  return { kind: "relation", comparisons: operands.slice(1).map(() => "="), operands };
}

/** Larger products are not written out. */
const MOST_TERMS = 18;

/** The entries of a product as they are added up: 1·5 + 2·7. */
function sumsOf(left: Expression, right: Expression): readonly Syntax[] {
  const [a, b] = [matrixOf(left) ?? [vectorOf(left) ?? []], matrixOf(right)];
  const columns = b ? transposed(b) : [vectorOf(right) ?? []];
  const inner = columns[0]?.length ?? 0;
  if (a.length * columns.length * inner > MOST_TERMS || inner < 2) return [];
  const entryOf = (row: readonly Expression[], column: readonly Expression[]): Syntax =>
    row.map((x, k): Syntax => dotted(x, column[k] ?? ZERO)).reduce((one, other) => ({ kind: "binary", operator: "+", left: one, right: other }));
  const rows = a.map((row) => columns.map((column) => entryOf(row, column)));
  const asTuple = (items: readonly Syntax[]): Syntax => ({ kind: "tuple", items });
  if (matrixOf(left) && b) return [asTuple(rows.map(asTuple))];
  return [asTuple(rows.flat())];
}

/** x·y with brackets where they are needed. */
function dotted(x: Expression, y: Expression): Syntax {
  const bracketed = (e: Expression): Syntax => {
    const own = present(e);
    return own.kind === "binary" || own.kind === "sign" ? { kind: "group", inner: own } : own;
  };
  return { kind: "times", dot: true, left: bracketed(x), right: bracketed(y) };
}

/** Numbers by row operations, letters by expansion along the row or column with the most zeros. */
function determinantSteps(m: Matrix, value: Expression): readonly Step[] {
  const whole = tupleOf(m);
  const end = (rule: "determinant of two rows" | "determinant of three rows" | "product of the diagonal"): Step =>
    step(rule, [], { kind: "matrix", operation: "det", operands: [whole], after: value });
  if (m.length <= 1) return [];
  if (m.length === 2) return [end("determinant of two rows")];
  const isNumeric = m.every((row) => row.every((e) => freeNames(e).size === 0));
  if (m.length === 3) return [end("determinant of three rows")];
  if (isNumeric) return [...rowSteps(reduceRows(m, m.length, { full: false }).steps), end("product of the diagonal")];
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
  return rowSteps(reduceRows(beside, m.length).steps);
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
