import { fractionExpression, Kernels, normalForm, polynomialExpression, whereRational } from "../../canonical/normal-form.ts";
import {
  call,
  divide,
  E,
  HALF,
  isNumber,
  number,
  ONE,
  power,
  product,
  relation,
  splitCoefficient,
  subtract,
  sum,
  TWO,
  ZERO,
} from "../../expression/construct.ts";
import { realDomain } from "../../expression/domain.ts";
import { type Expression, ExpressionMap, equal, factorsOf, freeNames, isReciprocal, isRoot } from "../../expression/expression.ts";
import { opposite } from "../../expression/functions/arguments.ts";
import { isReal } from "../../expression/realness.ts";
import { mapChildren } from "../../expression/substitute.ts";
import { present } from "../../notation/present.ts";
import type { Syntax } from "../../notation/syntax.ts";
import * as rational from "../../number/rational.ts";
import { solveSquare } from "../../polynomial/linear-system.ts";
import * as poly from "../../polynomial/multivariate.ts";
import { AREA_FUNCTIONS, decide, splitRoot, untangled } from "../../truth/index.ts";
import { denest } from "../roots/denest.ts";
import { rootsByRadicals } from "../roots/root-radicals.ts";
import { type Known, type Rewriting, Way } from "./way.ts";

/** √(x²) = |x|, and x where its sign is known; other roots taken apart as far as signs allow. */
export function rootsOut(e: Expression, assumptions: readonly Expression[]): Expression {
  const inner = mapChildren(e, (child) => rootsOut(child, assumptions));
  if (inner.kind === "call" && inner.name === "abs") {
    const [x] = inner.args;
    if (x && decide(relation(x, ">=", ZERO), assumptions) === true) return x;
    if (x && decide(relation(x, "<=", ZERO), assumptions) === true) return product(number(-1), x);
    return inner;
  }
  if (inner.kind === "power" && inner.exponent.kind === "number" && inner.base.kind === "call" && inner.base.name === "abs") {
    const [x] = inner.base.args;
    const n = inner.exponent.value.den === 1 ? Number(inner.exponent.value.num) : 0;
    if (!x || !isReal(x) || n < 2) return inner;
    return n % 2 === 0 ? power(x, inner.exponent) : product(inner.base, power(x, number(n - 1)));
  }
  if (inner.kind !== "power" || inner.exponent.kind !== "number" || inner.exponent.value.den === 1 || typeof inner.exponent.value.den !== "number")
    return inner;
  const { num, den } = inner.exponent.value;
  if (!isReal(inner.base)) return inner;
  return power(withAbsoluteValues(splitRoot(inner.base, den, assumptions)), number(rational.rational(num)));
}

/** √(a² u) is a √u where a is not negative; nothing else under a root is taken apart. */
export function evenPowersOut(e: Expression, assumptions: readonly Expression[]): Expression {
  const inner = mapChildren(e, (child) => evenPowersOut(child, assumptions));
  if (inner.kind !== "power" || inner.exponent.kind !== "number" || !isEvenRoot(inner.exponent.value)) return inner;
  const { value } = inner.exponent;
  const factors = factorsOf(inner.base);
  const squares = factors.filter(
    (factor) =>
      factor.kind === "power" &&
      factor.exponent.kind === "number" &&
      factor.exponent.value.den === 1 &&
      rational.multiply(factor.exponent.value, value).den === 1 &&
      decide(relation(factor.base, ">=", ZERO), assumptions) === true,
  );
  if (squares.length === 0) return inner;
  const outside = squares.map((factor) =>
    factor.kind === "power" && factor.exponent.kind === "number" ? power(factor.base, number(rational.multiply(factor.exponent.value, value))) : factor,
  );
  const rest = factors.filter((factor) => !squares.includes(factor));
  const [first, second, ...more] = rest;
  // −(A − 1) is 1 − A.
  const turned = first && second?.kind === "sum" && more.length === 0 && isNumber(first, -1) ? opposite(second) : product(...rest);
  return product(...outside, power(turned, inner.exponent));
}

const isEvenRoot = ({ num, den }: rational.Rational): boolean => num === 1 && Number(den) % 2 === 0;

/** ∛(H³ u) as H ∛u: powers of the degree, or of a multiple of it, come out of a real root of odd degree. */
export function oddPowersOut(e: Expression): Expression {
  const inner = mapChildren(e, oddPowersOut);
  const [degree, base] = inner.kind === "call" && inner.name === "root" ? inner.args : [];
  if (degree?.kind !== "number" || !base || !isReal(base) || Number(degree.value.num) % 2 === 0) return inner;
  const n = Number(degree.value.num);
  const whole = (factor: Expression): number =>
    factor.kind === "power" && factor.exponent.kind === "number" && factor.exponent.value.den === 1 ? Number(factor.exponent.value.num) / n : 0;
  const factors = factorsOf(base);
  const outside = factors.filter((factor) => whole(factor) !== 0 && Number.isInteger(whole(factor)));
  if (outside.length === 0) return inner;
  const out = outside.map((factor) => (factor.kind === "power" ? power(factor.base, number(whole(factor))) : factor));
  return product(...out, call("root", degree, product(...factors.filter((factor) => !outside.includes(factor)))));
}

