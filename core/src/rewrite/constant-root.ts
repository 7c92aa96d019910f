import { sqrt } from "../expression/construct.ts";
import type { Expression } from "../expression/expression.ts";
import { simplify } from "../truth/index.ts";
import { rootsOut } from "./forms/root-and-log-forms.ts";

/** The square root of what holds no variable, taken out as far as what is known of its letters goes. */
export function constantRoot(e: Expression, assumptions: readonly Expression[]): Expression {
  return simplify(rootsOut(simplify(sqrt(e)).expression, assumptions)).expression;
}
