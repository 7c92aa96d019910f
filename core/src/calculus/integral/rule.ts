import type { Pieces, RuleName } from "../../derivation/rules/catalogue.ts";
import { resultOf, type Step, step } from "../../derivation/step.ts";
import { power, product, sum } from "../../expression/construct.ts";
import { contains, type Expression, equal, factorsOf } from "../../expression/expression.ts";

/** An antiderivative and the way to it; no steps where it is one of the basic integrals, or a sum of such. */
export interface Antiderivative {
  readonly value: Expression;
  readonly steps: readonly Step[];
}

/** What a rule may use: the variable, what is known of the letters, and the search itself for the integrals that are left. */
export interface Search {
  readonly variable: string;
  readonly assumptions: readonly Expression[];
  /** Searches further, over the same variable or another one; undefined where nothing is found or the effort is used up. */
  readonly integrate: (f: Expression, variable?: string) => Antiderivative | undefined;
}

/** One way to integrate; undefined where it does not apply. The integrand has no constant factor and is no sum. */
export type Rule = (f: Expression, search: Search) => Antiderivative | undefined;

/** A step that says what an integral is, perhaps by other integrals that are still to be found. */
export function integralStep<Name extends RuleName>(
  rule: Name,
  pieces: Pieces<Name>,
  of: Expression,
  variable: string,
  after: Expression,
  named?: { readonly name: string; readonly meaning: Expression; readonly where?: readonly Expression[] },
): Step {
  return step(rule, pieces, { kind: "antiderivative", of, variable, after, ...(named ? { named } : {}) });
}

/** The factor free of the variable, and the rest. */
export function splitConstant(f: Expression, variable: string): { readonly constant: Expression; readonly rest: Expression } {
  const factors = factorsOf(f).flatMap((factor) => apartInExponent(factor, variable));
  return {
    constant: product(...factors.filter((factor) => !contains(factor, variable))),
    rest: product(...factors.filter((factor) => contains(factor, variable))),
  };
}

/** The steps to an antiderivative, the last of which says that it is one of this integrand. */
export function concluded({ value, steps: all }: Antiderivative, f: Expression, variable: string): readonly Step[] {
  const steps = all.filter((one, k) => !all.slice(0, k).some((earlier) => one.rule === earlier.rule && equal(resultOf(one.claim), resultOf(earlier.claim))));
  const last = steps.at(-1)?.claim;
  if ((last?.kind === "antiderivative" || last?.kind === "sum over the roots") && equal(last.of, f) && equal(last.after, value)) return steps;
  return [...steps, integralStep(steps.length > 0 ? "put the integrals in" : "basic integrals", [], f, variable, value)];
}

/** b^(u + v) as b^u b^v where one of them is free of the variable. */
function apartInExponent(factor: Expression, variable: string): readonly Expression[] {
  if (factor.kind !== "power" || contains(factor.base, variable) || factor.exponent.kind !== "sum") return [factor];
  const { terms } = factor.exponent;
  const free = terms.filter((term) => !contains(term, variable));
  if (free.length === 0 || free.length === terms.length) return [factor];
  return [power(factor.base, sum(...free)), power(factor.base, sum(...terms.filter((term) => contains(term, variable))))];
}