/** x^(1/2) x^(1/3) as x^(5/6): principal powers of one base in a product. */
export function joinedRoots(e: Expression): Expression {
  const inner = mapChildren(e, joinedRoots);
  if (inner.kind !== "product") return inner;
  const groups = new ExpressionMap<{ exponent: rational.Rational; count: number; broken: boolean }>();
  for (const factor of inner.factors) {
    const { base, exponent } = rationalPowerOf(factor);
    const known = groups.get(base) ?? { exponent: rational.ZERO, count: 0, broken: false };
    groups.set(base, { exponent: rational.add(known.exponent, exponent), count: known.count + 1, broken: known.broken || exponent.den !== 1 });
  }
  const joins = [...groups.entries()].some(([, { count, broken }]) => count > 1 && broken);
  return joins ? product(...[...groups.entries()].map(([base, { exponent }]) => power(base, number(exponent)))) : inner;
}

/** A factor as a rational power of something: (x^(1/3))^2 is x^(2/3). */
function rationalPowerOf(e: Expression): { base: Expression; exponent: rational.Rational } {
  if (e.kind !== "power" || e.exponent.kind !== "number" || e.base.kind === "number") return { base: e, exponent: rational.ONE };
  const root = isRoot(e.base) ? e.base : undefined;
  if (root?.exponent.kind === "number") return { base: root.base, exponent: rational.multiply(root.exponent.value, e.exponent.value) };
  return { base: e.base, exponent: e.exponent.value };
}

/** (b²)^(1/2) as |b|. */
function withAbsoluteValues(e: Expression): Expression {
  if (e.kind === "power" && e.exponent.kind === "number" && rational.equal(e.exponent.value, rational.HALF)) {
    const { base } = e;
    if (base.kind === "power" && isNumber(base.exponent, 2) && isReal(base)) return call("abs", base.base);
  }
  return e.kind === "product" || e.kind === "power" ? mapChildren(e, withAbsoluteValues) : e;
}

/** |x| as √(x²). */
export function withSquareRoots(e: Expression): Rewriting {
  const way = new Way(e);
  const replaced = (part: Expression): Expression => {
    const inner = mapChildren(part, replaced);
    const [x] = inner.kind === "call" && inner.name === "abs" ? inner.args : [];
    return x && isReal(x) ? power(power(x, TWO), HALF) : inner;
  };
  way.to("absolute value", [], replaced(e));
  return way.end();
}

/** Named roots of polynomials of third and fourth degree by radicals or cosines. */
export function withRadicals(e: Expression): Rewriting {
  const way = new Way(e);
  way.to("roots by radicals", [], rootsByRadicals(e));
  return way.end();
}

/** Roots of squares as absolute values, which go where a sign is known, as one step. */
export function withAbsolute(e: Expression, known: Known): Rewriting {
  const way = new Way(e);
  way.to("absolute value", [], rootsOut(e, known.assumptions));
  return way.end();
}

/** r ln a + s ln b as ln(a^r b^s), for each kind of logarithm. */
export function joinedLogarithms(e: Expression, known: Known): Expression {
  const inner = mapChildren(e, (child) => joinedLogarithms(child, known));
  if (inner.kind !== "sum") return joinedFactor(inner, known);
  const groups: { base: Expression | undefined; inside: Expression[]; terms: Expression[] }[] = [];
  const others: Expression[] = [];
  for (const term of inner.terms) {
    const { coefficient, rest } = splitCoefficient(term);
    const logarithm = logarithmOf(rest, known);
    if (!logarithm) {
      others.push(term);
      continue;
    }
    const group = groups.find(({ base }) => (base && logarithm.base ? equal(base, logarithm.base) : base === logarithm.base));
    const raised = power(logarithm.inside, number(coefficient));
    if (group) {
      group.inside.push(raised);
      group.terms.push(term);
    } else groups.push({ base: logarithm.base, inside: [raised], terms: [term] });
  }
  const joined = groups.map(({ base, inside, terms }) =>
    terms.length < 2 ? sum(...terms) : base ? call("log", base, product(...inside)) : call("ln", product(...inside)),
  );
  return sum(...others, ...joined);
}

