import { type Expression, equal } from "../../expression/expression.ts";
import * as rational from "../../number/rational.ts";

/** The base and the exponent of a power with a number as exponent, 1/√x as x^(−1/2): powers of powers with whole exponents multiply. */
export function powerOf(e: Expression): { readonly base: Expression; readonly exponent: rational.Rational } | undefined {
  if (e.kind !== "power" || e.exponent.kind !== "number") return undefined;
  const inner = rational.isInteger(e.exponent.value) ? powerOf(e.base) : undefined;
  return inner ? { base: inner.base, exponent: rational.multiply(inner.exponent, e.exponent.value) } : { base: e.base, exponent: e.exponent.value };
}

/** A product of powers of one base as one power: x √x as x^(3/2), which is defined where the product is. Undefined where the exponents cancel, or nothing is gained. */
export function joinedPower(e: Expression): { readonly base: Expression; readonly exponent: rational.Rational } | undefined {
  if (e.kind !== "product") return powerOf(e);
  const powers = e.factors.map((factor) => powerOf(factor) ?? { base: factor, exponent: rational.ONE });
  const [first] = powers;
  if (!first || !powers.every(({ base }) => equal(base, first.base))) return undefined;
  const exponent = powers.map((one) => one.exponent).reduce(rational.add);
  return rational.isZero(exponent) ? undefined : { base: first.base, exponent };
}
