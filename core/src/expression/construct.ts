import { terminatingDecimal } from "../number/decimal.ts";
import * as integer from "../number/integer.ts";
import type { Rational } from "../number/rational.ts";
import * as rational from "../number/rational.ts";
import {
  type CasesNode,
  type Comparison,
  type ConstantName,
  compare,
  distinct,
  type Expression,
  ExpressionMap,
  equal,
  findAll,
  freeNames,
  type IteratedNode,
  type NameRange,
  type NumberNode,
  node,
  type SumNode,
} from "./expression.ts";
import { family } from "./functions/registry.ts";
import { positivePower, rationalToInteger, surd } from "./numeric-power.ts";
import { isReal } from "./realness.ts";

/**
 * The canonical constructors (after J. S. Cohen, Computer Algebra and Symbolic Computation: Mathematical Methods, 2003,
 * chapter 3), with one rule on top: **they never change the domain of definition**. `x/x` stays x·x⁻¹, `√x·√x` stays
 * (√x)², and 0·(1/x) stays, until a rewrite cancels them and says under which condition. So what an expression is defined
 * for can be read off it at any time.
 */

const SMALL = 64;
const smallNumbers = new Map<number, NumberNode>();

/** A rational number; `typed` is the literal its author wrote, kept only where it has exactly that value. A machine number must be whole. */
export function number(value: Rational | number, typed?: string): NumberNode {
  const small = typed !== undefined ? undefined : typeof value === "number" ? value : value.den === 1 && typeof value.num === "number" ? value.num : undefined;
  if (small === undefined || Math.abs(small) > SMALL) return newNumber(value, typed);
  const known = smallNumbers.get(small);
  if (known) return known;
  const made = newNumber(value, undefined);
  smallNumbers.set(small, made);
  return made;
}

function newNumber(value: Rational | number, typed: string | undefined): NumberNode {
  const exact = typeof value === "number" ? rational.rational(value) : value;
  // What is printed must be the value: a literal of another number is not kept.
  const isOwn = typed !== undefined && rational.equal(rational.parseDecimal(typed), rational.abs(exact));
  return node<NumberNode>({ kind: "number", value: exact, ...(isOwn ? { typed } : {}) });
}

/** A named number: pi, e, i, or infinity. */
export function constant(name: ConstantName): Expression {
  return node({ kind: "constant", name });
}

/** A name; it stands for real numbers unless said otherwise. */
export function name(text: string, range: NameRange = "real", place?: number): Expression {
  return node({ kind: "name", name: text, range, ...(place === undefined ? {} : { place }) });
}

/** The name as it stands in an expression, with what it ranges over there; a real one where it does not occur. */
export function nameIn(e: Expression, text: string): Expression {
  return findAll(e, (part) => part.kind === "name" && part.name === text)[0] ?? name(text);
}

export const ZERO = number(0);
export const ONE = number(1);
export const TWO = number(2);
export const MINUS_ONE = number(-1);
export const HALF = number(rational.HALF);
export const PI = constant("pi");
export const E = constant("e");
export const I = constant("i");

/** Whether the expression is the number with this whole value. */
export function isNumber(e: Expression, value: number): boolean {
  return e.kind === "number" && e.value.num === value && e.value.den === 1;
}

/** The value of a number; undefined for anything else. */
export function numberValue(e: Expression): Rational | undefined {
  return e.kind === "number" ? e.value : undefined;
}

/** Defined for all real (and complex) values of its names: then 0 · e may be written 0. */
export function isTotal(e: Expression): boolean {
  switch (e.kind) {
    case "number":
    case "name":
      return true;
    case "constant":
      return e.name !== "infinity";
    case "sum":
      return e.terms.every(isTotal);
    case "product":
      return e.factors.every(isTotal);
    case "power": {
      if (!isTotal(e.base)) return false;
      const exponent = numberValue(e.exponent);
      if (exponent && rational.isInteger(exponent) && exponent.num > 0) return true;
      return isPositiveConstant(e.base) && isTotal(e.exponent);
    }
    case "call":
      return (family(e.name)?.total ?? false) && e.args.every(isTotal);
    default:
      return false;
  }
}

/** A constant whose sign is plain to see: a positive number, pi, e, or a power of one. */
export function isPositiveConstant(e: Expression): boolean {
  if (e.kind === "number") return e.value.num > 0;
  if (e.kind === "constant") return e.name === "pi" || e.name === "e";
  return e.kind === "power" && isPositiveConstant(e.base) && e.exponent.kind === "number";
}

