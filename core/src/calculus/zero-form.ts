import { hasAngles, inSineAndCosine } from "../canonical/angles.ts";
import { Kernels, normalForm, polynomialExpression, whereRational } from "../canonical/normal-form.ts";
import { call, isPositiveConstant, product, subtract, sum } from "../expression/construct.ts";
import { contains, type Expression, factorsOf, findAll, isReciprocal, termsOf } from "../expression/expression.ts";

/**
 * An expression without poles that is 0 wherever the two sides are equal: their difference, or its numerator where the name
 * stands in denominators. It may be 0 elsewhere too, where a denominator is.
 */
export function zeroForm(left: Expression, right: Expression, name: string): Expression {
  const [first, second] = [logarithm(left, name), logarithm(right, name)];
  if (first && second && (left.kind === "product" || right.kind === "product")) return subtract(first, second);
  const plain = sum(left, ...termsOf(right).map((term) => subtract(sum(), term)));
  const whole = hasAngles(plain) ? inSineAndCosine(plain) : plain;
  const below = findAll(whole, (part) => isReciprocal(part) && part.base.kind !== "constant" && contains(part.base, name));
  if (below.length === 0) return plain;
  return whereRational(() => {
    const kernels = new Kernels();
    return polynomialExpression(normalForm(whole, kernels).numerator, kernels);
  }, plain);
}

/** The logarithm of a product of powers of positive numbers with the name in exponents only; undefined for anything else. */
function logarithm(side: Expression, name: string): Expression | undefined {
  const factors = factorsOf(side);
  const parts = factors.map((factor) => {
    if (!contains(factor, name)) return isPositiveConstant(factor) ? call("ln", factor) : undefined;
    if (factor.kind !== "power" || !isPositiveConstant(factor.base)) return undefined;
    return product(factor.exponent, call("ln", factor.base));
  });
  return parts.every((part) => part !== undefined) ? sum(...parts) : undefined;
}
