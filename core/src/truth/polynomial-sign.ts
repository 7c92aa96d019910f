import { approximateValue } from "../expression/ball-value.ts";
import { divide, number, ONE, power, product, splitCoefficient, subtract, sum, TWO } from "../expression/construct.ts";
import type { Link } from "../expression/equations.ts";
import { type Expression, freeNames, type SumNode } from "../expression/expression.ts";
import { substitute } from "../expression/substitute.ts";
import * as integer from "../number/integer.ts";
import * as rational from "../number/rational.ts";
import { primitivePart } from "../polynomial/univariate/dense.ts";
import { factorSquarefree } from "../polynomial/univariate/factor-over-integers.ts";
import { squarefreeFactors } from "../polynomial/univariate/gcd.ts";
import { isolateRealRoots } from "../polynomial/univariate/real-roots.ts";
import { constantSign } from "./zero-test.ts";

/** The one sign of a polynomial, and whether it may be 0 as well. */
export interface PolynomialSign {
  readonly sign: 1 | -1;
  readonly mayVanish: boolean;
}

/** Between which numbers a name lies, as far as that is known. */
interface Bounds {
  readonly low?: Expression;
  readonly high?: Expression;
  /** Those of them that it may reach. */
  readonly closed: readonly Expression[];
}

/**
 * The sign of a polynomial in one name with rational coefficients that it keeps for all values of the name, or between the bounds that
 * relations set for it: it changes only at roots of odd multiplicity. Undefined where one of these lies inside, or roots of an irreducible factor of degree over
 * 2 would have to be placed.
 */
export function polynomialSign(e: SumNode, links: readonly Link[]): PolynomialSign | undefined {
  const dense = denseCoefficients(e);
  if (!dense || dense.coefficients.length < 3) return undefined;
  const parts = squarefreeFactors(primitivePart([...dense.coefficients]));
  const crossed = parts.filter(({ factor, multiplicity }) => multiplicity % 2 === 1 && isolateRealRoots(factor).length > 0);
  const isTouched = parts.some(({ factor, multiplicity }) => multiplicity % 2 === 0 && isolateRealRoots(factor).length > 0);
  if (crossed.length === 0) return { sign: (dense.coefficients.at(-1) ?? 0n) > 0n ? 1 : -1, mayVanish: isTouched };
  const bounds = boundsOf(dense.letter, links);
  if (!bounds.low && !bounds.high) return undefined;
  const roots = crossed.flatMap(({ factor }) => factorSquarefree(factor)).map(rootsOf);
  if (!roots.every((list) => list !== undefined)) return undefined;
  if (!roots.flat().every((root) => isOutside(root, bounds))) return undefined;
  const inside = placeInside(bounds);
  const value = inside && substitute(e, new Map([[dense.letter, inside]]));
  const sign = value && constantSign(value);
  const isAtEnd = roots.flat().some((root) => bounds.closed.some((end) => constantSign(subtract(root, end)) === 0));
  return sign === 1 || sign === -1 ? { sign, mayVanish: isTouched || isAtEnd } : undefined;
}

/** The real roots of a polynomial that is irreducible: written down up to degree 2, and beyond it only where there are none. */
function rootsOf(f: readonly bigint[]): readonly Expression[] | undefined {
  const [c = 0n, b = 0n, a = 0n, ...more] = f;
  const whole = (value: bigint): Expression => number(rational.rational(integer.fromBigInt(value)));
  if (more.length > 0) return isolateRealRoots(f).length === 0 ? [] : undefined;
  if (a === 0n) return [divide(whole(-c), whole(b))];
  if (b * b < 4n * a * c) return [];
  const root = power(whole(b * b - 4n * a * c), number(rational.HALF));
  return [root, product(number(-1), root)].map((part) => divide(sum(whole(-b), part), product(TWO, whole(a))));
}

function boundsOf(letter: string, links: readonly Link[]): Bounds {
  const own = links.filter(({ left, right, comparison }) => left.kind === "name" && left.name === letter && freeNames(right).size === 0 && comparison !== "!=");
  const tightest = (mark: string, sign: 1 | -1): Link | undefined =>
    own
      .filter(({ comparison }) => comparison.startsWith(mark))
      .reduce<Link | undefined>((best, next) => (best && !isTighter(next, best, sign) ? best : next), undefined);
  const [low, high] = [tightest(">", 1), tightest("<", -1)];
  const closed = [low, high].flatMap((link) => (link?.comparison.endsWith("=") ? [link.right] : []));
  return { ...(low ? { low: low.right } : {}), ...(high ? { high: high.right } : {}), closed };
}

/** Whether a bound leaves less than another: it lies further in, or is itself left out. */
function isTighter(one: Link, other: Link, sign: 1 | -1): boolean {
  const apart = constantSign(subtract(one.right, other.right));
  return apart === sign || (apart === 0 && !one.comparison.endsWith("="));
}

/** Whether a number is not between the bounds. */
function isOutside(root: Expression, { low, high }: Bounds): boolean {
  const isNotAbove = low !== undefined && (constantSign(subtract(root, low)) ?? 1) <= 0;
  const isNotBelow = high !== undefined && (constantSign(subtract(high, root)) ?? 1) <= 0;
  return isNotAbove || isNotBelow;
}

/** A rational number strictly between the bounds. */
function placeInside({ low, high }: Bounds): Expression | undefined {
  const [from, to] = [low, high].map((bound) => bound && approximateValue(bound));
  const middle = from !== undefined && to !== undefined ? (from + to) / 2 : from !== undefined ? from + 1 : to !== undefined ? to - 1 : undefined;
  if (middle === undefined || !Number.isFinite(middle)) return undefined;
  const place = number(rational.fromNumber(middle));
  const isAbove = low === undefined || constantSign(subtract(place, low)) === 1;
  const isBelow = high === undefined || constantSign(subtract(high, place)) === 1;
  return isAbove && isBelow ? place : undefined;
}

/** Coefficients by rising powers, times a positive number, of a sum of terms c x^k with one name x. */
function denseCoefficients(e: SumNode): { readonly letter: string; readonly coefficients: readonly bigint[] } | undefined {
  const found: rational.Rational[] = [];
  let letter: string | undefined;
  for (const term of e.terms) {
    const { coefficient, rest } = splitCoefficient(term);
    const [base, exponent] = rest.kind === "power" ? [rest.base, rest.exponent] : [rest, ONE];
    if (rest.kind === "number") {
      found[0] = coefficient;
      continue;
    }
    const power = exponent.kind === "number" && exponent.value.den === 1 ? Number(exponent.value.num) : -1;
    if (base.kind !== "name" || power < 1 || power > LARGEST_DEGREE || (letter !== undefined && letter !== base.name)) return undefined;
    letter = base.name;
    found[power] = coefficient;
  }
  const dense = Array.from({ length: found.length }, (_, k) => found[k] ?? rational.ZERO);
  const common = dense.reduce<integer.Integer>((den, c) => integer.lcm(den, c.den), 1);
  const coefficients = dense.map((c) => integer.toBigInt(integer.multiply(c.num, integer.quotient(common, c.den))));
  return letter === undefined ? undefined : { letter, coefficients };
}

const LARGEST_DEGREE = 40;
