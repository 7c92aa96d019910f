import { I, number, product, sqrt, sum } from "../expression/construct.ts";
import { type Expression, freeNames } from "../expression/expression.ts";
import { piMultiple } from "../expression/functions/arguments.ts";
import { CIRCULAR } from "../expression/functions/kinds.ts";
import * as integer from "../number/integer.ts";
import type { Rational } from "../number/rational.ts";
import * as rational from "../number/rational.ts";
import { cyclotomicPolynomial, totient } from "../polynomial/univariate/cyclotomic.ts";
import type { IntegerPolynomial } from "../polynomial/univariate/dense.ts";
import * as dense from "../polynomial/univariate/dense.ts";

/**
 * Numbers made of rational ones, i, square roots of rational numbers and circular functions of parts of a turn lie in a cyclotomic
 * field Q(ζ), ζ = e^(2πi/n): sines and cosines are sums of powers of ζ, and √p is a Gauss sum (K. Ireland, M. Rosen, A Classical
 * Introduction to Modern Number Theory, 6.3, 13.2). With Φ_n divided out, each has exactly one form.
 */
interface Element {
  /** Coefficients of the powers of ζ, below the degree of Φ_n. */
  readonly numerator: IntegerPolynomial;
  readonly denominator: bigint;
}

/** Fields of a higher degree take too long. */
const HIGHEST_DEGREE = 192;

/** Whether a number is 0, told in its cyclotomic field; undefined where it lies in none, or divides by 0. */
export function vanishesInCyclotomicField(e: Expression): boolean | undefined {
  const found = elementOf(e);
  return found && found.value.numerator.length === 0;
}

/** A number as a rational one or as p + q√d, where it is that; undefined for any other number. */
export function quadraticSurdOfTurns(e: Expression, isSame: (value: Expression) => boolean): Expression | undefined {
  const found = elementOf(e);
  if (!found) return undefined;
  const { field, value } = found;
  if (value.numerator.length <= 1) return number(coefficient(value, 0));
  const square = field.multiply(value, value);
  // x² = p x + q with rational p and q, found from one coefficient that is not rational.
  const at = value.numerator.findIndex((part, k) => k > 0 && part !== 0n);
  const p = rational.divide(coefficient(square, at), coefficient(value, at));
  const rest = field.add(square, field.scale(value, rational.negate(p)));
  if (rest.numerator.length > 1) return undefined;
  const half = rational.multiply(p, rational.HALF);
  const radicand = rational.add(rational.multiply(half, half), coefficient(rest, 0));
  const root = radicand.num < 0 ? product(I, sqrt(number(rational.negate(radicand)))) : sqrt(number(radicand));
  return [sum(number(half), root), sum(number(half), product(number(-1), root))].find(isSame);
}

function coefficient({ numerator, denominator }: Element, at: number): Rational {
  return rational.rational(integer.fromBigInt(numerator[at] ?? 0n), integer.fromBigInt(denominator));
}

function elementOf(e: Expression): { readonly field: CyclotomicField; readonly value: Element } | undefined {
  const order = freeNames(e).size === 0 ? orderFor(e) : undefined;
  if (order === undefined || totient(order) > HIGHEST_DEGREE) return undefined;
  const field = new CyclotomicField(order);
  const value = field.element(e);
  return value && { field, value };
}

/** An n for which a number lies in Q(ζ_n); undefined where it is of another kind. */
function orderFor(e: Expression): number | undefined {
  const least = (parts: readonly Expression[]): number | undefined =>
    parts.reduce<number | undefined>((common, part) => {
      const own = common === undefined ? undefined : orderFor(part);
      return common === undefined || own === undefined ? undefined : Number(integer.lcm(common, own));
    }, 1);
  switch (e.kind) {
    case "number":
      return 1;
    case "constant":
      return e.name === "i" ? 4 : undefined;
    case "sum":
      return least(e.terms);
    case "product":
      return least(e.factors);
    case "power": {
      if (e.exponent.kind !== "number") return undefined;
      if (e.exponent.value.den === 1) return Math.abs(Number(e.exponent.value.num)) <= LARGEST_POWER ? orderFor(e.base) : undefined;
      if (e.exponent.value.den !== 2 || e.base.kind !== "number" || e.base.value.num <= 0) return undefined;
      const primes = [e.base.value.num, e.base.value.den].flatMap((part) => integer.primePowers(part).map(({ prime }) => Number(prime)));
      return primes.reduce<number>((common, p) => Number(integer.lcm(common, p % 4 === 1 ? p : 4 * p)), 1);
    }
    case "call": {
      const turn = CIRCULAR.has(e.name) ? piMultiple(e.args[0] ?? e) : undefined;
      return turn && Number(integer.lcm(integer.multiply(2, turn.den), 4));
    }
    default:
      return undefined;
  }
}

