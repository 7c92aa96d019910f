import { call, isPositiveConstant, negate, number, product, relation, sum, ZERO } from "../expression/construct.ts";
import type { Expression } from "../expression/expression.ts";
import { isReal } from "../expression/realness.ts";
import * as integer from "../number/integer.ts";
import { decide } from "./sign.ts";

/** Whether an expression is certainly positive for real values of its names. */
export function isPositive(e: Expression, assumptions: readonly Expression[]): boolean {
  return isPositiveConstant(e) || decide(relation(e, ">", ZERO), assumptions) === true;
}

/**
 * ln(u) as a sum of logarithms of what u is a product of, as far as the factors are certainly positive: ln(ab) = ln a + ln b,
 * ln(a^n) = n ln a, ln of a rational number by its prime factors where `primes` is set. All other logarithms stay whole.
 */
export function expandedLogarithm(u: Expression, assumptions: readonly Expression[], primes: boolean): Expression {
  if (u.kind === "number" && u.value.num > 0 && primes) {
    return sum(...logarithmsOfPrimes(u.value.num), ...logarithmsOfPrimes(u.value.den).map(negate));
  }
  // Only for real exponents: ln(e^(i x)) is i x for some x and i (x − 2π) for others.
  if (u.kind === "power" && isReal(u.exponent) && isPositive(u.base, assumptions)) return product(u.exponent, expandedLogarithm(u.base, assumptions, primes));
  if (u.kind === "power" && isEvenPower(u)) {
    // ln(b²) = 2 ln|b| for every real b that is not 0.
    return product(u.exponent, call("ln", call("abs", u.base)));
  }
  if (u.kind !== "product") return call("ln", u);
  const positive = u.factors.filter((factor) => isPositive(factor, assumptions) || isEvenPower(factor));
  const rest = u.factors.filter((factor) => !positive.includes(factor));
  // Two factors of unknown sign stay together: only their product is known to be positive.
  const negative = rest.filter((factor) => decide(relation(factor, "<", ZERO), assumptions) === true);
  const parts = [...positive.map((factor) => expandedLogarithm(factor, assumptions, primes))];
  if (negative.length === rest.length && rest.length % 2 === 0) parts.push(...rest.map((factor) => opposedLogarithm(factor, assumptions, primes)));
  else if (rest.length > 0) parts.push(call("ln", product(...rest)));
  return sum(...parts);
}

/** ln(−u) for a negative u; a product with −1 stays whole. */
function opposedLogarithm(u: Expression, assumptions: readonly Expression[], primes: boolean): Expression {
  const opposed = negate(u);
  return opposed.kind === "product" ? call("ln", opposed) : expandedLogarithm(opposed, assumptions, primes);
}

/** An even power of a real number. */
function isEvenPower(e: Expression): boolean {
  return isReal(e) && e.kind === "power" && e.exponent.kind === "number" && e.exponent.value.den === 1 && Number(e.exponent.value.num) % 2 === 0;
}

function logarithmsOfPrimes(value: integer.Integer): readonly Expression[] {
  return value === 1 ? [] : integer.primePowers(value).map(({ prime, count }) => product(number(count), call("ln", number({ num: prime, den: 1 }))));
}
