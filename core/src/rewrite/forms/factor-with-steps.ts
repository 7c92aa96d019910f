import { factoredExpression, productOfFactors, withPositiveLead } from "../../canonical/factored.ts";
import { Kernels, normalForm, polynomialExpression, whereRational } from "../../canonical/normal-form.ts";
import {
  call,
  divide,
  equation,
  HALF,
  I,
  isNumber,
  MINUS_ONE,
  name as nameNode,
  negate,
  number,
  ONE,
  PI,
  power,
  product,
  splitCoefficient,
  sqrt,
  subtract,
  sum,
  TWO,
  ZERO,
} from "../../expression/construct.ts";
import { type Expression, equal, findAll, freeNames, termsOf } from "../../expression/expression.ts";
import * as integer from "../../number/integer.ts";
import * as rational from "../../number/rational.ts";
import { factor } from "../../polynomial/factor-over-rationals.ts";
import { toDense, variablesOf } from "../../polynomial/gcd.ts";
import type { Polynomial } from "../../polynomial/multivariate.ts";
import * as poly from "../../polynomial/multivariate.ts";
import { cyclotomicIndex } from "../../polynomial/univariate/cyclotomic.ts";
import type { Multiple } from "../../polynomial/univariate/gcd.ts";
import { constantSign, simplify } from "../../truth/index.ts";
import { denest } from "../roots/denest.ts";
import { factorOverSurds } from "./factor-over-surds.ts";
import { type Rewriting, Way } from "./way.ts";

/** Over which numbers to factor. */
export type FactorDomain = { readonly kind: "rationals" | "reals" | "complex" } | { readonly kind: "surds"; readonly surds: readonly Expression[] };

/**
 * The expression as a product of irreducible factors with multiplicities. First over the rational numbers, in the ways a
 * student knows where they apply; over the reals and the complex numbers the factors are split further where their roots
 * have short radicals.
 */
export function factorWithSteps(e: Expression, domain: FactorDomain): Rewriting {
  const way = new Way(e);
  const found = whereRational<Rewriting | undefined>(() => {
    const kernels = new Kernels();
    const { numerator, denominator } = normalForm(e, kernels);
    if (poly.isZero(numerator)) {
      way.to("simplify values", [], ZERO);
      return way.end();
    }
    const surds = domain.kind === "surds" ? domain.surds : ownSurds(e, kernels, numerator);
    if (surds.length > 0 && domain.kind !== "reals" && domain.kind !== "complex") return overSurds(way, numerator, denominator, kernels, surds);
    const below = factoredExpression(denominator, kernels);
    const inverse = isNumber(below, 1) ? ONE : power(below, MINUS_ONE);
    numeratorSteps(way, numerator, kernels, inverse);
    if (domain.kind === "reals" || domain.kind === "complex") {
      const whole = factor(numerator);
      const split = whole.factors.flatMap(({ factor: part, multiplicity }) =>
        splitFurther(part, kernels, domain.kind === "complex").map((piece) => power(piece, number(multiplicity))),
      );
      way.to(domain.kind === "complex" ? "factor with i" : "factor with roots", [], product(number(whole.content), ...split, inverse));
    }
    return undefined;
  }, undefined);
  return found ?? way.end();
}

/** Radicals of rational numbers (and i) that stand in the coefficients. */
function ownSurds(e: Expression, kernels: Kernels, numerator: Polynomial): readonly Expression[] {
  const algebraic = variablesOf(numerator).filter((k) => kernels.relation(k) !== undefined && freeNames(kernels.kernel(k)).size === 0);
  return freeNames(e).size > 0 ? algebraic.map((k) => kernels.kernel(k)) : [];
}

function overSurds(way: Way, numerator: Polynomial, denominator: Polynomial, kernels: Kernels, surds: readonly Expression[]): Rewriting {
  const factors = factorOverSurds(polynomialExpression(numerator, kernels), surds);
  if (factors) {
    const below = polynomialExpression(denominator, kernels);
    way.to("factor with roots", [], product(...factors, isNumber(below, 1) ? ONE : power(below, MINUS_ONE)));
  }
  return way.end();
}

