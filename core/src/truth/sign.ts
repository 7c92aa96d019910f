import { normOverRoot } from "../canonical/norm.ts";
import { Kernels, normalForm, polynomialExpression, whereRational } from "../canonical/normal-form.ts";
import { realAndImaginary } from "../canonical/real-and-imaginary.ts";
import { isNumber, isPositiveConstant, number, power, product, relation, splitCoefficient, subtract, sum, TWO, tuple, ZERO } from "../expression/construct.ts";
import { type Link, MIRRORED, statedLinks } from "../expression/equations.ts";
import {
  type Comparison,
  contains,
  type Expression,
  ExpressionMap,
  equal,
  factorsOf,
  freeNames,
  type NumberNode,
  type PowerNode,
  termsOf,
} from "../expression/expression.ts";
import { isReal, type RealExpression } from "../expression/realness.ts";
import { substitute } from "../expression/substitute.ts";
import { statedWhole } from "../expression/whole.ts";
import * as rational from "../number/rational.ts";
import { circularSign } from "./circular-sign.ts";
import { follows } from "./consequence.ts";
import { decideForIntegers } from "./integer-conditions.ts";
import { isSeenOpen } from "./open-by-samples.ts";
import { polynomialSign } from "./polynomial-sign.ts";
import { decideByParts } from "./sign-of-parts.ts";
import { constantSign, isNotWhole, isWholeConstant, withFixedNames, zeroTest } from "./zero-test.ts";

/** Which signs a real expression can have, as a set: bit 0 negative, bit 1 zero, bit 2 positive. */
export type Signs = number;
const NEGATIVE = 1;
const NOTHING = 2;
const POSITIVE = 4;
export const ANY_SIGN: Signs = 7;

const ALLOWED: Readonly<Record<Comparison, Signs>> = {
  "=": NOTHING,
  "!=": NEGATIVE | POSITIVE,
  "<": NEGATIVE,
  "<=": NEGATIVE | NOTHING,
  ">": POSITIVE,
  ">=": POSITIVE | NOTHING,
};

/** The comparisons that assumptions state, each followed by itself with its sides exchanged. */
export function simpleRelations(assumptions: readonly Expression[]): readonly Link[] {
  return statedLinks(assumptions)
    .flatMap((one) => [one, { left: one.right, comparison: MIRRORED[one.comparison], right: one.left }])
    .map(ofBase);
}

/** An odd power compares with 0 as its base does. */
function ofBase(link: Link): Link {
  const { left, comparison, right } = link;
  if (left.kind !== "power" || left.exponent.kind !== "number" || left.exponent.value.den !== 1 || !isNumber(right, 0)) return link;
  const isOdd = Number(left.exponent.value.num) % 2 !== 0;
  return isOdd && isReal(left.base) ? ofBase({ left: left.base, comparison, right }) : link;
}

/** The signs that an expression can have for real values of its names under the assumptions (never too few). */
export function possibleSigns(e: Expression, assumptions: readonly Expression[]): Signs {
  // Complex numbers have no signs.
  if (!isReal(e)) return ANY_SIGN;
  const constant = constantSign(e);
  if (constant !== undefined) return constant < 0 ? NEGATIVE : constant > 0 ? POSITIVE : NOTHING;
  return structuralSigns(e, assumptions) & assumedSigns(e, assumptions) & linearSigns(e, assumptions);
}

function assumedSigns(e: RealExpression, assumptions: readonly Expression[]): Signs {
  let signs = ANY_SIGN;
  const own = splitCoefficient(e);
  for (const { left, comparison, right } of simpleRelations(assumptions)) {
    // 2 L f has the sign that is known of L f.
    const stated = splitCoefficient(subtract(left, right));
    if (equal(stated.rest, own.rest))
      signs &= rational.sign(stated.coefficient) === rational.sign(own.coefficient) ? ALLOWED[comparison] : ALLOWED[MIRRORED[comparison]];
    if (!equal(left, e)) continue;
    const bound = constantSign(right);
    if (bound === undefined) continue;
    if (bound === 0) signs &= ALLOWED[comparison];
    else if (bound > 0 && (comparison === ">" || comparison === ">=" || comparison === "=")) signs &= POSITIVE;
    else if (bound < 0 && (comparison === "<" || comparison === "<=" || comparison === "=")) signs &= NEGATIVE;
  }
  return signs;
}

