import { angleNormalForm, hasAngles } from "../canonical/angles.ts";
import { conjugate } from "../canonical/conjugate.ts";
import { polynomialFactors } from "../canonical/factored.ts";
import { type Fraction, fractionExpression, Kernels, normalForm, rationalForm, whereRational } from "../canonical/normal-form.ts";
import {
  call,
  divide,
  E,
  HALF,
  I,
  isNumber,
  name,
  negate,
  number,
  ONE,
  PI,
  power,
  product,
  splitCoefficient,
  subtract,
  sum,
  TWO,
} from "../expression/construct.ts";
import { type Expression, ExpressionMap, equal, factorsOf, findAll, isRoot } from "../expression/expression.ts";
import { family } from "../expression/functions/registry.ts";
import { isReal } from "../expression/realness.ts";
import { mapChildren } from "../expression/substitute.ts";
import * as integer from "../number/integer.ts";
import * as rational from "../number/rational.ts";
import * as poly from "../polynomial/multivariate.ts";
import { AREA_FUNCTIONS, expandedLogarithm } from "./logarithms.ts";
import { splitOddRoot, splitRoot } from "./roots.ts";
import { decide } from "./sign.ts";

/**
 * Circular, hyperbolic and exponential functions as rational functions of few exponentials: every exponent is a rational
 * combination of basis terms, and with t = e^(b/q) for each basis term b all exponentials are powers of the t's. Basis terms
 * that are linearly independent over Q give algebraically independent exponentials of functions (R. Risch 1979, J. Ax 1971),
 * so an identity holds exactly where the rational normal form is 0; whatever the constants are, a normal form that is 0
 * proves the identity. Logarithms and roots of products are taken apart as far as signs are known.
 */
export interface ExponentialForm {
  readonly fraction: Fraction;
  readonly kernels: Kernels;
  /** The value that each placeholder name among the kernels stands for. */
  readonly placeholders: ReadonlyMap<string, Expression>;
}

const PLACEHOLDER = "\u0001";

/**
 * The exponential form over real values of the names, where the assumptions hold.
 * @throws NotAnalysable, BudgetExhausted as `normalForm`.
 */
export function exponentialForm(e: Expression, assumptions: readonly Expression[]): ExponentialForm {
  const inExponentials = toExponentials(e, assumptions);
  const table = exponentTable(inExponentials);
  const kernels = new Kernels();
  const placeholders = new Map<string, Expression>();
  const units = new ExpressionMap<{ placeholder: Expression; denominator: integer.Integer }>();
  for (const [basis, denominator] of table.entries()) {
    if (equal(basis, ONE)) continue;
    const unit = power(E, product(basis, number(rational.rational(1, denominator))));
    const placeholder = name(`${PLACEHOLDER}${placeholders.size}`);
    placeholders.set(`${PLACEHOLDER}${placeholders.size}`, unit);
    const whole = wholeValue(basis);
    const value = whole && toExponentials(whole, assumptions);
    const degree = Number(denominator);
    if (value && degree === 1) {
      units.set(basis, { placeholder: value, denominator });
      continue;
    }
    kernels.index(placeholder, value ? () => ({ degree, value: normalForm(value, kernels) }) : undefined);
    units.set(basis, { placeholder, denominator });
  }
  const replaced = withCommonRoots(replaceExponentials(inExponentials, units));
  return { fraction: normalForm(replaced, kernels), kernels, placeholders };
}

/** A numerator that reduces to 0, with the placeholders put back: its coefficients are constants that may hide a 0. */
export function placeholderFree(e: Expression, placeholders: ReadonlyMap<string, Expression>): Expression {
  if (e.kind === "name") return placeholders.get(e.name) ?? e;
  return mapChildren(e, (child) => placeholderFree(child, placeholders));
}

const HYPERBOLIC: Readonly<Record<string, (up: Expression, down: Expression) => Expression>> = {
  sinh: (up, down) => product(HALF, subtract(up, down)),
  cosh: (up, down) => product(HALF, sum(up, down)),
  tanh: (up, down) => divide(subtract(up, down), sum(up, down)),
  coth: (up, down) => divide(sum(up, down), subtract(up, down)),
  sech: (up, down) => divide(TWO, sum(up, down)),
  csch: (up, down) => divide(TWO, subtract(up, down)),
};

