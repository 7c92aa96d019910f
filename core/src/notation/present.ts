import { negate, number as numberNode, splitCoefficient, sum } from "../expression/construct.ts";
import { compare, type Expression, factorsOf, findAll, freeNames, isRoot, type NameNode } from "../expression/expression.ts";
import { families, family } from "../expression/functions/registry.ts";
import * as integer from "../number/integer.ts";
import type { Rational } from "../number/rational.ts";
import * as rational from "../number/rational.ts";
import { name, number, plus, type Syntax } from "./syntax.ts";

/**
 * The human form of an expression, as a textbook prints it: descending powers, minus signs and fractions in their places,
 * roots instead of fractional powers, coefficients before names, decimals as they were typed. docs/printing.md has the rules.
 */
export function present(e: Expression): Syntax {
  switch (e.kind) {
    case "number":
      return presentNumber(e.value, e.typed);
    case "constant":
      return name(e.name);
    case "name":
      return CONSTANT_LETTERS.has(e.name) ? { kind: "name", name: e.name, own: true } : name(e.name);
    case "sum":
      return presentSum(e.terms);
    case "product":
    case "power":
      return presentProduct(e);
    case "call":
      return presentCall(e.name, e.args);
    case "relation":
      return { kind: "relation", comparisons: e.comparisons, operands: e.operands.map(present) };
    case "logic":
      return { kind: "logic", operator: e.operator, items: e.items.map(present) };
    case "tuple":
      return { kind: "tuple", items: e.items.map(present) };
    case "cases":
      return {
        kind: "cases",
        branches: e.branches.map(({ value, condition }) => ({ value: present(value), condition: present(condition) })),
        ...(e.otherwise ? { otherwise: present(e.otherwise) } : {}),
      };
    case "iterated":
      if (e.operator === "root") return presentRoot(e);
      return {
        kind: "iterated",
        operator: e.operator,
        variable: e.variable,
        ...(e.lower ? { lower: present(e.lower) } : {}),
        ...(e.upper ? { upper: present(e.upper) } : {}),
        body: present(e.body),
      };
    case "derivative":
      return { kind: "derivative", variable: e.variable, order: e.order, body: present(e.body) };
  }
}

/** Letters of constants that an author may declare as quantities. */
const CONSTANT_LETTERS: ReadonlySet<string> = new Set(["e", "i"]);

/** A root of a polynomial by its number; another one by the interval it is alone in. */
function presentRoot(e: Expression & { kind: "iterated" }): Syntax {
  const body = present(e.body);
  if (e.index !== undefined) return { kind: "root", index: e.index, body };
  const coordinate = e.body.kind === "tuple" ? { coordinate: e.variable } : {};
  return { kind: "root", body, ...coordinate, ...(e.lower && e.upper ? { lower: present(e.lower), upper: present(e.upper) } : {}) };
}

function presentNumber(value: Rational, typed: string | undefined): Syntax {
  if (value.num < 0) return { kind: "sign", sign: "-", operand: presentNumber(rational.negate(value), typed) };
  if (typed !== undefined) return number(typed);
  if (value.den === 1) return number(value.num.toString());
  return { kind: "fraction", numerator: number(value.num.toString()), denominator: number(value.den.toString()) };
}

function presentCall(functionName: string, args: readonly Expression[]): Syntax {
  const [first, second] = args;
  if (functionName === "factorial" && first) return { kind: "factorial", operand: present(first) };
  if (functionName === "root" && first?.kind === "number" && first.value.num === 3 && second) return { kind: "call", name: "cbrt", args: [present(second)] };
  if (functionName === "log" && first?.kind === "number" && first.value.den === 1 && second) {
    const alias = first.value.num === 10 ? "lg" : first.value.num === 2 ? "lb" : undefined;
    if (alias) return { kind: "call", name: alias, args: [present(second)] };
  }
  return { kind: "call", name: functionName, args: args.map(present) };
}

/** What decides the place of a term in a sum: kind first (polynomial, constant, other), then total degree, then the names in alphabetical order. */
interface Place {
  readonly group: number;
  readonly degree: number;
  readonly names: string;
}

