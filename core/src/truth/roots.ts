import { polynomialFactors } from "../canonical/factored.ts";
import { call, negate, number, power, product, relation, ZERO } from "../expression/construct.ts";
import { type Expression, freeNames } from "../expression/expression.ts";
import type { RealExpression } from "../expression/realness.ts";
import { mapChildren } from "../expression/substitute.ts";
import * as rational from "../number/rational.ts";
import { decide } from "./sign.ts";

/**
 * The n-th root of e over the reals, taken apart into roots of its factors: those certainly positive stand under roots of
 * their own, even powers of the others come out as absolute values, and what is left stays together. Factors whose sign is
 * not known are never separated.
 */
export function splitRoot(e: RealExpression, n: number, assumptions: readonly Expression[]): Expression {
  const whole = power(e, number(rational.rational(1, n)));
  if (freeNames(e).size === 0) return whole;
  const parts = polynomialFactors(e);
  if (!parts) return whole;
  const outside: Expression[] = [];
  const inside: Expression[] = [number(parts.content)];
  for (const { base, exponent } of parts.factors) {
    const sign = signOf(base, assumptions);
    if (sign !== 0) {
      const size = sign > 0 ? base : negate(base);
      if (sign < 0 && exponent % 2 !== 0) inside.push(number(-1));
      outside.push(exponent % n === 0 ? power(size, number(exponent / n)) : power(power(size, number(rational.rational(1, n))), number(exponent)));
      continue;
    }
    // For even n, b^(kn + r) = |b|^(kn) b^r with r even or odd as the exponent is.
    const rest = ((exponent % n) + n) % n;
    const out = (exponent - rest) / n;
    if (n % 2 === 0) {
      const even = rest % 2 === 0;
      outside.push(power(absolute(base), number(out)));
      if (rest !== 0) {
        if (even) outside.push(power(absolute(base), number(rational.rational(rest, n))));
        else inside.push(power(base, number(rest)));
      }
    } else inside.push(power(base, number(exponent)));
  }
  const content = product(...inside);
  return product(...outside, power(content, number(rational.rational(1, n))));
}

/** The real n-th root of e for odd n: a root for every factor, since it is multiplicative for all real numbers. */
export function splitOddRoot(e: RealExpression, n: number, assumptions: readonly Expression[]): Expression {
  const parts = polynomialFactors(e);
  if (!parts) return call("root", number(n), e);
  const root = (base: Expression): Expression => (signOf(base, assumptions) > 0 ? power(base, number(rational.rational(1, n))) : call("root", number(n), base));
  return product(root(number(parts.content)), ...parts.factors.map(({ base, exponent }) => power(root(base), number(exponent))));
}

/** |b| as the root of b²: one kernel for both spellings. */
function absolute(base: Expression): Expression {
  const [inner] = base.kind === "call" && base.name === "abs" ? base.args : [];
  return power(power(inner ?? base, number(2)), number(rational.HALF));
}

function signOf(base: Expression, assumptions: readonly Expression[]): -1 | 0 | 1 {
  if (decide(relation(base, ">=", ZERO), assumptions) === true) return 1;
  return decide(relation(base, "<=", ZERO), assumptions) === true ? -1 : 0;
}

/** Odd roots of positive constants as powers, which they are: ∛(π/2) as (π/2)^(1/3). */
export function rootsAsPowers(e: Expression): Expression {
  const inner = mapChildren(e, rootsAsPowers);
  const [degree, u] = inner.kind === "call" && inner.name === "root" ? inner.args : [];
  return degree && u && freeNames(u).size === 0 && decide(relation(u, ">", ZERO), []) === true ? power(u, power(degree, number(-1))) : inner;
}
