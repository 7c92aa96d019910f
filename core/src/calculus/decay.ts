import { E } from "../expression/construct.ts";
import { contains, type Expression, equal, factorsOf, termsOf } from "../expression/expression.ts";
import { polynomialCoefficients } from "../rewrite/coefficients.ts";
import { growthOf } from "./definiteness.ts";

/** Whether a function of several variables tends to 0 far out in every direction: a sum of polynomials, each times e to a polynomial that falls beyond all bounds everywhere. */
export function vanishesFarOut(e: Expression, variables: readonly string[]): boolean {
  return termsOf(e).every((term) => {
    const factors = factorsOf(term);
    const falling = factors.filter((factor) => factor.kind === "power" && equal(factor.base, E) && growthOf(factor.exponent, variables) === "down");
    const rest = factors.filter((factor) => !falling.includes(factor));
    return falling.length > 0 && rest.every((factor) => isPolynomial(factor, variables));
  });
}

function isPolynomial(e: Expression, variables: readonly string[]): boolean {
  return variables.every((variable) => !contains(e, variable) || polynomialCoefficients(e, variable)?.every((part) => !contains(part, variable)) === true);
}