interface Placed {
  readonly term: Expression;
  readonly place: Place;
}

const CONSTANT_GROUP = 1.5;
const PERIOD_GROUP = 2.5;
const FUNCTION_GROUP = 2;
const LAST_GROUP = 3;

/** Whole multiples of a constant such as 2πn; 2n + 1 is a polynomial. */
const repeats = (term: Expression): boolean =>
  findAll(term, (part) => part.kind === "constant").length > 0 && namesIn(term).every(({ range }) => range === "integer");

/** The place of a name that is written behind all other terms, as a constant of integration is. */
export const LAST_PLACE = 1000;

function placeOf(term: Expression): Place {
  const { rest } = splitCoefficient(term);
  if (rest.kind === "name" && rest.place === LAST_PLACE) return { group: LAST_GROUP, degree: 0, names: rest.name };
  if (freeNames(term).size === 0) {
    // Among constants the rational number leads and i comes last: 3 + √2 + i.
    const complex =
      rest.kind === "constant" && rest.name === "i" ? 2 : rest.kind === "product" && rest.factors.some((f) => f.kind === "constant" && f.name === "i") ? 2 : 0;
    return { group: CONSTANT_GROUP, degree: -(term.kind === "number" ? 0 : 1 + complex), names: "" };
  }
  // What repeats comes behind what it repeats: π/6 + 2πn.
  if (repeats(term)) return { group: PERIOD_GROUP, degree: 0, names: "" };
  const factors = factorsOf(rest);
  let degree = 0;
  let polynomial = true;
  let broken = false;
  const letters: string[] = [];
  for (const factor of factors) {
    const [base, exponent] = factor.kind === "power" ? [factor.base, factor.exponent] : [factor, numberNode(1)];
    if (freeNames(factor).size === 0) continue;
    if (base.kind === "name" && exponent.kind === "number") {
      const power = rational.toNumber(exponent.value);
      degree += power;
      letters.push(`${orderOf(base)} ${String(1000 - power).padStart(6, "0")} `);
    } else if (base.kind === "sum" && exponent.kind === "number" && exponent.value.den === 1) {
      degree += rational.toNumber(exponent.value);
      broken ||= exponent.value.num < 0;
      if (letters.every((own) => own !== firstLetter(base))) letters.push(firstLetter(base));
    } else polynomial = false;
  }
  // Fractions come after the polynomial part and its constant: x + 1 + 2/(x − 1).
  return { group: !polynomial ? FUNCTION_GROUP : broken || degree < 0 ? 1.7 : 1, degree, names: letters.sort().join("") };
}

const namesIn = (e: Expression): readonly NameNode[] => findAll(e, (part) => part.kind === "name").flatMap((part) => (part.kind === "name" ? [part] : []));

/** What sorts names: the place that their author gave them, then the alphabet; names that no author wrote come last. */
const orderOf = ({ name: own, place }: NameNode): string => `${String(place ?? 999).padStart(3, "0")} ${own}`;

/** The letter of an expression that comes first. */
const firstLetter = (e: Expression): string =>
  findAll(e, (part) => part.kind === "name")
    .flatMap((part) => (part.kind === "name" ? [orderOf(part)] : []))
    .sort()[0] ?? "";

/**
 * A polynomial in one function by its falling powers: 2 sin² x + sin x − 1, 2 cos x + 1; undefined for other sums, and where the number
 * leads as one is used to see it: 1 + cos x, 1 − sin² x, 1 + 2i sin x.
 */
function inPowersOfFunction(terms: readonly Expression[]): readonly Expression[] | undefined {
  const plain = terms.filter((term) => freeNames(term).size === 0);
  const own = terms.filter((term) => !plain.includes(term)).map((term) => ({ term, ...functionPower(term) }));
  const [first] = own;
  if (
    !first?.base ||
    plain.length !== 1 ||
    plain.some((term) => term.kind !== "number") ||
    !own.every(({ base }) => base && compare(base, first.base ?? base) === 0)
  )
    return undefined;
  const { coefficient } = splitCoefficient(first.term);
  if (own.length === 1 && (coefficient.num < 0 || rational.isOne(coefficient))) return undefined;
  return [...[...own].sort((a, b) => b.power - a.power).map(({ term }) => term), ...plain];
}

