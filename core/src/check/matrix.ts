import type { Claim, RowOperation } from "../derivation/step.ts";
import { divide, MINUS_ONE, ONE, power, product, sqrt, subtract, sum, TWO, tuple, ZERO } from "../expression/construct.ts";
import { type Expression, equal } from "../expression/expression.ts";
import { equalityTest, simplify } from "../truth/index.ts";
import type { StepVerdict } from "./step.ts";

/** Rows of entries; a vector is one row. */
type Rows = readonly (readonly Expression[])[];

function rowsIn(e: Expression): Rows | undefined {
  if (e.kind !== "tuple") return undefined;
  const rows = e.items.map((item) => (item.kind === "tuple" ? item.items : undefined));
  return rows.every((row) => row !== undefined) ? rows : undefined;
}

const at = (m: Rows, i: number, k: number): Expression => m[i]?.[k] ?? ZERO;
const whole = (m: Rows): Expression => tuple(m.map((row) => tuple(row)));
const one = (size: number): Rows => Array.from({ length: size }, (_, i) => Array.from({ length: size }, (_, k) => (i === k ? ONE : ZERO)));

/** Whether an operation on vectors and matrices gives what is claimed: it is carried out again, entry by entry and without the code that calculates. */
export function judgeMatrix({ operation, operands, after }: Claim & { kind: "matrix" }, assumptions: readonly Expression[]): StepVerdict {
  const [left = ZERO, right = ZERO] = operands;
  const same = (a: Expression, b: Expression): StepVerdict => {
    const { kind } = equalityTest(a, b, assumptions);
    if (kind === "zero") return { verdict: "nailed", why: "calculated again entry by entry, it is the same" };
    return kind === "nonzero" ? { verdict: "bent", why: "an entry differs" } : { verdict: "loose", why: "it was not decided whether every entry is the same" };
  };
  const m = rowsIn(left);
  switch (operation) {
    case "sum":
      return same(
        entrywise(left, right, (a, b) => sum(a, b)),
        after,
      );
    case "difference":
      return same(
        entrywise(left, right, (a, b) => subtract(a, b)),
        after,
      );
    case "quotient":
      return same(
        each(left, (e) => divide(e, right)),
        after,
      );
    case "product":
      return same(multiplied(left, right), after);
    case "power":
      return m && right.kind === "number" ? judgePower(m, Number(right.value.num), after, same) : { verdict: "loose", why: "this is no power of a matrix" };
    case "transpose":
      return same(m ? whole((m[0] ?? []).map((_, k) => m.map((row) => row[k] ?? ZERO))) : tuple([left]), after);
    case "det":
      return m ? same(berkowitz(m), after) : { verdict: "loose", why: "this is no matrix" };
    case "inverse": {
      const inverse = rowsIn(after);
      return m && inverse ? same(whole(times(m, inverse)), whole(one(m.length))) : { verdict: "loose", why: "this is no matrix" };
    }
    case "abs":
      return same(left.kind === "tuple" ? sqrt(sum(...left.items.map((e) => power(e, TWO)))) : left, after);
    case "dot":
    case "cross":
      return same(vectorProduct(operation, left, right), after);
  }
}

function each(e: Expression, map: (entry: Expression) => Expression): Expression {
  return e.kind === "tuple" ? tuple(e.items.map((item) => each(item, map))) : map(e);
}

function entrywise(a: Expression, b: Expression, join: (a: Expression, b: Expression) => Expression): Expression {
  if (a.kind !== "tuple" || b.kind !== "tuple") return join(a, b);
  return tuple(a.items.map((item, k) => entrywise(item, b.items[k] ?? ZERO, join)));
}

function multiplied(left: Expression, right: Expression): Expression {
  if (left.kind !== "tuple") return each(right, (e) => product(left, e));
  if (right.kind !== "tuple") return each(left, (e) => product(e, right));
  const [a, b] = [rowsIn(left), rowsIn(right)];
  if (a && b) return whole(times(a, b));
  if (a) return tuple(a.map((row) => sum(...row.map((x, k) => product(x, right.items[k] ?? ZERO)))));
  return tuple((b?.[0] ?? []).map((_, k) => sum(...left.items.map((x, i) => product(x, at(b ?? [], i, k))))));
}