/** The rational coefficient of a term and the rest of it. */
export function splitCoefficient(term: Expression): { coefficient: Rational; rest: Expression } {
  if (term.kind === "number") return { coefficient: term.value, rest: ONE };
  const first = term.kind === "product" ? term.factors[0] : undefined;
  if (term.kind === "product" && first?.kind === "number") {
    const others = term.factors.slice(1);
    const [only] = others;
    return { coefficient: first.value, rest: others.length === 1 && only ? only : node({ kind: "product", factors: others }) };
  }
  return { coefficient: rational.ONE, rest: term };
}

/** The literal an author typed for the coefficient of a term, where there is one. */
function typedCoefficient(term: Expression): string | undefined {
  const first = term.kind === "product" ? term.factors[0] : term;
  return first?.kind === "number" ? first.typed : undefined;
}

/** From so many numbers on, they are added over common denominators at once. */
const MANY = 4;

/** The sum of terms: nested sums opened, like terms collected, in the one order of expressions; a term with coefficient 0 is left out only where it is defined everywhere. */
export function sum(...terms: readonly Expression[]): Expression {
  if (terms.length > MANY && terms.every((term) => term.kind === "number" && term.typed === undefined)) {
    return number(rational.total(terms.flatMap((term) => (term.kind === "number" ? [term.value] : []))));
  }
  const groups = new ExpressionMap<{ coefficient: Rational; typed?: string | undefined }>();
  const collect = (term: Expression): void => {
    if (term.kind === "sum") {
      term.terms.forEach(collect);
      return;
    }
    const { coefficient, rest } = splitCoefficient(term);
    const known = groups.get(rest);
    if (!known) groups.set(rest, { coefficient, typed: typedCoefficient(term) });
    else if (rational.isZero(known.coefficient)) groups.set(rest, { coefficient, typed: typedCoefficient(term) });
    else if (!rational.isZero(coefficient)) {
      const total = rational.add(known.coefficient, coefficient);
      const decimal = known.typed !== undefined || typedCoefficient(term) !== undefined;
      groups.set(rest, { coefficient: total, typed: decimal ? decimalLiteral(total) : undefined });
    }
  };
  terms.forEach(collect);
  const collected: Expression[] = [];
  // Ordered by what the coefficients stand before, so that e and −e have their terms in the same order.
  for (const [rest, { coefficient, typed }] of [...groups.entries()].sort(([a], [b]) => compare(a, b))) {
    if (rational.isZero(coefficient) && isTotal(rest)) continue;
    const scale = number(coefficient, typed);
    if (equal(rest, ONE)) collected.push(scale);
    else if (rational.isOne(coefficient)) collected.push(rest);
    else collected.push(node({ kind: "product", factors: rest.kind === "product" ? [scale, ...rest.factors] : [scale, rest] }));
  }
  const [only] = collected;
  if (!only) return ZERO;
  if (collected.length === 1) return only;
  return node({ kind: "sum", terms: collected });
}

/** −e. */
export function negate(e: Expression): Expression {
  return product(MINUS_ONE, e);
}

/** a − b. */
export function subtract(a: Expression, b: Expression): Expression {
  return sum(a, negate(b));
}

/** a / b, as a times b to the power −1; it is not checked that b differs from 0. */
export function divide(a: Expression, b: Expression): Expression {
  return product(a, power(b, MINUS_ONE));
}

/** The decimal that prints a number computed from decimals, when it ends early enough to be read. */
export function decimalLiteral(value: Rational): string | undefined {
  if (rational.isInteger(value)) return undefined;
  const text = terminatingDecimal(rational.abs(value));
  return text !== undefined && text.length <= LONGEST_DECIMAL ? text : undefined;
}

const LONGEST_DECIMAL = 9;

interface Gathered {
  coefficient: Rational;
  /** The decimal literal of the numbers seen so far. */
  typed?: string | undefined;
  /** Radicands of the square, cube, … roots of whole numbers seen so far, by degree. */
  readonly radicands: Map<number, integer.Integer>;
  /** Exponent of i, modulo 4. */
  turns: number;
  readonly bases: ExpressionMap<Expression[]>;
}

