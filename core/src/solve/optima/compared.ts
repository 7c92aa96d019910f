import { relation, subtract, ZERO } from "../../expression/construct.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { constantSign, decide, simplify, zeroTest } from "../../truth/index.ts";
import type { OptimumPoint, OptimumTask } from "./optimum.ts";

/** The sign of a difference of two values, by what is known of the letters; undefined where that leaves it open. */
export function signKnown(e: Expression, known: readonly Expression[]): -1 | 0 | 1 | undefined {
  const plain = simplify(e).expression;
  if (freeNames(plain).size === 0) return constantSign(plain);
  if (zeroTest(plain, known).kind === "zero") return 0;
  if (decide(relation(plain, ">", ZERO), known) === true) return 1;
  return decide(relation(plain, "<", ZERO), known) === true ? -1 : undefined;
}

/** The word for the value that is wanted. */
export const greatest = (wanted: OptimumTask["wanted"]): string => (wanted === "maximum" ? "greatest" : "least");

/** Whether the first value is proven to be the better one. */
export function better(a: Expression, b: Expression, wanted: OptimumTask["wanted"]): boolean {
  const sign = constantSign(subtract(a, b));
  return sign !== undefined && (wanted === "maximum" ? sign > 0 : sign < 0);
}

/** The best of all first, then what is best near by, then the rest. */
export function sorted(points: readonly OptimumPoint[], wanted: OptimumTask["wanted"]): readonly OptimumPoint[] {
  const rank = (one: OptimumPoint): number => (one.global ? 0 : one.nature === wanted ? 1 : 2);
  return [...points].sort((a, b) => rank(a) - rank(b));
}

/** Whether the coordinates of two points, or of two solutions, are the same. */
export function samePlace(a: Pick<OptimumPoint, "values">, b: Pick<OptimumPoint, "values">, variables: readonly string[]): boolean {
  return variables.every((variable) => zeroTest(subtract(a.values.get(variable) ?? ZERO, b.values.get(variable) ?? ZERO)).kind === "zero");
}
