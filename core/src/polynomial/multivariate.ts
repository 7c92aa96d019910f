import { BudgetExhausted } from "../number/budget.ts";
import * as integer from "../number/integer.ts";
import type { Rational } from "../number/rational.ts";
import * as rational from "../number/rational.ts";
import { packing } from "./packing.ts";

/**
 * Sparse polynomials over Q in numbered variables: terms by falling monomials. A monomial is its list of exponents without
 * trailing zeros; monomials are ordered lexicographically, variable 0 first.
 */
export interface Term {
  readonly exponents: readonly number[];
  readonly coefficient: Rational;
}
export type Polynomial = readonly Term[];

const MOST_TERMS = 60_000;
const MOST_PRODUCTS = 4_000_000;
const LARGEST_EXPONENT = 400;
const LARGEST_COEFFICIENT_BITS = 1 << 18;
/** Products of terms are collected in a table where it is no larger than this. */
const LARGEST_TABLE = 1 << 22;
/** Below this number of term products, they are merged instead of collected in a table. */
const MERGED = 48;

export const ZERO: Polynomial = [];

function trimmed(exponents: readonly number[]): readonly number[] {
  let length = exponents.length;
  while (length > 0 && exponents[length - 1] === 0) length -= 1;
  return length === exponents.length ? exponents : exponents.slice(0, length);
}

export function monomial(coefficient: Rational, exponents: readonly number[] = []): Polynomial {
  return rational.isZero(coefficient) ? ZERO : [{ exponents: trimmed(exponents), coefficient }];
}

export const ONE: Polynomial = monomial(rational.ONE);

export function variable(index: number): Polynomial {
  return [{ exponents: [...Array<number>(index).fill(0), 1], coefficient: rational.ONE }];
}

/** The polynomial of terms in any order, with like terms added. */
export function fromTerms(terms: readonly Term[]): Polynomial {
  const sorted = [...terms].sort((a, b) => lexicographic(b.exponents, a.exponents));
  const result: Term[] = [];
  for (const term of sorted) {
    const last = result[result.length - 1];
    if (!last || lexicographic(last.exponents, term.exponents) !== 0) result.push({ ...term, exponents: trimmed(term.exponents) });
    else result[result.length - 1] = { exponents: last.exponents, coefficient: rational.add(last.coefficient, term.coefficient) };
  }
  return result.filter((term) => !rational.isZero(term.coefficient));
}

export function lexicographic(a: readonly number[], b: readonly number[]): number {
  const length = Math.max(a.length, b.length);
  for (let k = 0; k < length; k += 1) {
    const order = (a[k] ?? 0) - (b[k] ?? 0);
    if (order !== 0) return order;
  }
  return 0;
}

export function add(a: Polynomial, b: Polynomial): Polynomial {
  if (a.length === 0) return b;
  if (b.length === 0) return a;
  const result: Term[] = [];
  let [i, j] = [0, 0];
  for (;;) {
    const [left, right] = [a[i], b[j]];
    if (!left) return j === 0 && result.length === 0 ? b : result.concat(b.slice(j));
    if (!right) return result.concat(a.slice(i));
    const order = lexicographic(left.exponents, right.exponents);
    if (order >= 0) i += 1;
    if (order <= 0) j += 1;
    if (order > 0) result.push(left);
    else if (order < 0) result.push(right);
    else {
      const coefficient = rational.add(left.coefficient, right.coefficient);
      if (!rational.isZero(coefficient)) result.push({ exponents: left.exponents, coefficient });
    }
  }
}

export function scale(a: Polynomial, factor: Rational): Polynomial {
  if (rational.isZero(factor)) return ZERO;
  if (rational.isOne(factor)) return a;
  return a.map((term) => ({ exponents: term.exponents, coefficient: rational.multiply(term.coefficient, factor) }));
}

export function negate(a: Polynomial): Polynomial {
  return scale(a, rational.MINUS_ONE);
}

export function subtract(a: Polynomial, b: Polynomial): Polynomial {
  return add(a, negate(b));
}

function addExponents(a: readonly number[], b: readonly number[]): readonly number[] {
  if (a.length === 0) return b;
  if (b.length === 0) return a;
  const [long, short] = a.length >= b.length ? [a, b] : [b, a];
  return long.map((exponent, k) => exponent + (short[k] ?? 0));
}