/** A linear expression in one name between the values that it has at the bounds of that name. */
function linearSigns(e: RealExpression, assumptions: readonly Expression[]): Signs {
  const [letter, ...more] = freeNames(e);
  if (e.kind !== "sum" || letter === undefined || more.length > 0 || assumptions.length === 0) return ANY_SIGN;
  const own = e.terms.filter((term) => contains(term, letter));
  const [term] = own;
  const slope = term && own.length === 1 ? constantSign(quotientBy(term, letter) ?? term) : undefined;
  if (slope === undefined || slope === 0) return ANY_SIGN;
  let signs = ANY_SIGN;
  for (const { left, comparison, right } of simpleRelations(assumptions)) {
    if (left.kind !== "name" || left.name !== letter || freeNames(right).size > 0 || comparison === "!=") continue;
    const bound = constantSign(substitute(e, new Map([[letter, right]])));
    if (bound === undefined) continue;
    const above = comparison === "=" ? undefined : comparison.startsWith(">") === slope > 0;
    const reached = comparison !== "<" && comparison !== ">" ? NOTHING : 0;
    if (above !== false && bound >= 0) signs &= POSITIVE | (bound === 0 ? reached : 0);
    if (above !== true && bound <= 0) signs &= NEGATIVE | (bound === 0 ? reached : 0);
  }
  return signs;
}

/** The coefficient of a name in a term c · x. */
function quotientBy(term: Expression, letter: string): Expression | undefined {
  const factors = factorsOf(term);
  const rest = factors.filter((factor) => !(factor.kind === "name" && factor.name === letter));
  return rest.length === factors.length - 1 && rest.every((factor) => !contains(factor, letter)) ? product(...rest) : undefined;
}

function multiplySigns(a: Signs, b: Signs): Signs {
  let result = 0;
  if ((a | b) & NOTHING) result |= NOTHING;
  if ((a & POSITIVE && b & POSITIVE) || (a & NEGATIVE && b & NEGATIVE)) result |= POSITIVE;
  if ((a & POSITIVE && b & NEGATIVE) || (a & NEGATIVE && b & POSITIVE)) result |= NEGATIVE;
  return result;
}

function addSigns(a: Signs, b: Signs): Signs {
  if (a & POSITIVE && b & NEGATIVE) return ANY_SIGN;
  if (a & NEGATIVE && b & POSITIVE) return ANY_SIGN;
  const nothing = a & b & NOTHING;
  return ((a | b) & (POSITIVE | NEGATIVE)) | nothing;
}

function structuralSigns(e: RealExpression, assumptions: readonly Expression[]): Signs {
  const at = (part: Expression): Signs => possibleSigns(part, assumptions);
  switch (e.kind) {
    case "sum":
      return e.terms.map(at).reduce(addSigns) & polynomialSigns(e, assumptions) & signsBesideRoot(e, at);
    case "product":
      return e.factors.map(at).reduce(multiplySigns);
    case "power": {
      const base = at(e.base);
      // (−1)^n is real for whole n, and no power of what is not 0 is 0.
      if (e.exponent.kind !== "number") return base === POSITIVE ? POSITIVE : base & NOTHING ? ANY_SIGN : NEGATIVE | POSITIVE;
      const { value } = e.exponent;
      if (!rational.isInteger(value)) return POSITIVE | (base & NOTHING);
      const even = Number(value.num) % 2 === 0;
      const signs = even ? multiplySigns(base, base) & ~NEGATIVE : base;
      return value.num < 0 ? signs & ~NOTHING : signs;
    }
    case "call":
      if (e.name === "abs") return POSITIVE | (e.args[0] ? at(e.args[0]) & NOTHING : NOTHING);
      return e.name === "cosh" || e.name === "factorial" ? POSITIVE : circularSigns(e.name, e.args[0], assumptions);
    default:
      return ANY_SIGN;
  }
}

/** c + t has the sign of the number c where c² − t² is not negative, for a term t with a square root: x/√(1 + x²) < 1. */
function signsBesideRoot({ terms }: Expression & { kind: "sum" }, at: (part: Expression) => Signs): Signs {
  const [first, second, ...more] = terms;
  const [c, t] = first?.kind === "number" ? [first, second] : second?.kind === "number" ? [second, first] : [];
  const square = t && more.length === 0 ? squareWithoutRoots(t) : undefined;
  if (!c || !square) return ANY_SIGN;
  return whereRational(() => {
    const kernels = new Kernels();
    const { numerator, denominator } = normalForm(subtract(power(c, TWO), square), kernels);
    const apart = [numerator, denominator].map((p) => at(polynomialExpression(p, kernels))).reduce(multiplySigns);
    if (apart & NEGATIVE) return ANY_SIGN;
    return (c.value.num > 0 ? POSITIVE : NEGATIVE) | (apart & NOTHING);
  }, ANY_SIGN);
}

