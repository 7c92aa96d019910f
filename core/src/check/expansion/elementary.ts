import {
  call,
  E,
  HALF,
  isNumber,
  isPositiveConstant,
  MINUS_ONE,
  number,
  ONE,
  PI,
  power,
  product,
  splitCoefficient,
  subtract,
  sum,
  TWO,
  ZERO,
} from "../../expression/construct.ts";
import { type Expression, termsOf } from "../../expression/expression.ts";
import { isWhole } from "../../expression/whole.ts";
import { simplify } from "../../truth/index.ts";
import { type Arithmetic, type Expansion, NotExpanded, TooFewTerms } from "./expansion.ts";
import { exponentialOf, logarithmOf, type Monomial, multiplied, toPower, UNIT } from "./monomial.ts";

/** Nothing but that it stays between bounds. */
export const BOUNDED: Expansion = { terms: [], rest: UNIT };

const QUARTER = product(HALF, PI);

const factorial = (n: number): Expression => Array.from({ length: n }, (_, k) => number(k + 1)).reduce<Expression>((all, k) => product(all, k), ONE);
const inverseFactorial = (n: number): Expression => power(factorial(n), MINUS_ONE);
const alternating = (k: number): Expression => number(k % 2 === 0 ? 1 : -1);

/** Whether the remainder of an expansion does not vanish: no more is known of it than how it grows. */
function isRough({ rest }: Expansion, calculus: Arithmetic): boolean {
  return rest !== undefined && calculus.compare(rest, UNIT) >= 0;
}

/** e^u: the monomials of u that grow are the logarithms of others; the rest is a power series. */
export function exponential(u: Expansion, calculus: Arithmetic): Expansion {
  const vanishing = vanishingPower(u, calculus);
  if (vanishing) return vanishing;
  const bounded = u.rest !== undefined && calculus.compare(u.rest, UNIT) === 0;
  const { infinite, constant, small } = calculus.parts(bounded ? { ...u, rest: undefined } : u);
  const monomial = infinite.reduce<Monomial>(
    (all, term) => multiplied(all, [{ base: exponentialOf(term.monomial), exponent: term.coefficient }], calculus.sign),
    UNIT,
  );
  if (bounded) return { terms: [], rest: monomial };
  return calculus.times(calculus.composed(inverseFactorial, small), powerOfE(constant), monomial);
}

/** e to a constant, with its logarithms undone: e^(c + ln(2π)/2) is √(2π) e^c. */
function powerOfE(constant: Expression): Expression {
  const undone = termsOf(constant).map((term) => {
    const { coefficient, rest } = splitCoefficient(term);
    return rest.kind === "call" && rest.name === "ln" ? power(rest.args[0] ?? ONE, number(coefficient)) : power(E, term);
  });
  return product(...undone);
}

/** e^u of a u of which only the first term is known, and falls: less than e to half of that term. */
function vanishingPower(u: Expansion, calculus: Arithmetic): Expansion | undefined {
  const [first] = u.terms;
  if (!first || !u.rest || calculus.compare(u.rest, UNIT) <= 0 || calculus.sign(first.coefficient) !== -1) return undefined;
  return { terms: [], rest: [{ base: exponentialOf(first.monomial), exponent: product(HALF, first.coefficient) }] };
}

/** ln u of what is positive: ln(c m (1 + δ)) = ln c + ln m + ln(1 + δ). */
export function logarithm(u: Expansion, calculus: Arithmetic): Expansion {
  const { first, delta } = calculus.leading(u);
  if (calculus.sign(first.coefficient) !== 1) throw new NotExpanded("a logarithm is not of something positive");
  const growing = first.monomial.map(({ base, exponent }) => calculus.term(exponent, logarithmOf(base)));
  const series = calculus.composed((k) => (k === 0 ? ZERO : product(alternating(k + 1), power(number(k), MINUS_ONE))), delta);
  return calculus.add(calculus.constant(call("ln", first.coefficient)), ...growing, series);
}

/** Whole powers up to this one are multiplied out. */
const MULTIPLIED = 4;

/** u to a constant power: c^p m^p (1 + δ)^p by the binomial series. */
export function constantPower(u: Expansion, exponent: Expression, calculus: Arithmetic): Expansion {
  const [first] = u.terms;
  const whole = exponent.kind === "number" && exponent.value.den === 1 ? Number(exponent.value.num) : undefined;
  if (whole !== undefined && whole > 0 && whole <= MULTIPLIED)
    return Array.from({ length: whole - 1 }).reduce<Expansion>((all) => calculus.multiply(all, u), u);
  if (!first) {
    if (calculus.sign(exponent) !== 1 && !u.rest) throw new NotExpanded("what is divided by is 0");
    if (calculus.sign(exponent) !== 1) throw new TooFewTerms("what is divided by is not known to differ from 0");
    return { terms: [], rest: u.rest && toPower(u.rest, exponent) };
  }
  if (!isWhole(exponent) && calculus.sign(first.coefficient) !== 1) throw new NotExpanded("a broken power of what is not positive");
  const { delta } = calculus.leading(u);
  const binomial = [ONE as Expression];
  const coefficient = (k: number): Expression => {
    for (let j = binomial.length; j <= k; j += 1) {
      const before = binomial[j - 1] ?? ONE;
      binomial.push(simplify(product(before, subtract(exponent, number(j - 1)), power(number(j), MINUS_ONE))).expression);
    }
    return binomial[k] ?? ZERO;
  };
  return calculus.times(calculus.composed(coefficient, delta), power(first.coefficient, exponent), toPower(first.monomial, exponent));
}