/** The circular functions by e^(iu), from the hyperbolic ones: sin u = sinh(iu)/i and so on. */
const CIRCULAR: Readonly<Record<string, (up: Expression, down: Expression) => Expression>> = {
  sin: (up, down) => product(number(rational.rational(-1, 2)), I, subtract(up, down)),
  cos: (up, down) => product(HALF, sum(up, down)),
  tan: (up, down) => product(number(-1), I, divide(subtract(up, down), sum(up, down))),
  cot: (up, down) => product(I, divide(sum(up, down), subtract(up, down))),
  sec: (up, down) => divide(TWO, sum(up, down)),
  csc: (up, down) => product(TWO, I, divide(ONE, subtract(up, down))),
};

/** Inverse functions by logarithms, arcsin and arctan; the identities hold for real values and principal branches. */
const INVERSES: Readonly<Record<string, (u: Expression) => Expression>> = {
  ...AREA_FUNCTIONS,
  arcoth: (u) => call("artanh", divide(ONE, u)),
  arsech: (u) => call("arcosh", divide(ONE, u)),
  arcsch: (u) => call("arsinh", divide(ONE, u)),
  arccos: (u) => subtract(product(HALF, PI), call("arcsin", u)),
  arccot: (u) => subtract(product(HALF, PI), call("arctan", u)),
  arcsec: (u) => call("arccos", divide(ONE, u)),
  arccsc: (u) => call("arcsin", divide(ONE, u)),
};

/** What a complex number and its conjugate make of its parts. */
const PARTS: Readonly<Record<string, (u: Expression, conjugate: Expression) => Expression>> = {
  Re: (u, other) => product(HALF, sum(u, other)),
  Im: (u, other) => product(number(rational.rational(-1, 2)), I, subtract(u, other)),
  conj: (_, other) => other,
  abs: (u, other) => power(product(u, other), HALF),
};

function toExponentials(e: Expression, assumptions: readonly Expression[]): Expression {
  const at = (part: Expression): Expression => toExponentials(part, assumptions);
  if (e.kind === "call") {
    const [u, v] = e.args;
    if (u && e.name in HYPERBOLIC) return HYPERBOLIC[e.name]?.(exponential(at(u)), exponential(negate(at(u)))) ?? e;
    if (u && e.name in CIRCULAR) return CIRCULAR[e.name]?.(exponential(product(I, at(u))), exponential(negate(product(I, at(u))))) ?? e;
    if (u && !isReal(u)) {
      const sizes = e.name === "abs" ? factorsOf(u).map((factor) => sizeOf(factor)) : [];
      if (sizes.length > 0 && !sizes.some((size) => equal(size, e))) return at(product(...sizes));
      const other = PARTS[e.name]?.(u, conjugate(u));
      if (other && !equal(other, e)) return at(other);
    }
    const other = INVERSES[e.name];
    const inDomain = (family(e.name)?.domain?.(e.args) ?? []).every((condition) => decide(condition, assumptions) === true);
    if (u && other && inDomain) return at(other(u));
    if (u && e.name === "ln") return withExponents(expandedLogarithm(factoredForm(realForm(u)), assumptions, true), assumptions);
    if (u && v && e.name === "log") return divide(at(call("ln", v)), at(call("ln", u)));
    if (u && v && e.name === "root" && u.kind === "number" && Number(u.value.num) % 2 === 1)
      return withRoots(oddRootOf(realForm(v), Number(u.value.num), assumptions), at);
    if (u && e.name === "abs" && isReal(u)) return withRoots(rootOf(power(realForm(u), TWO), 2, assumptions), at);
    return mapChildren(e, at);
  }
  if (e.kind !== "power") return mapChildren(e, at);
  if (e.exponent.kind !== "number") {
    if (equal(e.base, E)) return exponential(at(e.exponent));
    return exponential(product(at(e.exponent), at(call("ln", e.base))));
  }
  const { num, den } = e.exponent.value;
  if (den === 1) return power(at(e.base), e.exponent);
  if (typeof den === "bigint" || equal(e.base, E)) return e;
  return power(withRoots(rootOf(realForm(e.base), den, assumptions), at), number(rational.rational(num)));
}

