import { BudgetExhausted } from "../../number/budget.ts";
import type { Rational } from "../../number/rational.ts";
import * as rational from "../../number/rational.ts";
import type { Polynomial } from "../multivariate.ts";
import * as poly from "../multivariate.ts";
import { groebnerBasis, ordered } from "./basis.ts";
import { GRADED_REVERSE } from "./order.ts";

/** How many common zeros polynomials have: different real ones, and different complex ones. */
export interface ZeroCount {
  readonly real: number;
  readonly complex: number;
}

const MOST_MONOMIALS = 60;

/**
 * Counts the common zeros of polynomials with rational coefficients that have finitely many: the rank of the trace form of the
 * quotient ring is the number of complex ones, its signature that of real ones (C. Hermite 1856; P. Pedersen, M.-F. Roy,
 * A. Szpirglas, "Counting real zeros in the multivariate case", 1993). Undefined where there are infinitely many.
 * @throws BudgetExhausted where the basis or the quotient ring is too large.
 */
export function countZeros(generators: readonly Polynomial[], variables: number): ZeroCount | undefined {
  const basis = groebnerBasis(generators, variables, GRADED_REVERSE);
  const [first] = basis;
  if (basis.length === 1 && first && poly.constantValue(first)) return { real: 0, complex: 0 };
  const reducers = basis.map((p) => reducerOf(p, variables));
  const monomials = standardMonomials(
    reducers.map(({ lead }) => lead),
    variables,
  );
  if (!monomials) return undefined;
  const position = new Map(monomials.map((monomial, k) => [monomial.join(), k]));
  const forms = new Map<string, readonly Rational[]>();
  /** Coordinates of a monomial in the quotient ring. */
  const coordinates = (monomial: readonly number[]): readonly Rational[] => {
    const key = monomial.join();
    const known = forms.get(key);
    if (known) return known;
    const result = new Array<Rational>(monomials.length).fill(rational.ZERO);
    const own = position.get(key);
    if (own !== undefined) result[own] = rational.ONE;
    else {
      const reducer = reducers.find(({ lead }) => lead.every((exponent, k) => exponent <= (monomial[k] ?? 0)));
      for (const { exponents, coefficient } of reducer?.tail ?? []) {
        const moved = exponents.map((exponent, k) => exponent + (monomial[k] ?? 0) - (reducer?.lead[k] ?? 0));
        coordinates(moved).forEach((value, k) => {
          if (!rational.isZero(value)) result[k] = rational.add(result[k] ?? rational.ZERO, rational.multiply(coefficient, value));
        });
      }
    }
    forms.set(key, result);
    return result;
  };
  const plus = (a: readonly number[], b: readonly number[]): readonly number[] => a.map((exponent, k) => exponent + (b[k] ?? 0));
  const traces = monomials.map((m) => monomials.reduce((total, b, k) => rational.add(total, coordinates(plus(m, b))[k] ?? rational.ZERO), rational.ZERO));
  const form = monomials.map((a) =>
    monomials.map((b) =>
      coordinates(plus(a, b)).reduce((total, value, k) => rational.add(total, rational.multiply(value, traces[k] ?? rational.ZERO)), rational.ZERO),
    ),
  );
  return inertia(form);
}

/** A leading monomial and what it equals, up to higher terms, in the quotient ring. */
function reducerOf(
  p: Polynomial,
  variables: number,
): { readonly lead: readonly number[]; readonly tail: readonly { exponents: readonly number[]; coefficient: Rational }[] } {
  const [head, ...tail] = ordered(p, variables, GRADED_REVERSE);
  const unit = rational.negate(rational.invert(rational.rational(head?.coefficient ?? 1)));
  return {
    lead: head?.exponents ?? [],
    tail: tail.map(({ exponents, coefficient }) => ({ exponents, coefficient: rational.multiply(unit, rational.rational(coefficient)) })),
  };
}

/** The monomials that no leading monomial divides; undefined where there are infinitely many. */
function standardMonomials(leads: readonly (readonly number[])[], variables: number): readonly (readonly number[])[] | undefined {
  const bounded = Array.from({ length: variables }, (_, k) => leads.some((lead) => lead.every((exponent, j) => j === k || exponent === 0)));
  if (!bounded.every(Boolean)) return undefined;
  const found: (readonly number[])[] = [];
  const open: (readonly number[])[] = [new Array<number>(variables).fill(0)];
  const seen = new Set<string>();
  for (let monomial = open.shift(); monomial; monomial = open.shift()) {
    const own = monomial;
    if (seen.has(own.join()) || leads.some((lead) => lead.every((exponent, k) => exponent <= (own[k] ?? 0)))) continue;
    seen.add(own.join());
    found.push(own);
    if (found.length > MOST_MONOMIALS) throw new BudgetExhausted("counting the zeros of a system");
    for (let k = 0; k < variables; k += 1) open.push(own.map((exponent, j) => (j === k ? exponent + 1 : exponent)));
  }
  return found;
}

/** Rank and signature of a symmetric matrix by congruence (Lagrange's reduction). */
function inertia(form: readonly (readonly Rational[])[]): ZeroCount {
  let rows = form.map((row) => [...row]);
  let [positive, negative] = [0, 0];
  while (rows.length > 0) {
    const n = rows.length;
    let pivot = rows.findIndex((row, k) => !rational.isZero(row[k] ?? rational.ZERO));
    if (pivot < 0) {
      // No diagonal entry is left: a pair (i, j) with a non-zero entry is turned so that one appears.
      const i = rows.findIndex((row) => row.some((value) => !rational.isZero(value)));
      if (i < 0) break;
      const j = (rows[i] ?? []).findIndex((value) => !rational.isZero(value));
      rows = rows.map((row, k) => (k === i ? row.map((value, c) => rational.add(value, rows[j]?.[c] ?? rational.ZERO)) : row));
      rows = rows.map((row) => row.map((value, c) => (c === i ? rational.add(value, row[j] ?? rational.ZERO) : value)));
      pivot = i;
    }
    const own = rows[pivot] ?? [];
    const diagonal = own[pivot] ?? rational.ONE;
    if (diagonal.num > 0) positive += 1;
    else negative += 1;
    const others = Array.from({ length: n }, (_, k) => k).filter((k) => k !== pivot);
    rows = others.map((r) => {
      const row = rows[r] ?? [];
      const factor = rational.divide(row[pivot] ?? rational.ZERO, diagonal);
      return others.map((c) => rational.subtract(row[c] ?? rational.ZERO, rational.multiply(factor, own[c] ?? rational.ZERO)));
    });
  }
  return { real: positive - negative, complex: positive + negative };
}
