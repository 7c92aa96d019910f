import { isNumber, product, sum } from "../../expression/construct.ts";
import { contains, type Expression, termsOf } from "../../expression/expression.ts";
import { indefiniteIntegral } from "../../expression/integral.ts";
import { simplify } from "../../truth/index.ts";
import { type Antiderivative, integralStep, type Search, splitConstant } from "./rule.ts";

/** A sum term by term, constant factors before the integral; undefined where one of the terms is not found. */
export function byTerms(f: Expression, { variable, integrate }: Search): Antiderivative | undefined {
  const terms = termsOf(f);
  const parts: { readonly constant: Expression; readonly rest: Expression; readonly found: Antiderivative }[] = [];
  for (const term of terms) {
    const { constant, rest } = contains(term, variable) ? splitConstant(term, variable) : { constant: term, rest: product() };
    const found = integrate(rest);
    if (!found) return undefined;
    parts.push({ constant, rest, found });
  }
  const value = withoutZeros(sum(...parts.map(({ constant, found }) => timesEach(constant, found.value))));
  const hard = parts.filter(({ found }) => found.steps.length > 0);
  if (parts.length === 1 || hard.length === 0) return { value, steps: hard.flatMap(({ found }) => found.steps) };
  const open = sum(...parts.map(({ constant, rest, found }) => product(constant, found.steps.length > 0 ? indefiniteIntegral(rest, variable) : found.value)));
  const apart = integralStep("integrate term by term", [], f, variable, open);
  const end = integralStep("put the integrals in", [], f, variable, value);
  return { value, steps: [apart, ...hard.flatMap(({ found }) => found.steps), end] };
}

/** What cancels is left out: an antiderivative is asked for where the integrand is defined. */
const withoutZeros = (e: Expression): Expression =>
  sum(...termsOf(e).filter((term) => !(term.kind === "product" && term.factors.some((factor) => isNumber(factor, 0)))));

/** A factor before a sum goes to each of its terms. */
function timesEach(factor: Expression, e: Expression): Expression {
  return sum(...termsOf(e).map((term) => simplify(product(factor, term)).expression));
}
