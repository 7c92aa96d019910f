import { BudgetExhausted } from "../number/budget.ts";
import type { ComplexBall } from "../number/complex-ball.ts";
import * as complex from "../number/complex-ball.ts";
import * as integer from "../number/integer.ts";
import type { Rational } from "../number/rational.ts";
import * as rational from "../number/rational.ts";
import * as real from "../number/real-ball.ts";
import { toDense } from "./gcd.ts";
import type { Polynomial } from "./multivariate.ts";
import * as poly from "./multivariate.ts";
import { resultant } from "./resultant.ts";
import { isolateComplexRoots } from "./univariate/complex-roots.ts";
import type { IntegerPolynomial } from "./univariate/dense.ts";
import * as dense from "./univariate/dense.ts";
import { factor } from "./univariate/factor-over-integers.ts";
import { isolateRealRoots, refine } from "./univariate/real-roots.ts";

/**
 * An algebraic number: root `index` (from 1) of an irreducible primitive polynomial with positive leading coefficient, in the
 * order real roots by rising value, then the others by real part and imaginary part. Two numbers are equal exactly where
 * polynomial and index are (H. Cohen, A Course in Computational Algebraic Number Theory, 4.2).
 */
export interface AlgebraicNumber {
  readonly minimal: IntegerPolynomial;
  readonly index: number;
}

const LARGEST_DEGREE = 60;
const LARGEST_PRECISION = 8192;

export function fromRational(value: Rational): AlgebraicNumber {
  return { minimal: [-integer.toBigInt(value.num), integer.toBigInt(value.den)], index: 1 };
}

/** All roots of a polynomial that is not 0, each once, in their order. */
export function rootsOf(f: IntegerPolynomial): readonly AlgebraicNumber[] {
  return factor(f).factors.flatMap(({ factor: minimal }) => Array.from({ length: dense.degree(minimal) }, (_, k) => ({ minimal, index: k + 1 })));
}

/** Whether it is real: the real roots come first. */
export function isReal(a: AlgebraicNumber): boolean {
  return a.index <= isolateRealRoots(a.minimal).length;
}

/** A ball around the number, of about `precision` bits relative to its size. */
export function ballOf(a: AlgebraicNumber, precision: number): ComplexBall {
  const intervals = isolateRealRoots(a.minimal);
  const own = intervals[a.index - 1];
  if (own) {
    const size = Math.max(0, -integer.bitLength(own.low === 0n ? own.high : own.low)) + own.exp;
    const { low, high, exp } = refine(a.minimal, own, size - precision);
    return complex.fromReal(real.fromEnds(low, high, exp, precision + 8));
  }
  const root = isolateComplexRoots(a.minimal, precision)[a.index - 1];
  if (!root) throw new RangeError(`a polynomial of degree ${dense.degree(a.minimal)} has no root ${a.index}`);
  return root;
}

export function equal(a: AlgebraicNumber, b: AlgebraicNumber): boolean {
  return a.index === b.index && dense.equal(a.minimal, b.minimal);
}

export function isZero(a: AlgebraicNumber): boolean {
  return a.minimal.length === 2 && a.minimal[0] === 0n;
}

/** The sign of a real algebraic number. */
export function sign(a: AlgebraicNumber): -1 | 0 | 1 {
  return isZero(a) ? 0 : decided(a, (ball) => real.certifiedSign(ball.re));
}

/** The order of two real algebraic numbers. */
export function compare(a: AlgebraicNumber, b: AlgebraicNumber): -1 | 0 | 1 {
  if (equal(a, b)) return 0;
  for (let precision = 64; precision <= LARGEST_PRECISION; precision *= 2) {
    const order = real.certifiedCompare(ballOf(a, precision).re, ballOf(b, precision).re);
    if (order !== undefined && order !== 0) return order;
  }
  throw new BudgetExhausted("comparing two algebraic numbers");
}

