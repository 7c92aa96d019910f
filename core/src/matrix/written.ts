import { TWO, ZERO } from "../expression/construct.ts";
import type { Expression } from "../expression/expression.ts";
import { present } from "../notation/present.ts";
import type { Syntax } from "../notation/syntax.ts";
import { type Matrix, matrixOf, minor, transposed, vectorOf } from "./matrix.ts";

/** Calculations with vectors and matrices as they are written out with their entries, before anything is added up. */

export const times = (left: Expression, right: Expression): Syntax => ({ kind: "times", dot: false, left: present(left), right: present(right) });

/** A sum or a difference; brackets around what is subtracted. */
export function joined(operator: "+" | "-", left: Expression, right: Expression): Syntax {
  return { kind: "binary", operator, left: present(left), right: operator === "-" ? bracketed(right) : present(right) };
}

export const called = (name: string, ...args: readonly Expression[]): Syntax => ({ kind: "call", name, args: args.map(present) });

/** Larger products are not written out. */
const MOST_TERMS = 18;

/** The entries of a product as they are added up: 1·5 + 2·7. */
export function sumsOf(left: Expression, right: Expression): readonly Syntax[] {
  const [a, b] = [matrixOf(left) ?? [vectorOf(left) ?? []], matrixOf(right)];
  const columns = b ? transposed(b) : [vectorOf(right) ?? []];
  const inner = columns[0]?.length ?? 0;
  if (a.length * columns.length * inner > MOST_TERMS || inner < 2) return [];
  const rows = a.map((row) => columns.map((column) => addedUp(row, column)));
  const asTuple = (items: readonly Syntax[]): Syntax => ({ kind: "tuple", items });
  if (matrixOf(left) && b) return [asTuple(rows.map(asTuple))];
  return [asTuple(rows.flat())];
}

/** a·d + b·e + … of two vectors. */
export function addedUp(a: readonly Expression[], b: readonly Expression[]): Syntax {
  return a.map((x, k): Syntax => dotted(x, b[k] ?? ZERO)).reduce((one, other) => ({ kind: "binary", operator: "+", left: one, right: other }));
}

/** The root of the sum of the squares. */
export function rootOfSquares(entries: readonly Expression[]): Syntax {
  const squares = entries.map((e): Syntax => ({ kind: "power", base: bracketed(e), exponent: present(TWO) }));
  return { kind: "call", name: "sqrt", args: [squares.reduce((left, right) => ({ kind: "binary", operator: "+", left, right }))] };
}

/** a·d − b·c of two rows. */
export function crossed([[a = ZERO, b = ZERO] = [], [c = ZERO, d = ZERO] = []]: Matrix): Syntax {
  return { kind: "binary", operator: "-", left: dotted(a, d), right: dotted(b, c) };
}

/** A determinant of three rows along the first of them. */
export function alongFirstRow(m: Matrix): Syntax {
  const terms = (m[0] ?? []).map(
    (e, k): Syntax => ({ kind: "times", dot: true, left: bracketed(e), right: { kind: "group", inner: crossed(minor(m, 0, k)) } }),
  );
  return terms.reduce((left, right, k) => ({ kind: "binary", operator: k % 2 === 1 ? "-" : "+", left, right }));
}

/** The components of a cross product. */
export function crossComponents(a: readonly Expression[], b: readonly Expression[]): Syntax {
  const pair = (i: number, k: number): Syntax => {
    const of = (v: readonly Expression[]): readonly Expression[] => [v[i] ?? ZERO, v[k] ?? ZERO];
    return crossed([of(a), of(b)]);
  };
  return { kind: "tuple", items: [pair(1, 2), pair(2, 0), pair(0, 1)] };
}

/** x·y with brackets where they are needed. */
function dotted(x: Expression, y: Expression): Syntax {
  return { kind: "times", dot: true, left: bracketed(x), right: bracketed(y) };
}

function bracketed(e: Expression): Syntax {
  const own = present(e);
  return own.kind === "binary" || own.kind === "sign" ? { kind: "group", inner: own } : own;
}
