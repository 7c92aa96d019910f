import { conjugate } from "../../canonical/conjugate.ts";
import { HALF, I, negate, product, subtract, sum } from "../../expression/construct.ts";
import { sideDifference } from "../../expression/equations.ts";
import type { Expression } from "../../expression/expression.ts";
import { equalityTest } from "../../truth/index.ts";

/**
 * Whether the sides of an equation in real names differ by a complex number whose real (imaginary) part is the difference of the other
 * sides: (d + d̄)/2, and (d − d̄)/2i. What is 0 has both its parts 0, so no solution is lost.
 */
export function isPartOf(before: Expression, after: Expression, part: "real" | "imaginary", assumptions: readonly Expression[]): boolean {
  if (before.kind !== "relation" || after.kind !== "relation") return false;
  const d = sideDifference(before);
  const other = conjugate(d);
  const own = part === "real" ? product(HALF, sum(d, other)) : product(HALF, negate(I), subtract(d, other));
  return equalityTest(own, sideDifference(after), assumptions).kind === "zero";
}
