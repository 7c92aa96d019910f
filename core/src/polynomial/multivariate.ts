import { BudgetExhausted } from "../number/budget.ts";
import * as integer from "../number/integer.ts";
import type { Rational } from "../number/rational.ts";
import * as rational from "../number/rational.ts";

/**
 * Sparse polynomials over Q in numbered variables. A monomial is its list of exponents without trailing zeros; the terms
 * are kept by that key. Monomials are ordered lexicographically, variable 0 first.
 */
export interface Term {
  readonly exponents: readonly number[];
  readonly coefficient: Rational;
}
export type Polynomial = ReadonlyMap<string, Term>;

const MOST_TERMS = 20_000;
const LARGEST_EXPONENT = 400;
const LARGEST_COEFFICIENT_BITS = 1 << 18;

export const ZERO: Polynomial = new Map();

function trimmed(exponents: readonly number[]): readonly number[] {
  let length = exponents.length;
  while (length > 0 && exponents[length - 1] === 0) length -= 1;
  return length === exponents.length ? exponents : exponents.slice(0, length);
}

export function monomial(coefficient: Rational, exponents: readonly number[] = []): Polynomial {
  if (rational.isZero(coefficient)) return ZERO;
  const key = trimmed(exponents);
  return new Map([[key.join(), { exponents: key, coefficient }]]);
}

export const ONE: Polynomial = monomial(rational.ONE);

export function variable(index: number): Polynomial {
  return monomial(rational.ONE, [...Array<number>(index).fill(0), 1]);
}

function accumulate(into: Map<string, Term>, exponents: readonly number[], coefficient: Rational): void {
  const key = exponents.join();
  const known = into.get(key);
  const total = known ? rational.add(known.coefficient, coefficient) : coefficient;
  if (rational.isZero(total)) into.delete(key);
  else into.set(key, { exponents, coefficient: total });
}

export function add(a: Polynomial, b: Polynomial): Polynomial {
  const result = new Map(a);
  for (const { exponents, coefficient } of b.values()) accumulate(result, exponents, coefficient);
  return result;
}

export function scale(a: Polynomial, factor: Rational): Polynomial {
  if (rational.isZero(factor)) return ZERO;
  return new Map([...a].map(([key, term]) => [key, { ...term, coefficient: rational.multiply(term.coefficient, factor) }]));
}

export function negate(a: Polynomial): Polynomial {
  return scale(a, rational.MINUS_ONE);
}

export function subtract(a: Polynomial, b: Polynomial): Polynomial {
  return add(a, negate(b));
}

function addExponents(a: readonly number[], b: readonly number[]): readonly number[] {
  const [long, short] = a.length >= b.length ? [a, b] : [b, a];
  return long.map((exponent, k) => exponent + (short[k] ?? 0));
}

/** Throws BudgetExhausted beyond a fixed number of terms. */
export function multiply(a: Polynomial, b: Polynomial): Polynomial {
  if (a.size * b.size > MOST_TERMS * 50) throw new BudgetExhausted("multiplying out");
  const result = new Map<string, Term>();
  for (const left of a.values()) {
    for (const right of b.values()) {
      accumulate(result, addExponents(left.exponents, right.exponents), rational.multiply(left.coefficient, right.coefficient));
    }
  }
  if (result.size > MOST_TERMS) throw new BudgetExhausted("multiplying out");
  return result;
}

/** a to a non-negative whole power. Throws BudgetExhausted where it would not fit. */
export function power(a: Polynomial, exponent: number): Polynomial {
  if (a.size > 1 && exponent > LARGEST_EXPONENT) throw new BudgetExhausted("expanding a power");
  for (const { coefficient } of a.values()) {
    const bits = integer.bitLength(integer.toBigInt(coefficient.num)) + integer.bitLength(integer.toBigInt(coefficient.den));
    if (bits > 2 && bits * exponent > LARGEST_COEFFICIENT_BITS) throw new BudgetExhausted("writing out a power");
  }
  let result = ONE;
  let square = a;
  for (let rest = exponent; rest > 0; rest = Math.floor(rest / 2)) {
    if (rest % 2 === 1) result = multiply(result, square);
    if (rest > 1) square = multiply(square, square);
  }
  return result;
}

export function isZero(a: Polynomial): boolean {
  return a.size === 0;
}

