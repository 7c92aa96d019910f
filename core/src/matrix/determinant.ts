import { type Fraction, fractionExpression, Kernels, normalForm, whereRational } from "../canonical/normal-form.ts";
import { negate, product, subtract, sum, ZERO } from "../expression/construct.ts";
import type { Expression } from "../expression/expression.ts";
import * as rational from "../number/rational.ts";
import type { Polynomial } from "../polynomial/multivariate.ts";
import * as poly from "../polynomial/multivariate.ts";
import { simplify } from "../truth/index.ts";
import { entry, type Matrix, minor } from "./matrix.ts";

/** Larger matrices with letters would have too many terms. */
const LARGEST_WITH_LETTERS = 9;

/** The determinant of a square matrix, simplified; undefined where it would have too many terms. */
export function determinant(m: Matrix): Expression | undefined {
  const numbers = m.map((row) => row.map((e) => (e.kind === "number" ? e.value : undefined)));
  if (numbers.every((row): row is rational.Rational[] => row.every((value) => value !== undefined))) {
    return fractionExpression({ numerator: poly.monomial(byElimination(numbers)), denominator: poly.monomial(rational.ONE) }, new Kernels());
  }
  if (m.length > LARGEST_WITH_LETTERS) return undefined;
  return whereRational<Expression | undefined>(() => byPolynomials(m), undefined) ?? byMinors(m);
}

/** Gaussian elimination over the rational numbers. */
function byElimination(m: readonly (readonly rational.Rational[])[]): rational.Rational {
  const rows = m.map((row) => [...row]);
  let value = rational.ONE;
  for (let k = 0; k < rows.length; k += 1) {
    const at = rows.findIndex((row, i) => i >= k && !rational.isZero(row[k] ?? rational.ZERO));
    const pivotRow = rows[at];
    if (!pivotRow) return rational.ZERO;
    if (at !== k) {
      [rows[k], rows[at]] = [pivotRow, rows[k] ?? []];
      value = rational.negate(value);
    }
    const pivot = pivotRow[k] ?? rational.ONE;
    value = rational.multiply(value, pivot);
    for (const row of rows.slice(k + 1)) {
      const factor = rational.divide(row[k] ?? rational.ZERO, pivot);
      if (rational.isZero(factor)) continue;
      for (let c = k; c < row.length; c += 1) row[c] = rational.subtract(row[c] ?? rational.ZERO, rational.multiply(factor, pivotRow[c] ?? rational.ZERO));
    }
  }
  return value;
}

/** Every row with one denominator, and the minors of the last rows by the columns they take, each once. */
function byPolynomials(m: Matrix): Expression {
  const kernels = new Kernels();
  const rows = m.map((row) => overOne(row.map((e) => normalForm(e, kernels))));
  const known = new Map<number, Polynomial>();
  const below = (row: number, taken: number): Polynomial => {
    if (row === rows.length) return poly.monomial(rational.ONE);
    const found = known.get(taken);
    if (found) return found;
    let total: Polynomial = [];
    let sign = true;
    for (let k = 0; k < rows.length; k += 1) {
      if (taken & (1 << k)) continue;
      const own = rows[row]?.numerators[k] ?? [];
      if (!poly.isZero(own)) {
        const term = poly.multiply(own, below(row + 1, taken | (1 << k)));
        total = sign ? poly.add(total, term) : poly.subtract(total, term);
      }
      sign = !sign;
    }
    known.set(taken, total);
    return total;
  };
  const denominator = rows.map((row) => row.denominator).reduce(poly.multiply, poly.monomial(rational.ONE));
  return simplify(fractionExpression({ numerator: below(0, 0), denominator }, kernels)).expression;
}

function overOne(row: readonly Fraction[]): { readonly numerators: readonly Polynomial[]; readonly denominator: Polynomial } {
  const denominator = row.map((one) => one.denominator).reduce(poly.multiply, poly.monomial(rational.ONE));
  return {
    denominator,
    numerators: row.map(({ numerator }, k) => row.reduce((whole, other, j) => (j === k ? whole : poly.multiply(whole, other.denominator)), numerator)),
  };
}

/** Expansion along the first row (P.-S. Laplace). */
function byMinors(m: Matrix): Expression {
  if (m.length === 1) return entry(m, 0, 0);
  const terms = (m[0] ?? []).map((own, k) => {
    const inner = product(own, byMinors(minor(m, 0, k)));
    return k % 2 === 0 ? inner : negate(inner);
  });
  return simplify(sum(...terms)).expression;
}

/** a d − b c, or a (e i − f h) − b (d i − f g) + c (d h − e g), as it is written; undefined for other sizes. */
export function writtenExpansion(m: Matrix): Expression | undefined {
  const at = (row: number, column: number): Expression => entry(m, row, column);
  if (m.length === 2) return subtract(product(at(0, 0), at(1, 1)), product(at(0, 1), at(1, 0)));
  if (m.length !== 3) return undefined;
  const small = (column: number): Expression => writtenExpansion(minor(m, 0, column)) ?? ZERO;
  return sum(product(at(0, 0), small(0)), negate(product(at(0, 1), small(1))), product(at(0, 2), small(2)));
}
