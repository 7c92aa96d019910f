import { NotDifferentiable } from "../../calculus/derivative.ts";
import { negate, number, product, relation, subtract, ZERO } from "../../expression/construct.ts";
import { realDomain } from "../../expression/domain.ts";
import { type Comparison, contains, type Expression, findAll } from "../../expression/expression.ts";
import { type DefiniteIntegral, isDefiniteIntegral } from "../../expression/integral.ts";
import { substitute } from "../../expression/substitute.ts";
import { constantSign, simplify } from "../../truth/index.ts";

/**
 * What must hold of a variable so that the integrals whose bounds hold it have a continuous integrand between them: both bounds on the same side of a place
 * where it has no value.
 * @throws NotDifferentiable where such a place is not found
 */
export function integrandConditions(e: Expression, variable: string): readonly Expression[] {
  return findAll(e, isDefiniteIntegral).flatMap((part) => (isDefiniteIntegral(part) && contains(part, variable) ? conditionsOf(part) : []));
}

function conditionsOf(e: DefiniteIntegral): readonly Expression[] {
  return realDomain(e.body)
    .filter((condition) => contains(condition, e.variable))
    .flatMap((condition) => {
      const [left, right] = condition.kind === "relation" && condition.operands.length === 2 ? condition.operands : [];
      const [comparison] = condition.kind === "relation" ? condition.comparisons : [];
      const side = left && right ? simplify(subtract(left, right)).expression : ZERO;
      if (comparison === undefined || !isLinear(side, e.variable))
        throw new NotDifferentiable("where the integrand has no value between its bounds is not known");
      const [below, above] = [e.lower, e.upper].map((bound) => simplify(substitute(side, new Map([[e.variable, bound]]))).expression);
      if (!below || !above) return [];
      return comparison === "!=" ? sameSign(below, above) : [relation(below, comparison, ZERO), relation(above, comparison, ZERO)];
    })
    .filter((condition) => !(condition.kind === "relation" && condition.operands.every((operand) => constantSign(operand) !== undefined)));
}

function isLinear(e: Expression, variable: string): boolean {
  const at = (value: number): Expression => substitute(e, new Map([[variable, number(value)]]));
  const bend = subtract(subtract(at(2), at(1)), subtract(at(1), at(0)));
  return constantSign(simplify(bend).expression) === 0 && findAll(e, ({ kind }) => kind === "call" || kind === "power").length === 0;
}

/** Two numbers on the same side of 0. */
function sameSign(a: Expression, b: Expression): readonly Expression[] {
  const [first, second] = [constantSign(a), constantSign(b)];
  if (first === 0 || second === 0) throw new NotDifferentiable("the integrand has no value at a bound");
  const positive = (e: Expression, sign: number): Expression => relation(sign === 1 ? e : negate(e), ">" satisfies Comparison, ZERO);
  if (first) return [positive(b, first)];
  if (second) return [positive(a, second)];
  const both = simplify(product(a, b)).expression;
  const isOdd = both.kind === "power" && both.exponent.kind === "number" && both.exponent.value.den === 1 && Number(both.exponent.value.num) % 2 === 1;
  return [relation(isOdd && both.kind === "power" ? both.base : both, ">", ZERO)];
}
