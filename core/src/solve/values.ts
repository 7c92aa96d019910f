import { divide, subtract, sum } from "../expression/construct.ts";
import type { Expression } from "../expression/expression.ts";
import { denest } from "../rewrite/denest.ts";
import { complexity, expand, simplify } from "../rewrite/simplify.ts";

/** The most readable form of a root: the shorter of the simplified forms before and after nested roots are undone. */
export function readable(e: Expression): Expression {
  const plain = simplify(e).expression;
  const candidates = [plain, simplify(denest(plain)).expression, simplify(denest(expand(plain))).expression];
  return candidates.reduce((best, next) => (complexity(next) < complexity(best) ? next : best));
}

export const quotient = (a: Expression, b: Expression): Expression => readable(divide(a, b));
export const difference = (a: Expression, b: Expression): Expression => readable(subtract(a, b));
export const total = (a: Expression, b: Expression): Expression => readable(sum(a, b));
