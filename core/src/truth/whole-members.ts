import { ballValue } from "../expression/ball-value.ts";
import { divide, name, number, product, sum } from "../expression/construct.ts";
import { contains, type Expression, factorsOf, freeNames, termsOf } from "../expression/expression.ts";
import { substitute } from "../expression/substitute.ts";
import { isWhole } from "../expression/whole.ts";
import * as integer from "../number/integer.ts";
import * as rational from "../number/rational.ts";
import * as real from "../number/real-ball.ts";
import { BallUndefined } from "../number/real-ball.ts";
import { asFamily, type Family } from "./family-of-values.ts";
import { simplify } from "./simplify.ts";
import { constantSign, isNotWhole, isWholeConstant } from "./zero-test.ts";

/** Remainders that are looked at one by one. */
const MOST_REMAINDERS = 1000;

/**
 * For which values of the letter the members of a family of real numbers are whole: numbers, or all a + b n with the letter n again.
 * Undefined where that is not decided.
 */
export function wholeMembers(value: Expression, letter: string): readonly Expression[] | undefined {
  if (isWhole(value)) return [name(letter, "integer")];
  if (freeNames(value).size > 1) return undefined;
  const family = asFamily(value, letter);
  if (family?.period.kind === "number") return byRemainders(family, family.period.value, letter);
  const candidates = algebraicMembers(value, letter);
  const at = (k: Expression): Expression => simplify(substitute(value, new Map([[letter, k]]))).expression;
  return candidates?.every((k) => isWholeConstant(at(k)) || isNotWhole(at(k))) ? candidates.filter((k) => isWholeConstant(at(k))) : undefined;
}

/** start + (p/q) n is whole only where q · start is, and then it depends on n by its remainder. */
function byRemainders({ start }: Family, period: rational.Rational, letter: string): readonly Expression[] | undefined {
  if (start.kind !== "number") return isNotWhole(product(number(rational.rational(period.den)), start)) ? [] : undefined;
  const modulus = Number(integer.lcm(start.value.den, period.den));
  if (modulus > MOST_REMAINDERS) return undefined;
  const at = (n: number): rational.Rational => rational.add(start.value, rational.multiply(period, rational.rational(n)));
  const whole = Array.from({ length: modulus }, (_, n) => n).filter((n) => rational.isInteger(at(n)));
  const [first, second = modulus + (first ?? 0)] = whole;
  // Whole numbers recur evenly.
  return first === undefined ? [] : [sum(number(first), product(number(second - first), name(letter, "integer")))];
}

/**
 * The numbers of the members that may be algebraic, by Baker's theorem (1966): a linear form in logarithms of algebraic numbers with
 * algebraic coefficients is 0 or transcendental. So is every algebraic function of one that is. Undefined where the value is no such function.
 */
function algebraicMembers(value: Expression, letter: string): readonly Expression[] | undefined {
  const family = asFamily(value, letter);
  const member = family && vanishingMember(family);
  if (member) return [member];
  const inner = algebraicFunctionOf(value, letter);
  return inner && algebraicMembers(inner, letter);
}

/** The one letter value at which the logarithms of start + period n may cancel. */
function vanishingMember({ start, period }: Family): Expression | undefined {
  if (!termsOf(period).every(isLogarithmic) || constantSign(period) === 0) return undefined;
  const terms = termsOf(start);
  const logarithms = terms.filter(isLogarithmic);
  if (!terms.every((term) => isLogarithmic(term) || isAlgebraic(term))) return undefined;
  try {
    const ratio = rational.fromNumber(-real.toNumber(ballValue(divide(sum(...logarithms), period), 128).re));
    return number(rational.rational(rational.floor(rational.add(ratio, rational.HALF))));
  } catch (error) {
    if (error instanceof BallUndefined) return undefined;
    throw error;
  }
}

const LOGARITHMS: ReadonlySet<string> = new Set(["ln", "arcsin", "arccos", "arctan", "arccot", "arcsec", "arccsc", "arsinh", "arcosh", "artanh"]);

/** An algebraic multiple of π, or of a logarithm or an angle of an algebraic number. */
function isLogarithmic(term: Expression): boolean {
  const [only, ...more] = factorsOf(term).filter((factor) => !isAlgebraic(factor));
  if (!only || more.length > 0) return false;
  if (only.kind === "constant") return only.name === "pi";
  return only.kind === "call" && LOGARITHMS.has(only.name) && only.args.every(isAlgebraic);
}

/** Whether a constant is algebraic by its form: made of rational numbers by sums, products and rational powers. */
function isAlgebraic(e: Expression): boolean {
  switch (e.kind) {
    case "number":
      return true;
    case "constant":
      return e.name === "i";
    case "sum":
      return e.terms.every(isAlgebraic);
    case "product":
      return e.factors.every(isAlgebraic);
    case "power":
      return isAlgebraic(e.base) && e.exponent.kind === "number";
    default:
      return false;
  }
}

/** The one part with the letter that a value is an algebraic function of: w for a + b w^q, with algebraic a and b, and for |w|. */
function algebraicFunctionOf(value: Expression, letter: string): Expression | undefined {
  const parts = value.kind === "sum" ? value.terms : value.kind === "product" ? value.factors : undefined;
  if (parts) {
    const [own, ...more] = parts.filter((part) => contains(part, letter));
    return own && more.length === 0 && parts.every((part) => part === own || isAlgebraic(part)) ? own : undefined;
  }
  if (value.kind === "power") return value.exponent.kind === "number" ? value.base : undefined;
  return value.kind === "call" && value.name === "abs" ? value.args[0] : undefined;
}