/** The steps from the expression to the factored numerator over Q. */
function numeratorSteps(way: Way, numerator: Polynomial, kernels: Kernels, inverse: Expression): void {
  const { content, factors } = factor(numerator);
  const monomials = factors.filter((part) => part.factor.length === 1);
  const others = factors.filter((part) => part.factor.length > 1);
  const signed = productOfFactors(content, others, kernels);
  const { coefficient: scale, rest: result } = splitCoefficient(signed);
  const outside = productOfFactors(scale, monomials, kernels);
  const rest = others.reduce((total, part) => poly.multiply(total, poly.power(part.factor, part.multiplicity)), poly.monomial(rational.divide(content, scale)));
  const restExpression = polynomialExpression(rest, kernels);
  const whole = (inner: Expression): Expression => product(outside, inner, inverse);
  if (equal(way.current, whole(result))) return;
  if (!isNumber(outside, 1) && !isNumber(outside, -1)) way.to("take out a factor", [outside], whole(restExpression));
  if (equal(restExpression, result)) {
    way.to("known factors", [], whole(result));
    return;
  }
  named(way, rest, others, kernels, whole);
  way.to("known factors", [], whole(result));
}

/** The textbook pattern that a factorisation follows, where it does. */
function named(way: Way, rest: Polynomial, factors: readonly Multiple<Polynomial>[], kernels: Kernels, whole: (inner: Expression) => Expression): void {
  const result = productOfFactors(rational.ONE, factors, kernels);
  const expression = (p: Polynomial): Expression => polynomialExpression(p, kernels);
  const [first, second] = rest;
  if (rest.length === 2 && first && second) {
    const [a, b] = [[first], [{ ...second, coefficient: rational.abs(second.coefficient) }]];
    const minus = second.coefficient.num < 0;
    const [square, other] = [poly.exactSquareRoot(a), poly.exactSquareRoot(b)];
    if (minus && square && other) {
      const [p, q] = [expression(square), expression(other)];
      way.to("difference of squares", [p, q], whole(product(sum(p, q), subtract(p, q))));
      return;
    }
    const [cube, cubeOther] = [cubeRoot(a), cubeRoot(b)];
    if (cube && cubeOther) {
      const [p, q] = [expression(cube), expression(cubeOther)];
      const signed = minus ? negate(q) : q;
      const quadratic = sum(power(p, TWO), negate(product(p, signed)), power(q, TWO));
      way.to(minus ? "difference of cubes" : "sum of cubes", [p, q], whole(product(sum(p, signed), quadratic)));
    } else inTheSquare(way, rest, kernels, whole);
    return;
  }
  const [only] = factors;
  if (rest.length === 3 && only && factors.length === 1 && only.multiplicity === 2 && only.factor.length === 2) {
    const [p, q] = only.factor.map((term) => expression([term]));
    if (p && q) way.to("perfect square", [p, q], whole(result));
    return;
  }
  if (grouped(way, rest, factors, kernels, whole) || inTheSquare(way, rest, kernels, whole) || byRoot(way, rest, kernels, whole)) return;
  twoNumbers(way, rest, factors, kernels, whole);
}

/** The one variable of a polynomial with whole coefficients, and these by rising powers. */
function inOneVariable(rest: Polynomial): { readonly index: number; readonly dense: readonly bigint[] } | undefined {
  const [index, ...more] = variablesOf(rest);
  return index === undefined || more.length > 0 || rest.some((term) => term.coefficient.den !== 1) ? undefined : { index, dense: toDense(rest, index) };
}