/** 2 ln a alone as ln(a²). */
function joinedFactor(e: Expression, known: Known): Expression {
  const { coefficient, rest } = splitCoefficient(e);
  const logarithm = logarithmOf(rest, known);
  if (!logarithm || rational.isOne(coefficient)) return e;
  const inside = power(logarithm.inside, number(coefficient));
  return logarithm.base ? call("log", logarithm.base, inside) : call("ln", inside);
}

function logarithmOf(e: Expression, { assumptions }: Known): { readonly base: Expression | undefined; readonly inside: Expression } | undefined {
  if (e.kind !== "call") return undefined;
  const [first, second] = e.args;
  // ln u + ln v is ln(u v) up to 2πi only: for complex numbers each stays by itself.
  if (!isReal(e)) return undefined;
  // Neither where what is given makes the argument negative.
  const inside = second ?? first;
  if (inside && decide(relation(inside, ">", ZERO), assumptions) === false) return undefined;
  if (e.name === "ln" && first) return { base: undefined, inside: first };
  return e.name === "log" && first && second ? { base: first, inside: second } : undefined;
}

/** Sums and multiples of logarithms as one logarithm, as one step, as far as what is known allows it. */
export function withOneLogarithm(e: Expression, known: Known): Rewriting {
  const way = new Way(e);
  way.to("join logarithms", [], joinedLogarithms(e, known));
  return way.end();
}

/** Logarithms of other bases, and inverse hyperbolic functions, by ln. */
export function withNaturalLogarithm(e: Expression): Rewriting {
  const way = new Way(e);
  const bases = (part: Expression): Expression => {
    const inner = mapChildren(part, bases);
    const [base, x] = inner.kind === "call" && inner.name === "log" ? inner.args : [];
    return base && x ? divide(call("ln", x), call("ln", base)) : inner;
  };
  const inverses = (part: Expression): Expression => {
    const inner = mapChildren(part, inverses);
    const [x] = inner.kind === "call" ? inner.args : [];
    return inner.kind === "call" && x ? (AREA_FUNCTIONS[inner.name]?.(x) ?? inner) : inner;
  };
  way.to("one kind of logarithm", [], bases(e));
  way.to("inverse functions by logarithms", [], inverses(way.current));
  return way.end();
}

/** b^(c log_b u) = u^c for a number b. */
function powerOfLogarithm(base: Expression, exponent: Expression): Expression | undefined {
  const factors = factorsOf(exponent);
  const logarithm = factors.find((factor) => factor.kind === "call" && factor.name === "log" && factor.args[0] && equal(factor.args[0], base));
  const [, u] = logarithm?.kind === "call" ? logarithm.args : [];
  return u && power(u, product(...factors.filter((factor) => factor !== logarithm)));
}

/** e^(c ln u) = u^c, ln(e^u) = u, sin(arcsin x) = x and the like: functions after their inverses. */
export function withoutInverses(e: Expression): Expression {
  const inner = mapChildren(e, withoutInverses);
  if (inner.kind === "power" && equal(inner.base, E)) {
    const factors = factorsOf(inner.exponent);
    const logarithm = factors.find((factor) => factor.kind === "call" && factor.name === "ln");
    const [u] = logarithm?.kind === "call" ? logarithm.args : [];
    return u ? power(u, product(...factors.filter((factor) => factor !== logarithm))) : inner;
  }
  if (inner.kind === "power") return powerOfLogarithm(inner.base, inner.exponent) ?? inner;
  const [argument] = inner.kind === "call" ? inner.args : [];
  if (inner.kind !== "call" || !argument) return inner;
  if (inner.name === "ln" && argument.kind === "power" && equal(argument.base, E) && isReal(argument.exponent)) return argument.exponent;
  const [x] = argument.kind === "call" ? argument.args : [];
  if (argument.kind !== "call" || !x) return inner;
  return composition(inner.name, argument.name, x) ?? inner;
}

function composition(outer: string, inner: string, x: Expression): Expression | undefined {
  const complement = power(subtract(ONE, power(x, TWO)), HALF);
  const secant = power(sum(ONE, power(x, TWO)), HALF);
  const table: Readonly<Record<string, () => Expression>> = {
    "sin arcsin": () => x,
    "cos arccos": () => x,
    "tan arctan": () => x,
    "sinh arsinh": () => x,
    "cosh arcosh": () => x,
    "tanh artanh": () => x,
    "sinh ln": () => product(HALF, subtract(x, divide(ONE, x))),
    "cosh ln": () => product(HALF, sum(x, divide(ONE, x))),
    "tanh ln": () => divide(subtract(power(x, TWO), ONE), sum(power(x, TWO), ONE)),
    "cos arcsin": () => complement,
    "sin arccos": () => complement,
    "tan arcsin": () => divide(x, complement),
    "tan arccos": () => divide(complement, x),
    "sin arctan": () => divide(x, secant),
    "cos arctan": () => divide(ONE, secant),
    "cosh arsinh": () => secant,
  };
  return table[`${outer} ${inner}`]?.();
}

