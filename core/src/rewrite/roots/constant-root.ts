import { sqrt } from "../../expression/construct.ts";
import { type Expression, findAll, freeNames, isRoot } from "../../expression/expression.ts";
import { complexity, simplify } from "../../truth/index.ts";
import { rootsOut } from "../forms/root-and-log-forms.ts";

/** The square root of what holds no variable, taken out as far as what is known of its letters goes. */
export function constantRoot(e: Expression, assumptions: readonly Expression[]): Expression {
  return simplify(rootsOut(simplify(sqrt(e)).expression, assumptions)).expression;
}

/** An expression with its roots taken out by what is known of the letters, where that leaves fewer letters under roots, or is no longer. */
export function withRootsOut(e: Expression, assumptions: readonly Expression[]): Expression {
  const out = simplify(rootsOut(simplify(e).expression, assumptions)).expression;
  const [before, after] = [lettersUnderRoots(e), lettersUnderRoots(out)];
  return after < before || (after === before && complexity(out) <= complexity(e)) ? out : e;
}

function lettersUnderRoots(e: Expression): number {
  return findAll(e, isRoot).reduce((total, root) => total + freeNames(root).size, 0);
}