/** x⁴ + b x² + c: a quadratic in x², or a difference of squares once a multiple of x² is added and subtracted. */
function inTheSquare(way: Way, rest: Polynomial, kernels: Kernels, whole: (inner: Expression) => Expression): boolean {
  const own = inOneVariable(rest);
  const [c = 0n, b1 = 0n, b = 0n, b3 = 0n, a = 0n] = own?.dense ?? [];
  if (own?.dense.length !== 5 || a !== 1n || b1 !== 0n || b3 !== 0n || c === 0n) return false;
  const x = kernels.kernel(own.index);
  const square = power(x, TWO);
  const of = (value: bigint): Expression => number({ num: integer.fromBigInt(value), den: 1 });
  const root = exactRoot(b * b - 4n * c);
  if (root !== undefined && (b + root) % 2n === 0n) {
    const [p, q] = [(b - root) / 2n, (b + root) / 2n];
    const pair = [sum(square, of(p)), sum(square, of(q))] as const;
    way.to("quadratic in the square", [square, `${b}`, `${c}`, `${p}`, `${q}`], whole(product(...pair)));
    pair.forEach((one, k) => {
      const other = pair[1 - k] ?? ONE;
      const done = factoredExpression(normalForm(one, kernels).numerator, kernels);
      const beside = k === 0 ? other : factoredExpression(normalForm(other, kernels).numerator, kernels);
      const r = exactRoot(-(k === 0 ? p : q));
      if (r !== undefined) way.to("difference of squares", [x, of(r)], whole(product(done, beside)));
    });
    return true;
  }
  const half = exactRoot(c);
  const middle = half === undefined ? undefined : exactRoot(2n * half - b);
  if (half === undefined || middle === undefined || middle === 0n) return false;
  const [outer, inner] = [sum(square, of(half)), product(of(middle), x)];
  way.to("complete to a difference of squares", [power(inner, TWO)], whole(subtract(power(outer, TWO), power(inner, TWO))));
  way.to("difference of squares", [outer, inner], whole(product(sum(outer, inner), subtract(outer, inner))));
  return true;
}

/** The whole square root of a number, if it has one. */
function exactRoot(value: bigint): bigint | undefined {
  const root = value < 0n ? undefined : integer.exactRoot(integer.fromBigInt(value), 2);
  return root === undefined ? undefined : integer.toBigInt(root);
}

/** A polynomial of third degree or more with a rational zero: its factor is divided out, and so on with what is left. */
function byRoot(way: Way, rest: Polynomial, kernels: Kernels, whole: (inner: Expression) => Expression): boolean {
  const own = inOneVariable(rest);
  if (!own || own.dense.length < 4) return false;
  const linear = factor(rest).factors.flatMap(({ factor: part }) => (poly.degreeIn(part, own.index) === 1 ? [part] : []));
  const zeroOf = (part: Polynomial): rational.Rational => {
    const [constant = 0n, slope = 1n] = toDense(part, own.index);
    return rational.rational(integer.fromBigInt(-constant), integer.fromBigInt(slope));
  };
  const [first] = [...linear].sort((p, q) => rational.compare(rational.abs(zeroOf(p)), rational.abs(zeroOf(q))) || rational.compare(zeroOf(q), zeroOf(p)));
  const quotient = first && poly.divideExact(rest, first);
  if (!first || !quotient) return false;
  const [x, divisor] = [kernels.kernel(own.index), polynomialExpression(first, kernels)];
  const inside = (inner: Expression): Expression => whole(product(divisor, inner));
  way.to("rational root", [equation(x, number(zeroOf(first))), divisor], inside(polynomialExpression(quotient, kernels)));
  named(way, quotient, factor(quotient).factors, kernels, inside);
  return true;
}

/** Two factors whose terms, multiplied out, do not meet: the terms are grouped by those of the first factor. */
function grouped(way: Way, rest: Polynomial, factors: readonly Multiple<Polynomial>[], kernels: Kernels, whole: (inner: Expression) => Expression): boolean {
  const [p, q] = factors;
  if (!p || !q || factors.length !== 2 || p.multiplicity + q.multiplicity !== 2 || rest.length !== p.factor.length * q.factor.length || rest.length > 8)
    return false;
  const common = withPositiveLead(polynomialExpression(q.factor, kernels));
  const other = withPositiveLead(polynomialExpression(p.factor, kernels));
  const terms = termsOf(other);
  way.to("group the terms", [], whole(sum(...terms.map((term) => product(term, common)))));
  way.to("take out a factor", [common], whole(product(other, common)));
  return true;
}

function cubeRoot(p: Polynomial): Polynomial | undefined {
  const [term] = p;
  if (!term || term.exponents.some((exponent) => exponent % 3 !== 0)) return undefined;
  const num = integer.exactRoot(term.coefficient.num, 3);
  return num === undefined || term.coefficient.den !== 1
    ? undefined
    : poly.monomial(
        rational.rational(num),
        term.exponents.map((exponent) => exponent / 3),
      );
}

