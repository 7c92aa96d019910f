import { name, number, power, product, splitCoefficient } from "../../expression/construct.ts";
import { type Expression, ExpressionMap, equal, findAll, freeNames, termsOf } from "../../expression/expression.ts";
import { freshName, mapChildren, substitute } from "../../expression/substitute.ts";
import * as integer from "../../number/integer.ts";
import type { Rational } from "../../number/rational.ts";
import * as rational from "../../number/rational.ts";
import { expand, simplify } from "../../truth/index.ts";

/** Powers of whole numbers by their primes and with sums in exponents split, so that they cancel: 4^x/2^x is 2^x, 2^(n + 2) − 2^n is 3·2^n. */
export function withPowersByPrimes(e: Expression): Expression | undefined {
  const powers = findAll(e, isPowerOfNumber);
  if (powers.length < 2) return undefined;
  const units = unitsOf(powers.flatMap(primePowersOf));
  const letters = new Map<Unit, string>();
  for (const unit of units) letters.set(unit, freshName("p", [e, ...[...letters.values()].map((letter) => name(letter))]));
  const named = (part: Expression): Expression => (isPowerOfNumber(part) ? product(...primePowersOf(part).map(asLetters)) : mapChildren(part, named));
  const asLetters = ({ prime, exponent }: PrimePower): Expression => {
    const { whole, parts } = taken(exponent);
    const factors = parts.map(({ coefficient, rest }) => {
      const unit = units.find((one) => equal(one.prime, prime) && equal(one.rest, rest));
      const letter = unit && letters.get(unit);
      return unit && letter ? power(name(letter), number(rational.divide(coefficient, unit.common))) : power(prime, product(number(coefficient), rest));
    });
    return product(power(prime, number(whole)), ...factors);
  };
  const shortened = simplify(named(e)).expression;
  const meanings = new Map([...letters].map(([{ prime, rest, common }, letter]) => [letter, power(prime, product(number(common), rest))]));
  return substitute(shortened, meanings);
}

type PowerOfNumber = Expression & { readonly kind: "power" };

function isPowerOfNumber(e: Expression): e is PowerOfNumber {
  return e.kind === "power" && e.base.kind === "number" && e.base.value.num > 0 && !rational.isOne(e.base.value) && freeNames(e.exponent).size > 0;
}

interface PrimePower {
  readonly prime: Expression;
  readonly exponent: Expression;
}

/** (12/5)^x as 2^(2x) 3^x 5^(−x). */
function primePowersOf(e: Expression): readonly PrimePower[] {
  if (!isPowerOfNumber(e) || e.base.kind !== "number") return [];
  const of = (value: integer.Integer, sign: 1 | -1): readonly PrimePower[] =>
    value === 1
      ? []
      : integer
          .primePowers(value)
          .map(({ prime, count }) => ({ prime: number(rational.rational(prime)), exponent: expand(product(number(sign * count), e.exponent)) }));
  return [...of(e.base.value.num, 1), ...of(e.base.value.den, -1)];
}

/** A prime to a part of an exponent, which stands in the exponents with these whole multiples of `common`. */
interface Unit {
  readonly prime: Expression;
  readonly rest: Expression;
  readonly common: Rational;
}

function unitsOf(powers: readonly PrimePower[]): readonly Unit[] {
  const found = new ExpressionMap<ExpressionMap<Rational>>();
  for (const { prime, exponent } of powers) {
    const own = found.get(prime) ?? new ExpressionMap<Rational>();
    for (const { coefficient, rest } of taken(exponent).parts) own.set(rest, commonPart(own.get(rest) ?? rational.ZERO, coefficient));
    found.set(prime, own);
  }
  return [...found.entries()].flatMap(([prime, own]) => [...own.entries()].map(([rest, common]) => ({ prime, rest, common })));
}

/** The greatest number of which two are whole multiples. */
function commonPart(a: Rational, b: Rational): Rational {
  const den = integer.lcm(a.den, b.den);
  const count = (value: Rational): integer.Integer => rational.multiply(value, rational.rational(den)).num;
  return rational.rational(integer.gcd(count(a), count(b)), den);
}

/** An exponent as a number and multiples of other parts. */
function taken(exponent: Expression): { readonly whole: Rational; readonly parts: readonly { readonly coefficient: Rational; readonly rest: Expression }[] } {
  const terms = termsOf(exponent);
  const numbers = terms.flatMap((term) => (term.kind === "number" ? [term.value] : []));
  return { whole: rational.total(numbers), parts: terms.filter((term) => term.kind !== "number").map(splitCoefficient) };
}