/** t² where t has a square root, and nothing else but whole powers, as a factor. */
function squareWithoutRoots(t: Expression): Expression | undefined {
  const hasRoot = factorsOf(t).some((factor) => isSquareRoot(factor) || (factor.kind === "power" && isSquareRoot(factor.base)));
  return hasRoot ? product(...factorsOf(t).map(squared)) : undefined;
}

const isSquareRoot = (e: Expression): e is PowerNode & { readonly exponent: NumberNode } =>
  e.kind === "power" && e.exponent.kind === "number" && e.exponent.value.den === 2;

function squared(factor: Expression): Expression {
  // √u to a whole power: (√u)^n squared is u^n.
  const [base, exponent] = factor.kind === "power" && factor.exponent.kind === "number" ? [factor.base, factor.exponent.value] : [factor, rational.ONE];
  if (isSquareRoot(base)) return power(base.base, number(rational.multiply(rational.multiply(base.exponent.value, exponent), rational.rational(2))));
  return power(base, number(rational.multiply(exponent, rational.rational(2))));
}

function circularSigns(functionName: string, angle: Expression | undefined, assumptions: readonly Expression[]): Signs {
  const found = angle && isReal(angle) && assumptions.length > 0 ? circularSign(functionName, angle, simpleRelations(assumptions)) : undefined;
  return found ? (found.sign === 1 ? POSITIVE : NEGATIVE) | (found.mayVanish ? NOTHING : 0) : ANY_SIGN;
}

/** The signs of a polynomial in one name with rational coefficients, where it does not change sign as far as that name is known. */
function polynomialSigns(e: Expression & { kind: "sum" }, assumptions: readonly Expression[]): Signs {
  const found = polynomialSign(e, simpleRelations(assumptions));
  return found ? (found.sign === 1 ? POSITIVE : NEGATIVE) | (found.mayVanish ? NOTHING : 0) : ANY_SIGN;
}

/** |u| ≤ c is u ≤ c and −u ≤ c, and |u| ≥ c is u ≥ c or −u ≥ c; undefined where no absolute value stands alone, or that decides nothing. */
function bySize(difference: RealExpression, comparison: Comparison, truth: (condition: Expression) => boolean | undefined): boolean | undefined {
  const terms = termsOf(difference);
  const sizes = terms.filter((term) => isSize(splitCoefficient(term).rest));
  const [size] = sizes;
  if (!size || terms.length < 2 || sizes.length > 1 || comparison === "=" || comparison === "!=") return undefined;
  const { coefficient, rest } = splitCoefficient(size);
  const [u = ZERO] = rest.kind === "call" ? rest.args : [];
  const others = terms.filter((term) => term !== size);
  const truths = [coefficient, rational.negate(coefficient)].map((sign) => truth(relation(sum(product(number(sign), u), ...others), comparison, ZERO)));
  const both = coefficient.num > 0 === comparison.startsWith("<");
  if (both) return truths.includes(false) ? false : truths.includes(undefined) ? undefined : true;
  return truths.includes(true) ? true : truths.includes(undefined) ? undefined : false;
}

const isSize = (e: Expression): boolean => e.kind === "call" && e.name === "abs";

/** A product of powers of positive numbers, which is 0 for no complex exponent. */
function isExponential(e: Expression): boolean {
  return factorsOf(e).every((factor) => (factor.kind === "number" && factor.value.num !== 0) || (factor.kind === "power" && isPositiveConstant(factor.base)));
}

/** Complex numbers are equal or not; which is larger is no question. */
/** Whether the real or the imaginary part of a number is not 0: 1 + i ω R C. */
function hasPartThatIsNever0(e: Expression, assumptions: readonly Expression[]): boolean {
  const parts = realAndImaginary(e);
  return parts !== undefined && [parts.re, parts.im].some((part) => isReal(part) && decideBySigns(relation(part, "!=", ZERO), assumptions) === true);
}

function decideComplex(difference: Expression, comparison: Comparison, assumptions: readonly Expression[]): boolean | undefined {
  if (comparison !== "=" && comparison !== "!=") return undefined;
  if (isExponential(difference) || hasPartThatIsNever0(difference, assumptions)) return comparison === "!=";
  const test = zeroTest(difference, assumptions);
  if (test.kind === "zero") return comparison === "=";
  return test.kind === "nonzero" && freeNames(difference).size === 0 ? comparison === "!=" : undefined;
}