/** x² + b x + c by two numbers with sum b and product c; a x² + b x + c by splitting the middle term. */
function twoNumbers(way: Way, rest: Polynomial, factors: readonly Multiple<Polynomial>[], kernels: Kernels, whole: (inner: Expression) => Expression): void {
  const variables = variablesOf(rest);
  const [index] = variables;
  if (index === undefined || variables.length !== 1 || poly.degreeIn(rest, index) !== 2 || factors.length !== 2) return;
  const [c = 0n, b = 0n, a = 1n] = toDense(rest, index);
  const x = kernels.kernel(index);
  const [p, q] = factors.map(({ factor: part }) => toDense(part, index));
  if (!p || !q) return;
  // (p1 x + p0)(q1 x + q0): the middle term is p1 q0 + p0 q1.
  const [m, n] = [(p[1] ?? 1n) * (q[0] ?? 0n), (p[0] ?? 0n) * (q[1] ?? 1n)];
  const result = productOfFactors(rational.ONE, factors, kernels);
  if (a === 1n) {
    way.to("two numbers", [`${b}`, `${c}`, `${m}`, `${n}`], whole(result));
    return;
  }
  const of = (value: bigint): Expression => number({ num: integer.fromBigInt(value), den: 1 });
  const [p1, p0, q1, q0] = [p[1] ?? 1n, p[0] ?? 0n, q[1] ?? 1n, q[0] ?? 0n].map(of);
  if (!p1 || !p0 || !q1 || !q0) return;
  const grouped = sum(product(p1, x, sum(product(q1, x), q0)), product(p0, sum(product(q1, x), q0)));
  way.to("split the middle term", [`${a * c}`, `${b}`, `${m}`, `${n}`], whole(grouped));
  way.to("take out a factor", [sum(product(q1, x), q0)], whole(result));
}

/**
 * The factors of degree at most 2 over the reals of an irreducible polynomial over Q in one name, by rising powers with whole
 * coefficients; undefined where they have no short radicals.
 */
export function factorsOverReals(coefficients: readonly Expression[], x: Expression): readonly Expression[] | undefined {
  return realFactors(coefficients, x)?.filter((factor) => freeNames(factor).size > 0);
}

/** A factor irreducible over Q split over the reals or the complex numbers, as far as short radicals go. */
function splitFurther(part: Polynomial, kernels: Kernels, overComplex: boolean): readonly Expression[] {
  const variables = variablesOf(part);
  const whole = polynomialExpression(part, kernels);
  const [index] = variables;
  if (index === undefined || variables.length !== 1 || part.length === 1) return [whole];
  const x = kernels.kernel(index);
  const coefficients = toDense(part, index).map((coefficient) => number({ num: integer.fromBigInt(coefficient), den: 1 }));
  const real = realFactors(coefficients, x) ?? [whole];
  return overComplex ? real.flatMap((piece) => linearFactors(piece, x)) : real;
}

/** Real factors of degree at most 2 of an irreducible polynomial over Q, the leading coefficient first; undefined where none are short. */
function realFactors(c: readonly Expression[], x: Expression): readonly Expression[] | undefined {
  const n = c.length - 1;
  const [c0 = ZERO, c1 = ZERO, c2 = ZERO] = c;
  const lead = c[n] ?? ONE;
  if (n === 2) {
    const inside = subtract(power(c1, TWO), product(number(4), c2, c0));
    if (inside.kind !== "number" || inside.value.num < 0) return undefined;
    return [lead, ...[ONE, MINUS_ONE].map((sign) => subtract(x, divide(sum(negate(c1), product(sign, sqrt(inside))), product(TWO, c2))))];
  }
  const binomial = c.slice(1, n).every((coefficient) => equal(coefficient, ZERO));
  if (binomial && lead.kind === "number" && c0.kind === "number") return binomialFactors(n, lead, divide(negate(c0), lead), x);
  if (n === 4 && equal(c1, ZERO) && equal(c[3] ?? ZERO, ZERO)) return biquadraticFactors(lead, c2, c0, x);
  const order = cyclotomicIndex(c.map((coefficient) => (coefficient.kind === "number" ? integer.toBigInt(coefficient.value.num) : 0n)));
  if (order === undefined) return undefined;
  const angles = Array.from({ length: order }, (_, k) => k).filter((k) => 2 * k < order && Number(integer.gcd(k, order)) === 1);
  return angles.map((k) => unitQuadratic(x, ONE, product(number(rational.rational(2 * k, order)), PI)));
}

