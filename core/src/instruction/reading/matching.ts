import { call, divide, negate, number, product, relation, subtract } from "../../expression/construct.ts";
import { type Expression, equal, freeNames } from "../../expression/expression.ts";
import { type Line, say } from "../../notation/inline.ts";
import * as rational from "../../number/rational.ts";
import { decide, equalityTest } from "../../truth/index.ts";
import { rounded } from "../answers/decimals.ts";
import type { TypedNumber } from "./typed-numbers.ts";

/** How an author's value stands to an exact one. */
export type Match =
  | { readonly kind: "exact" }
  /** The exact value rounds to the digits typed. */
  | { readonly kind: "rounds"; readonly typed: string }
  | { readonly kind: "differs" }
  | { readonly kind: "undecided"; readonly digits: number };

/** @param typed the numbers of the line as they were typed: a value that is one of them claims no more than its digits */
export function match(claimed: Expression, actual: Expression, assumptions: readonly Expression[], typed: readonly TypedNumber[]): Match {
  const test = equalityTest(claimed, actual, assumptions);
  if (test.kind === "zero") return { kind: "exact" };
  const own = freeNames(actual).size === 0 ? typed.find((one) => isMultiple(claimed, one)) : undefined;
  if (own && roundsTo(actual, claimed, own)) return { kind: "rounds", typed: own.literal };
  return test.kind === "nonzero" ? { kind: "differs" } : { kind: "undecided", digits: test.digits };
}

/** Whether a value is a number as typed, or its opposite. */
function isMultiple(claimed: Expression, { literal, unit }: TypedNumber): boolean {
  const value = product(number(rational.parseDecimal(literal)), unit);
  return equal(claimed, value) || equal(claimed, negate(value));
}

/** What an exact value rounds to with as many decimals as a claimed one near it has. */
export function betterRounded(claimed: Expression, actual: Expression, typed: readonly TypedNumber[]): Line | undefined {
  const own = freeNames(actual).size === 0 ? typed.find((one) => isMultiple(claimed, one)) : undefined;
  const apart = own && divide(call("abs", subtract(actual, claimed)), call("abs", actual));
  if (!own || !apart || decide(relation(apart, "<=", NEAR), []) !== true) return undefined;
  const decimal = rounded(divide(actual, own.unit), { kind: "decimals", count: Math.max(0, placesOf(own.literal)) });
  return decimal === undefined ? undefined : say`to as many digits it is ${decimal}`;
}

/** What is further apart than this is no matter of rounding. */
const NEAR = number(rational.divide(rational.ONE, rational.rational(20)));

/** The decimal places of a number as it was typed. */
function placesOf(literal: string): number {
  const [digits = "", exponent = "0"] = literal.split("e");
  return (digits.split(".")[1]?.length ?? 0) - Number(exponent);
}

/** |actual − claimed| is at most half a unit of the last digit typed. */
function roundsTo(actual: Expression, claimed: Expression, { literal, unit }: TypedNumber): boolean {
  const half = rational.divide(rational.HALF, rational.power(rational.rational(10), placesOf(literal)));
  return decide(relation(call("abs", subtract(actual, claimed)), "<=", product(number(half), unit)), []) === true;
}
