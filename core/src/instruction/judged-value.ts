import { comparisonNote } from "../check/answer.ts";
import { compareSides } from "../check/compare.ts";
import { stepsCheck } from "../check/step.ts";
import { type Check, verdictOf } from "../check/verdict.ts";
import type { Step } from "../derivation/step.ts";
import type { Expression } from "../expression/expression.ts";
import type { Digits, Outcome } from "./answer.ts";

/**
 * The outcome of a line whose answer is a value: its steps are judged, and start and end are compared numerically; where the start
 * has no number as it stands, another form of it that the steps have led to.
 */
export function valueOutcome(
  start: Expression,
  value: Expression,
  steps: readonly Step[],
  conditions: readonly Expression[],
  assumptions: readonly Expression[],
  digits: Digits,
  otherStart: Expression = start,
): Outcome {
  const { check, verdicts } = stepsCheck(steps, [...assumptions, ...conditions]);
  const compared =
    start.kind === "tuple" || start.kind === "relation"
      ? ({ kind: "unknown", why: "only numbers are compared" } as const)
      : [start, otherStart].map((form) => compareSides(form, value, [...assumptions, ...conditions])).reduce((a, b) => (a.kind === "unknown" ? b : a));
  const note = comparisonNote(compared);
  const comparison: Check = {
    kind: "comparison",
    outcome: compared.kind === "agree" ? "tacked" : compared.kind === "differ" ? "bent" : "loose",
    detail: note,
    lines: [{ left: start, right: value, note }],
  };
  const checks = [check, comparison];
  return { answer: { kind: "expression", value, conditions, digits }, steps, stepVerdicts: verdicts, checks, verdict: verdictOf(checks) };
}