/** A product in canonical form: numbers, whole radicands and powers of one base gathered; nothing that may be undefined is cancelled. */
export function product(...factors: readonly Expression[]): Expression {
  const all: Gathered = { coefficient: rational.ONE, radicands: new Map(), turns: 0, bases: new ExpressionMap() };
  for (const factor of factors) gather(all, factor);
  multiplyRadicals(all);
  if (all.turns >= 2) {
    all.coefficient = rational.negate(all.coefficient);
    all.turns -= 2;
  }
  const others: Expression[] = [...all.radicands].map(([degree, radicand]) => radical(radicand, degree));
  if (all.turns === 1) others.push(I);
  for (const [base, exponents] of all.bases.entries()) {
    for (const exponent of exponents) others.push(rawPower(base, exponent));
  }
  if (rational.isZero(all.coefficient)) {
    const partial = others.filter((other) => !isTotal(other)).sort(compare);
    return partial.length === 0 ? ZERO : node({ kind: "product", factors: [ZERO, ...partial] });
  }
  others.sort(compare);
  const [only] = others;
  const scale = number(all.coefficient, all.typed);
  if (!only) return scale;
  // A number is multiplied into the first sum of constants, so that (1 + √2)/2 and 1/2 + √2/2 are one tree.
  const host = others.findIndex(isConstantSum);
  const hosted = host >= 0 && !rational.isOne(all.coefficient) ? others.map((other, k) => (k === host ? scaleTerms(other, scale) : other)) : others;
  const [first] = hosted;
  if (hosted.length === 1 && first && (host >= 0 || rational.isOne(all.coefficient))) return first;
  if (host >= 0 || rational.isOne(all.coefficient)) return node({ kind: "product", factors: hosted });
  return node({ kind: "product", factors: [scale, ...others] });
}

function isConstantSum(e: Expression): e is SumNode {
  return e.kind === "sum" && freeNames(e).size === 0;
}

function scaleTerms(e: Expression, scale: NumberNode): Expression {
  return e.kind === "sum" ? sum(...e.terms.map((term) => product(scale, term))) : product(scale, e);
}

/** The greatest rational number that leaves whole coefficients when the terms of a sum are divided by it. */
export function termContent(e: SumNode): Rational {
  const coefficients = e.terms.map((term) => splitCoefficient(term).coefficient);
  const num = coefficients.reduce<integer.Integer>((common, c) => integer.gcd(common, c.num), 0);
  const den = coefficients.reduce<integer.Integer>((common, c) => integer.lcm(common, c.den), 1);
  return num === 0 ? rational.ONE : rational.rational(num, den);
}

/** The content with the sign that makes the first term that is no number positive. */
function contentOf(e: SumNode): Rational {
  const leading = e.terms.find((term) => term.kind !== "number") ?? e;
  const size = termContent(e);
  return splitCoefficient(leading).coefficient.num < 0 ? rational.negate(size) : size;
}

/** Multiplies the coefficient. The literal stays as typed while it is alone; a product of decimals is a decimal where it ends. */
function scaleBy(all: Gathered, value: Rational, typed: string | undefined): void {
  const isUnit = ({ num, den }: Rational): boolean => den === 1 && integer.abs(num) === 1;
  const before = all.coefficient;
  all.coefficient = rational.multiply(before, value);
  if (isUnit(before)) all.typed = typed;
  else if (!isUnit(value)) all.typed = all.typed !== undefined || typed !== undefined ? decimalLiteral(all.coefficient) : undefined;
}

function gather(all: Gathered, factor: Expression): void {
  if (factor.kind === "product") {
    for (const inner of factor.factors) gather(all, inner);
  } else if (factor.kind === "number") {
    scaleBy(all, factor.value, factor.typed);
  } else if (factor.kind === "constant" && factor.name === "i") {
    all.turns = (all.turns + 1) % 4;
  } else if (isConstantSum(factor) && !rational.isOne(contentOf(factor))) {
    const content = contentOf(factor);
    scaleBy(all, content, undefined);
    gather(all, scaleTerms(factor, number(rational.invert(content))));
  } else if (isRadical(factor)) {
    const degree = Number(factor.exponent.value.den);
    all.radicands.set(degree, integer.multiply(all.radicands.get(degree) ?? 1, factor.base.value.num));
  } else {
    const [base, exponent] = factor.kind === "power" && !isRoot(factor) ? [factor.base, factor.exponent] : [factor, ONE];
    const known = all.bases.get(base) ?? [];
    const partner = known.findIndex((other) => mayCombine(base, other, exponent));
    const combined = partner >= 0 ? sum(known[partner] ?? ZERO, exponent) : exponent;
    const rest = known.filter((_, k) => k !== partner);
    all.bases.set(base, isNumber(combined, 0) ? rest : [...rest, combined]);
    if (partner >= 0) renormalise(all, base, combined);
  }
}

