import { BudgetExhausted } from "../../number/budget.ts";
import type { Integer } from "../../number/integer.ts";
import * as integer from "../../number/integer.ts";
import type { Polynomial } from "../multivariate.ts";
import * as poly from "../multivariate.ts";
import type { MonomialOrder } from "./order.ts";

/** Terms with whole coprime coefficients by falling monomials of the order in force. */
interface OrderedTerm {
  readonly exponents: readonly number[];
  readonly coefficient: Integer;
}
export type OrderedPolynomial = readonly OrderedTerm[];

const MOST_PAIRS = 20_000;
const MOST_REDUCTIONS = 400_000;

export function ordered(p: Polynomial, variables: number, order: MonomialOrder): OrderedPolynomial {
  const terms = poly.primitivePart(p).map(({ exponents, coefficient }) => ({
    exponents: Array.from({ length: variables }, (_, k) => exponents[k] ?? 0),
    coefficient: coefficient.num,
  }));
  return positive(terms.sort((a, b) => order(b.exponents, a.exponents)));
}

export function unordered(p: OrderedPolynomial): Polynomial {
  return poly.fromTerms(p.map(({ exponents, coefficient }) => ({ exponents, coefficient: { num: coefficient, den: 1 } })));
}

function positive(p: OrderedPolynomial): OrderedPolynomial {
  return (p[0]?.coefficient ?? 1) < 0 ? p.map((term) => ({ ...term, coefficient: integer.negate(term.coefficient) })) : p;
}

function primitive(p: OrderedPolynomial): OrderedPolynomial {
  let common: Integer = 0;
  for (const { coefficient } of p) {
    common = integer.gcd(common, coefficient);
    if (common === 1) return p;
  }
  return common === 0 ? p : p.map((term) => ({ ...term, coefficient: integer.quotient(term.coefficient, common) }));
}

/** x · a − y · m · b for numbers x, y and a monomial m. */
function combination(a: OrderedPolynomial, x: Integer, b: OrderedPolynomial, y: Integer, m: readonly number[], order: MonomialOrder): OrderedPolynomial {
  const result: OrderedTerm[] = [];
  let [i, j] = [0, 0];
  while (i < a.length || j < b.length) {
    const left = a[i];
    const right = b[j];
    const moved = right?.exponents.map((exponent, k) => exponent + (m[k] ?? 0)) ?? [];
    const sign = !left ? -1 : !right ? 1 : order(left.exponents, moved);
    if (sign >= 0) i += 1;
    if (sign <= 0) j += 1;
    const own = sign >= 0 ? integer.multiply(left?.coefficient ?? 0, x) : 0;
    const other = sign <= 0 ? integer.multiply(right?.coefficient ?? 0, y) : 0;
    const coefficient = integer.subtract(own, other);
    if (coefficient !== 0) result.push({ exponents: sign >= 0 ? (left?.exponents ?? []) : moved, coefficient });
  }
  return result;
}

const divides = (a: readonly number[], b: readonly number[]): boolean => a.every((exponent, k) => exponent <= (b[k] ?? 0));
const lcm = (a: readonly number[], b: readonly number[]): readonly number[] => a.map((exponent, k) => Math.max(exponent, b[k] ?? 0));
const lead = (p: OrderedPolynomial): readonly number[] => p[0]?.exponents ?? [];
const total = (m: readonly number[]): number => m.reduce((sum, exponent) => sum + exponent, 0);

class Effort {
  #left = MOST_REDUCTIONS;

