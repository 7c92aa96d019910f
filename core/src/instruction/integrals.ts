import { judgeStep } from "../check/step.ts";
import { type Expression, findAll } from "../expression/expression.ts";
import { isDefiniteIntegral } from "../expression/integral.ts";
import { type IntegralValue, withIntegralValues } from "../solve/definite-integral.ts";
import type { Environment } from "./environment.ts";

/** The integrals in an expression by antiderivatives that the judge confirms; undefined where there is none. */
export function integralValues(e: Expression, { assumptions }: Environment): IntegralValue | undefined {
  if (findAll(e, isDefiniteIntegral).length === 0) return undefined;
  return withIntegralValues(e, assumptions, (one, known) => judgeStep(one, known).verdict === "nailed");
}

/** The expression with the values of its integrals, as far as they are found, for graphs and tables. */
export function withoutIntegrals(e: Expression, environment: Environment): Expression {
  return integralValues(e, environment)?.value ?? e;
}