/** The value of a constant polynomial, else undefined. */
export function constantValue(a: Polynomial): Rational | undefined {
  if (a.size === 0) return rational.ZERO;
  return a.size === 1 ? a.get("")?.coefficient : undefined;
}

export function equal(a: Polynomial, b: Polynomial): boolean {
  return a.size === b.size && isZero(subtract(a, b));
}

export function degreeIn(a: Polynomial, index: number): number {
  let degree = 0;
  for (const { exponents } of a.values()) degree = Math.max(degree, exponents[index] ?? 0);
  return degree;
}

/** The number of variables that may occur: one more than the highest index in use. */
export function width(a: Polynomial): number {
  let most = 0;
  for (const { exponents } of a.values()) most = Math.max(most, exponents.length);
  return most;
}

/** The coefficients by rising powers of one variable, each free of it. */
export function coefficientsIn(a: Polynomial, index: number): readonly Polynomial[] {
  const parts: Map<string, Term>[] = Array.from({ length: degreeIn(a, index) + 1 }, () => new Map());
  for (const { exponents, coefficient } of a.values()) {
    const rest = trimmed(exponents.map((exponent, k) => (k === index ? 0 : exponent)));
    accumulate(parts[exponents[index] ?? 0] ?? new Map(), rest, coefficient);
  }
  return parts;
}

function lexicographic(a: readonly number[], b: readonly number[]): number {
  for (let k = 0; k < Math.max(a.length, b.length); k += 1) {
    const order = (a[k] ?? 0) - (b[k] ?? 0);
    if (order !== 0) return order;
  }
  return 0;
}

/** The lexicographically largest term, undefined for 0. */
export function leadingTerm(a: Polynomial): Term | undefined {
  let leading: Term | undefined;
  for (const term of a.values()) if (!leading || lexicographic(term.exponents, leading.exponents) > 0) leading = term;
  return leading;
}

function divideTerms(a: Term, b: Term): Polynomial | undefined {
  const length = Math.max(a.exponents.length, b.exponents.length);
  const exponents = Array.from({ length }, (_, k) => (a.exponents[k] ?? 0) - (b.exponents[k] ?? 0));
  return exponents.some((exponent) => exponent < 0) ? undefined : monomial(rational.divide(a.coefficient, b.coefficient), exponents);
}

/** a / b when the division leaves no remainder, else undefined. */
export function divideExact(a: Polynomial, b: Polynomial): Polynomial | undefined {
  const divisor = leadingTerm(b);
  if (!divisor) return undefined;
  let quotient = ZERO;
  let rest = a;
  for (let leading = leadingTerm(rest); leading; leading = leadingTerm(rest)) {
    const next = divideTerms(leading, divisor);
    if (!next) return undefined;
    quotient = add(quotient, next);
    rest = subtract(rest, multiply(next, b));
  }
  return quotient;
}

/** The positive rational c for which a/c has coprime whole coefficients; 1 for 0. */
export function content(a: Polynomial): Rational {
  let num: integer.Integer = 0;
  let den: integer.Integer = 1;
  for (const { coefficient } of a.values()) {
    num = integer.gcd(num, coefficient.num);
    den = integer.lcm(den, coefficient.den);
  }
  return num === 0 ? rational.ONE : rational.rational(num, den);
}

/** The polynomial whose square is a, with positive leading coefficient, or undefined where there is none over Q. */
export function exactSquareRoot(a: Polynomial): Polynomial | undefined {
  const leading = leadingTerm(a);
  if (!leading) return ZERO;
  const [num, den] = [integer.exactRoot(leading.coefficient.num, 2), integer.exactRoot(leading.coefficient.den, 2)];
  if (num === undefined || den === undefined || leading.exponents.some((exponent) => exponent % 2 !== 0)) return undefined;
  const first: Term = { exponents: leading.exponents.map((exponent) => exponent / 2), coefficient: rational.rational(num, den) };
  let root = monomial(first.coefficient, first.exponents);
  const twice: Term = { ...first, coefficient: rational.multiply(first.coefficient, rational.rational(2)) };
  // A root has no more terms than the square, so the loop is bounded by that.
  for (let k = 0; k <= a.size; k += 1) {
    const rest = leadingTerm(subtract(a, multiply(root, root)));
    if (!rest) return root;
    const next = divideTerms(rest, twice);
    if (!next) return undefined;
    root = add(root, next);
  }
  return undefined;
}
