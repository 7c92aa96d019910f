import { Kernels, normalForm, polynomialExpression, whereRational } from "../../canonical/normal-form.ts";
import { name, number, power, product, relation, ZERO } from "../../expression/construct.ts";
import { contains, type Expression, freeNames } from "../../expression/expression.ts";
import { factor } from "../../polynomial/factor-over-rationals.ts";
import { decide } from "../../truth/index.ts";

/** What must be 0 for an expression to be so, without the factors that hold no unknown and are not 0 for the letters that are known; undefined where there are none such. */
export function withoutLetterFactors(e: Expression, unknowns: readonly string[], assumptions: readonly Expression[]): Expression | undefined {
  if ([...freeNames(e)].every((letter) => unknowns.includes(letter))) return undefined;
  return whereRational(() => {
    const kernels = new Kernels();
    for (const unknown of unknowns) kernels.index(name(unknown));
    const { factors } = factor(normalForm(e, kernels).numerator);
    const parts = factors.map(({ factor: part, multiplicity }) => power(polynomialExpression(part, kernels), number(multiplicity)));
    const left = parts.filter((part) => unknowns.some((unknown) => contains(part, unknown)) || decide(relation(part, "!=", ZERO), assumptions) !== true);
    return left.length < parts.length ? product(...left) : undefined;
  }, undefined);
}
