import { call, negate, number, power, product, sum } from "../expression/construct.ts";
import { type Expression, factorsOf, termsOf } from "../expression/expression.ts";
import { mapChildren } from "../expression/substitute.ts";
import { isWhole } from "../expression/whole.ts";
import * as rational from "../number/rational.ts";

/**
 * Signs of products as products of signs, and steps of floors with their whole terms outside, ceilings as floors: equal to the
 * expression wherever it is defined for real values of its names.
 */
export function stepsForm(e: Expression): Expression {
  const inner = mapChildren(e, stepsForm);
  const [u] = inner.kind === "call" ? inner.args : [];
  if (inner.kind !== "call" || !u) return inner;
  switch (inner.name) {
    case "sgn":
      return product(...factorsOf(u).map(signOfFactor));
    case "floor":
      return floorOf(u);
    case "ceil":
      return negate(floorOf(negate(u)));
    default:
      return inner;
  }
}

/** The sign of a power with a positive exponent is that of its base where this is not negative; whole exponents count whether they are even. */
function signOfFactor(factor: Expression): Expression {
  if (factor.kind !== "power" || factor.exponent.kind !== "number") return call("sgn", factor);
  const { value } = factor.exponent;
  const sign = product(...factorsOf(factor.base).map(signOfFactor));
  return rational.isInteger(value) && Number(value.num) % 2 === 0 ? power(sign, number(2)) : sign;
}

function floorOf(u: Expression): Expression {
  const terms = termsOf(u);
  const whole = terms.filter(isWhole);
  // Of a number the whole part is outside too.
  const parts = terms
    .filter((term) => !whole.includes(term))
    .map((term) => (term.kind === "number" ? apart(term.value) : { inside: term, outside: undefined }));
  const inside = sum(...parts.map((part) => part.inside));
  return sum(...whole, ...parts.flatMap(({ outside }) => outside ?? []), call("floor", inside));
}

function apart(value: rational.Rational): { readonly inside: Expression; readonly outside: Expression } {
  const whole = rational.rational(rational.floor(value));
  return { inside: number(rational.subtract(value, whole)), outside: number(whole) };
}
