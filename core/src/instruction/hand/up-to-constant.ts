import { differentiate, NotDifferentiable } from "../../calculus/derivative.ts";
import { subtract, ZERO } from "../../expression/construct.ts";
import { contains, type Expression } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { simplify, zeroTest } from "../../truth/index.ts";

/** Which letter of an indefinite integral is its constant, and what was integrated over. */
export interface Antiderivative {
  readonly constant: string;
  readonly variable: string;
}

/**
 * The antiderivative that an author means who writes another constant, or none: the one with that constant. Where the claim is none of the
 * antiderivatives, the one with the constant 0.
 */
export function withConstantOf(claimed: Expression, value: Expression, { constant, variable }: Antiderivative): Expression {
  if (contains(claimed, constant)) return value;
  const bare = substitute(value, new Map([[constant, ZERO]]));
  const apart = simplify(subtract(claimed, bare)).expression;
  if (!contains(apart, variable)) return substitute(value, new Map([[constant, apart]]));
  try {
    return zeroTest(differentiate(apart, variable)).kind === "zero" ? claimed : bare;
  } catch (error) {
    if (error instanceof NotDifferentiable) return bare;
    throw error;
  }
}
