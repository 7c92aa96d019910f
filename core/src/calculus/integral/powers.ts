import type { Expression } from "../../expression/expression.ts";
import * as rational from "../../number/rational.ts";

/** The base and the exponent of a power with a number as exponent, 1/√x as x^(−1/2): powers of powers with whole exponents multiply. */
export function powerOf(e: Expression): { readonly base: Expression; readonly exponent: rational.Rational } | undefined {
  if (e.kind !== "power" || e.exponent.kind !== "number") return undefined;
  const inner = rational.isInteger(e.exponent.value) ? powerOf(e.base) : undefined;
  return inner ? { base: inner.base, exponent: rational.multiply(inner.exponent, e.exponent.value) } : { base: e.base, exponent: e.exponent.value };
}
