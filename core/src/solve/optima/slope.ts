import { hasAngles } from "../../canonical/angles.ts";
import { type Step, step } from "../../derivation/step.ts";
import { equation, product, ZERO } from "../../expression/construct.ts";
import type { Expression } from "../../expression/expression.ts";
import { asSumOfWaves } from "../../rewrite/harmonics.ts";
import { complexity, simplify } from "../../truth/index.ts";
import { differentiatedWithSteps } from "../derivatives/with-steps.ts";

/** The derivative of a function of one variable, and that it is 0 at a stationary point. */
export function slopeSteps(objective: Expression, variable: string, after: Expression): readonly Step[] {
  const stationary = equation(after, ZERO);
  return [
    step("differentiate", [objective, variable], { kind: "derivative", of: objective, variable, after }),
    step("stationary where", [], { kind: "equivalent", unknown: variable, before: stationary, after: stationary }),
  ];
}

/** A derivative collected, or as the rules leave it where that is a product, which makes cases of a zero: sums of products of waves in it as one wave. */
export function slopeOf(objective: Expression, variable: string, assumptions: readonly Expression[]): Expression {
  const byRules = differentiatedWithSteps(objective, variable).value;
  if (byRules.kind !== "product") return simplify(byRules).expression;
  return product(
    ...byRules.factors.map((factor) => {
      const waves = factor.kind === "sum" && hasAngles(factor) ? asSumOfWaves(factor, assumptions) : undefined;
      return waves && complexity(waves) < complexity(factor) ? waves : factor;
    }),
  );
}
