import { isNegative } from "../../canonical/normal-form.ts";
import { chain, isNumber, negate, number, product, relation, splitCoefficient, subtract, sum, ZERO } from "../../expression/construct.ts";
import { MIRRORED, sideDifference } from "../../expression/equations.ts";
import { type Comparison, type Expression, equal, freeNames, isRoot, termsOf } from "../../expression/expression.ts";
import { quotientOf } from "../../expression/quotient.ts";
import { text } from "../../notation/text.ts";
import * as integer from "../../number/integer.ts";
import * as rational from "../../number/rational.ts";
import { byArgument, byName, constantSign, decide, expand, simplify } from "../../truth/index.ts";
import { Unsolvable } from "../solution.ts";

/**
 * The condition that a divisor is not 0: nothing where it is known, an error where it is known to be 0, else the relation
 * to be carried along.
 */
export function nonZero(e: Expression, assumptions: readonly Expression[]): readonly Expression[] {
  const known = decide(relation(e, "!=", ZERO), assumptions);
  if (known === false) throw new Unsolvable(`${text(e)} is 0 by what is given, so it cannot be divided by`);
  if (known === true || freeNames(e).size === 0) return [];
  return vanishingFactors(e)
    .filter((factor) => freeNames(factor).size > 0 && decide(relation(factor, "!=", ZERO), assumptions) !== true)
    .map(differsFromZero);
}

/** A condition that is not decided, as conditions on the factors where it says that a product is not 0. */
export function openConditions(condition: Expression, known: readonly Expression[]): readonly Expression[] {
  if (decide(condition, known) === true) return [];
  if (condition.kind !== "relation" || condition.comparisons[0] !== "!=" || condition.comparisons.length !== 1) return [condition];
  const [left = ZERO, right = ZERO] = condition.operands;
  return nonZero(simplify(subtract(left, right)).expression, known);
}

/** The factors whose vanishing makes a product vanish or undefined. */
function vanishingFactors(e: Expression): readonly Expression[] {
  if (e.kind === "product") return e.factors.flatMap(vanishingFactors);
  return e.kind === "power" && e.exponent.kind === "number" ? vanishingFactors(e.base) : [e];
}

/** e ≠ 0, written a ≠ c where e is the difference a − c. */
function differsFromZero(found: Expression): Expression {
  const e = found.kind === "sum" ? withoutContent(found) : found;
  const [first, second] = e.kind === "sum" && e.terms.length === 2 ? e.terms : [];
  if (first && second && isNegative(first) !== isNegative(second)) {
    const [own, other] = isNegative(first) ? [second, negate(first)] : [first, negate(second)];
    return own.kind === "number" ? relation(other, "!=", own) : relation(own, "!=", other);
  }
  if (e.kind === "sum" && e.terms.every(isNegative)) return relation(sum(...e.terms.map(negate)), "!=", ZERO);
  return relation(e, "!=", ZERO);
}

/** e ≥ 0 without the positive constants that e is multiplied by. */
export function notNegative(e: Expression): Expression {
  if (e.kind === "power" && e.exponent.kind === "number" && e.exponent.value.num === -1 && e.exponent.value.den === 1) return relation(e.base, ">", ZERO);
  if (e.kind === "sum") return boundOfSum(e);
  if (e.kind !== "product") return relation(e, ">=", ZERO);
  const signs = e.factors.map((factor) => (freeNames(factor).size === 0 ? constantSign(factor) : undefined));
  const rest = product(...e.factors.filter((_, k) => signs[k] === undefined));
  const negative = signs.filter((sign) => sign === -1).length % 2 === 1;
  return relation(rest, negative ? "<=" : ">=", ZERO);
}

/** a + b q ≥ 0 as q ≥ −a/b or q ≤ −a/b; other sums without their numeric content. */
function boundOfSum(e: Expression & { kind: "sum" }): Expression {
  const [constant, linear] = e.terms;
  const { coefficient, rest } = splitCoefficient(linear ?? e);
  if (e.terms.length === 2 && constant?.kind === "number" && rest.kind === "name") {
    return relation(rest, coefficient.num > 0 ? ">=" : "<=", number(rational.negate(rational.divide(constant.value, coefficient))));
  }
  return relation(withoutContent(e), ">=", ZERO);
}

