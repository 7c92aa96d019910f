import { call, cases, derivative, divide, iterated, MINUS_ONE, ONE, power, product, subtract, sum, tuple, ZERO } from "../expression/construct.ts";
import { curveDomain } from "../expression/domain.ts";
import { contains, type Expression, findAll } from "../expression/expression.ts";
import { family } from "../expression/functions/registry.ts";
import { type DefiniteIntegral, definiteIntegral, isDefiniteIntegral, isIndefiniteIntegral } from "../expression/integral.ts";
import { substitute } from "../expression/substitute.ts";

/** Thrown for an expression that the rules do not differentiate. */
export class NotDifferentiable extends Error {
  override readonly name = "NotDifferentiable";
}

/** The derivative by a name, `order` times, by the rules for sums, products, powers and the chain rule; not simplified. */
export function differentiate(e: Expression, name: string, order = 1): Expression {
  let result = e;
  for (let k = 0; k < order; k += 1) result = once(result, name);
  return result;
}

function once(e: Expression, name: string): Expression {
  if (!contains(e, name)) return ZERO;
  const at = (part: Expression): Expression => once(part, name);
  switch (e.kind) {
    case "number":
    case "constant":
      return ZERO;
    case "name":
      return ONE;
    case "sum":
      return sum(...e.terms.map(at));
    case "product":
      return sum(...e.factors.map((factor, k) => product(...e.factors.map((other, j) => (j === k ? at(factor) : other)))));
    case "power": {
      if (!contains(e.exponent, name)) return product(e.exponent, power(e.base, subtract(e.exponent, ONE)), at(e.base));
      const ofE = e.base.kind === "constant" && e.base.name === "e";
      const growth = product(at(e.exponent), ofE ? ONE : call("ln", e.base));
      if (!contains(e.base, name)) return product(e, growth);
      return product(e, sum(growth, divide(product(e.exponent, at(e.base)), e.base)));
    }
    case "call": {
      const slope = family(e.name)?.derivative;
      if (!slope) throw new NotDifferentiable(`${e.name} has no derivative here`);
      return sum(...e.args.map((arg, index) => (contains(arg, name) ? product(slope(e.args, index), at(arg)) : ZERO)));
    }
    case "tuple":
      return tuple(e.items.map(at));
    case "cases":
      return cases(
        e.branches.map(({ value, condition }) => ({ value: at(value), condition })),
        e.otherwise && at(e.otherwise),
      );
    case "iterated": {
      const boundsFixed = [e.lower, e.upper].every((bound) => !bound || !contains(bound, name));
      if (isIndefiniteIntegral(e, name)) return e.body;
      if (isDefiniteIntegral(e) && isContinuousEverywhere(e.body)) return byLeibniz(e, name);
      if (e.operator === "sum" && boundsFixed) return iterated({ ...e, body: at(e.body) });
      throw new NotDifferentiable(`the derivative of this ${e.operator} is not carried out`);
    }
    case "derivative":
      return derivative(e, name, 1);
    case "relation":
    case "logic":
      throw new NotDifferentiable(`a ${e.kind} is not differentiated`);
  }
}

/**
 * d/dx ∫ f(x, t) dt = f(x, b) b′ − f(x, a) a′ + ∫ ∂f/∂x dt (G. W. Leibniz), for an f that is continuous together with ∂f/∂x between the bounds, which is for
 * the caller to see to.
 * @throws NotDifferentiable where the integrand may jump, or holds the name and has no value somewhere
 */
export function byLeibniz({ lower, upper, body, variable }: DefiniteIntegral, name: string): Expression {
  if (mayJump(body) || (contains(body, name) && !isContinuousEverywhere(body)))
    throw new NotDifferentiable("the derivative of this integral is not carried out");
  const at = (bound: Expression): Expression => (contains(bound, name) ? product(substitute(body, new Map([[variable, bound]])), once(bound, name)) : ZERO);
  const inside = variable !== name && contains(body, name) ? [definiteIntegral(once(body, name), variable, lower, upper)] : [];
  return sum(at(upper), product(MINUS_ONE, at(lower)), ...inside);
}

/** Whether an integrand surely has a value everywhere and no jumps: only then the rule says nothing wrong. */
function isContinuousEverywhere(body: Expression): boolean {
  return curveDomain(body).length === 0 && !mayJump(body);
}

function mayJump(body: Expression): boolean {
  const jumps = (part: Expression): boolean => part.kind === "cases" || part.kind === "iterated" || (part.kind === "call" && !family(part.name)?.derivative);
  return findAll(body, jumps).length > 0;
}
