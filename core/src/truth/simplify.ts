import { angleForm, angleNormalForm, hasAngles } from "../canonical/angles.ts";
import { polynomialFactors, withPositiveLead } from "../canonical/factored.ts";
import { type Fraction, fractionExpression, Kernels, normalForm, polynomialExpression, whereRational } from "../canonical/normal-form.ts";
import { call, chain, E, equation, number, power, product, relation, splitCoefficient, sqrt, subtract, sum, ZERO } from "../expression/construct.ts";
import { realDomain } from "../expression/domain.ts";
import { children, distinct, type Expression, equal, factorsOf, findAll, freeNames, isEvenPower, isReciprocal, isRoot } from "../expression/expression.ts";
import { isReal } from "../expression/realness.ts";
import { mapChildren } from "../expression/substitute.ts";
import * as integer from "../number/integer.ts";
import * as rational from "../number/rational.ts";
import type { Polynomial } from "../polynomial/multivariate.ts";
import * as poly from "../polynomial/multivariate.ts";
import { withDecidedCases } from "./branches.ts";
import { decide } from "./sign.ts";

/** A simpler form with what had to be assumed for it: the conditions that the new form no longer shows. */
export interface Simplified {
  readonly expression: Expression;
  readonly conditions: readonly Expression[];
}

/**
 * The measure that simplification minimises: the number of nodes, functions and roots counting three, broken numbers two; a
 * function of a function, a root under a root and a fraction in a denominator count six more, a number that is a sum below a line too, a turn added to an angle two, i under a root more than its
 * real and imaginary part would, a number under a root over a denominator with a square three.
 */
export function complexity(e: Expression): number {
  const below = isReciprocal(e) && e.base.kind === "sum" && freeNames(e).size === 0 ? 6 : 0;
  const turns = e.kind === "call" && e.args.some((angle) => angle.kind === "sum" && angle.terms.some(isTurn)) ? 2 : 0;
  const own = isHeavy(e) ? 3 : e.kind === "number" && e.value.den !== 1 ? 2 : 1;
  const hidden = isRoot(e) && children(e).some((child) => findAll(child, (part) => part.kind === "constant" && part.name === "i").length > 0) ? 24 : 0;
  const broken = isRoot(e) && e.kind === "power" && isBrokenSum(e.base) ? 3 : 0;
  return children(e).reduce((total, child) => total + complexity(child), own + hidden + below + turns + broken + (isNested(e) ? 6 : 0));
}

/** Whether a number is a sum over a denominator with a square in it, which comes out of a root. */
function isBrokenSum(e: Expression): boolean {
  if (e.kind !== "sum" || freeNames(e).size > 0) return false;
  const common = e.terms.reduce<integer.Integer>((den, term) => integer.lcm(den, splitCoefficient(term).coefficient.den), 1);
  return integer.extractPower(common, 2).outside !== 1;
}

/** A multiple of π, which an angle is written without where that is possible. */
function isTurn(e: Expression): boolean {
  return factorsOf(e).some((factor) => factor.kind === "constant" && factor.name === "pi");
}

function isHeavy(e: Expression): boolean {
  return e.kind === "call" || isRoot(e);
}

function isNested(e: Expression): boolean {
  // Bars around a function are read with one look.
  if (e.kind === "call") return e.name !== "abs" && e.args.some((argument) => argument.kind === "call");
  if (isRoot(e)) return children(e).some((child) => findAll(child, isRoot).length > 0);
  return isReciprocal(e) && children(e).some((child) => findAll(child, isReciprocal).length > 0);
}

/** The expanded form: products and whole powers of sums multiplied out, over one denominator where there is one. */
export function expand(e: Expression): Expression {
  return whereRational(() => {
    const kernels = new Kernels();
    return fractionExpression(normalForm(e, kernels), kernels);
  }, e);
}

/**
 * The shortest of the forms tried: as it stands, in lowest terms over one denominator, and with the denominator
 * rationalised. Never longer than the input by `complexity`.
 */
export function simplify(e: Expression): Simplified {
  if (e.kind === "number" || e.kind === "name" || e.kind === "constant") return { expression: e, conditions: [] };
  const known = simplified.get(e);
  if (known) return known;
  const result = shortestForm(withDecidedCases(e, []));
  simplified.set(e, result);
  return result;
}