/** Whether a relation, or its opposite, follows from what is assumed by linear and quadratic consequences. */
function byConsequence(difference: RealExpression, comparison: Comparison, assumptions: readonly Expression[]): boolean | undefined {
  if (freeNames(difference).size === 0) return undefined;
  const key = tuple([relation(difference, comparison, ZERO), ...assumptions]);
  const before = consequences.get(key);
  if (before !== undefined) return before === "open" ? undefined : before;
  const truth = isSeenOpen(difference, comparison, assumptions)
    ? undefined
    : (decideByParts(difference, comparison, assumptions, decideOnce) ??
      (follows(difference, comparison, assumptions, decideBySigns) ||
        (follows(difference, OPPOSITE[comparison], assumptions, decideBySigns) ? false : undefined)));
  if (remembered >= MOST_REMEMBERED) {
    consequences = new ExpressionMap();
    remembered = 0;
  }
  consequences.set(key, truth ?? "open");
  remembered += 1;
  return truth;
}

const MOST_REMEMBERED = 4000;
let consequences = new ExpressionMap<boolean | "open">();
let remembered = 0;
const OPPOSITE: Readonly<Record<Comparison, Comparison>> = { "=": "!=", "!=": "=", "<": ">=", ">=": "<", ">": "<=", "<=": ">" };

/** How deep sums are taken apart. */
const MOST_DEPTH = 5;
let depth = 0;

/** As `decide`; parts of parts of sums by their signs alone. */
function decideOnce(condition: Expression, assumptions: readonly Expression[]): boolean | undefined {
  if (depth >= MOST_DEPTH) return decideBySigns(condition, assumptions);
  depth += 1;
  try {
    return decide(condition, assumptions);
  } finally {
    depth -= 1;
  }
}

/** As `decide`, by the signs of parts alone. */
export function decideBySigns(condition: Expression, assumptions: readonly Expression[]): boolean | undefined {
  return decide(condition, assumptions, true);
}

/** True where a number differs from 0 since its norm does. */
function byNorm(e: RealExpression, assumptions: readonly Expression[]): true | undefined {
  const norm = normOverRoot(e);
  return norm && decideBySigns(relation(norm, "!=", ZERO), assumptions) === true ? true : undefined;
}

/** Whether a fact says that a sum, or its opposite, is not 0: 1 − b ≠ 0 says b − 1 ≠ 0, and so does |b − 1| ≠ 0. */
function saysNotZero(fact: Expression, difference: Expression): boolean {
  if (fact.kind !== "relation" || fact.comparisons.length !== 1 || fact.comparisons[0] !== "!=") return false;
  const stated = subtract(fact.operands[0] ?? ZERO, fact.operands[1] ?? ZERO);
  const other = stated.kind === "call" && stated.name === "abs" ? (stated.args[0] ?? ZERO) : stated;
  return equal(other, difference) || equal(sum(other, difference), ZERO);
}

/** Whether the assumptions force a relation to hold, fail, or leave it open. */
export function decide(condition: Expression, assumptions: readonly Expression[], bySigns = false): boolean | undefined {
  if (assumptions.some((assumption) => equal(assumption, condition))) return true;
  const fixed = withFixedNames(condition, assumptions);
  if (fixed) return decide(fixed, assumptions, bySigns);
  if (condition.kind === "logic") {
    const parts = condition.items.map((item) => decide(item, assumptions, bySigns));
    const decisive = condition.operator === "or";
    if (parts.includes(decisive)) return decisive;
    return parts.includes(undefined) ? undefined : !decisive;
  }
  if (condition.kind !== "relation") return undefined;
  const whole = statedWhole(condition);
  if (whole && freeNames(whole).size === 0) return isWholeConstant(whole) || (isNotWhole(whole) ? false : undefined);
  const parts = condition.comparisons.map((comparison, k) => {
    const [left, right] = [condition.operands[k] ?? number(0), condition.operands[k + 1] ?? number(0)];
    const difference = subtract(left, right);
    if (!isReal(difference)) return decideComplex(difference, comparison, assumptions);
    if ((comparison === "!=" || comparison === "=") && assumptions.some((fact) => saysNotZero(fact, difference))) return comparison === "!=";
    const ofSize = bySize(difference, comparison, (one) => decide(one, assumptions, bySigns));
    if (ofSize !== undefined) return ofSize;
    const signs = possibleSigns(difference, assumptions);
    // Without a value there is no sign, and nothing to decide.
    if (signs === 0) return undefined;
    if ((signs & ~ALLOWED[comparison]) === 0) return true;
    if ((signs & ALLOWED[comparison]) === 0) return false;
    if (bySigns) return undefined;
    return (
      byConsequence(difference, comparison, assumptions) ??
      (comparison === "!=" ? byNorm(difference, assumptions) : undefined) ??
      // Every integer is looked at: not for each part of a part.
      (depth === 0 ? decideForIntegers(relation(difference, comparison, ZERO), assumptions) : undefined)
    );
  });
  if (parts.includes(false)) return false;
  return parts.includes(undefined) ? undefined : true;
}
