import { power, product, sum } from "../expression/construct.ts";
import { type Expression, equal, factorsOf, termsOf } from "../expression/expression.ts";

import { mapChildren } from "../expression/substitute.ts";
import { simplify } from "../truth/index.ts";

/** Powers of one base in a product as one: x^(n + 1)/x is x^n wherever it is defined. */
export function joinedPowers(e: Expression): Expression {
  const inner = mapChildren(e, joinedPowers);
  if (inner.kind !== "product" || !inner.factors.some((factor) => factor.kind === "power" && factor.exponent.kind !== "number")) return inner;
  const groups: { readonly base: Expression; readonly exponents: Expression[] }[] = [];
  for (const factor of factorsOf(inner)) {
    const [base, exponent] = factor.kind === "power" ? [factor.base, factor.exponent] : [factor, product()];
    const group = groups.find((one) => equal(one.base, base));
    if (group) group.exponents.push(exponent);
    else groups.push({ base, exponents: [exponent] });
  }
  return product(
    ...groups.map(({ base, exponents }) => power(base, exponents.length === 1 ? sum(...exponents) : simplify(sum(...exponents.flatMap(termsOf))).expression)),
  );
}
