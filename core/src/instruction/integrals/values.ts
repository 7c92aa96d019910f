import { establishedBy } from "../../check/integral.ts";
import { judgeStep } from "../../check/step.ts";
import type { Step } from "../../derivation/step.ts";
import { type Expression, findAll } from "../../expression/expression.ts";
import { isDefiniteIntegral } from "../../expression/integral.ts";
import type { IntegralValue } from "../../solve/integrals/found.ts";
import { withIntegralValues } from "../../solve/integrals/value.ts";
import type { Environment } from "../environment.ts";

/** Whether the judge confirms a step to the value of an integral. */
export function confirmedByJudge(one: Step, before: readonly Step[], known: readonly Expression[]): boolean {
  // Only what is found by its roots is not seen again from the claim itself.
  const roots = before.filter(({ claim }) => claim.kind === "sum over the roots");
  const established = roots.flatMap((step) => (judgeStep(step, known).verdict === "nailed" ? establishedBy(step.claim) : []));
  return judgeStep(one, known, established).verdict === "nailed";
}

/** The integrals in an expression by antiderivatives that the judge confirms; undefined where there is none. */
export function integralValues(e: Expression, { assumptions }: Environment): IntegralValue | undefined {
  return findAll(e, isDefiniteIntegral).length === 0 ? undefined : withIntegralValues(e, assumptions, confirmedByJudge);
}

/** The expression with the values of its integrals, as far as they are found, for graphs and tables. */
export function withoutIntegrals(e: Expression, environment: Environment): Expression {
  return integralValues(e, environment)?.value ?? e;
}
