import type { Expression } from "../../expression/expression.ts";
import { polynomialCoefficients } from "../../rewrite/coefficients.ts";

/** The coefficients of a x + b with a ≠ 0; undefined for anything else. */
export function linearIn(e: Expression, variable: string): { readonly slope: Expression; readonly constant: Expression } | undefined {
  const [constant, slope, ...more] = polynomialCoefficients(e, variable) ?? [];
  return constant && slope && more.length === 0 ? { slope, constant } : undefined;
}
