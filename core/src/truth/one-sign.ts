import { relation, ZERO } from "../expression/construct.ts";
import { type Expression, termsOf } from "../expression/expression.ts";
import { decide } from "./sign.ts";
import { expand } from "./simplify.ts";

/** The terms of a sum that are all not negative, or all not positive, wherever real values are put in; undefined where that is not seen. */
export function termsOfOneSign(e: Expression, assumptions: readonly Expression[]): readonly Expression[] | undefined {
  const terms = termsOf(expand(e));
  const isAll = (comparison: ">=" | "<="): boolean => terms.every((term) => decide(relation(term, comparison, ZERO), assumptions) === true);
  return terms.length > 1 && (isAll(">=") || isAll("<=")) ? terms : undefined;
}