/** A root of something that is no positive constant is a base of its own: √x·√x is (√x)², not x. */
function isRoot(e: Expression & { kind: "power" }): boolean {
  return e.exponent.kind === "number" && e.exponent.value.den !== 1 && !isPositiveConstant(e.base);
}

/** A combined exponent may make the power a number again (2^x · 2^−x·2 …): then it is gathered anew. */
function renormalise(all: Gathered, base: Expression, exponent: Expression): void {
  if (base.kind !== "number" || exponent.kind !== "number") return;
  all.bases.set(
    base,
    (all.bases.get(base) ?? []).filter((known) => known !== exponent),
  );
  gather(all, power(base, exponent));
}

/** x^a · x^b may be written x^(a+b) where this changes nothing about where it is defined. */
function mayCombine(base: Expression, a: Expression, b: Expression): boolean {
  if (isPositiveConstant(base)) return isTotal(a) && isTotal(b);
  const [first, second] = [numberValue(a), numberValue(b)];
  if (first && second) return rational.isInteger(first) && rational.isInteger(second) && rational.sign(first) === rational.sign(second);
  return !first && !second && sum(a, b).kind !== "number";
}

interface Radical {
  readonly base: NumberNode;
  readonly exponent: NumberNode;
}

function isRadical(e: Expression): e is Expression & Radical {
  return (
    e.kind === "power" &&
    e.base.kind === "number" &&
    e.exponent.kind === "number" &&
    e.base.value.num > 0 &&
    e.base.value.den === 1 &&
    e.exponent.value.num === 1
  );
}

function radical(radicand: integer.Integer, degree: number): Expression {
  return rawPower(number(rational.rational(radicand)), number(rational.rational(1, degree)));
}

/** √2·√6 → 2√3: the radicands of one degree are multiplied and their perfect powers taken out, from the highest degree down, since a root of lower degree may be left. */
function multiplyRadicals(all: Gathered): void {
  const open = new Map(all.radicands);
  all.radicands.clear();
  while (open.size > 0) {
    const degree = Math.max(...open.keys());
    const reduced = surd(open.get(degree) ?? 1, degree);
    open.delete(degree);
    if (!rational.isOne(reduced.coefficient)) scaleBy(all, reduced.coefficient, undefined);
    if (reduced.radicand === 1) continue;
    if (reduced.degree < degree) open.set(reduced.degree, integer.multiply(open.get(reduced.degree) ?? 1, reduced.radicand));
    else all.radicands.set(degree, reduced.radicand);
  }
}

function rawPower(base: Expression, exponent: Expression): Expression {
  return isNumber(exponent, 1) ? base : node({ kind: "power", base, exponent });
}

/** The principal square root, e^(1/2). */
export function sqrt(e: Expression): Expression {
  return power(e, HALF);
}

/** base^exponent with its principal value e^(exponent · ln base). */
export function power(base: Expression, exponent: Expression): Expression {
  const value = numberValue(exponent);
  if (!value) return symbolicPower(base, exponent);
  if (rational.isOne(value)) return base;
  if (rational.isZero(value)) return isTotal(base) && !isNumber(base, 0) ? ONE : rawPower(base, exponent);
  if (base.kind === "number") return numberPower(base, value);
  if (base.kind === "constant" && base.name === "i" && rational.isInteger(value)) return powerOfI(value);
  if (rational.isInteger(value)) return integerPower(base, value);
  return fractionalPower(base, value);
}