const simplified = new WeakMap<Expression, Simplified>();

function shortestForm(e: Expression): Simplified {
  // A constant is taken as a whole: its normal form already reaches into its parts.
  const parts = freeNames(e).size === 0 ? withRootsReduced(e) : mapChildren(e, (child) => simplify(child).expression);
  const candidates = [e, parts, reducedRoot(parts), undoneExponential(parts), ...lowestTerms(parts)];
  const best = candidates.reduce((shortest, next) => (complexity(next) < complexity(shortest) ? next : shortest));
  return shortened(e, best);
}

/** A shorter form; what had to be assumed for it is looked for when it is asked. */
function shortened(before: Expression, expression: Expression): Simplified {
  let found: readonly Expression[] | undefined;
  return {
    expression,
    get conditions() {
      found ??= lostConditions(before, expression);
      return found;
    },
  };
}

/** ln(e^u) as u for real u. */
function undoneExponential(e: Expression): Expression {
  const [inside] = e.kind === "call" && e.name === "ln" ? e.args : [];
  return inside?.kind === "power" && equal(inside.base, E) && isReal(inside.exponent) ? inside.exponent : e;
}

/** The conditions for a real value of `before` that do not show in `after`: they must be stated beside it. */
export function lostConditions(before: Expression, after: Expression): readonly Expression[] {
  // A number has a value or has none: it hangs on no condition.
  if (freeNames(before).size === 0) return [];
  const lost = realDomain(before)
    .flatMap(splitCondition)
    .map(withoutWholePart)
    .filter((condition) => !showsCondition(after, condition));
  return strictest(distinct(lost));
}

/** Whether a condition always holds, or follows from the domain of an expression. */
export function showsCondition(e: Expression, condition: Expression): boolean {
  const own = realDomain(e).flatMap(splitCondition).map(normalCondition);
  const wanted = normalCondition(condition);
  return own.some((known) => equal(known, wanted)) || decide(wanted, own) === true || showsByUnitAngles(wanted, [...own, ...realDomain(e)]);
}

/**
 * Whether a condition on circular functions says what others say: the same in the sine and cosine of unit angles, and of w ≠ 0 factor by
 * factor.
 */
export function showsByUnitAngles(wanted: Expression, own: readonly Expression[]): boolean {
  if (!hasAngles(wanted)) return false;
  if (own.some((known) => isSameInUnitAngles(known, wanted))) return true;
  const [factors, known] = [vanishingFactors([wanted]), vanishingFactors(own)];
  return factors.length > 0 && factors.every((factor) => known.some((one) => equal(one, factor)));
}

/** Whether two conditions compare the same with 0, by sin² + cos² = 1 and the addition formulas. */
function isSameInUnitAngles(a: Expression, b: Expression): boolean {
  const [left, right] = [a, b].map((condition) => (condition.kind === "relation" && equal(condition.operands[1] ?? a, ZERO) ? condition : undefined));
  if (!left || !right || left.comparisons[0] !== right.comparisons[0]) return false;
  const difference = subtract(left.operands[0] ?? ZERO, right.operands[0] ?? ZERO);
  return whereRational(() => poly.isZero(angleForm(difference).fraction.numerator), false);
}

/** The factors that must not be 0 by conditions e ≠ 0, in the sine and cosine of unit angles. */
function vanishingFactors(conditions: readonly Expression[]): readonly Expression[] {
  return conditions.flatMap((condition) => {
    const [left, right] = condition.kind === "relation" && condition.comparisons[0] === "!=" ? condition.operands : [];
    const parts = left && right && equal(right, ZERO) ? polynomialFactors(angleNormalForm(left)) : undefined;
    return (parts?.factors ?? []).filter(({ exponent, base }) => exponent > 0 && freeNames(base).size > 0).map(({ base }) => withPositiveLead(base));
  });
}

/** That n − 1 is whole says that n is. */
function withoutWholePart(condition: Expression): Expression {
  const [rounded, x] = condition.kind === "relation" && condition.comparisons[0] === "=" ? condition.operands : [];
  const isWhole = rounded?.kind === "call" && rounded.name === "floor" && x?.kind === "sum" && rounded.args.every((inside) => equal(inside, x));
  if (!isWhole) return condition;
  const rest = sum(...x.terms.filter((term) => term.kind !== "number" || term.value.den !== 1));
  return equation(call("floor", rest), rest);
}

