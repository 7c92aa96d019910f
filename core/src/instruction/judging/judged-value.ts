import { COMPARISON_OUTCOMES, comparisonLine, comparisonNote } from "../../check/answer.ts";
import { type Comparison, compareSides } from "../../check/compare.ts";
import { stepsCheck } from "../../check/step.ts";
import { type Check, verdictOf } from "../../check/verdict.ts";
import type { Step } from "../../derivation/step.ts";
import { ZERO } from "../../expression/construct.ts";
import { type Expression, equal } from "../../expression/expression.ts";
import { rangesIn, withRanges } from "../../expression/substitute.ts";
import { numbersScene } from "../../graph/complex-plane.ts";
import type { Digits, Outcome } from "../answer.ts";

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
  const known = [...assumptions, ...conditions];
  // A name in the value is the one in the start, with the range that it has there.
  const end = withRanges(value, rangesIn([start]));
  const compared = [start, otherStart].map((form) => comparedByEntry(form, end, known)).reduce((a, b) => (a.kind === "unknown" ? b : a));
  const comparison: Check = {
    kind: "comparison",
    outcome: COMPARISON_OUTCOMES[compared.kind],
    detail: comparisonNote(compared),
    lines: [comparisonLine(compared, { left: start, right: value })],
  };
  // A vector that was calculated while it was read has nothing to be compared with: its own steps are judged.
  const checks = start.kind === "tuple" && equal(start, value) ? [check] : [check, comparison];
  return {
    answer: { kind: "expression", value, conditions, digits },
    steps,
    stepVerdicts: verdicts,
    checks,
    verdict: verdictOf(checks),
    pictured: () => numbersScene(entriesOf(value)),
  };
}

/** Two values compared, vectors and matrices entry by entry: the first comparison that does not agree, or else the first. */
function comparedByEntry(left: Expression, right: Expression, known: readonly Expression[]): Comparison {
  const [own, other] = [entriesOf(left), entriesOf(right)];
  if (left.kind === "relation" || own.length !== other.length) return { kind: "unknown", why: "only numbers are compared" };
  const compared = own.map((entry, k) => compareSides(entry, other[k] ?? ZERO, known));
  const agreeing = compared.flatMap((one) => (one.kind === "agree" ? [one] : []));
  const [first, ...more] = agreeing;
  if (!first || agreeing.length < compared.length)
    return compared.find(({ kind }) => kind !== "agree") ?? { kind: "unknown", why: "there is no entry to compare" };
  return more.length === 0
    ? first
    : { ...first, decimal: `(${agreeing.map(({ decimal }) => decimal).join(", ")})`, points: Math.max(...agreeing.map(({ points }) => points)) };
}

function entriesOf(e: Expression): readonly Expression[] {
  return e.kind === "tuple" ? e.items.flatMap(entriesOf) : [e];
}