function timesTerm(a: Polynomial, term: Term): Polynomial {
  if (term.exponents.length === 0) return scale(a, term.coefficient);
  return a.map((own) => ({
    exponents: addExponents(own.exponents, term.exponents),
    coefficient: rational.multiply(own.coefficient, term.coefficient),
  }));
}

/** Throws BudgetExhausted beyond a fixed number of terms. */
export function multiply(a: Polynomial, b: Polynomial): Polynomial {
  const products = a.length * b.length;
  if (products === 0) return ZERO;
  const [short, long] = a.length <= b.length ? [a, b] : [b, a];
  const [only] = short;
  if (only && short.length === 1) return timesTerm(long, only);
  if (products > MOST_PRODUCTS) throw new BudgetExhausted("multiplying out");
  if (products <= MERGED) return short.reduce((total, term) => add(total, timesTerm(long, term)), ZERO);
  const result = collected(short, long);
  if (result.length > MOST_TERMS) throw new BudgetExhausted("multiplying out");
  return result;
}

/** The product with like terms collected in a table: an array over all monomials where they are few, else a map. */
function collected(a: Polynomial, b: Polynomial): Polynomial {
  const [first, second] = [degrees(a), degrees(b)];
  const whole = first.length >= second.length ? first : second;
  const packed = packing(whole.map((_, k) => (first[k] ?? 0) + (second[k] ?? 0)));
  if (!packed) return fromTerms(a.flatMap((term) => timesTerm(b, term)));
  const [left, right] = [a, b].map((p) => p.map((term) => packed.key(term.exponents)));
  const [scaleA, scaleB] = [denominatorOf(a), denominatorOf(b)];
  const [numbersA, numbersB] = [wholeCoefficients(a, scaleA), wholeCoefficients(b, scaleB)];
  const denominator = integer.multiply(scaleA, scaleB);
  const finish = (key: number, value: integer.Integer): Term => ({
    exponents: packed.exponents(key),
    coefficient: denominator === 1 ? { num: value, den: 1 } : rational.rational(value, denominator),
  });
  const result: Term[] = [];
  if (packed.size <= LARGEST_TABLE && packed.size <= 16 * a.length * b.length) {
    const table = new Array<integer.Integer>(packed.size).fill(0);
    numbersA.forEach((x, i) => {
      const base = left?.[i] ?? 0;
      numbersB.forEach((y, j) => {
        const key = base + (right?.[j] ?? 0);
        table[key] = integer.add(table[key] ?? 0, integer.multiply(x, y));
      });
    });
    for (let key = packed.size - 1; key >= 0; key -= 1) {
      const value = table[key] ?? 0;
      if (value !== 0) result.push(finish(key, value));
    }
    return result;
  }
  const table = new Map<number, integer.Integer>();
  numbersA.forEach((x, i) => {
    const base = left?.[i] ?? 0;
    numbersB.forEach((y, j) => {
      const key = base + (right?.[j] ?? 0);
      table.set(key, integer.add(table.get(key) ?? 0, integer.multiply(x, y)));
    });
  });
  const keys = [...table.keys()].sort((x, y) => y - x);
  for (const key of keys) {
    const value = table.get(key) ?? 0;
    if (value !== 0) result.push(finish(key, value));
  }
  return result;
}

function denominatorOf(a: Polynomial): integer.Integer {
  let den: integer.Integer = 1;
  for (const { coefficient } of a) if (coefficient.den !== 1) den = integer.lcm(den, coefficient.den);
  return den;
}

function wholeCoefficients(a: Polynomial, denominator: integer.Integer): readonly integer.Integer[] {
  return a.map(({ coefficient: { num, den } }) => (den === denominator ? num : integer.multiply(num, integer.quotient(denominator, den))));
}