  spend(amount: number): void {
    this.#left -= amount;
    if (this.#left < 0) throw new BudgetExhausted("a Gröbner basis");
  }
}

/** The remainder of p by the basis: no leading term of the basis divides any term of it (only the first one where `headOnly`). */
function reduce(p: OrderedPolynomial, basis: readonly OrderedPolynomial[], order: MonomialOrder, effort: Effort, headOnly = false): OrderedPolynomial {
  let rest = p;
  let done: OrderedPolynomial = [];
  while (rest.length > 0) {
    const [head] = rest;
    if (!head) break;
    const divisor = basis.find((g) => g.length > 0 && divides(lead(g), head.exponents));
    if (!divisor) {
      if (headOnly) return primitive(rest);
      done = [...done, head];
      rest = rest.slice(1);
      continue;
    }
    effort.spend(1 + divisor.length / 16);
    const own = divisor[0]?.coefficient ?? 1;
    const common = integer.gcd(head.coefficient, own);
    const x = integer.quotient(own, common);
    const shift = head.exponents.map((exponent, k) => exponent - (lead(divisor)[k] ?? 0));
    rest = combination(rest, x, divisor, integer.quotient(head.coefficient, common), shift, order);
    if (done.length > 0 && x !== 1) done = done.map((term) => ({ ...term, coefficient: integer.multiply(term.coefficient, x) }));
    if (done.length === 0) rest = primitive(rest);
  }
  return positive(primitive([...done, ...rest]));
}

interface Pair {
  readonly i: number;
  readonly j: number;
  readonly lcm: readonly number[];
  readonly sugar: number;
}

/**
 * The reduced Gröbner basis of an ideal: Buchberger's algorithm with the criteria of Gebauer and Möller ("On an installation
 * of Buchberger's algorithm", 1988) and pairs chosen by sugar (Giovini, Mora, Niesi, Robbiano, Traverso 1991).
 * @throws BudgetExhausted where it would take too long.
 */
export function groebnerBasis(generators: readonly Polynomial[], variables: number, order: MonomialOrder): readonly Polynomial[] {
  return reducedBasis(
    generators.map((p) => ordered(p, variables, order)),
    order,
  ).map(unordered);
}

export function reducedBasis(generators: readonly OrderedPolynomial[], order: MonomialOrder): readonly OrderedPolynomial[] {
  const effort = new Effort();
  const basis: OrderedPolynomial[] = [];
  const sugar: number[] = [];
  let active: number[] = [];
  let pairs: Pair[] = [];
  const include = (p: OrderedPolynomial, ownSugar: number): void => {
    const n = basis.length;
    basis.push(p);
    sugar.push(ownSugar);
    pairs = updatedPairs(basis, sugar, active, pairs, n);
    active = active.filter((k) => !divides(lead(p), lead(basis[k] ?? [])));
    active.push(n);
  };
  for (const p of [...generators].sort((a, b) => order(lead(a), lead(b)))) {
    const rest = reduce(p, activeOf(basis, active), order, effort);
    if (rest.length > 0) include(rest, Math.max(...rest.map((term) => total(term.exponents))));
  }
  for (let handled = 0; pairs.length > 0; handled += 1) {
    if (handled > MOST_PAIRS) throw new BudgetExhausted("a Gröbner basis");
    const best = pairs.reduce((a, b) => (b.sugar < a.sugar || (b.sugar === a.sugar && order(b.lcm, a.lcm) < 0) ? b : a));
    pairs = pairs.filter((pair) => pair !== best);
    const s = sPolynomial(basis[best.i] ?? [], basis[best.j] ?? [], best.lcm, order);
    const rest = reduce(s, activeOf(basis, active), order, effort);
    if (rest.length > 0) include(rest, best.sugar);
  }
  const minimal = active.map((k) => basis[k] ?? []);
  return minimal
    .map((p, k) =>
      reduce(
        p,
        minimal.filter((_, other) => other !== k),
        order,
        effort,
      ),
    )
    .sort((a, b) => order(lead(a), lead(b)));
}

function activeOf(basis: readonly OrderedPolynomial[], active: readonly number[]): readonly OrderedPolynomial[] {
  return active.map((k) => basis[k] ?? []);
}

function sPolynomial(f: OrderedPolynomial, g: OrderedPolynomial, m: readonly number[], order: MonomialOrder): OrderedPolynomial {
  const [a, b] = [f[0]?.coefficient ?? 1, g[0]?.coefficient ?? 1];
  const common = integer.gcd(a, b);
  const up = f.map((term) => ({ ...term, exponents: term.exponents.map((exponent, k) => exponent + (m[k] ?? 0) - (lead(f)[k] ?? 0)) }));
  const shift = m.map((exponent, k) => exponent - (lead(g)[k] ?? 0));
  return primitive(combination(up, integer.quotient(b, common), g, integer.quotient(a, common), shift, order));
}

function updatedPairs(basis: readonly OrderedPolynomial[], sugar: readonly number[], active: readonly number[], old: readonly Pair[], n: number): Pair[] {
  const own = lead(basis[n] ?? []);
  const made = active.map((i): Pair => {
    const other = lead(basis[i] ?? []);
    const m = lcm(own, other);
    return { i, j: n, lcm: m, sugar: Math.max((sugar[n] ?? 0) + total(m) - total(own), (sugar[i] ?? 0) + total(m) - total(other)) };
  });
  const coprime = (pair: Pair): boolean => total(pair.lcm) === total(own) + total(lead(basis[pair.i] ?? []));
  // Of pairs whose lcm is a multiple of another's, the other is enough; coprime leading monomials reduce to 0.
  const kept = made.filter(
    (pair, k) =>
      coprime(pair) ||
      !made.some((other, at) => at !== k && divides(other.lcm, pair.lcm) && (at < k || total(other.lcm) !== total(pair.lcm) || coprime(other))),
  );
  const still = old.filter((pair) => {
    if (!divides(own, pair.lcm)) return true;
    const [a, b] = [lcm(own, lead(basis[pair.i] ?? [])), lcm(own, lead(basis[pair.j] ?? []))];
    return total(a) === total(pair.lcm) || total(b) === total(pair.lcm);
  });
  return [...still, ...kept.filter((pair) => !coprime(pair))];
}

/** The remainder of a polynomial by a Gröbner basis: 0 exactly for the elements of the ideal; a multiple by a number may be taken. */
export function remainderBy(p: Polynomial, basis: readonly Polynomial[], variables: number, order: MonomialOrder): Polynomial {
  const own = basis.map((g) => ordered(g, variables, order));
  return unordered(reduce(ordered(p, variables, order), own, order, new Effort()));
}
