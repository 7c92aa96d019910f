import { sqrt } from "../expression/construct.ts";
import type { Expression } from "../expression/expression.ts";
import { complexity, simplify } from "../truth/index.ts";
import { rootsOut } from "./forms/root-and-log-forms.ts";

/** The square root of what holds no variable, taken out as far as what is known of its letters goes. */
export function constantRoot(e: Expression, assumptions: readonly Expression[]): Expression {
  return simplify(rootsOut(simplify(sqrt(e)).expression, assumptions)).expression;
}

/** An expression with its roots taken out by what is known of the letters, where that is no longer. */
export function withRootsOut(e: Expression, assumptions: readonly Expression[]): Expression {
  const out = simplify(rootsOut(simplify(e).expression, assumptions)).expression;
  return complexity(out) <= complexity(e) ? out : e;
}