/** The function of which a term is a multiple of a power. */
function functionPower(term: Expression): { readonly base?: Expression; readonly power: number } {
  const { rest } = splitCoefficient(term);
  const base = baseOf(rest);
  const power = rest.kind !== "power" ? 1 : rest.exponent.kind === "number" && rest.exponent.value.den === 1 ? Number(rest.exponent.value.num) : 0;
  return base.kind === "call" && power > 0 ? { base, power } : { power: 0 };
}

/** Terms with their places, which are found once for each and not at every comparison. */
function inOrder(terms: readonly Expression[]): readonly Expression[] {
  const powers = inPowersOfFunction(terms);
  if (powers) return powers;
  const found = terms.map((term) => ({ term, place: placeOf(term) }));
  // A sum of squares has no leading power: R² + ω² L².
  const isOfSquares = terms.length === 2 && terms.every(isSquareOfNames);
  const placed = (isOfSquares ? found.map((one) => ({ ...one, place: { ...one.place, degree: 0 } })) : found).sort(byPlace);
  const [real, imaginary] = [placed.filter(({ term }) => !hasUnit(term)), placed.filter(({ term }) => hasUnit(term))];
  const own = real.length > 0 && imaginary.length > 0 && !areOfComplexName(real, imaginary) ? [...real, ...imaginary] : placed;
  return own.map(({ term }) => term);
}

/** Whether a term is a positive number times even powers of names and sums. */
function isSquareOfNames(term: Expression): boolean {
  const { coefficient, rest } = splitCoefficient(term);
  const isSquare = (factor: Expression): boolean =>
    factor.kind === "power" &&
    factor.exponent.kind === "number" &&
    factor.exponent.value.den === 1 &&
    Number(factor.exponent.value.num) === 2 &&
    (factor.base.kind === "name" || factor.base.kind === "sum");
  return coefficient.num > 0 && factorsOf(rest).every(isSquare);
}

/** Whether i is a factor of a term. */
const hasUnit = (term: Expression): boolean => factorsOf(term).some((factor) => factor.kind === "constant" && factor.name === "i");

/** Whether terms are parts of one polynomial in a complex name, whose order is that of its powers; other real parts stand before imaginary ones. */
function areOfComplexName(some: readonly Placed[], others: readonly Placed[]): boolean {
  const holdsComplex = (placed: readonly Placed[]): boolean =>
    placed.some(({ term }) => findAll(term, (part) => part.kind === "name" && part.range === "complex").length > 0);
  return holdsComplex(some) || holdsComplex(others);
}

function byPlace({ term: a, place: p }: Placed, { term: b, place: q }: Placed): number {
  if (p.group !== q.group) return p.group - q.group;
  if (p.degree !== q.degree) return q.degree - p.degree;
  if (p.names !== q.names) return p.names < q.names ? -1 : 1;
  const [left, right] = [splitCoefficient(a).rest, splitCoefficient(b).rest];
  return functionRank(baseOf(left)) - functionRank(baseOf(right)) || compareFunctions(left, right) || compare(left, right);
}

/** Products of functions by their first functions that differ: sin x cos y before sin y cos x. */
function compareFunctions(a: Expression, b: Expression): number {
  const [left, right] = [factorsInOrder(factorsOf(a)), factorsInOrder(factorsOf(b))];
  if (![...left, ...right].every((factor) => baseOf(factor).kind === "call")) return 0;
  const at = left.findIndex((factor, k) => compare(factor, right[k] ?? factor) !== 0);
  const [first, second] = [left[at], right[at]];
  return first && second ? functionRank(baseOf(first)) - functionRank(baseOf(second)) || compare(first, second) : 0;
}

/** The terms of a sum in the order in which they are printed, before a positive one is put first. */
export function termsInOrder(e: Expression & { kind: "sum" }): readonly Expression[] {
  return inOrder(e.terms);
}

