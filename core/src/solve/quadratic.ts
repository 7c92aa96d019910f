import { ZERO } from "../expression/construct.ts";
import { equal } from "../expression/expression.ts";
import type { PolynomialForm } from "./polynomial-form.ts";
import { completingTheSquare } from "./quadratic/completing-the-square.ts";
import { commonFactor, factoring, zeroProduct } from "./quadratic/factoring.ts";
import { formula } from "./quadratic/formula.ts";
import { quadratic } from "./quadratic/quadratic-form.ts";
import { takingRoots } from "./quadratic/taking-roots.ts";
import type { Solved } from "./solution.ts";

/**
 * A quadratic by the way a teacher would choose: roots of a square that stands there, factors that stand there or are
 * found by looking, a square that is easily completed, and the formula for the rest.
 */
export function solveQuadratic(form: PolynomialForm): Solved | undefined {
  const q = quadratic(form);
  if (!q) return undefined;
  const bare = equal(q.b, ZERO) && equal(q.c, ZERO);
  return (bare ? undefined : zeroProduct(q)) ?? takingRoots(q) ?? commonFactor(q) ?? factoring(q) ?? completingTheSquare(q) ?? formula(q);
}