/** A sum without the greatest positive number that leaves whole coefficients. */
function withoutContent(e: Expression & { kind: "sum" }): Expression {
  const coefficients = e.terms.map((term) => splitCoefficient(term).coefficient);
  const above = coefficients.reduce<integer.Integer>((common, { num }) => integer.gcd(common, num), 0);
  const below = coefficients.reduce<integer.Integer>((common, { den }) => integer.lcm(common, den), 1);
  return sum(...e.terms.map((term) => product(number(rational.rational(below, above)), term)));
}

const STRICT: Readonly<Record<string, Comparison>> = { ">=": ">", "<=": "<" };

/**
 * Conditions as an author would write them: factors of known sign and outer roots left out, each once, e ≥ 0 and e ≠ 0 as e > 0,
 * and none that is known anyway.
 */
export function tidyConditions(conditions: readonly Expression[], assumptions: readonly Expression[]): readonly Expression[] {
  const plain = conditions
    .map((condition) => sideBySide(tidied(withoutDenominator(withoutKnownBars(condition, assumptions), assumptions), assumptions)))
    .filter((condition) => decide(condition, assumptions) !== true);
  const kept: Expression[] = [];
  for (const condition of plain) {
    const twin = kept.findIndex((other) => sameSides(other, condition));
    const other = kept[twin];
    if (!other) kept.push(condition);
    else kept[twin] = joined(other, condition);
  }
  return withoutImplied(kept, assumptions);
}

/** |u| ≤ c as u ≤ c where u is known not to be negative. */
function withoutKnownBars(condition: Expression, assumptions: readonly Expression[]): Expression {
  const [left, right] = condition.kind === "relation" && condition.comparisons.length === 1 ? condition.operands : [];
  if (condition.kind !== "relation" || left?.kind !== "call" || left.name !== "abs" || right?.kind !== "number") return condition;
  const [inside = ZERO] = left.args;
  const side = ([">=", "<="] as const).find((comparison) => decide(relation(inside, comparison, ZERO), assumptions) === true);
  return side ? chain([side === ">=" ? inside : negate(inside), right], condition.comparisons) : condition;
}

/** p/q ≤ c as p ≤ c q where q is known to be positive. */
function withoutDenominator(condition: Expression, assumptions: readonly Expression[]): Expression {
  const [left, right] = condition.kind === "relation" && condition.comparisons.length === 1 ? condition.operands : [];
  if (condition.kind !== "relation" || !left || right?.kind !== "number" || right.value.num === 0) return condition;
  const { numerator, denominator } = quotientOf(left);
  if (freeNames(denominator).size === 0 || decide(relation(denominator, ">", ZERO), assumptions) !== true) return condition;
  return chain([numerator, product(right, denominator)], condition.comparisons);
}

/** a − b ≤ 0 as a ≤ b, for two names. */
function sideBySide(condition: Expression): Expression {
  if (condition.kind !== "relation" || condition.comparisons.length !== 1 || freeNames(condition).size !== 2) return condition;
  if (condition.operands.every(({ kind }) => kind === "name")) return condition;
  const terms = termsOf(expand(sideDifference(condition))).map(splitCoefficient);
  const [first, second, ...more] = terms;
  if (!first || !second || more.length > 0 || first.rest.kind !== "name" || second.rest.kind !== "name") return condition;
  if (!rational.equal(first.coefficient, rational.negate(second.coefficient))) return condition;
  const [comparison = "="] = condition.comparisons;
  return relation(first.rest, first.coefficient.num > 0 ? comparison : MIRRORED[comparison], second.rest);
}

/** Conditions without those that follow from the others, the longest first. */
function withoutImplied(conditions: readonly Expression[], assumptions: readonly Expression[]): readonly Expression[] {
  if (conditions.length < 2) return conditions;
  const longestFirst = [...conditions].sort((a, b) => text(b).length - text(a).length);
  let kept = conditions;
  for (const condition of longestFirst) {
    const others = kept.filter((other) => other !== condition);
    if (decide(condition, [...assumptions, ...others]) === true) kept = others;
  }
  return kept;
}

