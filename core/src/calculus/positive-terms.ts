import { divide, negate, number, power, product, relation, sum, ZERO } from "../expression/construct.ts";
import { sideDifference } from "../expression/equations.ts";
import { contains, type Expression, equal, termsOf } from "../expression/expression.ts";
import { quotientOf } from "../expression/quotient.ts";
import * as integer from "../number/integer.ts";
import type { Rational } from "../number/rational.ts";
import * as rational from "../number/rational.ts";
import { decide, expand } from "../truth/index.ts";

/** A product c x^a y^b … with a positive coefficient without the variables, and the exponent of each variable. */
export interface PositiveTerm {
  readonly term: Expression;
  readonly coefficient: Expression;
  readonly exponents: readonly Rational[];
}

/** Positive terms whose sum has a positive value that holds none of the variables. */
export interface FixedSum {
  readonly terms: readonly PositiveTerm[];
  readonly value: Expression;
}

/** The terms of a sum, all with positive coefficients; undefined for anything else. */
export function positiveTerms(e: Expression, variables: readonly string[], assumptions: readonly Expression[]): readonly PositiveTerm[] | undefined {
  const terms = termsIn(e).map((term) => positiveTerm(term, variables, assumptions));
  return terms.every((term) => term !== undefined) ? terms : undefined;
}

/** A condition as positive terms in the variables whose sum is fixed; undefined where it is none. */
export function fixedSum(
  condition: Expression & { readonly kind: "relation" },
  variables: readonly string[],
  assumptions: readonly Expression[],
): FixedSum | undefined {
  const difference = sideDifference(condition);
  for (const side of [difference, negate(difference)]) {
    const all = termsIn(side);
    const varying = all.filter((term) => variables.some((variable) => contains(term, variable)));
    const terms = positiveTerms(sum(...varying), variables, assumptions);
    const value = negate(sum(...all.filter((term) => !varying.includes(term))));
    if (varying.length > 0 && terms && decide(relation(value, ">", ZERO), assumptions) === true) return { terms, value };
  }
  return undefined;
}

/** The terms of a sum, each over the denominator of the whole. */
function termsIn(e: Expression): readonly Expression[] {
  const { numerator, denominator } = quotientOf(expand(e));
  return termsOf(numerator).map((term) => withBasesOnce(divide(term, denominator)));
}

function positiveTerm(term: Expression, variables: readonly string[], assumptions: readonly Expression[]): PositiveTerm | undefined {
  const exponents = new Map<string, Rational>();
  const others: Expression[] = [];
  for (const { base, exponent } of powersIn(term, rational.ONE)) {
    if (base.kind === "name" && variables.includes(base.name)) exponents.set(base.name, rational.add(exponents.get(base.name) ?? rational.ZERO, exponent));
    else if (variables.some((variable) => contains(base, variable))) return undefined;
    else others.push(power(base, number(exponent)));
  }
  const coefficient = product(...others);
  if (decide(relation(coefficient, ">", ZERO), assumptions) !== true) return undefined;
  return { term, coefficient, exponents: variables.map((variable) => exponents.get(variable) ?? rational.ZERO) };
}

/** A product of positive factors with each base once, its exponents added; numbers by their primes, what is irrational of them under one root. */
export function withBasesOnce(e: Expression): Expression {
  const primes = new Map<integer.Integer, Rational>();
  const bases: { readonly base: Expression; readonly exponent: Rational }[] = [];
  for (const { base, exponent } of powersIn(e, rational.ONE)) {
    if (base.kind === "number" && base.value.num > 0) {
      addPrimes(primes, base.value.num, exponent);
      addPrimes(primes, base.value.den, rational.negate(exponent));
      continue;
    }
    const at = bases.findIndex((other) => equal(other.base, base));
    const known = bases[at];
    if (known) bases[at] = { base, exponent: rational.add(known.exponent, exponent) };
    else bases.push({ base, exponent });
  }
  return product(rootOfPrimes(primes), ...bases.map(({ base, exponent }) => power(base, number(exponent))));
}

function addPrimes(primes: Map<integer.Integer, Rational>, value: integer.Integer, exponent: Rational): void {
  if (value === 1) return;
  for (const { prime, count } of integer.primePowers(value))
    primes.set(prime, rational.add(primes.get(prime) ?? rational.ZERO, rational.multiply(exponent, rational.rational(count))));
}

/** p^a q^b … as a rational number times one root of a whole number. */
function rootOfPrimes(primes: ReadonlyMap<integer.Integer, Rational>): Expression {
  const degree = [...primes.values()].reduce<integer.Integer>((common, { den }) => integer.lcm(common, den), 1);
  let [outside, inside] = [rational.ONE, rational.ONE];
  for (const [prime, exponent] of primes) {
    const floor = rational.rational(Number(rational.floor(exponent)));
    const base = rational.rational(Number(prime));
    outside = rational.multiply(outside, rational.power(base, Number(floor.num)));
    const left = rational.multiply(rational.subtract(exponent, floor), { num: degree, den: 1 });
    inside = rational.multiply(inside, rational.power(base, Number(left.num)));
  }
  return product(number(outside), power(number(inside), number({ num: 1, den: degree })));
}

/** A product as powers with numbers as exponents, for positive bases. */
function powersIn(e: Expression, exponent: Rational): readonly { readonly base: Expression; readonly exponent: Rational }[] {
  if (e.kind === "product") return e.factors.flatMap((factor) => powersIn(factor, exponent));
  if (e.kind === "power" && e.exponent.kind === "number") return powersIn(e.base, rational.multiply(exponent, e.exponent.value));
  return [{ base: e, exponent }];
}
