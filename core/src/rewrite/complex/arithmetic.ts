import type { Step } from "../../derivation/step.ts";
import type { Expression } from "../../expression/expression.ts";
import { namesAsIn } from "../../notation/elaborate.ts";
import type { Syntax } from "../../notation/syntax.ts";
import { ofFunction } from "./functions.ts";
import { ofFraction, ofPower, ofProduct, ofSum } from "./operations.ts";
import { Arithmetic, holdsOperation, type Operations } from "./work.ts";

const OPERATIONS: Operations = { binary: ofSum, times: ofProduct, fraction: ofFraction, power: ofPower, call: ofFunction };

/**
 * A written form with i worked out to real and imaginary part, with the steps of the arithmetic. Undefined where nothing complex stands in
 * it, or the parts are not found.
 */
export function workedOut(
  written: Syntax,
  meant: Expression,
  known: readonly Expression[],
): { readonly value: Expression; readonly steps: readonly Step[] } | undefined {
  if (!holdsOperation(written)) return undefined;
  const work = new Arithmetic(known, namesAsIn(meant), OPERATIONS);
  const value = work.worked(written);
  return value && { value, steps: work.steps };
}