/** A root is 0 exactly where its radicand is. */
function rootless(e: Expression): Expression {
  return isRoot(e) && e.kind === "power" ? e.base : e;
}

/** e ≥ 0 and e ≠ 0 as e > 0. */
function strictest(conditions: readonly Expression[]): readonly Expression[] {
  const states = (condition: Expression, comparison: string): Expression | undefined =>
    condition.kind === "relation" && condition.operands.length === 2 && condition.comparisons[0] === comparison && equal(condition.operands[1] ?? ZERO, ZERO)
      ? condition.operands[0]
      : undefined;
  const nonZero = conditions.flatMap((condition) => states(condition, "!=") ?? []);
  const notNegative = conditions.flatMap((condition) => states(condition, ">=") ?? []);
  const both = nonZero.filter((e) => notNegative.some((other) => equal(other, e)));
  const isDouble = (condition: Expression): boolean => {
    const e = states(condition, "!=") ?? states(condition, ">=");
    return e !== undefined && both.some((other) => equal(other, e));
  };
  return [...both.map((e) => relation(e, ">", ZERO)), ...conditions.filter((condition) => !isDouble(condition))];
}

/** p q ≠ 0 as p ≠ 0 and q ≠ 0, with the factors over Q that can vanish. */
function splitCondition(condition: Expression): readonly Expression[] {
  if (condition.kind !== "relation" || condition.comparisons[0] !== "!=" || condition.operands.length !== 2) return [condition];
  const [left, right] = condition.operands;
  const parts = left && right && equal(right, ZERO) ? polynomialFactors(left) : undefined;
  return parts ? parts.factors.filter(({ exponent }) => exponent > 0).map(({ base }) => relation(withPositiveLead(rootless(base)), "!=", ZERO)) : [condition];
}

/** A condition e ≥ 0 and the like without a positive numeric factor of e, so that equivalent ones look alike. */
function normalCondition(condition: Expression): Expression {
  const [left, right] = condition.kind === "relation" && condition.operands.length === 2 ? condition.operands : [];
  if (condition.kind !== "relation" || !left || !right || !equal(right, ZERO)) return condition;
  return whereRational(() => {
    const kernels = new Kernels();
    const { numerator, denominator } = normalForm(left, kernels);
    if (!poly.constantValue(denominator)) return condition;
    return chain([polynomialExpression(poly.scale(numerator, rational.invert(poly.content(numerator))), kernels), ZERO], condition.comparisons);
  }, condition);
}

function lowestTerms(e: Expression): readonly Expression[] {
  if (e.kind !== "sum" && e.kind !== "product" && e.kind !== "power") return [];
  return whereRational(() => {
    const kernels = new Kernels();
    const fraction = normalForm(e, kernels);
    const rationalised = rationaliseDenominator(fraction, kernels);
    const plain = fractionExpression(fraction, kernels);
    const factored = freeNames(e).size === 0 ? [] : factoredContent(fraction, kernels);
    return [plain, ...factored, ...(rationalised ? [fractionExpression(rationalised, kernels)] : [])];
  }, []);
}

/** Numerator and denominator with their common monomials taken out, where there are any: 2 g h + 2 g k as 2 g (h + k). */
function factoredContent({ numerator, denominator }: Fraction, kernels: Kernels): readonly Expression[] {
  const [above, below] = [commonMonomial(numerator), commonMonomial(denominator)];
  if (!above && !below) return [];
  const written = (p: Polynomial, monomial: Polynomial | undefined): Expression => {
    const rest = monomial && poly.divideExact(p, monomial);
    return rest ? product(polynomialExpression(monomial, kernels), polynomialExpression(rest, kernels)) : polynomialExpression(p, kernels);
  };
  return [product(written(numerator, above), power(written(denominator, below), number(-1)))];
}

/** The greatest monomial that divides all terms of a sum, if it is not 1. */
function commonMonomial(p: Polynomial): Polynomial | undefined {
  const [first, ...others] = p;
  if (!first || others.length === 0) return undefined;
  const exponents = first.exponents.map((exponent, k) => Math.min(exponent, ...others.map((term) => term.exponents[k] ?? 0)));
  const content = poly.content(p);
  if (exponents.every((exponent) => exponent === 0) && rational.isOne(content)) return undefined;
  return poly.monomial(content, exponents);
}

