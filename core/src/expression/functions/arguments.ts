import type { Rational } from "../../number/rational.ts";
import * as rational from "../../number/rational.ts";
import { negate, splitCoefficient, sum, ZERO } from "../construct.ts";
import { type Expression, freeNames } from "../expression.ts";

/** The argument at an index of a call whose arity has been checked. */
export function argument(args: readonly Expression[], index = 0): Expression {
  return args[index] ?? ZERO;
}

/** r where the expression is r · π with rational r. */
export function piMultiple(e: Expression): Rational | undefined {
  const { coefficient, rest } = splitCoefficient(e);
  if (rest.kind === "constant" && rest.name === "pi") return coefficient;
  return e.kind === "number" && rational.isZero(e.value) ? rational.ZERO : undefined;
}

/** Whether the expression is the one of the pair e, −e that is written with a minus sign. */
export function isNegated(e: Expression): boolean {
  if (e.kind === "sum") {
    const first = e.terms.find((term) => freeNames(term).size > 0) ?? e.terms.find((term) => term.kind !== "number");
    return first !== undefined && isNegated(first);
  }
  return splitCoefficient(e).coefficient.num < 0;
}

/** −e with the sign taken through a sum. */
export function opposite(e: Expression): Expression {
  return e.kind === "sum" ? sum(...e.terms.map(negate)) : negate(e);
}