/** a to a non-negative whole power. Throws BudgetExhausted where it would not fit. */
export function power(a: Polynomial, exponent: number): Polynomial {
  if (exponent === 1) return a;
  const [only] = a;
  if (a.length > 1 && exponent > LARGEST_EXPONENT) throw new BudgetExhausted("expanding a power");
  for (const { coefficient } of a) {
    const bits = integer.bitLength(integer.toBigInt(coefficient.num)) + integer.bitLength(integer.toBigInt(coefficient.den));
    if (bits > 2 && bits * exponent > LARGEST_COEFFICIENT_BITS) throw new BudgetExhausted("writing out a power");
  }
  if (only && a.length === 1) {
    return monomial(
      rational.power(only.coefficient, exponent),
      only.exponents.map((own) => own * exponent),
    );
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
  return a.length === 0;
}

/** The value of a constant polynomial, else undefined. */
export function constantValue(a: Polynomial): Rational | undefined {
  const [only] = a;
  if (!only) return rational.ZERO;
  return a.length === 1 && only.exponents.length === 0 ? only.coefficient : undefined;
}

export function equal(a: Polynomial, b: Polynomial): boolean {
  return (
    a.length === b.length &&
    a.every((term, k) => {
      const other = b[k];
      return other !== undefined && rational.equal(term.coefficient, other.coefficient) && lexicographic(term.exponents, other.exponents) === 0;
    })
  );
}

export function degreeIn(a: Polynomial, index: number): number {
  let degree = 0;
  for (const { exponents } of a) degree = Math.max(degree, exponents[index] ?? 0);
  return degree;
}

/** The degree in every variable, up to the last that occurs. */
export function degrees(a: Polynomial): readonly number[] {
  const result: number[] = [];
  for (const { exponents } of a) {
    for (let k = 0; k < exponents.length; k += 1) result[k] = Math.max(result[k] ?? 0, exponents[k] ?? 0);
  }
  return result;
}

/** The number of variables that may occur: one more than the highest index in use. */
export function width(a: Polynomial): number {
  let most = 0;
  for (const { exponents } of a) most = Math.max(most, exponents.length);
  return most;
}

/** The coefficients by rising powers of one variable, each free of it. */
export function coefficientsIn(a: Polynomial, index: number): readonly Polynomial[] {
  const parts: Term[][] = Array.from({ length: degreeIn(a, index) + 1 }, () => []);
  for (const { exponents, coefficient } of a) {
    const at = exponents[index] ?? 0;
    const rest = at === 0 ? exponents : trimmed(exponents.map((exponent, k) => (k === index ? 0 : exponent)));
    parts[at]?.push({ exponents: rest, coefficient });
  }
  // Terms that share the power of one variable keep their order without it.
  return parts;
}

/** The polynomial in one variable with the given coefficients by rising powers, which are free of it. */
export function fromCoefficients(coefficients: readonly Polynomial[], index: number): Polynomial {
  return fromTerms(
    coefficients.flatMap((coefficient, power) =>
      coefficient.map((term) => ({
        exponents: Array.from({ length: Math.max(term.exponents.length, index + 1) }, (_, k) => (k === index ? power : (term.exponents[k] ?? 0))),
        coefficient: term.coefficient,
      })),
    ),
  );
}

/** The lexicographically largest term, undefined for 0. */
export function leadingTerm(a: Polynomial): Term | undefined {
  return a[0];
}

function divideTerms(a: Term, b: Term): Term | undefined {
  const length = Math.max(a.exponents.length, b.exponents.length);
  const exponents: number[] = [];
  for (let k = 0; k < length; k += 1) {
    const exponent = (a.exponents[k] ?? 0) - (b.exponents[k] ?? 0);
    if (exponent < 0) return undefined;
    exponents.push(exponent);
  }
  return { exponents: trimmed(exponents), coefficient: rational.divide(a.coefficient, b.coefficient) };
}

/** a / b when the division leaves no remainder, else undefined. */
export function divideExact(a: Polynomial, b: Polynomial): Polynomial | undefined {
  const divisor = leadingTerm(b);
  if (!divisor) return undefined;
  if (a.length === 0) return ZERO;
  if (b.length === 1) {
    const terms = a.map((term) => divideTerms(term, divisor));
    return terms.every((term) => term !== undefined) ? terms : undefined;
  }
  // The lowest terms must divide as well: most failures are seen here.
  const [lowA, lowB] = [a[a.length - 1], b[b.length - 1]];
  if (!lowA || !lowB || !divideTerms(lowA, lowB)) return undefined;
  return a.length * b.length <= 20 * MERGED ? divideByMerging(a, b, divisor) : divideInTable(a, b, divisor);
}

function divideByMerging(a: Polynomial, b: Polynomial, divisor: Term): Polynomial | undefined {
  const quotient: Term[] = [];
  let rest = a;
  for (let [leading] = rest; leading; [leading] = rest) {
    const next = divideTerms(leading, divisor);
    if (!next) return undefined;
    quotient.push(next);
    rest = add(rest, timesTerm(b, { exponents: next.exponents, coefficient: rational.negate(next.coefficient) }));
  }
  return quotient;
}

/** Long division with the remainder kept in a map by packed monomials, visited from the largest down. */
function divideInTable(a: Polynomial, b: Polynomial, divisor: Term): Polynomial | undefined {
  const [most, own] = [degrees(a), degrees(b)];
  const packed = packing(most);
  if (!packed || own.length > most.length || own.some((degree, k) => degree > (most[k] ?? 0))) return packed ? undefined : divideByMerging(a, b, divisor);
  const rest = new Map(a.map((term) => [packed.key(term.exponents), term.coefficient]));
  const keys = b.map((term) => packed.key(term.exponents));
  const pending = [...rest.keys()].sort((x, y) => x - y);
  const known = new Set(pending);
  const quotient: Term[] = [];
  for (let key = pending.pop(); key !== undefined; key = pending.pop()) {
    const coefficient = rest.get(key);
    if (!coefficient || rational.isZero(coefficient)) continue;
    const next = divideTerms({ exponents: packed.exponents(key), coefficient }, divisor);
    if (!next || next.exponents.some((exponent, k) => exponent + (own[k] ?? 0) > (most[k] ?? 0))) return undefined;
    quotient.push(next);
    const base = packed.key(next.exponents);
    const added: number[] = [];
    b.forEach((term, j) => {
      const at = base + (keys[j] ?? 0);
      rest.set(at, rational.subtract(rest.get(at) ?? rational.ZERO, rational.multiply(next.coefficient, term.coefficient)));
      if (!known.has(at)) {
        known.add(at);
        added.push(at);
      }
    });
    if (added.length > 0) mergeInto(pending, added);
  }
  return quotient;
}

/** Puts keys (falling) into a list that rises. */
function mergeInto(pending: number[], added: readonly number[]): void {
  for (const key of added) {
    let [low, high] = [0, pending.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((pending[middle] ?? 0) < key) low = middle + 1;
      else high = middle;
    }
    pending.splice(low, 0, key);
  }
}

/** The positive rational c for which a/c has coprime whole coefficients; 1 for 0. */
export function content(a: Polynomial): Rational {
  let num: integer.Integer = 0;
  let den: integer.Integer = 1;
  for (const { coefficient } of a) {
    if (num !== 1) num = integer.gcd(num, coefficient.num);
    if (coefficient.den !== 1) den = integer.lcm(den, coefficient.den);
  }
  return num === 0 ? rational.ONE : rational.rational(num, den);
}

/** a with coprime whole coefficients and a positive leading one. */
export function primitivePart(a: Polynomial): Polynomial {
  const [leading] = a;
  if (!leading) return a;
  const size = content(a);
  return scale(a, rational.invert(leading.coefficient.num < 0 ? rational.negate(size) : size));
}

/** The derivative by one variable. */
export function derivativeIn(a: Polynomial, index: number): Polynomial {
  return a.flatMap((term) => {
    const exponent = term.exponents[index] ?? 0;
    if (exponent === 0) return [];
    const exponents = trimmed(term.exponents.map((own, k) => (k === index ? own - 1 : own)));
    return [{ exponents, coefficient: rational.multiply(term.coefficient, rational.rational(exponent)) }];
  });
}

/** a with a variable replaced by a polynomial, by Horner's scheme. */
export function substituteIn(a: Polynomial, index: number, value: Polynomial): Polynomial {
  return coefficientsIn(a, index).reduceRight((result, coefficient) => add(multiply(result, value), coefficient), ZERO);
}

/** The polynomial whose square is a, with positive leading coefficient, or undefined where there is none over Q. */
export function exactSquareRoot(a: Polynomial): Polynomial | undefined {
  const leading = leadingTerm(a);
  if (!leading) return ZERO;
  const [num, den] = [integer.exactRoot(leading.coefficient.num, 2), integer.exactRoot(leading.coefficient.den, 2)];
  if (num === undefined || den === undefined || leading.exponents.some((exponent) => exponent % 2 !== 0)) return undefined;
  const first: Term = { exponents: leading.exponents.map((exponent) => exponent / 2), coefficient: rational.rational(num, den) };
  let root: Polynomial = [first];
  const twice: Term = { ...first, coefficient: rational.multiply(first.coefficient, rational.rational(2)) };
  // A root has no more terms than the square, so the loop is bounded by that.
  for (let k = 0; k <= a.length; k += 1) {
    const [rest] = subtract(a, multiply(root, root));
    if (!rest) return root;
    const next = divideTerms(rest, twice);
    if (!next) return undefined;
    root = add(root, [next]);
  }
  return undefined;
}