function symbolicPower(base: Expression, exponent: Expression): Expression {
  if (isNumber(base, 1) && isTotal(exponent)) return ONE;
  if (base.kind === "power" && isPositiveConstant(base.base) && base.exponent.kind === "number") {
    return power(base.base, product(base.exponent, exponent));
  }
  const turn = base.kind === "constant" && base.name === "e" ? quarterTurns(exponent) : undefined;
  if (turn) return powerOfI(turn);
  // ln undoes e^: e^(ln 3) is 3 for every positive constant.
  if (base.kind === "constant" && base.name === "e" && exponent.kind === "call" && exponent.name === "ln") {
    const [argument] = exponent.args;
    if (argument && isPositiveConstant(argument)) return argument;
  }
  // e^(2 ln 3) is 3².
  if (base.kind === "constant" && base.name === "e" && exponent.kind === "product" && exponent.factors.length === 2) {
    const [scale, logarithm] = exponent.factors;
    const [argument] = logarithm?.kind === "call" && logarithm.name === "ln" ? logarithm.args : [];
    if (scale?.kind === "number" && argument && isPositiveConstant(argument)) return power(argument, scale);
  }
  return rawPower(base, exponent);
}

/** k where the exponent is k · iπ/2 with a whole k: e to it is i^k. */
function quarterTurns(exponent: Expression): Rational | undefined {
  const { coefficient, rest } = splitCoefficient(exponent);
  if (rest.kind !== "product" || rest.factors.length !== 2 || !rest.factors.some((part) => part.kind === "constant" && part.name === "i")) return undefined;
  if (!rest.factors.some((part) => part.kind === "constant" && part.name === "pi")) return undefined;
  const turns = rational.multiply(coefficient, rational.rational(2));
  return rational.isInteger(turns) ? turns : undefined;
}

function powerOfI(exponent: Rational): Expression {
  const turns = Number(integer.remainder(integer.add(integer.remainder(exponent.num, 4), 4), 4));
  return [ONE, I, MINUS_ONE, negate(I)][turns] ?? ONE;
}

function integerPower(base: Expression, value: Rational): Expression {
  const exponent = number(value);
  if (base.kind === "product") return product(...base.factors.map((factor) => power(factor, exponent)));
  const content = isConstantSum(base) ? contentOf(base) : rational.ONE;
  const outer = rational.isOne(content) ? undefined : rationalToInteger(content, value.num);
  if (outer) return product(number(outer), rawPower(scaleTerms(base, number(rational.invert(content))), exponent));
  // (a^u)^n = a^(un) for whole n: e^(n · u ln a) both times.
  if (base.kind === "power" && base.exponent.kind !== "number") return power(base.base, product(base.exponent, exponent));
  if (base.kind === "power") {
    const inner = numberValue(base.exponent);
    if (isPositiveConstant(base.base)) return power(base.base, product(base.exponent, exponent));
    // (x^a)^n = x^(an) for whole a, n; two negative exponents would lose x ≠ 0.
    if (inner && rational.isInteger(inner) && !(inner.num < 0 && value.num < 0)) {
      return power(base.base, number(rational.multiply(inner, value)));
    }
    // Of the forms that keep x ≠ 0, (x^-2)^-1 is written (x^-1)^-2.
    if (inner && rational.isInteger(inner) && inner.num < -1 && value.num < 0) {
      return rawPower(rawPower(base.base, MINUS_ONE), number(rational.negate(rational.multiply(inner, value))));
    }
  }
  return rawPower(base, exponent);
}

/** base^(p/q) is kept as (base^(1/q))^p; positive numbers come out of the root. */
function fractionalPower(base: Expression, value: Rational): Expression {
  if (base.kind === "constant" && isPositiveConstant(base)) return rawPower(base, number(value));
  if (value.num !== 1) return power(power(base, number(rational.rational(1, value.den))), number(rational.rational(value.num)));
  const { coefficient, rest } = splitCoefficient(base);
  const size = rational.abs(coefficient);
  // Only for real exponents: (e^(iy))^(1/2) is e^(iy/2) for some y and −e^(iy/2) for others.
  if (base.kind === "power" && isPositiveConstant(base.base) && isReal(base.exponent)) {
    return power(base.base, product(base.exponent, number(value)));
  }
  const outside = rest.kind === "product" ? rest.factors.filter((factor) => isPerfectConstantPower(factor, value)) : [];
  if (rest.kind === "product" && outside.length > 0) {
    const inside = rest.factors.filter((factor) => !outside.includes(factor));
    return product(...outside.map((factor) => power(factor, number(value))), power(product(number(coefficient), ...inside), number(value)));
  }
  if (rational.isOne(size) || rational.isZero(size)) return rawPower(base, number(value));
  const outer = positivePower(size, value);
  if (!outer) return rawPower(base, number(value));
  const kept = rational.rational(integer.multiply(integer.sign(coefficient.num), outer.degree === 1 ? 1 : insideOf(outer.radicand, outer.degree, value)));
  const inner = rational.isOne(kept) ? power(rest, number(value)) : rawPower(product(number(kept), rest), number(value));
  return product(number(outer.coefficient), inner);
}