/** Multiplies numerator and denominator by conjugates until no square root (nor i) is left below; undefined where none is there. */
function rationaliseDenominator(fraction: Fraction, kernels: Kernels): Fraction | undefined {
  let current = fraction;
  let changed = false;
  for (let index = kernels.count - 1; index >= 0; index -= 1) {
    const relation = kernels.relation(index);
    if (relation?.degree !== 2 || poly.degreeIn(current.denominator, index) !== 1) continue;
    const [plain = poly.ZERO, withRoot = poly.ZERO] = poly.coefficientsIn(current.denominator, index);
    const conjugate = poly.subtract(plain, poly.multiply(withRoot, poly.variable(index)));
    const own = [current.numerator, current.denominator].map((part) => polynomialExpression(poly.multiply(part, conjugate), kernels));
    const [top, bottom] = own.map((part) => normalForm(part, kernels));
    if (!top || !bottom || poly.isZero(bottom.numerator)) return undefined;
    current = normalForm(product(fractionExpression(top, kernels), power(fractionExpression(bottom, kernels), number(-1))), kernels);
    changed = true;
  }
  return changed ? current : undefined;
}

/** The roots in a number reduced, as far as one stands over more than a number. */
function withRootsReduced(e: Expression): Expression {
  const isOpen = (part: Expression): boolean =>
    part.kind === "power" && isRoot(part) && part.base.kind !== "number" && (isEvenPower(part.base) || findAll(part.base, isPowerOfSum).length > 0);
  const reduced = (part: Expression): Expression => (isOpen(part) ? shorterOf(part, reducedRoot(part)) : mapChildren(part, reduced));
  return reduced(e);
}

const isPowerOfSum = (e: Expression): boolean => e.kind === "power" && e.base.kind === "sum" && !isRoot(e);

const shorterOf = (a: Expression, b: Expression): Expression => (complexity(b) < complexity(a) ? b : a);

/** √(4b² + 4c) → 2√(b² + c): whole factors of the expanded radicand come out of a square root. */
function reducedRoot(e: Expression): Expression {
  if (e.kind !== "power" || e.exponent.kind !== "number" || e.exponent.value.den !== 2 || e.exponent.value.num !== 1) return e;
  const inside = expand(e.base);
  // √((ln 10)²) is ln 10.
  const isSquare = inside.kind !== "sum" && freeNames(inside).size === 0 && findAll(inside, isEvenPower).length > 0;
  const square = isSquare ? perfectSquareRoot(inside) : undefined;
  if (square && decide(relation(square, ">=", ZERO), []) === true) return square;
  if (inside.kind === "product") return rootOfScaled(inside);
  if (inside.kind !== "sum") return sqrt(inside);
  return whereRational(() => {
    const kernels = new Kernels();
    const { numerator, denominator } = normalForm(inside, kernels);
    if (!poly.constantValue(denominator)) return sqrt(inside);
    const size = poly.content(numerator);
    const rest = polynomialExpression(poly.scale(numerator, rational.invert(size)), kernels);
    if (freeNames(rest).size > 0) return product(sqrt(number(size)), sqrt(rest));
    // √(s/8) as √(2s)/4: of a number no fraction is left below the root.
    const { outside, inside: whole } = integer.extractPower(integer.multiply(size.num, size.den), 2);
    return product(number(rational.rational(outside, size.den)), sqrt(expand(product(number(rational.rational(whole)), rest))));
  }, e);
}

/** √(s/4) → √s/2: a rational square comes out of a square root. */
function rootOfScaled(inside: Expression): Expression {
  const { coefficient, rest } = splitCoefficient(inside);
  const size = sqrt(number(coefficient));
  return size.kind === "number" ? product(size, sqrt(rest)) : sqrt(inside);
}

/** An expression whose square is e, when e is a perfect square in its names; its sign is not determined. */
export function perfectSquareRoot(e: Expression): Expression | undefined {
  return whereRational(() => {
    const kernels = new Kernels();
    const { numerator, denominator } = normalForm(e, kernels);
    const [top, bottom] = [poly.exactSquareRoot(numerator), poly.exactSquareRoot(denominator)];
    return top && bottom && fractionExpression({ numerator: top, denominator: bottom }, kernels);
  }, undefined);
}
