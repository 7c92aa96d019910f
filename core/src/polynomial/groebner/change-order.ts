import * as rational from "../../number/rational.ts";
import type { Polynomial, Term } from "../multivariate.ts";
import * as poly from "../multivariate.ts";
import type { MonomialOrder } from "./order.ts";

/** An exact normal form modulo a Gröbner basis, with rational coefficients: terms by the basis' order. */
type Remainder = ReadonlyMap<string, Term>;

function padded(exponents: readonly number[], variables: number): readonly number[] {
  return Array.from({ length: variables }, (_, k) => exponents[k] ?? 0);
}

const divides = (a: readonly number[], b: readonly number[]): boolean => a.every((exponent, k) => exponent <= (b[k] ?? 0));

interface Divisor {
  readonly lead: readonly number[];
  readonly tail: readonly Term[];
}

function divisorsOf(basis: readonly Polynomial[], variables: number, order: MonomialOrder): readonly Divisor[] {
  return basis.map((p) => {
    const terms = p.map((term) => ({ ...term, exponents: padded(term.exponents, variables) })).sort((a, b) => order(b.exponents, a.exponents));
    const [head, ...tail] = terms;
    const unit = rational.invert(head?.coefficient ?? rational.ONE);
    return { lead: head?.exponents ?? [], tail: tail.map((term) => ({ ...term, coefficient: rational.multiply(term.coefficient, unit) })) };
  });
}

function accumulate(into: Map<string, Term>, term: Term): void {
  const key = term.exponents.join();
  const known = into.get(key);
  const coefficient = known ? rational.add(known.coefficient, term.coefficient) : term.coefficient;
  if (rational.isZero(coefficient)) into.delete(key);
  else into.set(key, { exponents: term.exponents, coefficient });
}

function normalForm(terms: Iterable<Term>, divisors: readonly Divisor[], order: MonomialOrder): Remainder {
  const open = new Map<string, Term>();
  for (const term of terms) accumulate(open, term);
  const done = new Map<string, Term>();
  while (open.size > 0) {
    let head: Term | undefined;
    for (const term of open.values()) if (!head || order(term.exponents, head.exponents) > 0) head = term;
    if (!head) break;
    const top = head;
    open.delete(top.exponents.join());
    const divisor = divisors.find(({ lead }) => divides(lead, top.exponents));
    if (!divisor) {
      done.set(top.exponents.join(), top);
      continue;
    }
    for (const term of divisor.tail) {
      const exponents = term.exponents.map((exponent, k) => exponent + (top.exponents[k] ?? 0) - (divisor.lead[k] ?? 0));
      accumulate(open, { exponents, coefficient: rational.negate(rational.multiply(term.coefficient, top.coefficient)) });
    }
  }
  return done;
}

/** Whether an ideal with this Gröbner basis has finitely many complex zeros: every variable has a power among the leading monomials. */
function isZeroDimensional(basis: readonly Polynomial[], variables: number, order: MonomialOrder): boolean {
  const leads = divisorsOf(basis, variables, order).map(({ lead }) => lead);
  return Array.from({ length: variables }, (_, k) => k).every((k) => leads.some((lead) => lead.every((exponent, j) => j === k || exponent === 0)));
}

/**
 * The reduced Gröbner basis for another order of an ideal with finitely many zeros, by linear algebra in the quotient ring
 * (J.-C. Faugère, P. Gianni, D. Lazard, T. Mora, "Efficient computation of zero-dimensional Gröbner bases by change of
 * ordering", 1993). Throws RangeError for an ideal with infinitely many zeros.
 */
export function changeOrder(basis: readonly Polynomial[], variables: number, from: MonomialOrder, to: MonomialOrder): readonly Polynomial[] {
  if (!isZeroDimensional(basis, variables, from)) throw new RangeError("the ideal has infinitely many zeros: its order cannot be changed like this");
  const divisors = divisorsOf(basis, variables, from);
  /** Rows of the echelon form: a normal form with pivot, and the combination of monomials it stands for. */
  const rows: { readonly pivot: string; readonly values: Remainder; readonly combination: Remainder }[] = [];
  const leads: (readonly number[])[] = [];
  const found: Polynomial[] = [];
  const forms = new Map<string, Remainder>();
  let next: (readonly number[])[] = [new Array<number>(variables).fill(0)];
  while (next.length > 0) {
    const monomial = next.reduce((a, b) => (to(b, a) < 0 ? b : a));
    next = next.filter((other) => other.join() !== monomial.join());
    if (leads.some((lead) => divides(lead, monomial))) continue;
    const values = new Map(formOf(monomial, forms, divisors, from));
    forms.set(monomial.join(), new Map(values));
    const combination = new Map<string, Term>([[monomial.join(), { exponents: monomial, coefficient: rational.ONE }]]);
    for (const row of rows) {
      const at = values.get(row.pivot);
      if (!at) continue;
      const factor = rational.negate(at.coefficient);
      for (const term of row.values.values()) accumulate(values, { ...term, coefficient: rational.multiply(term.coefficient, factor) });
      for (const term of row.combination.values()) accumulate(combination, { ...term, coefficient: rational.multiply(term.coefficient, factor) });
    }
    const [pivot] = values.entries();
    if (!pivot) {
      leads.push(monomial);
      found.push(poly.primitivePart(poly.fromTerms([...combination.values()])));
      continue;
    }
    const unit = rational.invert(pivot[1].coefficient);
    rows.push({ pivot: pivot[0], values: scaled(values, unit), combination: scaled(combination, unit) });
    for (let k = 0; k < variables; k += 1) next.push(monomial.map((exponent, j) => (j === k ? exponent + 1 : exponent)));
  }
  return found;
}

function scaled(values: Remainder, factor: rational.Rational): Remainder {
  return new Map([...values].map(([key, term]) => [key, { ...term, coefficient: rational.multiply(term.coefficient, factor) }]));
}

/** The normal form of a monomial from that of one variable less, which has been met before. */
function formOf(monomial: readonly number[], forms: ReadonlyMap<string, Remainder>, divisors: readonly Divisor[], order: MonomialOrder): Remainder {
  for (let k = 0; k < monomial.length; k += 1) {
    const smaller = monomial.map((exponent, j) => (j === k ? exponent - 1 : exponent));
    const known = forms.get(smaller.join());
    if (!known) continue;
    const moved = [...known.values()].map((term) => ({ ...term, exponents: term.exponents.map((exponent, j) => (j === k ? exponent + 1 : exponent)) }));
    return normalForm(moved, divisors, order);
  }
  return normalForm([{ exponents: monomial, coefficient: rational.ONE }], divisors, order);
}
