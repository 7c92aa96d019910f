import { stepsCheck } from "../../check/step.ts";
import { weakest } from "../../check/verdict.ts";
import { step } from "../../derivation/step.ts";
import { equal } from "../../expression/expression.ts";
import { type Calculated, stepsOf } from "../../matrix/steps.ts";
import { NO_STEPS, type Outcome } from "../answer.ts";
import type { Environment } from "../environment.ts";

/** An outcome with the steps of what was calculated with vectors and matrices while its line was read, before its own. */
export function withVectorSteps(outcome: Outcome, calculated: readonly Calculated[], { assumptions }: Environment): Outcome {
  const steps = calculated.flatMap(stepsOf);
  if (steps.length === 0) return outcome;
  const own = withoutIdleStep(outcome, calculated);
  const { check, verdicts } = stepsCheck(steps, assumptions);
  const verdict = outcome.verdict && (check.outcome === "nailed" ? outcome.verdict : weakest([outcome.verdict, check.outcome]));
  const checks = check.outcome === "nailed" ? outcome.checks : [check, ...outcome.checks];
  return { ...outcome, steps: [...steps, ...own.steps], stepVerdicts: [...verdicts, ...own.stepVerdicts], checks, verdict };
}

/** A single step that changes nothing says nothing beside the calculation, unless it puts several results of it together. */
function withoutIdleStep({ steps, stepVerdicts }: Outcome, calculated: readonly Calculated[]): Pick<Outcome, "steps" | "stepVerdicts"> {
  const [only, ...more] = steps;
  if (only?.claim.kind !== "equal" || more.length > 0 || !equal(only.claim.before, only.claim.after)) return { steps, stepVerdicts };
  const { after } = only.claim;
  if (calculated.some(({ value }) => equal(value, after))) return NO_STEPS;
  return { steps: [step("put results together", [], only.claim)], stepVerdicts };
}
