import { number, product, splitCoefficient, sum } from "../expression/construct.ts";
import { distinct, type Expression, equal, findAll, termsOf } from "../expression/expression.ts";
import * as rational from "../number/rational.ts";
import { kindOf } from "./functions.ts";
import type { Setting } from "./rule.ts";

/** A rational multiple of an angle, its terms multiplied out. */
export function times(numerator: number, denominator: number, u: Expression): Expression {
  const scale = number(rational.rational(numerator, denominator));
  return sum(...termsOf(u).map((term) => product(scale, term)));
}

/** The arguments of circular and hyperbolic functions, and of their quotients. */
export function anglesIn(...expressions: readonly Expression[]): readonly Expression[] {
  const calls = expressions.flatMap((e) => findAll(e, (one) => one.kind === "call" && isAngular(one.name)));
  return distinct(calls.flatMap((one) => (one.kind === "call" ? one.args.slice(0, 1) : [])));
}

const QUOTIENTS = ["cot", "sec", "csc", "coth", "sech", "csch"];
const isAngular = (name: string): boolean => kindOf(name) !== undefined || QUOTIENTS.includes(name);

/** Whether an angle is one that a proof would speak of: it stands in the identity, or has whole multiples of what its terms have there. */
export function isSpokenOf(u: Expression, { angles }: Setting): boolean {
  return angles.some((known) => equal(known, u)) || termsOf(u).every((term) => rational.isInteger(splitCoefficient(term).coefficient));
}