function times(a: Rows, b: Rows): Rows {
  return a.map((row) => (b[0] ?? []).map((_, k) => simplify(sum(...row.map((x, j) => product(x, at(b, j, k))))).expression));
}

function judgePower(m: Rows, n: number, after: Expression, same: (a: Expression, b: Expression) => StepVerdict): StepVerdict {
  const repeated = Array.from({ length: Math.abs(n) }, () => m).reduce(times, one(m.length));
  if (n >= 0) return same(whole(repeated), after);
  const inverse = rowsIn(after);
  return inverse ? same(whole(times(repeated, inverse)), whole(one(m.length))) : { verdict: "loose", why: "this is no matrix" };
}

function vectorProduct(operation: "dot" | "cross", left: Expression, right: Expression): Expression {
  const [a, b] = [left, right].map((e) => (e.kind === "tuple" ? e.items : []));
  const [x, y] = [(k: number): Expression => a?.[k] ?? ZERO, (k: number): Expression => b?.[k] ?? ZERO];
  if (operation === "dot") return sum(...(a ?? []).map((e, k) => product(e, y(k))));
  return tuple([1, 2, 0].map((j, i) => subtract(product(x(j), y((i + 2) % 3)), product(x((i + 2) % 3), y(j)))));
}

/** The determinant without a division (S. J. Berkowitz 1984): the last coefficient of the characteristic polynomial, by Toeplitz matrices of the leading parts. */
function berkowitz(m: Rows): Expression {
  const plain = (e: Expression): Expression => simplify(e).expression;
  let vector: readonly Expression[] = [ONE];
  for (let r = 0; r < m.length; r += 1) {
    // With the leading part A of size r, the row R before the entry a and the column S above it: 1, −a, −R S, −R A S, −R A² S …
    const items: Expression[] = [ONE, plain(product(MINUS_ONE, at(m, r, r)))];
    let column = Array.from({ length: r }, (_, i) => at(m, i, r));
    for (let k = 0; k < r; k += 1) {
      items.push(plain(product(MINUS_ONE, sum(...column.map((e, i) => product(at(m, r, i), e))))));
      const before = column;
      column = Array.from({ length: r }, (_, i) => plain(sum(...before.map((e, j) => product(at(m, i, j), e)))));
    }
    const own = vector;
    vector = Array.from({ length: r + 2 }, (_, i) => plain(sum(...own.map((e, j) => (i - j >= 0 ? product(items[i - j] ?? ZERO, e) : ZERO)))));
  }
  const last = vector[m.length] ?? ONE;
  return m.length % 2 === 0 ? last : product(MINUS_ONE, last);
}

/** An operation on rows, carried out again. */
export function judgeRows({ before, operation, after }: Claim & { kind: "rows" }, assumptions: readonly Expression[]): StepVerdict {
  const [m, next] = [rowsIn(before), rowsIn(after)];
  if (!m || !next || m.length !== next.length) return { verdict: "loose", why: "these are no matrices" };
  const wanted = m.map((row, i) => row.map((e, k) => entryAfter(m, operation, i, k, e)));
  const { kind } = equalityTest(whole(wanted), after, assumptions);
  if (kind === "zero" || equal(whole(wanted), after)) return { verdict: "nailed", why: "carried out again, the operation gives these rows" };
  return kind === "nonzero"
    ? { verdict: "bent", why: "a row is not what it should have become" }
    : { verdict: "loose", why: "it was not decided whether the rows are the same" };
}

function entryAfter(m: Rows, operation: RowOperation, i: number, k: number, own: Expression): Expression {
  switch (operation.kind) {
    case "swap": {
      const [a, b] = operation.rows;
      return i === a ? at(m, b, k) : i === b ? at(m, a, k) : own;
    }
    case "scale":
      return i === operation.row ? product(operation.by, own) : own;
    case "add": {
      const change = operation.to.find(({ row }) => row === i);
      return change ? sum(own, product(change.factor, at(m, operation.row, k))) : own;
    }
  }
}