function presentSum(terms: readonly Expression[]): Syntax {
  const constant = terms.every((term) => freeNames(term).size === 0);
  const denominator = constant ? commonDenominator(terms) : 1;
  if (denominator !== 1) {
    const whole = terms.map((term) => timesNumber(term, rational.rational(denominator)));
    return { kind: "fraction", numerator: presentTerms(whole), denominator: number(denominator.toString()) };
  }
  return presentTerms(terms);
}

/** A sum with its terms in the order given, as a series is written. */
export function presentInOrder(terms: readonly Expression[]): Syntax {
  return terms.length === 0 ? presentNumber(rational.ZERO, undefined) : terms.map(present).reduce(plus);
}

/** Whether a root of a number stands in an expression: decimals beside it would mix two ways to write numbers. */
const holdsSurd = (e: Expression): boolean => findAll(e, (part) => isRoot(part) && freeNames(part).size === 0).length > 0;

/** The least common denominator of the coefficients of a sum of constants, or 1 where a decimal was typed and no root stands beside it. */
function commonDenominator(terms: readonly Expression[]): integer.Integer {
  const typed =
    !terms.some(holdsSurd) &&
    terms.some((term) => (term.kind === "number" ? term : term.kind === "product" && term.factors[0]?.kind === "number" ? term.factors[0] : undefined)?.typed);
  if (typed) return 1;
  return terms.reduce<integer.Integer>((common, term) => integer.lcm(common, ownDenominator(term)), 1);
}

/** The denominator of a term of constants, which may stand in a sum that is a factor of it: (√3/2 − 1/2) i. */
function ownDenominator(term: Expression): integer.Integer {
  const { coefficient, rest } = splitCoefficient(term);
  const inner = sumFactor(rest);
  return inner ? integer.multiply(coefficient.den, commonDenominator(inner.terms)) : coefficient.den;
}

const sumFactor = (e: Expression): (Expression & { kind: "sum" }) | undefined =>
  e.kind === "product" ? e.factors.find((factor): factor is Expression & { kind: "sum" } => factor.kind === "sum") : undefined;

/** A term with its coefficient multiplied, for printing only. */
function timesNumber(term: Expression, factor: Rational): Expression {
  const { coefficient, rest } = splitCoefficient(term);
  const inner = sumFactor(rest);
  const denominator = inner ? commonDenominator(inner.terms) : 1;
  if (!inner || denominator === 1 || rest.kind !== "product") return scaledTerm(rational.multiply(coefficient, factor), rest);
  const whole: Expression = { kind: "sum", hash: 0, terms: inner.terms.map((one) => timesNumber(one, rational.rational(denominator))) };
  const factors = rest.factors.map((one) => (one === inner ? whole : one));
  return scaledTerm(rational.divide(rational.multiply(coefficient, factor), rational.rational(denominator)), { kind: "product", hash: 0, factors });
}

function scaledTerm(coefficient: Rational, rest: Expression): Expression {
  const scale = numberNode(coefficient);
  if (rest.kind === "number") return scale;
  if (rational.isOne(coefficient)) return rest;
  return { kind: "product", hash: 0, factors: rest.kind === "product" ? [scale, ...rest.factors] : [scale, rest] };
}

function presentTerms(terms: readonly Expression[]): Syntax {
  const written = leadingPositive(inOrder(terms)).map(present);
  return written.reduce(plus);
}

/**
 * A leading minus sign is avoided where another term is positive, unless that would break the falling powers of one letter:
 * b² − 4ac, s − u t, 1 − q, π − A, but −x² + 4x − 1.
 */
function leadingPositive(terms: readonly Expression[]): readonly Expression[] {
  const [first] = terms;
  if (!first || splitCoefficient(first).coefficient.num > 0) return terms;
  const place = placeOf(first);
  if (terms.every((term) => placeOf(term).group === CONSTANT_GROUP)) return positiveFirst(terms);
  const severalNames = new Set(terms.flatMap((term) => (placeOf(term).group === 1 ? [...freeNames(term)] : []))).size > 1;
  const better = terms.find((term) => {
    const other = placeOf(term);
    const besideNumber =
      terms.filter((one) => !hasUnit(one)).length === 2 &&
      ((place.group === 1 && isMonomial(first) && freeNames(term).size === 0) || (first.kind === "number" && other.group === 2));
    const isPeriod = place.group === CONSTANT_GROUP && other.group === PERIOD_GROUP;
    const isOrderless = (place.group === FUNCTION_GROUP && holdsCall(first) && holdsCall(term)) || (place.group === 1 && severalNames);
    const alike = isPeriod || besideNumber || (other.group === place.group && (other.degree === place.degree || isOrderless));
    return alike && splitCoefficient(term).coefficient.num > 0;
  });
  return better ? [better, ...terms.filter((term) => term !== better)] : terms;
}