/** Numerator and denominator multiplied by what makes the denominator free of roots (and of i). */
export function withRationalDenominator(e: Expression): Rewriting {
  const way = new Way(e);
  const result = rationalised(e);
  const extended = result && extendedFraction(e);
  if (result && extended) {
    way.to("extend the fraction", [extended.by], e, { written: extended.written });
    way.to("multiply out", [], result);
  } else if (result) way.to("rationalise the denominator", [], result);
  return way.end();
}

/** A fraction with a sum of roots below, multiplied above and below by what makes that a rational number. */
function extendedFraction(e: Expression): { readonly by: Expression; readonly written: Syntax } | undefined {
  const below = factorsOf(e).find((factor) => isReciprocal(factor) && factor.base.kind === "sum" && freeNames(factor).size === 0);
  const inverse = below && rationalised(below);
  if (below?.kind !== "power" || !inverse) return undefined;
  const by = whereRational(() => {
    const kernels = new Kernels();
    const { numerator } = normalForm(inverse, kernels);
    return polynomialExpression(poly.scale(numerator, rational.invert(poly.content(numerator))), kernels);
  }, inverse);
  const above = product(...factorsOf(e).filter((factor) => factor !== below));
  const times = (factor: Expression): Syntax =>
    isNumber(factor, 1) ? present(by) : { kind: "times", dot: false, left: bracketed(factor), right: bracketed(by) };
  return { by, written: { kind: "fraction", numerator: times(above), denominator: times(below.base) } };
}

function bracketed(e: Expression): Syntax {
  const written = present(e);
  return written.kind === "binary" || written.kind === "sign" ? { kind: "group", inner: written } : written;
}

/** An expression as one fraction without roots below its line; undefined where that is out of reach or it divides by a 0 made of roots. */
export function rationalised(e: Expression): Expression | undefined {
  return whereRational(() => {
    const kernels = new Kernels();
    let { numerator, denominator } = normalForm(e, kernels);
    for (let index = kernels.count - 1; index >= 0; index -= 1) {
      const relation = kernels.relation(index);
      if (!relation || poly.degreeIn(denominator, index) === 0) continue;
      const conjugate = cofactor(denominator, index, relation.degree, relation.value.numerator, relation.value.denominator);
      if (!conjugate) return undefined;
      const [top, bottom] = [numerator, denominator].map((part) => polynomialExpression(poly.multiply(part, conjugate), kernels));
      if (!top || !bottom) return undefined;
      ({ numerator, denominator } = quotientOf(normalForm(top, kernels), normalForm(bottom, kernels)));
      if (poly.isZero(denominator)) return undefined;
    }
    return fractionExpression({ numerator, denominator }, kernels);
  }, undefined);
}

interface Quotient {
  readonly numerator: poly.Polynomial;
  readonly denominator: poly.Polynomial;
}

function quotientOf(a: Quotient, b: Quotient): Quotient {
  return { numerator: poly.multiply(a.numerator, b.denominator), denominator: poly.multiply(a.denominator, b.numerator) };
}

/** N with N · D free of the root r, r^q = v/w: the linear system N D = 1 modulo the relation, without its determinant. */
function cofactor(d: poly.Polynomial, index: number, q: number, v: poly.Polynomial, w: poly.Polynomial): poly.Polynomial | undefined {
  const own = poly.coefficientsIn(d, index);
  const rows = Array.from({ length: q }, (_, row) =>
    Array.from({ length: q }, (__, column) => {
      // r^column · D has own[row − column] at r^row, and v/w times own[row − column + q]; all multiplied by w.
      const direct = own[row - column] ?? poly.ZERO;
      const wrapped = own[row - column + q] ?? poly.ZERO;
      return poly.add(poly.multiply(direct, w), row < column ? poly.multiply(wrapped, v) : poly.ZERO);
    }),
  );
  const solution = solveSquare(rows.map((row, k) => [...row, k === 0 ? poly.ONE : poly.ZERO]));
  return solution && poly.primitivePart(poly.fromCoefficients(solution.numerators, index));
}

/** Nested roots untangled, in constants and with letters. */
export function withoutNestedRoots(e: Expression, { assumptions }: Known): Expression {
  const constants = (part: Expression): Expression => (freeNames(part).size === 0 ? denest(part) : mapChildren(part, constants));
  return untangled(constants(e), [...realDomain(e), ...assumptions]);
}
