import { type Expression, equal, findAll } from "../../expression/expression.ts";
import { indefiniteIntegral } from "../../expression/integral.ts";
import { hyperbolicByExponentials } from "../../rewrite/forms/angle-forms.ts";
import { simplify } from "../../truth/index.ts";
import { integralStep, type Rule } from "./rule.ts";

const isHyperbolic = (part: Expression): boolean => part.kind === "call" && /h$/.test(part.name) && !part.name.startsWith("ar");

/** Products and quotients of hyperbolic functions, written by exponentials. */
export const HYPERBOLIC: Rule = (f, { variable, integrate }) => {
  if (findAll(f, isHyperbolic).length === 0) return undefined;
  const exponentials = simplify(hyperbolicByExponentials(f)).expression;
  const found = equal(exponentials, f) ? undefined : integrate(exponentials);
  if (!found) return undefined;
  const rewritten = integralStep("write by exponentials", [], f, variable, indefiniteIntegral(exponentials, variable));
  return { value: found.value, steps: [rewritten, ...found.steps] };
};
