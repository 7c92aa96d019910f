import { establishedBy } from "../../check/calculus/integral.ts";
import { judgeStep } from "../../check/step.ts";
import { type Step, step } from "../../derivation/step.ts";
import { chain } from "../../expression/construct.ts";
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

/** An equation with the values of its integrals, and what must hold of the letters in them; undefined where it has none that is found. */
export function equationWithIntegrals<Statement extends Expression & { readonly kind: "relation" }>(
  statement: Statement,
  environment: Environment,
): { readonly equation: Expression; readonly steps: readonly Step[]; readonly conditions: readonly Expression[] } | undefined {
  const found = statement.operands.map((side) => integralValues(side, environment));
  if (found.every((one) => one === undefined)) return undefined;
  const after = chain(
    statement.operands.map((side, k) => found[k]?.value ?? side),
    statement.comparisons,
  );
  const put = step("put the integrals in", [], { kind: "with integrals", before: statement, after });
  return {
    equation: after,
    steps: [...found.flatMap((one) => one?.steps.filter(({ claim }) => claim.kind !== "with integrals") ?? []), put],
    conditions: found.flatMap((one) => one?.conditions ?? []),
  };
}

/** The expression with the values of its integrals, as far as they are found, for graphs and tables. */
export function withoutIntegrals(e: Expression, environment: Environment): Expression {
  return integralValues(e, environment)?.value ?? e;
}
