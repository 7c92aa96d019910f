import {
  call,
  divide,
  HALF,
  isPositiveConstant,
  negate,
  number,
  ONE,
  power,
  product,
  relation,
  splitCoefficient,
  subtract,
  sum,
  TWO,
  ZERO,
} from "../expression/construct.ts";
import { type Expression, isEvenPower, termsOf } from "../expression/expression.ts";
import { isReal } from "../expression/realness.ts";
import * as integer from "../number/integer.ts";
import * as rational from "../number/rational.ts";
import { decide } from "./sign.ts";

/** The inverse hyperbolic functions as logarithms, for real values in their domains. */
export const AREA_FUNCTIONS: Readonly<Record<string, (u: Expression) => Expression>> = {
  arsinh: (u) => call("ln", sum(u, power(sum(power(u, TWO), ONE), HALF))),
  arcosh: (u) => call("ln", sum(u, power(subtract(power(u, TWO), ONE), HALF))),
  artanh: (u) => product(HALF, call("ln", divide(sum(ONE, u), subtract(ONE, u)))),
};

/**
 * The equation between products that says that a sum of whole multiples of real logarithms is 0: ln a + ln b − ln c = 0 is a b = c, where
 * each of them is defined. Undefined for anything else.
 */
export function asProducts(e: Expression): readonly [Expression, Expression] | undefined {
  const written = withLogarithms(e);
  const terms = termsOf(written).map((term) => {
    const { coefficient, rest } = splitCoefficient(term);
    const [u] = rest.kind === "call" && rest.name === "ln" ? rest.args : [];
    return u && isReal(u) ? { u, coefficient } : undefined;
  });
  if (terms.length < 2 || !terms.every((term) => term !== undefined)) return undefined;
  const common = terms.reduce<integer.Integer>((den, { coefficient }) => integer.lcm(den, coefficient.den), 1);
  const powers = terms.map(({ u, coefficient }) => ({ u, n: rational.multiply(coefficient, rational.rational(common)) }));
  if (powers.some(({ n }) => Math.abs(Number(n.num)) > HIGHEST_POWER)) return undefined;
  const side = (sign: 1 | -1): Expression =>
    product(...powers.filter(({ n }) => rational.sign(n) === sign).map(({ u, n }) => power(u, number(rational.abs(n)))));
  return [side(1), side(-1)];
}

const HIGHEST_POWER = 12;

function withLogarithms(e: Expression): Expression {
  if (e.kind === "sum") return sum(...e.terms.map(withLogarithms));
  const { coefficient, rest } = splitCoefficient(e);
  const [u] = rest.kind === "call" ? rest.args : [];
  const written = u && rest.kind === "call" ? AREA_FUNCTIONS[rest.name]?.(u) : undefined;
  return written ? product(number(coefficient), written) : e;
}

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
  if (u.kind === "power" && isRealSquare(u)) {
    // ln(b²) = 2 ln|b| for every real b that is not 0.
    return product(u.exponent, call("ln", call("abs", u.base)));
  }
  if (u.kind !== "product") return call("ln", u);
  const positive = u.factors.filter((factor) => isPositive(factor, assumptions) || isRealSquare(factor));
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
const isRealSquare = (e: Expression): boolean => isReal(e) && isEvenPower(e);

function logarithmsOfPrimes(value: integer.Integer): readonly Expression[] {
  return value === 1 ? [] : integer.primePowers(value).map(({ prime, count }) => product(number(count), call("ln", number({ num: prime, den: 1 }))));
}