/** Powers beyond this have numbers too long to be of use. */
const LARGEST_POWER = 24;

/** Q(ζ) for a primitive root of unity of one order. */
class CyclotomicField {
  readonly #order: number;
  readonly #modulus: IntegerPolynomial;

  constructor(order: number) {
    this.#order = order;
    this.#modulus = cyclotomicPolynomial(order);
  }

  /** The element that a number of this field is; undefined where it divides by 0. */
  element(e: Expression): Element | undefined {
    switch (e.kind) {
      case "number":
        return this.rational(e.value);
      case "constant":
        return this.root(this.#order / 4);
      case "sum":
        return this.#joined(e.terms, (a, b) => this.add(a, b));
      case "product":
        return this.#joined(e.factors, (a, b) => this.multiply(a, b));
      case "power":
        return e.exponent.kind === "number" ? this.#power(e.base, e.exponent.value) : undefined;
      case "call":
        return this.#circular(e.name, piMultiple(e.args[0] ?? e) ?? rational.ZERO);
      default:
        return undefined;
    }
  }

  rational(value: Rational): Element {
    return reduced([integer.toBigInt(value.num)], integer.toBigInt(value.den));
  }

  /** ζ to a power. */
  root(exponent: number): Element {
    const own = ((exponent % this.#order) + this.#order) % this.#order;
    return this.#inField([...new Array<bigint>(own).fill(0n), 1n], 1n);
  }

  add(a: Element, b: Element): Element {
    return reduced(dense.add(dense.scale(a.numerator, b.denominator), dense.scale(b.numerator, a.denominator)), a.denominator * b.denominator);
  }

  multiply(a: Element, b: Element): Element {
    return this.#inField(dense.multiply(a.numerator, b.numerator), a.denominator * b.denominator);
  }

  scale(a: Element, by: Rational): Element {
    return reduced(dense.scale(a.numerator, integer.toBigInt(by.num)), a.denominator * integer.toBigInt(by.den));
  }

  /** 1/a by Euclid's algorithm for a and Φ_n; undefined for 0. */
  inverse(a: Element): Element | undefined {
    let [before, now] = [
      { rest: this.#modulus, cofactor: dense.ZERO },
      { rest: a.numerator, cofactor: dense.ONE },
    ];
    if (now.rest.length === 0) return undefined;
    while (now.rest.length > 1) [before, now] = [now, nextRemainder(before, now)];
    return this.#inField(dense.scale(now.cofactor, a.denominator), now.rest[0] ?? 1n);
  }

  #joined(parts: readonly Expression[], join: (a: Element, b: Element) => Element): Element | undefined {
    const elements = parts.map((part) => this.element(part));
    return elements.every((one) => one !== undefined) ? elements.reduce(join) : undefined;
  }

  #power(base: Expression, exponent: Rational): Element | undefined {
    const size = Math.abs(Number(exponent.num));
    const root = exponent.den === 2 && base.kind === "number" ? this.#squareRoot(base.value) : exponent.den === 1 ? this.element(base) : undefined;
    const power = root && Array.from({ length: size }, () => root).reduce((a, b) => this.multiply(a, b), this.rational(rational.ONE));
    return power && exponent.num < 0 ? this.inverse(power) : power;
  }

  /** √(a/b) as √(a b)/b, each prime once by its Gauss sum. */
  #squareRoot(value: Rational): Element {
    const { outside, inside } = integer.extractPower(integer.multiply(value.num, value.den), 2);
    const start = this.rational(rational.rational(outside, value.den));
    return integer.primePowers(inside).reduce((found, { prime }) => this.multiply(found, this.#rootOfPrime(Number(prime))), start);
  }

  /** √2 = ζ₈ + 1/ζ₈; for an odd prime the sum of (a/p) ζ_p^a is √p, or i√p where p leaves 3 when divided by 4 (Gauss). */
  #rootOfPrime(p: number): Element {
    if (p === 2) return this.add(this.root(this.#order / 8), this.root(-this.#order / 8));
    const squares = new Set(Array.from({ length: p - 1 }, (_, k) => ((k + 1) * (k + 1)) % p));
    const terms = Array.from({ length: p - 1 }, (_, k) => {
      const root = this.root(((k + 1) * this.#order) / p);
      return squares.has(k + 1) ? root : this.scale(root, rational.MINUS_ONE);
    });
    const total = terms.reduce((a, b) => this.add(a, b));
    return p % 4 === 1 ? total : this.multiply(total, this.root(-this.#order / 4));
  }

  #circular(name: string, turn: Rational): Element | undefined {
    const exponent = (Number(turn.num) * this.#order) / (2 * Number(turn.den));
    const [up, down] = [this.root(exponent), this.root(-exponent)];
    const cosine = this.scale(this.add(up, down), rational.HALF);
    // 1/(2i) is −i/2.
    const difference = this.add(up, this.scale(down, rational.MINUS_ONE));
    const sine = this.scale(this.multiply(difference, this.root(-this.#order / 4)), rational.HALF);
    const quotient = (above: Element, below: Element): Element | undefined => {
      const inverse = this.inverse(below);
      return inverse && this.multiply(above, inverse);
    };
    const ways: Readonly<Record<string, () => Element | undefined>> = {
      sin: () => sine,
      cos: () => cosine,
      tan: () => quotient(sine, cosine),
      cot: () => quotient(cosine, sine),
      sec: () => this.inverse(cosine),
      csc: () => this.inverse(sine),
    };
    return ways[name]?.();
  }

  /** A polynomial in ζ with Φ_n, which has the leading coefficient 1, divided out. */
  #inField(numerator: IntegerPolynomial, denominator: bigint): Element {
    const degree = dense.degree(this.#modulus);
    const rest = [...numerator];
    for (let k = rest.length - 1; k >= degree; k -= 1) {
      const lead = rest[k] ?? 0n;
      if (lead === 0n) continue;
      for (let j = 0; j <= degree; j += 1) rest[k - degree + j] = (rest[k - degree + j] ?? 0n) - lead * (this.#modulus[j] ?? 0n);
    }
    return reduced(dense.trimmed(rest), denominator);
  }
}

interface Remainder {
  readonly rest: IntegerPolynomial;
  /** What a was multiplied by to leave this rest, modulo Φ_n. */
  readonly cofactor: IntegerPolynomial;
}

/** One division of Euclid's algorithm with whole numbers: the next remainder with its cofactor, without their common content. */
function nextRemainder(before: Remainder, now: Remainder): Remainder {
  let { rest, cofactor } = before;
  const lead = dense.leading(now.rest);
  while (rest.length >= now.rest.length) {
    const shift = [...new Array<bigint>(rest.length - now.rest.length).fill(0n), dense.leading(rest)];
    rest = dense.trimmed(dense.subtract(dense.scale(rest, lead), dense.multiply(now.rest, shift)));
    cofactor = dense.trimmed(dense.subtract(dense.scale(cofactor, lead), dense.multiply(now.cofactor, shift)));
  }
  const common = integer.commonDivisor(dense.content(rest), dense.content(cofactor));
  const without = (p: IntegerPolynomial): IntegerPolynomial => (common > 1n ? p.map((part) => part / common) : p);
  return { rest: without(rest), cofactor: without(cofactor) };
}

/** A fraction in lowest terms with a positive denominator. */
function reduced(numerator: IntegerPolynomial, denominator: bigint): Element {
  if (numerator.length === 0) return { numerator, denominator: 1n };
  const size = integer.commonDivisor(dense.content(numerator), denominator < 0n ? -denominator : denominator);
  const common = denominator < 0n ? -size : size;
  return { numerator: dense.trimmed(numerator.map((part) => part / common)), denominator: denominator / common };
}