const holdsCall = (term: Expression): boolean => factorsOf(term).some((factor) => baseOf(factor).kind === "call");

/** √2 + √6 − 2: of numbers the positive ones come first, multiples of i stay last. */
function positiveFirst(terms: readonly Expression[]): readonly Expression[] {
  const isPositive = (term: Expression): boolean => splitCoefficient(term).coefficient.num > 0;
  const real = terms.filter((term) => !hasUnit(term));
  return [...real.filter(isPositive), ...real.filter((term) => !isPositive(term)), ...terms.filter(hasUnit)];
}

/** A number times powers of names: 1 − x², but −4.9 (t − 2)² + 3. */
function isMonomial(e: Expression): boolean {
  const { rest } = splitCoefficient(e);
  return factorsOf(rest).every((factor) => freeNames(factor).size === 0 || baseOf(factor).kind === "name");
}

/** Where a factor stands in a product: numeric roots, constants, i, names, sums, functions of numbers (R C ln 10), then other functions. */
function factorRank(e: Expression): number {
  const base = e.kind === "power" ? e.base : e;
  if (freeNames(e).size === 0) {
    if (e.kind === "constant" && e.name === "i") return 3;
    if (base.kind === "call") return 7;
    return base.kind === "constant" ? 2 : base.kind === "number" ? 1 : 2;
  }
  switch (base.kind) {
    case "name":
      return 4;
    case "sum":
      return 6;
    case "call":
      return 8;
    default:
      return 5;
  }
}

/** Functions in the order of the table, so that sin x stands before cos x. */
function functionRank(e: Expression): number {
  return e.kind === "call" ? families().findIndex((entry) => entry.name === e.name) : -1;
}

/** The factors of a product in the order in which they are printed. */
export function factorsInOrder(factors: readonly Expression[]): readonly Expression[] {
  return [...factors].sort(
    (a, b) => factorRank(a) - factorRank(b) || functionRank(baseOf(a)) - functionRank(baseOf(b)) || compareFactors(baseOf(a), baseOf(b)),
  );
}

function presentProduct(e: Expression): Syntax {
  const factors = factorsOf(e);
  const first = factors[0];
  const coefficient = first?.kind === "number" ? first : undefined;
  const others = factorsInOrder(coefficient ? factors.slice(1) : factors);
  const above = others.filter((factor) => !isWrittenBelow(factor));
  const value = coefficient?.value ?? rational.ONE;
  const found = others.filter(isWrittenBelow).map(reciprocal);
  const turned = value.num < 0 ? withDifferenceTurned(found) : undefined;
  const below = turned ?? found;
  const size = rational.abs(value);
  const typed = others.some(holdsSurd) ? undefined : coefficient?.typed;
  const scale = typed !== undefined ? number(typed) : number(size.num.toString());
  const numeratorParts = above.map(presentPower);
  const showScale = typed !== undefined || size.num !== 1 || numeratorParts.length === 0;
  const numerator = multiplyAll(showScale ? [scale, ...numeratorParts] : numeratorParts);
  const denominatorParts = below.map(presentPower);
  const denominator = typed === undefined && size.den !== 1 ? [number(size.den.toString()), ...denominatorParts] : denominatorParts;
  const unsigned: Syntax = denominator.length > 0 ? { kind: "fraction", numerator, denominator: multiplyAll(denominator) } : numerator;
  return value.num < 0 && !turned ? { kind: "sign", sign: "-", operand: unsigned } : unsigned;
}

