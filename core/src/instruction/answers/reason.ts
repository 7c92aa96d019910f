import type { Step } from "../../derivation/step.ts";
import { midSentence, stepText } from "../../derivation/words.ts";

const MOST_IN_REASON = 3;

/** A few steps as the reason in the margin; undefined for none, and for a longer way. */
export function reasonFrom(steps: readonly Step[]): string | undefined {
  if (steps.length === 0 || steps.length > MOST_IN_REASON) return undefined;
  return steps.map((one, k) => (k === 0 ? stepText(one) : midSentence(stepText(one)))).join("; ");
}