/** x² − 2 r x cos(angle) + r² */
function unitQuadratic(x: Expression, r: Expression, angle: Expression): Expression {
  return sum(power(x, TWO), negate(product(TWO, r, call("cos", angle), x)), power(r, TWO));
}

/** lead · (x^n − a) over the reals: the real roots and the pairs of conjugate ones. */
function binomialFactors(n: number, lead: Expression, a: Expression, x: Expression): readonly Expression[] {
  const negative = a.kind === "number" && a.value.num < 0;
  const r = power(negative ? negate(a) : a, number(rational.rational(1, n)));
  const found: Expression[] = [lead];
  for (let k = 0; k < n; k += 1) {
    // The roots have the angles (2k + 1) π/n or 2k π/n; those in the upper half stand for their conjugates too.
    const turn = rational.rational(negative ? 2 * k + 1 : 2 * k, n);
    if (rational.isZero(turn)) found.push(subtract(x, r));
    else if (rational.isOne(turn)) found.push(sum(x, r));
    else if (rational.compare(turn, rational.ONE) < 0) found.push(unitQuadratic(x, r, product(number(turn), PI)));
  }
  return found;
}

/** a x⁴ + b x² + c over the reals. */
function biquadraticFactors(a: Expression, b: Expression, c: Expression, x: Expression): readonly Expression[] | undefined {
  const square = power(x, TWO);
  const [p, q] = [divide(b, a), divide(c, a)];
  const inside = subtract(power(p, TWO), product(number(4), q));
  if (inside.kind !== "number" || p.kind !== "number" || q.kind !== "number") return undefined;
  if (inside.value.num >= 0) {
    const roots = [ONE, MINUS_ONE].map((sign) => product(HALF, sum(negate(p), product(sign, sqrt(inside)))));
    return [a, ...roots.flatMap((root) => quadraticInSquare(x, square, root))];
  }
  // (x² + √q)² − (2√q − p) x², a difference of squares.
  const middle = denest(sqrt(subtract(product(TWO, sqrt(q)), p)));
  return [a, ...[ONE, MINUS_ONE].map((sign) => sum(square, product(sign, middle, x), sqrt(q)))];
}

function quadraticInSquare(x: Expression, square: Expression, root: Expression): readonly Expression[] {
  const value = simplify(root).expression;
  const positive = findAll(value, (part) => part.kind === "constant").length === 0 && isPositive(value);
  if (!positive) return [subtract(square, value)];
  const r = denest(sqrt(value));
  return [subtract(x, r), sum(x, r)];
}

function isPositive(e: Expression): boolean {
  return constantSign(e) === 1;
}

/** The linear factors of a monic real quadratic in x over the complex numbers. */
function linearFactors(e: Expression, x: Expression): readonly Expression[] {
  const coefficients = quadraticCoefficients(e, x);
  if (!coefficients) return [e];
  const { b, c, a } = coefficients;
  const inside = simplify(subtract(product(number(4), a, c), power(b, TWO))).expression;
  const root = simplify(denest(sqrt(inside))).expression;
  const parts = [ONE, MINUS_ONE].map((sign) => simplify(divide(sum(negate(b), product(sign, I, root)), product(TWO, a))).expression);
  return [a, ...parts.map((value) => subtract(x, value))];
}

function quadraticCoefficients(e: Expression, x: Expression): { a: Expression; b: Expression; c: Expression } | undefined {
  if (e.kind !== "sum") return undefined;
  const kernels = new Kernels();
  const index = kernels.index(x.kind === "name" ? x : nameNode("x"));
  const { numerator, denominator } = normalForm(e, kernels);
  if (poly.degreeIn(numerator, index) !== 2) return undefined;
  const below = power(polynomialExpression(denominator, kernels), MINUS_ONE);
  const [c = poly.ZERO, b = poly.ZERO, a = poly.ZERO] = poly.coefficientsIn(numerator, index);
  const [first, middle, last] = [a, b, c].map((part) => simplify(product(polynomialExpression(part, kernels), below)).expression);
  return first && middle && last ? { a: first, b: middle, c: last } : undefined;
}