/** |u|, and |u^n| as |u|^n for whole n. */
function sizeOf(factor: Expression): Expression {
  const isWhole = factor.kind === "power" && factor.exponent.kind === "number" && factor.exponent.value.den === 1;
  return isWhole ? power(call("abs", factor.base), factor.exponent) : call("abs", factor);
}

/** A root taken apart where real rules allow it, else whole. */
function rootOf(e: Expression, n: number, assumptions: readonly Expression[]): Expression {
  return isReal(e) ? splitRoot(e, n, assumptions) : power(e, number(rational.rational(1, n)));
}

function oddRootOf(e: Expression, n: number, assumptions: readonly Expression[]): Expression {
  return isReal(e) ? splitOddRoot(e, n, assumptions) : call("root", number(n), e);
}

/**
 * Roots are taken apart while what stands under them is still written in real terms, since signs and even powers mean nothing
 * for exponentials of imaginary numbers; then the radicands go over to exponentials.
 */
function withRoots(e: Expression, at: (part: Expression) => Expression): Expression {
  if (isRoot(e)) return power(radicandIn(e.base, at), e.exponent);
  if (e.kind === "call" && e.name === "root") return mapChildren(e, at);
  return e.kind === "product" || e.kind === "power" ? mapChildren(e, (child) => withRoots(child, at)) : at(e);
}

/** The radicand b² that stands for |b| is squared again afterwards, not expanded. */
function radicandIn(base: Expression, at: (part: Expression) => Expression): Expression {
  return base.kind === "power" && base.exponent.kind === "number" ? power(at(base.base), base.exponent) : at(base);
}

/** The logarithms that an expansion left stand whole, their arguments in exponential form. */
function withExponents(e: Expression, assumptions: readonly Expression[]): Expression {
  if (e.kind === "call" && e.name === "ln") {
    const [u] = e.args;
    return u && (u.kind === "name" || u.kind === "number" || u.kind === "constant") ? e : mapChildren(e, (part) => toExponentials(part, assumptions));
  }
  return e.kind === "call" ? toExponentials(e, assumptions) : mapChildren(e, (child) => withExponents(child, assumptions));
}

/** Brought to lowest terms in real terms, sin² = 1 − cos² divided out where there are angles. */
function realForm(e: Expression): Expression {
  return hasAngles(e) ? whereRational(() => angleNormalForm(e), e) : lowestTerms(e);
}

/** Brought to lowest terms, so that terms and factors can be seen. */
function lowestTerms(e: Expression): Expression {
  const form = rationalForm(e);
  return form ? fractionExpression(form, form.kernels) : e;
}

/** As a product of its factors, so that a logarithm can be taken apart. */
function factoredForm(e: Expression): Expression {
  const parts = polynomialFactors(e);
  return parts ? product(number(parts.content), ...parts.factors.map(({ base, exponent }) => power(base, number(exponent)))) : e;
}

/** e^v with v expanded and its parts that are known values taken out: e^(r ln a) = a^r. */
function exponential(v: Expression): Expression {
  // Over a common denominator y stands as x y/x.
  const terms = fractionTerms(lowestTerms(v)).map(lowestTerms);
  const known: Expression[] = [];
  const open: Expression[] = [];
  for (const term of terms) {
    const { coefficient, rest } = splitCoefficient(term);
    const [inside] = rest.kind === "call" && rest.name === "ln" ? rest.args : [];
    if (inside) known.push(power(inside, number(coefficient)));
    else open.push(term);
  }
  const rest = sum(...open);
  return product(...known, isNumber(rest, 0) ? ONE : power(E, rest));
}

/** The terms of a sum, or of a sum over a denominator. */
function fractionTerms(e: Expression): readonly Expression[] {
  if (e.kind === "sum") return e.terms;
  if (e.kind !== "product") return [e];
  const top = e.factors.find((factor) => factor.kind === "sum");
  if (top?.kind !== "sum") return [e];
  const others = e.factors.filter((factor) => factor !== top);
  return top.terms.map((term) => product(term, ...others));
}

