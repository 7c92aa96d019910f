import { stepsCheck } from "../check/step.ts";
import { weakest } from "../check/verdict.ts";
import { type Calculated, stepsOf } from "../matrix/steps.ts";
import type { Outcome } from "./answer.ts";
import type { Environment } from "./environment.ts";

/** An outcome with the steps of what was calculated with vectors and matrices while its line was read, before its own. */
export function withVectorSteps(outcome: Outcome, calculated: readonly Calculated[], { assumptions }: Environment): Outcome {
  const steps = calculated.flatMap(stepsOf);
  if (steps.length === 0) return outcome;
  const { check, verdicts } = stepsCheck(steps, assumptions);
  const verdict = outcome.verdict && (check.outcome === "nailed" ? outcome.verdict : weakest([outcome.verdict, check.outcome]));
  const checks = check.outcome === "nailed" ? outcome.checks : [check, ...outcome.checks];
  return { ...outcome, steps: [...steps, ...outcome.steps], stepVerdicts: [...verdicts, ...outcome.stepVerdicts], checks, verdict };
}
