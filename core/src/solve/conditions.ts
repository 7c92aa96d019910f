import { negate, number, product, relation, splitCoefficient, sum, ZERO } from "../expression/construct.ts";
import { type Expression, freeNames } from "../expression/expression.ts";
import { text } from "../notation/text.ts";
import * as integer from "../number/integer.ts";
import * as rational from "../number/rational.ts";
import { isNegative } from "../rewrite/normal-form.ts";
import { decide } from "../rewrite/sign.ts";
import { constantSign } from "../rewrite/zero-test.ts";
import { Unsolvable } from "./solution.ts";

/**
 * The condition that a divisor is not 0: nothing where it is known, an error where it is known to be 0, else the relation
 * to be carried along.
 */
export function nonZero(e: Expression, assumptions: readonly Expression[]): readonly Expression[] {
  const known = decide(relation(e, "!=", ZERO), assumptions);
  if (known === false) throw new Unsolvable(`${text(e)} is 0 by what is given, so it cannot be divided by`);
  if (known === true || freeNames(e).size === 0) return [];
  return factorsOf(e)
    .filter((factor) => freeNames(factor).size > 0 && decide(relation(factor, "!=", ZERO), assumptions) !== true)
    .map(differsFromZero);
}

/** The factors whose vanishing makes a product vanish or undefined. */
function factorsOf(e: Expression): readonly Expression[] {
  if (e.kind === "product") return e.factors.flatMap(factorsOf);
  return e.kind === "power" && e.exponent.kind === "number" ? factorsOf(e.base) : [e];
}

/** e ≠ 0, written a ≠ c where e is the difference a − c. */
function differsFromZero(e: Expression): Expression {
  const [first, second] = e.kind === "sum" && e.terms.length === 2 ? e.terms : [];
  if (first && second && isNegative(first) !== isNegative(second)) {
    return isNegative(first) ? relation(second, "!=", negate(first)) : relation(first, "!=", negate(second));
  }
  return relation(e, "!=", ZERO);
}

/** e ≥ 0 without the positive constants that e is multiplied by. */
function notNegative(e: Expression): Expression {
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
  const divisor = e.terms.reduce<integer.Integer>((common, term) => integer.gcd(common, splitCoefficient(term).coefficient.num), 0);
  return relation(sum(...e.terms.map((term) => product(number(rational.rational(1, divisor)), term))), ">=", ZERO);
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
