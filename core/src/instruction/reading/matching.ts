import { call, number, relation, subtract } from "../../expression/construct.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import * as rational from "../../number/rational.ts";
import { decide, equalityTest } from "../../truth/index.ts";

/** How an author's value stands to an exact one. */
export type Match =
  | { readonly kind: "exact" }
  /** The exact value rounds to the digits typed. */
  | { readonly kind: "rounds"; readonly typed: string }
  | { readonly kind: "differs" }
  | { readonly kind: "undecided"; readonly digits: number };

export function match(claimed: Expression, actual: Expression, assumptions: readonly Expression[]): Match {
  const test = equalityTest(claimed, actual, assumptions);
  if (test.kind === "zero") return { kind: "exact" };
  if (claimed.kind === "number" && claimed.typed !== undefined && freeNames(actual).size === 0 && roundsTo(actual, claimed.value, claimed.typed)) {
    return { kind: "rounds", typed: claimed.typed };
  }
  return test.kind === "nonzero" ? { kind: "differs" } : { kind: "undecided", digits: test.digits };
}

/** |actual − claimed| is at most half a unit of the last digit typed. */
function roundsTo(actual: Expression, claimed: rational.Rational, typed: string): boolean {
  const [digits = "", exponent = "0"] = typed.split("e");
  const places = (digits.split(".")[1]?.length ?? 0) - Number(exponent);
  const half = rational.divide(rational.HALF, rational.power(rational.rational(10), places));
  return decide(relation(call("abs", subtract(actual, number(claimed))), "<=", number(half)), []) === true;
}
