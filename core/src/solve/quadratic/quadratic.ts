import { ZERO } from "../../expression/construct.ts";
import { equal } from "../../expression/expression.ts";
import type { PolynomialForm } from "../algebraic/polynomial-form.ts";
import type { Solved } from "../solution.ts";
import { completingTheSquare } from "./completing-the-square.ts";
import { commonFactor, factoring, zeroProduct } from "./factoring.ts";
import { formula } from "./formula.ts";
import { quadratic } from "./quadratic-form.ts";
import { takingRoots } from "./taking-roots.ts";

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
