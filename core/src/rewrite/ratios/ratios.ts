import { type Step, step } from "../../derivation/step.ts";
import { type Expression, equal } from "../../expression/expression.ts";
import { mapChildren } from "../../expression/substitute.ts";
import type { Syntax } from "../../notation/syntax.ts";
import { isRatio, type KnownAngle } from "./known-angle.ts";
import { asGiven, byPythagoras, byReciprocal } from "./one-angle.ts";
import { byHalf, byMultiple, byQuarterTurns, byReferenceAngle, bySum, fromTable } from "./several-angles.ts";
import { bare, type Way, Work } from "./work.ts";

/** The ways to a ratio of an angle, in the order in which they are tried. */
const WAYS: readonly Way[] = [fromTable, asGiven, byReciprocal, byPythagoras, byReferenceAngle, byQuarterTurns, byHalf, bySum, byMultiple];

/** What is known of angles, and whether their author writes degrees. */
export interface Angles {
  readonly known: ReadonlyMap<string, KnownAngle>;
  readonly inDegrees: boolean;
}

/**
 * An expression with the exact values of the circular functions in it that are found by formulas, and the steps that find them: by the
 * quadrant, the addition, double-angle and half-angle formulas. Undefined where no step is needed or none leads there.
 */
export function withRatios(
  written: Syntax,
  meant: Expression,
  { known, inDegrees }: Angles,
): { readonly expression: Expression; readonly steps: readonly Step[] } | undefined {
  const work = new Work(known, WAYS, inDegrees);
  const numbers = work.numbersIn(written);
  const expression = withValues(meant, work);
  if (work.steps.length === 0 && equal(expression, meant)) return undefined;
  const found = work.steps.at(-1)?.claim;
  if (found?.kind === "equal" && written.kind === "call" && isRatio(written.name)) return { expression: found.after, steps: work.steps };
  const last = step("put in the ratios", [], { kind: "equal", before: meant, after: expression }, { written: bare(numbers) });
  return { expression, steps: [...work.steps, last] };
}

function withValues(e: Expression, work: Work): Expression {
  const [angle] = e.kind === "call" ? e.args : [];
  const value = e.kind === "call" && angle && isRatio(e.name) ? work.ratio(e.name, angle) : undefined;
  return value ?? mapChildren(e, (child) => withValues(child, work));
}
