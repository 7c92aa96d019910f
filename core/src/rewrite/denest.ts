import { number, splitCoefficient, sqrt, subtract, sum } from "../expression/construct.ts";
import type { Expression } from "../expression/expression.ts";
import { mapChildren } from "../expression/substitute.ts";
import * as integer from "../number/integer.ts";
import * as rational from "../number/rational.ts";
import { constantSign } from "./zero-test.ts";

/**
 * √(a + b√c) as √p ± √q with p, q = (a ± √(a² − b²c))/2 where that root is rational (A. Borodin, R. Fagin, J. Hopcroft,
 * M. Tompa, "Decreasing the nesting depth of expressions involving square roots", 1985); everything else is left alone.
 */
export function denest(e: Expression): Expression {
  const inner = mapChildren(e, denest);
  if (inner.kind !== "power" || inner.exponent.kind !== "number" || !rational.equal(inner.exponent.value, rational.HALF)) return inner;
  return denestedRoot(inner.base) ?? inner;
}

function denestedRoot(radicand: Expression): Expression | undefined {
  if (radicand.kind !== "sum" || radicand.terms.length !== 2 || constantSign(radicand) !== 1) return undefined;
  const plain = radicand.terms.find((term) => term.kind === "number");
  const surd = radicand.terms.find((term) => term !== plain);
  if (plain?.kind !== "number" || !surd) return undefined;
  const { coefficient, rest } = splitCoefficient(surd);
  const isRoot = rest.kind === "power" && rest.base.kind === "number" && rest.exponent.kind === "number" && rational.equal(rest.exponent.value, rational.HALF);
  if (!isRoot || rest.kind !== "power" || rest.base.kind !== "number") return undefined;
  const a = plain.value;
  const inside = rational.subtract(rational.multiply(a, a), rational.multiply(rational.multiply(coefficient, coefficient), rest.base.value));
  const root = rationalRoot(inside);
  if (!root) return undefined;
  const p = rational.multiply(rational.add(a, root), rational.HALF);
  const q = rational.multiply(rational.subtract(a, root), rational.HALF);
  if (p.num < 0 || q.num < 0) return undefined;
  const [large, small] = [sqrt(number(p)), sqrt(number(q))];
  return coefficient.num < 0 ? subtract(large, small) : sum(large, small);
}

/** The rational square root of a rational number, where it has one. */
export function rationalRoot(value: rational.Rational): rational.Rational | undefined {
  const [num, den] = [integer.exactRoot(value.num, 2), integer.exactRoot(value.den, 2)];
  return num === undefined || den === undefined ? undefined : rational.rational(num, den);
}