/** Roots of one radicand by one root: x^(1/2) and x^(1/3) as powers of x^(1/6), which holds for principal values. */
function withCommonRoots(e: Expression): Expression {
  const degrees = new ExpressionMap<integer.Integer>();
  for (const part of findAll(e, isRoot)) {
    if (part.kind === "power" && part.exponent.kind === "number") degrees.set(part.base, integer.lcm(degrees.get(part.base) ?? 1, part.exponent.value.den));
  }
  const replaced = (part: Expression): Expression => {
    if (part.kind !== "power" || part.exponent.kind !== "number" || part.exponent.value.den === 1) return mapChildren(part, replaced);
    const common = degrees.get(part.base) ?? part.exponent.value.den;
    if (common === part.exponent.value.den) return power(mapChildren(part.base, replaced), part.exponent);
    const unit = power(part.base, number(rational.rational(1, common)));
    return power(unit, number(rational.multiply(part.exponent.value, rational.rational(common))));
  };
  return replaced(e);
}

function isExponential(e: Expression): e is Expression & { readonly kind: "power" } {
  return e.kind === "power" && equal(e.base, E);
}

/** For each basis term of the exponents the least common denominator of its coefficients. */
function exponentTable(e: Expression): ExpressionMap<integer.Integer> {
  const table = new ExpressionMap<integer.Integer>();
  for (const part of findAll(e, isExponential)) {
    if (part.kind !== "power") continue;
    for (const term of fractionTerms(part.exponent)) {
      const { coefficient, rest } = splitCoefficient(term);
      table.set(rest, integer.lcm(table.get(rest) ?? 1, coefficient.den));
    }
  }
  return table;
}

function replaceExponentials(e: Expression, units: ExpressionMap<{ placeholder: Expression; denominator: integer.Integer }>): Expression {
  if (!isExponential(e)) return mapChildren(e, (child) => replaceExponentials(child, units));
  const factors = fractionTerms(e.exponent).map((term) => {
    const { coefficient, rest } = splitCoefficient(term);
    const unit = units.get(rest);
    if (!unit) return power(E, term);
    return power(unit.placeholder, number(rational.multiply(coefficient, rational.rational(unit.denominator))));
  });
  return product(...factors);
}

/** e^basis where it is algebraic over the other kernels: e^(iπ) = −1, e^(i arcsin x) = ix + √(1 − x²), e^(i arctan x) = (1 + ix)/√(1 + x²). */
function wholeValue(basis: Expression): Expression | undefined {
  const factors = factorsOf(basis);
  const [only, ...more] = factors.filter((factor) => !equal(factor, I));
  if (!only || more.length > 0 || factors.length === 1) return undefined;
  if (only.kind === "constant" && only.name === "pi") return number(-1);
  const [x] = only.kind === "call" ? only.args : [];
  if (only.kind !== "call" || !x || !isReal(x)) return undefined;
  if (only.name === "arcsin") return sum(power(subtract(ONE, power(x, TWO)), HALF), product(I, x));
  if (only.name === "arctan") return divide(sum(ONE, product(I, x)), power(sum(ONE, power(x, TWO)), HALF));
  return undefined;
}

/** Whether every coefficient of the numerator, a constant each, passes a test; the monomials are in the kernels that hold names. */
export function everyCoefficient(form: ExponentialForm, isConstant: (kernel: Expression) => boolean, test: (coefficient: poly.Polynomial) => boolean): boolean {
  const groups = new Map<string, poly.Term[]>();
  const constants = Array.from({ length: form.kernels.count }, (_, k) => isConstant(form.kernels.kernel(k)));
  for (const term of form.fraction.numerator) {
    const key = constants.map((constant, k) => (constant ? 0 : (term.exponents[k] ?? 0))).join();
    const inner = { ...term, exponents: term.exponents.map((exponent, k) => (constants[k] ? exponent : 0)) };
    groups.set(key, [...(groups.get(key) ?? []), inner]);
  }
  return [...groups.values()].every((terms) => test(poly.fromTerms(terms)));
}
