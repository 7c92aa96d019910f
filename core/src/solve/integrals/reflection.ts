import { splitConstant } from "../../calculus/integral/rule.ts";
import { step } from "../../derivation/step.ts";
import { divide, name, subtract, sum, TWO } from "../../expression/construct.ts";
import { type Expression, equal } from "../../expression/expression.ts";
import { infinityOf } from "../../expression/infinity.ts";
import { type DefiniteIntegral, definiteIntegral } from "../../expression/integral.ts";
import { substitute } from "../../expression/substitute.ts";
import { simplifyWithSteps } from "../../rewrite/forms/shortest.ts";
import { complexity } from "../../truth/index.ts";
import type { IntegralFound, IntegralSearch } from "./found.ts";

/**
 * Between finite bounds an integrand f has the integral of f(a + b − x): both together may be simple where one is not, as x sin x/(1 + cos² x) from 0 to π, or
 * x²/(1 + e^x) between opposite bounds.
 */
export function byReflection(integral: DefiniteIntegral, { assumptions, integrate }: IntegralSearch): IntegralFound | undefined {
  const { variable, body, lower, upper } = integral;
  if ([lower, upper].some((bound) => infinityOf(bound) !== undefined) || equal(lower, upper)) return undefined;
  const mirrored = substitute(body, new Map([[variable, subtract(sum(lower, upper), name(variable))]]));
  const mean = simplified(divide(sum(body, simplified(mirrored, assumptions)), TWO), assumptions);
  if (complexity(splitConstant(mean, variable).rest) >= complexity(splitConstant(body, variable).rest)) return undefined;
  const even = definiteIntegral(mean, variable, lower, upper);
  const found = integrate(even);
  if (found?.kind !== "value" || infinityOf(found.value) !== undefined) return undefined;
  const first = step("mirrored integrand", [subtract(sum(lower, upper), name(variable))], { kind: "mirrored integral", before: integral, after: even });
  const end = step("put the integrals in", [], { kind: "with integrals", before: integral, after: found.value });
  return { ...found, steps: [first, ...found.steps, end], inPieces: integral };
}

const simplified = (e: Expression, assumptions: readonly Expression[]): Expression => simplifyWithSteps(e, { assumptions }).expression;
