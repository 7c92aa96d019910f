import { type Step, step } from "../../derivation/step.ts";
import { equation, logic, name, number, product, sum } from "../../expression/construct.ts";
import type { Expression } from "../../expression/expression.ts";
import { text } from "../../notation/text.ts";
import * as integer from "../../number/integer.ts";
import type { Rational } from "../../number/rational.ts";
import * as rational from "../../number/rational.ts";

/** Larger systems would fill pages. */
const MOST_UNKNOWNS = 6;

type Row = readonly Rational[];

/**
 * Gauss's elimination row by row, as a textbook shows it: rows are swapped, multiples of one are subtracted from those below, and
 * the triangular system is worked from the last row up. Undefined for systems that are too large to show.
 */
export function eliminationSteps(matrix: readonly Row[], unknowns: readonly string[]): readonly Step[] | undefined {
  if (unknowns.length > MOST_UNKNOWNS || matrix.length > MOST_UNKNOWNS) return undefined;
  const steps: Step[] = [];
  let rows = matrix.map(whole);
  const show = (after: readonly Row[], rule: "swap equations" | "subtract multiples" | "drop equations" | "work upwards", said: string): void => {
    const [before, next] = [rows, after].map((list) => systemOf(list, unknowns));
    rows = [...after];
    if (!before || !next || text(before) === text(next)) return;
    steps.push(step(rule, [said], { kind: "eliminated", unknowns, before, after: next }));
  };
  let at = 0;
  for (let column = 0; column < unknowns.length && at < rows.length; column += 1) {
    const own = easiestRow(rows, at, column);
    if (own === undefined) continue;
    if (own !== at) show(swapped(rows, at, own), "swap equations", `${at + 1} and ${own + 1}`);
    const pivot = rows[at] ?? [];
    const reduced = rows.map((row, k) => (k <= at || rational.isZero(row[column] ?? rational.ZERO) ? row : whole(combined(row, pivot, column))));
    show(reduced, "subtract multiples", unknowns[column] ?? "");
    at += 1;
  }
  show(
    rows.filter((row) => row.some((value) => !rational.isZero(value))),
    "drop equations",
    "",
  );
  for (let k = rows.length - 1; k >= 0; k -= 1) {
    const row = rows[k] ?? [];
    const column = row.findIndex((value) => !rational.isZero(value));
    if (column < 0 || column >= unknowns.length) return steps;
    const unit = rational.invert(row[column] ?? rational.ONE);
    const scaled = row.map((value) => rational.multiply(value, unit));
    const cleared = rows.map((other, j) => (j === k ? scaled : j < k ? subtracted(other, scaled, other[column] ?? rational.ZERO) : other));
    show(cleared, "work upwards", unknowns[column] ?? "");
  }
  return steps;
}

/** A row without common factors and broken numbers, its first number positive. */
function whole(row: Row): Row {
  const den = row.reduce<integer.Integer>((common, value) => integer.lcm(common, value.den), 1);
  const scaled = row.map((value) => rational.multiply(value, rational.rational(den)).num);
  const common = scaled.reduce<integer.Integer>((shared, value) => integer.gcd(shared, value), 0);
  if (common === 0) return row;
  const first = scaled.find((value) => value !== 0) ?? 1;
  const unit = first < 0 ? integer.negate(common) : common;
  return scaled.map((value) => rational.rational(integer.quotient(value, unit)));
}

/** The row from `at` on with the smallest number in a column that is not 0: 1 is the easiest to work with. */
function easiestRow(rows: readonly Row[], at: number, column: number): number | undefined {
  let best: number | undefined;
  const size = (k: number): Rational => rational.abs(rows[k]?.[column] ?? rational.ZERO);
  for (let k = at; k < rows.length; k += 1) {
    if (rational.isZero(size(k))) continue;
    if (best === undefined || rational.compare(size(k), size(best)) < 0) best = k;
  }
  return best;
}

function swapped(rows: readonly Row[], i: number, j: number): readonly Row[] {
  return rows.map((row, k) => (k === i ? (rows[j] ?? row) : k === j ? (rows[i] ?? row) : row));
}

/** pivot[column] · row − row[column] · pivot, so that no fractions come in. */
function combined(row: Row, pivot: Row, column: number): Row {
  const [a, b] = [pivot[column] ?? rational.ONE, row[column] ?? rational.ZERO];
  return row.map((value, k) => rational.subtract(rational.multiply(a, value), rational.multiply(b, pivot[k] ?? rational.ZERO)));
}

function subtracted(row: Row, other: Row, times: Rational): Row {
  return row.map((value, k) => rational.subtract(value, rational.multiply(times, other[k] ?? rational.ZERO)));
}

function systemOf(rows: readonly Row[], unknowns: readonly string[]): Expression {
  const equations = rows.map((row) =>
    equation(sum(...unknowns.map((unknown, k) => product(number(row[k] ?? rational.ZERO), name(unknown)))), number(row[unknowns.length] ?? rational.ZERO)),
  );
  return logic("and", equations);
}