/** π² under a square root, and the like: it comes out whole. */
function isPerfectConstantPower(factor: Expression, root: Rational): boolean {
  if (factor.kind !== "power" || factor.base.kind !== "constant" || !isPositiveConstant(factor) || factor.exponent.kind !== "number") return false;
  return rational.isInteger(rational.multiply(factor.exponent.value, root));
}

/** The radicand brought back under the full root: 4^(1/4) = 2^(1/2) stays (… 4 …)^(1/4). */
function insideOf(radicand: integer.Integer, degree: number, value: Rational): integer.Integer {
  return integer.power(radicand, Number(value.den) / degree);
}

function numberPower(base: NumberNode, value: Rational): Expression {
  const unevaluated = () => rawPower(base, number(value));
  if (rational.isInteger(value)) {
    const exact = rationalToInteger(base.value, value.num);
    return exact ? number(exact) : unevaluated();
  }
  if (base.value.num === 0) return value.num > 0 ? ZERO : unevaluated();
  if (base.value.num < 0) {
    // (−a)^(p/q) = a^(p/q) (−1)^(p/q), and (−1)^(1/2) = i.
    const size = power(number(rational.negate(base.value)), number(value));
    if (value.den === 2) return product(size, powerOfI({ num: value.num, den: 1 }));
    if (value.num !== 1) return product(size, power(rawPower(MINUS_ONE, number(rational.rational(1, value.den))), number(rational.rational(value.num))));
    return product(size, rawPower(MINUS_ONE, number(value)));
  }
  const exact = positivePower(base.value, value);
  if (!exact) return unevaluated();
  return exact.degree === 1 ? number(exact.coefficient) : scaled(exact.coefficient, radical(exact.radicand, exact.degree));
}

function scaled(coefficient: Rational, e: Expression): Expression {
  return rational.isOne(coefficient) ? e : node({ kind: "product", factors: [number(coefficient), e] });
}

/** A function of the table applied to arguments: the family's exact values first. */
export function call(functionName: string, ...args: readonly Expression[]): Expression {
  return family(functionName)?.exact?.(args) ?? node({ kind: "call", name: functionName, args });
}

/** A comparison of two sides, as it stands. */
export function relation(left: Expression, comparison: Comparison, right: Expression): Expression {
  return node({ kind: "relation", comparisons: [comparison], operands: [left, right] });
}

/** A chain of comparisons a < b ≤ c: one comparison fewer than there are operands. */
export function chain(operands: readonly Expression[], comparisons: readonly Comparison[]): Expression {
  return node({ kind: "relation", comparisons, operands });
}

/** The statement left = right. */
export function equation(left: Expression, right: Expression): Expression {
  return relation(left, "=", right);
}

/** Items joined by `and` or `or`, flattened and without repetition; a single item stands for itself. */
export function logic(operator: "and" | "or", items: readonly Expression[]): Expression {
  const flat = items.flatMap((item) => (item.kind === "logic" && item.operator === operator ? item.items : [item]));
  const different = distinct(flat);
  const [only] = different;
  return only && different.length === 1 ? only : node({ kind: "logic", operator, items: different });
}

/** A vector by its components, or a matrix by its rows. */
export function tuple(items: readonly Expression[]): Expression {
  return node({ kind: "tuple", items });
}

/** A value by cases: the first branch whose condition holds, else `otherwise`; without that it has no value elsewhere. */
export function cases(branches: CasesNode["branches"], otherwise?: Expression): Expression {
  return node({ kind: "cases", branches, ...(otherwise ? { otherwise } : {}) });
}

/** A sum, product, integral or root over a bound name. */
export function iterated(content: Omit<IteratedNode, "kind" | "hash">): Expression {
  return node({ kind: "iterated", ...content });
}

/** The derivative of the given order that is written and not carried out. */
export function derivative(body: Expression, variable: string, order: number): Expression {
  return node({ kind: "derivative", variable, order, body });
}
