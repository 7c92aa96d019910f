import type { Said } from "../derivation/rules/catalogue.ts";
import { divide, number, power, product, subtract, sum } from "../expression/construct.ts";
import { type Expression, factorsOf, isReciprocal } from "../expression/expression.ts";
import * as rational from "../number/rational.ts";
import { readable } from "../rewrite/readable.ts";

export const quotient = (a: Expression, b: Expression): Expression => readable(divide(a, b));
export const difference = (a: Expression, b: Expression): Expression => readable(subtract(a, b));
export const total = (a: Expression, b: Expression): Expression => readable(sum(a, b));

/** How both sides come to be multiplied by a factor: by 1/2 they are divided by 2. */
export function asFactor(factor: Expression): ReturnType<typeof withoutFactor> {
  const isPart = factor.kind === "number" && factor.value.den !== 1 && (factor.value.num === 1 || factor.value.num === -1);
  return isPart ? { rule: "divide both sides", said: power(factor, number(-1)) } : { rule: "multiply both sides", said: factor };
}

/** 1/u, and u for what is one divided by it. */
function reciprocal(factor: Expression): Expression {
  return factor.kind === "power" && factor.exponent.kind === "number"
    ? power(factor.base, number(rational.negate(factor.exponent.value)))
    : power(factor, number(-1));
}

/** How a constant factor is taken from one side: by a division, but nobody divides by 1/2 or −1. */
export function withoutFactor(factor: Expression): { readonly rule: "divide both sides" | "multiply both sides"; readonly said: Said } {
  const isPart = factor.kind === "number" && (factor.value.num === 1 || factor.value.num === -1);
  const isBelow =
    isReciprocal(factor) || (factor.kind === "product" && factor.factors.every((one) => isReciprocal(one) || (one.kind === "number" && one.value.num === 1)));
  return isPart || isBelow ? { rule: "multiply both sides", said: product(...factorsOf(factor).map(reciprocal)) } : { rule: "divide both sides", said: factor };
}