function decided<T>(a: AlgebraicNumber, question: (ball: ComplexBall) => T | undefined): T {
  for (let precision = 64; precision <= LARGEST_PRECISION; precision *= 2) {
    const answer = question(ballOf(a, precision));
    if (answer !== undefined) return answer;
  }
  throw new BudgetExhausted("bounding an algebraic number");
}

const [X, Y] = [poly.variable(0), poly.variable(1)];

function inY(f: IntegerPolynomial, at: Polynomial): Polynomial {
  return f.reduceRight<Polynomial>((total, c) => poly.add(poly.multiply(total, at), poly.monomial(rational.rational(integer.fromBigInt(c)))), poly.ZERO);
}

/** y^n f(x/y) */
function homogeneous(f: IntegerPolynomial): Polynomial {
  const n = dense.degree(f);
  return poly.fromTerms(f.map((c, k) => ({ exponents: [k, n - k], coefficient: rational.rational(integer.fromBigInt(c)) })));
}

/** The root of a polynomial that lies in the balls that `approximate` gives at growing precision. */
function rootNear(f: IntegerPolynomial, approximate: (precision: number) => ComplexBall): AlgebraicNumber {
  const candidates = rootsOf(f);
  for (let precision = 64; precision <= LARGEST_PRECISION; precision *= 2) {
    const ball = approximate(precision);
    const left = candidates.filter((candidate) => complex.containsZero(complex.subtract(ballOf(candidate, precision), ball, precision)));
    const [only] = left;
    if (only && left.length === 1) return only;
  }
  throw new BudgetExhausted("telling the roots of a polynomial apart");
}

function checked(a: AlgebraicNumber, b: AlgebraicNumber): void {
  if (dense.degree(a.minimal) * dense.degree(b.minimal) > LARGEST_DEGREE) throw new BudgetExhausted("arithmetic with algebraic numbers");
}

/** a + b is a root of res_y(p(x − y), q(y)) (R. Loos, "Computing in algebraic extensions", 1982). */
export function add(a: AlgebraicNumber, b: AlgebraicNumber): AlgebraicNumber {
  checked(a, b);
  const image = resultant(inY(b.minimal, Y), inY(a.minimal, poly.subtract(X, Y)), 1);
  return rootNear(toDense(poly.primitivePart(image), 0), (precision) => complex.add(ballOf(a, precision), ballOf(b, precision), precision));
}

export function negate(a: AlgebraicNumber): AlgebraicNumber {
  const mirrored = dense.primitivePart(a.minimal.map((c, k) => (k % 2 === 1 ? -c : c)));
  return rootNear(mirrored, (precision) => complex.negate(ballOf(a, precision)));
}

/** a b is a root of res_y(y^n p(x/y), q(y)). */
export function multiply(a: AlgebraicNumber, b: AlgebraicNumber): AlgebraicNumber {
  if (isZero(a) || isZero(b)) return fromRational(rational.ZERO);
  checked(a, b);
  const image = resultant(inY(b.minimal, Y), homogeneous(a.minimal), 1);
  return rootNear(toDense(poly.primitivePart(image), 0), (precision) => complex.multiply(ballOf(a, precision), ballOf(b, precision), precision));
}

/** 1/a; throws RangeError for 0. */
export function invert(a: AlgebraicNumber): AlgebraicNumber {
  if (isZero(a)) throw new RangeError("division by zero");
  return rootNear(dense.primitivePart([...a.minimal].reverse()), (precision) => complex.divide(complex.ONE, ballOf(a, precision), precision));
}

/** The principal n-th root of a non-negative real number. */
export function root(a: AlgebraicNumber, n: number): AlgebraicNumber {
  if (sign(a) < 0) throw new RangeError("the root of a negative number");
  const spread = a.minimal.flatMap((c, k) => (k === 0 ? [c] : [...new Array<bigint>(n - 1).fill(0n), c]));
  return rootNear(spread, (precision) => complex.fromReal(real.root(ballOf(a, precision + 32).re, n, precision)));
}