/** 1/u. */
export const reciprocal = (u: Expansion, calculus: Arithmetic): Expansion => constantPower(u, MINUS_ONE, calculus);

/** a/b. */
export const quotient = (a: Expansion, b: Expansion, calculus: Arithmetic): Expansion => calculus.multiply(a, reciprocal(b, calculus));

/** √u of what is not negative. */
export const root = (u: Expansion, calculus: Arithmetic): Expansion => constantPower(u, HALF, calculus);

/** An odd root of u, positive or negative: that of the coefficient, times the power of the rest. */
export function oddRoot(degree: Expression, u: Expansion, calculus: Arithmetic): Expansion {
  const exponent = power(degree, MINUS_ONE);
  const [first] = u.terms;
  if (!first || isPositiveConstant(first.coefficient)) return constantPower(u, exponent, calculus);
  calculus.needNonzero(first.coefficient);
  const rest = calculus.times(u, power(first.coefficient, MINUS_ONE));
  return calculus.times(constantPower(rest, exponent, calculus), call("root", degree, first.coefficient));
}

/** sin u or cos u: bounded where the angle grows, by the theorem of addition and the power series elsewhere. */
export function circular(called: "sin" | "cos", u: Expansion, calculus: Arithmetic, between: Expansion = BOUNDED): Expansion {
  if (isRough(u, calculus)) return between;
  const { infinite, constant, small } = calculus.parts(u);
  if (infinite.length > 0) return between;
  const sine = calculus.composed((k) => (k % 2 === 0 ? ZERO : product(alternating((k - 1) / 2), inverseFactorial(k))), small);
  const cosine = calculus.composed((k) => (k % 2 === 1 ? ZERO : product(alternating(k / 2), inverseFactorial(k))), small);
  if (isNumber(constant, 0)) return called === "sin" ? sine : cosine;
  const [sin, cos] = [call("sin", constant), call("cos", constant)].map((e) => calculus.constant(simplify(e).expression));
  const parts =
    called === "sin"
      ? [calculus.multiply(sin ?? BOUNDED, cosine), calculus.multiply(cos ?? BOUNDED, sine)]
      : [calculus.multiply(cos ?? BOUNDED, cosine), calculus.negative(calculus.multiply(sin ?? BOUNDED, sine))];
  return calculus.add(...parts);
}

/** arctan u: of what grows by that of its reciprocal, of c + δ by arctan c + arctan(δ/(1 + c² + c δ)). */
export function arctangent(u: Expansion, calculus: Arithmetic): Expansion {
  if (isRough(u, calculus)) return BOUNDED;
  const { infinite, constant, small } = calculus.parts(u);
  if (infinite.length > 0) {
    const end = calculus.finally(u) === 1 ? QUARTER : product(MINUS_ONE, QUARTER);
    return calculus.add(calculus.constant(end), calculus.negative(arctangent(reciprocal(u, calculus), calculus)));
  }
  if (!isNumber(constant, 0)) {
    const below = calculus.add(calculus.constant(sum(ONE, power(constant, TWO))), calculus.multiply(calculus.constant(constant), small));
    return calculus.add(calculus.constant(call("arctan", constant)), arctangent(quotient(small, below, calculus), calculus));
  }
  return calculus.composed((k) => (k % 2 === 0 ? ZERO : product(alternating((k - 1) / 2), power(number(k), MINUS_ONE))), small);
}

/** arcsin u: the arctangent of u/√(1 − u²), at the ends ±(π/2 − 2 arcsin √((1 ∓ u)/2)). */
export function arcsine(u: Expansion, calculus: Arithmetic): Expansion {
  const one = calculus.constant(ONE);
  const { constant } = calculus.parts(u);
  for (const end of [1, -1] as const) {
    if (calculus.sign(subtract(constant, number(end))) !== 0) continue;
    const half = calculus.times(calculus.add(one, end === 1 ? calculus.negative(u) : u), HALF);
    const near = calculus.add(calculus.constant(QUARTER), calculus.times(arcsine(root(half, calculus), calculus), number(-2)));
    return end === 1 ? near : calculus.negative(near);
  }
  const below = calculus.add(one, calculus.negative(calculus.multiply(u, u)));
  return arctangent(quotient(u, root(below, calculus), calculus), calculus);
}