/** A relation of e with 0 without what does not matter in e. */
function tidied(condition: Expression, assumptions: readonly Expression[]): Expression {
  const [left, right] = condition.kind === "relation" && condition.comparisons.length === 1 ? condition.operands : [];
  const comparison = condition.kind === "relation" ? condition.comparisons[0] : undefined;
  const difference = left && right && subtract(left, right);
  const ofName = difference && comparison ? byName(difference, comparison) : undefined;
  if (typeof ofName === "object") return ofName;
  const ofArgument = difference && comparison ? byArgument(difference, comparison) : undefined;
  if (typeof ofArgument === "object") return tidied(ofArgument, assumptions);
  if (!left || !right || !comparison || comparison === "=") return condition;
  if (!isNumber(right, 0)) {
    const shorter = simplify(subtract(left, right)).expression;
    const isShorter = freeNames(left).size > 0 && freeNames(right).size > 0 && shorter.kind !== "sum" && freeNames(shorter).size > 0;
    return isShorter ? tidied(relation(shorter, comparison, ZERO), assumptions) : condition;
  }
  if (isRoot(left) && left.exponent.value.num > 0 && comparison === ">") {
    return tidied(relation(left.base, ">", ZERO), assumptions);
  }
  if (left.kind === "power" && left.exponent.kind === "number" && left.exponent.value.num === -1 && left.exponent.value.den === 1 && comparison !== "!=") {
    return tidied(relation(left.base, comparison === ">=" || comparison === ">" ? ">" : "<", ZERO), assumptions);
  }
  if (left.kind !== "product" || comparison === "!=") return condition;
  const signs = left.factors.map((factor) => signOfFactor(factor, assumptions));
  if (signs.every((sign) => sign === undefined) || signs.every((sign) => sign !== undefined)) return condition;
  const negative = signs.filter((sign) => sign === -1).length % 2 === 1;
  const rest = product(...left.factors.filter((_, k) => signs[k] === undefined));
  return tidied(relation(rest, negative ? MIRRORED[comparison] : comparison, ZERO), assumptions);
}

function signOfFactor(e: Expression, assumptions: readonly Expression[]): 1 | -1 | undefined {
  if (freeNames(e).size === 0) {
    const sign = constantSign(e);
    return sign === 0 ? undefined : sign;
  }
  if (decide(relation(e, ">", ZERO), assumptions) === true) return 1;
  return decide(relation(e, "<", ZERO), assumptions) === true ? -1 : undefined;
}

/** Whether two relations compare the same expression with 0, up to the sign for ≠. */
function sameSides(a: Expression, b: Expression): boolean {
  if (a.kind !== "relation" || b.kind !== "relation" || a.comparisons.length + b.comparisons.length !== 2) return false;
  const [left, right] = [a, b].map((e) => sideDifference(e));
  if (!left || !right) return false;
  if (equal(left, right))
    return a.comparisons[0] === b.comparisons[0] || isInequalityWithGap(a, b) || (a.comparisons[0]?.[0] ?? "") === (b.comparisons[0]?.[0] ?? "");
  const areBothNotZero = a.comparisons[0] === "!=" && b.comparisons[0] === "!=";
  return (areBothNotZero || isInequalityWithGap(a, b)) && equal(simplify(expand(sum(left, right))).expression, ZERO);
}

function isInequalityWithGap(a: Expression & { kind: "relation" }, b: Expression & { kind: "relation" }): boolean {
  const both = [a.comparisons[0], b.comparisons[0]];
  return both.includes("!=") && both.some((comparison) => comparison !== undefined && comparison !== "!=" && comparison !== "=");
}

/** The stronger of two relations of the same sides. */
function joined(a: Expression, b: Expression): Expression {
  if (a.kind !== "relation" || b.kind !== "relation") return a;
  const own = [a, b].find((one) => one.comparisons[0] !== "!=") ?? a;
  const [comparison = "="] = own.comparisons;
  const other = own === a ? b : a;
  const strict = other.comparisons[0] === "!=" || other.comparisons[0] === STRICT[comparison] ? (STRICT[comparison] ?? comparison) : comparison;
  return relation(own.operands[0] ?? ZERO, strict, own.operands[1] ?? ZERO);
}

/** What is known of a discriminant or a square, over the reals. */
export type RealRoots = { readonly kind: "two"; readonly conditions: readonly Expression[] } | { readonly kind: "one" } | { readonly kind: "none" };

/** How many real square roots a number has under the assumptions; with letters, two under the condition that it is not negative. */
export function realSquareRoots(e: Expression, assumptions: readonly Expression[]): RealRoots {
  if (decide(relation(e, "=", ZERO), assumptions) === true) return { kind: "one" };
  if (decide(relation(e, "<", ZERO), assumptions) === true) return { kind: "none" };
  if (decide(relation(e, ">=", ZERO), assumptions) === true) return { kind: "two", conditions: [] };
  if (freeNames(e).size === 0) throw new Unsolvable(`the sign of ${text(e)} could not be decided`);
  return { kind: "two", conditions: [notNegative(e)] };
}
