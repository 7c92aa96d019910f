import { call, power, product, TWO } from "../expression/construct.ts";
import { type Expression, equal, factorsOf } from "../expression/expression.ts";
import { isReal } from "../expression/realness.ts";
import { mapChildren } from "../expression/substitute.ts";

/** Every product u · conj(u) as |u|², which is real and not negative, and the conjugate of what is real as that itself. */
export function withModuli(e: Expression): Expression {
  const inner = mapChildren(e, withModuli);
  const [alone] = inner.kind === "call" && inner.name === "conj" ? inner.args : [];
  if (alone && isReal(alone)) return alone;
  const factors = inner.kind === "product" ? factorsOf(inner) : [];
  const conjugate = factors.find(
    (factor) => factor.kind === "call" && factor.name === "conj" && factors.some((other) => equal(other, factor.args[0] ?? factor)),
  );
  const [u] = conjugate?.kind === "call" ? conjugate.args : [];
  if (!conjugate || !u) return inner;
  const partner = factors.find((factor) => equal(factor, u));
  return withModuli(product(power(call("abs", u), TWO), ...factors.filter((factor) => factor !== conjugate && factor !== partner)));
}