/** A difference of numbers below a line turned, with the minus sign before it: −ln 5/(ln 2 − ln 5) is ln 5/(ln 5 − ln 2). */
function withDifferenceTurned(below: readonly Expression[]): readonly Expression[] | undefined {
  const isNegative = (term: Expression): boolean => splitCoefficient(term).coefficient.num < 0;
  const at = below.findIndex((factor) => factor.kind === "sum" && factor.terms.length === 2 && freeNames(factor).size === 0 && factor.terms.some(isNegative));
  return at < 0 ? undefined : below.map((factor, k) => (k === at && factor.kind === "sum" ? sum(...factor.terms.map(negate)) : factor));
}

function compareFactors(a: Expression, b: Expression): number {
  const places = a.kind === "name" && b.kind === "name" && a.place !== b.place;
  return places ? (a.place ?? Number.POSITIVE_INFINITY) - (b.place ?? Number.POSITIVE_INFINITY) : compare(a, b);
}

function baseOf(e: Expression): Expression {
  return e.kind === "power" ? e.base : e;
}

function isWrittenBelow(e: Expression): boolean {
  return e.kind === "power" && e.exponent.kind === "number" && e.exponent.value.num < 0 && (e.exponent.value.den === 1 || e.base.kind === "constant");
}

function reciprocal(e: Expression): Expression {
  if (e.kind !== "power" || e.exponent.kind !== "number") return e;
  const exponent = rational.negate(e.exponent.value);
  return rational.isOne(exponent) ? e.base : { kind: "power", hash: 0, base: e.base, exponent: numberNode(exponent) };
}

function multiplyAll(parts: readonly Syntax[]): Syntax {
  return parts.reduce((left, right) => ({ kind: "times", dot: false, left, right }));
}

/** A whole number as a power of a smaller one: 10000000 as 10^7. */
function asPower(value: integer.Integer): { base: integer.Integer; exponent: number } | undefined {
  if (value < 4) return undefined;
  for (let exponent = integer.bitLength(integer.toBigInt(value)); exponent > 1; exponent -= 1) {
    const base = integer.exactRoot(value, exponent);
    if (base !== undefined) return { base, exponent };
  }
  return undefined;
}

const HYPERBOLIC: ReadonlySet<string> = new Set(["sinh", "cosh", "tanh", "sech", "csch", "coth"]);

function presentPower(e: Expression): Syntax {
  if (e.kind !== "power") return present(e);
  const { base, exponent } = e;
  if (exponent.kind !== "number") return { kind: "power", base: present(base), exponent: present(exponent) };
  const { num, den } = exponent.value;
  if (num === 1 && den === 2) return { kind: "call", name: "sqrt", args: [present(base)] };
  if (num === 1 && den !== 1) {
    const degree = Number(den);
    const powered = degree > 3 && base.kind === "number" ? asPower(base.value.num) : undefined;
    if (powered)
      return { kind: "power", base: number(powered.base.toString()), exponent: presentNumber(rational.rational(powered.exponent, degree), undefined) };
    if (degree % 2 === 1 && base.kind === "number" && base.value.num > 0) {
      return degree === 3 ? { kind: "call", name: "cbrt", args: [present(base)] } : { kind: "call", name: "root", args: [number(degree), present(base)] };
    }
    if (degree % 2 === 0) return { kind: "call", name: "root", args: [number(degree), present(base)] };
  }
  // (sin x)² is written sin² x.
  if (den === 1 && num > 1 && base.kind === "call" && (family(base.name)?.periodInPi !== undefined || HYPERBOLIC.has(base.name))) {
    return { kind: "call", name: base.name, args: base.args.map(present), exponent: number(num.toString()) };
  }
  // (x^(1/2))^3 is x^(3/2) again.
  if (den === 1 && base.kind === "power" && base.exponent.kind === "number" && base.exponent.value.num === 1 && base.exponent.value.den !== 1) {
    const whole = rational.multiply(base.exponent.value, exponent.value);
    if (whole.den !== 1 && whole.den === base.exponent.value.den) return { kind: "power", base: present(base.base), exponent: presentNumber(whole, undefined) };
  }
  return { kind: "power", base: present(base), exponent: present(exponent) };
}
