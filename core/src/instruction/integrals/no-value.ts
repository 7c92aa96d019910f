import { limitValue } from "../../calculus/limit/found.ts";
import type { Witness } from "../../calculus/limit/sided.ts";
import { pathStatement } from "../../calculus/place.ts";
import { judgeParting, type Parting } from "../../check/calculus/limit.ts";
import { stepsCheck } from "../../check/step.ts";
import { type Check, verdictOf } from "../../check/verdict.ts";
import type { Step } from "../../derivation/step.ts";
import type { Expression } from "../../expression/expression.ts";
import { plain } from "../../notation/plain.ts";
import type { NoValue } from "../../solve/integrals/found.ts";
import type { Outcome } from "../answer.ts";

/** The integral has no value, not even an infinite one. */
export function withoutValue(found: NoValue, before: readonly Step[], assumptions: readonly Expression[]): Outcome {
  const steps = [...before, ...found.steps];
  const known = [...assumptions, ...found.conditions];
  const { check, verdicts } = stepsCheck(steps, known);
  const own = found.kind === "oscillates" ? oscillation(found, known) : oppositeInfinities(check);
  const checks = [own];
  return { answer: { kind: "no limit", why: own.detail, conditions: found.conditions }, steps, stepVerdicts: verdicts, checks, verdict: verdictOf(checks) };
}

function oscillation({ antiderivative: f, place, witnesses: [one, other] }: Extract<NoValue, { kind: "oscillates" }>, known: readonly Expression[]): Check {
  const stated = ({ along, limit }: Witness): Parting => ({ along, limit: limitValue(limit) });
  const judged = judgeParting(f, place, [stated(one), stated(other)], known);
  const detail = `the antiderivative ${plain(f)} has no limit towards ${plain(place.at)}: where ${plain(pathStatement(one.along, place.variable))} it tends to ${plain(limitValue(one.limit))}, where ${plain(pathStatement(other.along, place.variable))} to ${plain(limitValue(other.limit))}`;
  return { kind: "steps", outcome: judged.verdict, detail, lines: [{ note: detail }, { note: judged.why }] };
}

/** Parts that diverge to both sides, as the steps have shown. */
function oppositeInfinities(steps: Check): Check {
  const detail =
    "parts of the integral diverge to ∞ and to −∞, so it has no value; equal parts left and right of a place would cancel, but that is another notion (a principal value)";
  return { kind: "steps", outcome: steps.outcome, detail, lines: [...steps.lines, { note: detail }] };
}
