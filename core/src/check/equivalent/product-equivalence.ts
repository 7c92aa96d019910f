import { isNumber, product } from "../../expression/construct.ts";
import { alternativesOf, sidesOf } from "../../expression/equations.ts";
import { contains, type Expression, equal, factorsOf, freeNames } from "../../expression/expression.ts";
import { constantSign } from "../../truth/index.ts";
import type { Equivalence } from "./equivalence.ts";

/** A product = 0 against its factors = 0, each at least once; other factors are constants that are not 0. */
export function productEquivalence(before: Expression, after: Expression, unknown: string): Equivalence | undefined {
  const [left, right] = sidesOf(before);
  if (!left || !right || !isNumber(right, 0)) return undefined;
  const alternatives = alternativesOf(after);
  const zeros: Expression[] = [];
  for (const one of alternatives) {
    const [base, zero] = sidesOf(one);
    if (!base || !zero || !isNumber(zero, 0)) return undefined;
    zeros.push(withoutConstants(base, unknown));
  }
  const factors = factorsOf(left);
  const bases = factors.map((factor) => {
    const positive = factor.kind === "power" && factor.exponent.kind === "number" && factor.exponent.value.num > 0 && factor.exponent.value.den === 1;
    return factor.kind === "power" && positive ? factor.base : factor;
  });
  const accounted = bases.every((base) => zeros.some((zero) => equal(zero, base)) || (!contains(base, unknown) && isNonZeroConstant(base)));
  return accounted && zeros.every((zero) => bases.some((base) => equal(zero, base))) ? { kind: "same" } : undefined;
}

/** What is left of a product without factors that are constants other than 0. */
function withoutConstants(e: Expression, unknown: string): Expression {
  return product(...factorsOf(e).filter((factor) => contains(factor, unknown) || !isNonZeroConstant(factor)));
}

function isNonZeroConstant(e: Expression): boolean {
  if (freeNames(e).size > 0) return false;
  const sign = constantSign(e.kind === "power" ? e.base : e);
  return sign !== undefined && sign !== 0;
}
