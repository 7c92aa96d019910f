import { isInverseCall } from "../canonical/angles.ts";
import { withoutInverse } from "../canonical/inverse-circular.ts";
import { call, HALF, negate, number, ONE, PI, product, relation, splitCoefficient, sqrt, subtract, ZERO } from "../expression/construct.ts";
import { type Comparison, type Expression, findAll, termsOf } from "../expression/expression.ts";
import { isReal } from "../expression/realness.ts";
import * as integer from "../number/integer.ts";
import type { Rational } from "../number/rational.ts";
import * as rational from "../number/rational.ts";
import { decide } from "./sign.ts";
import type { ZeroTest } from "./zero-test.ts";

/** Where an angle lies, in multiples of π; the ends are left out where it is open. */
export interface AngleRange {
  readonly low: Rational;
  readonly high: Rational;
  readonly lowOpen: boolean;
  readonly highOpen: boolean;
}

/** A value of an argument, and the angle there as a multiple of π. */
type Place = readonly [value: Expression, angle: Rational];

const part = rational.rational;
const ROOT_HALF = sqrt(HALF);

/** The inverse circular functions that are monotone on their whole domain: their range, and places between. */
const INVERSES: Readonly<Record<string, { readonly isFalling: boolean; readonly whole: AngleRange; readonly places: readonly Place[] }>> = {
  arctan: {
    isFalling: false,
    whole: open(part(-1, 2), part(1, 2)),
    places: [
      [negate(ONE), part(-1, 4)],
      [ZERO, rational.ZERO],
      [ONE, part(1, 4)],
    ],
  },
  arccot: {
    isFalling: true,
    whole: open(rational.ZERO, rational.ONE),
    places: [
      [ONE, part(1, 4)],
      [ZERO, part(1, 2)],
      [negate(ONE), part(3, 4)],
    ],
  },
  arcsin: {
    isFalling: false,
    whole: closed(part(-1, 2), part(1, 2)),
    places: [
      [negate(ROOT_HALF), part(-1, 4)],
      [negate(HALF), part(-1, 6)],
      [ZERO, rational.ZERO],
      [HALF, part(1, 6)],
      [ROOT_HALF, part(1, 4)],
    ],
  },
  arccos: {
    isFalling: true,
    whole: closed(rational.ZERO, rational.ONE),
    places: [
      [ROOT_HALF, part(1, 4)],
      [HALF, part(1, 3)],
      [ZERO, part(1, 2)],
      [negate(HALF), part(2, 3)],
      [negate(ROOT_HALF), part(3, 4)],
    ],
  },
};

/** An angle that is no inverse function is looked for between so many quarters of a turn. */
const MOST_QUARTERS = 4;

function open(low: Rational, high: Rational): AngleRange {
  return { low, high, lowOpen: true, highOpen: true };
}

function closed(low: Rational, high: Rational): AngleRange {
  return { low, high, lowOpen: false, highOpen: false };
}

/** Where a sum of multiples of inverse circular functions, of angles with known bounds and of π lies; undefined where that is not known. */
export function angleRange(e: Expression, known: readonly Expression[]): AngleRange | undefined {
  let total = closed(rational.ZERO, rational.ZERO);
  for (const term of termsOf(e)) {
    const { coefficient, rest } = splitCoefficient(term);
    const own = rangeOf(rest, known);
    if (!own) return undefined;
    total = added(total, coefficient.num < 0 ? { low: own.high, high: own.low, lowOpen: own.highOpen, highOpen: own.lowOpen } : own, coefficient);
  }
  return total;
}

function added(a: AngleRange, b: AngleRange, times: Rational): AngleRange {
  return {
    low: rational.add(a.low, rational.multiply(times, b.low)),
    high: rational.add(a.high, rational.multiply(times, b.high)),
    lowOpen: a.lowOpen || b.lowOpen,
    highOpen: a.highOpen || b.highOpen,
  };
}

function rangeOf(angle: Expression, known: readonly Expression[]): AngleRange | undefined {
  if (angle.kind === "constant" && angle.name === "pi") return closed(rational.ONE, rational.ONE);
  const [u] = angle.kind === "call" ? angle.args : [];
  const inverse = angle.kind === "call" ? INVERSES[angle.name] : undefined;
  if (!inverse || !u) return betweenQuarters(angle, known);
  if (!isReal(u)) return undefined;
  return inverse.places.reduce((range, place) => narrowed(range, u, place, inverse.isFalling, known), inverse.whole);
}

/** A range without what lies beyond an angle, where the argument is known to lie on one side of the value there. */
function narrowed(range: AngleRange, u: Expression, [value, angle]: Place, isFalling: boolean, known: readonly Expression[]): AngleRange {
  const holds = (comparison: Comparison): boolean => decide(relation(u, comparison, value), known) === true;
  const above = (comparison: ">" | ">="): boolean => holds(isFalling ? (comparison === ">" ? "<" : "<=") : comparison);
  const below = (comparison: "<" | "<="): boolean => holds(isFalling ? (comparison === "<" ? ">" : ">=") : comparison);
  if (rational.compare(angle, range.low) > 0 && above(">=")) return { ...range, low: angle, lowOpen: above(">") };
  if (rational.compare(angle, range.high) < 0 && below("<=")) return { ...range, high: angle, highOpen: below("<") };
  return range;
}

function betweenQuarters(angle: Expression, known: readonly Expression[]): AngleRange | undefined {
  if (!isReal(angle)) return undefined;
  const quarters = Array.from({ length: 2 * MOST_QUARTERS + 1 }, (_, k) => part(k - MOST_QUARTERS, 2));
  const is = (comparison: Comparison, quarter: Rational): boolean => decide(relation(angle, comparison, product(number(quarter), PI)), known) === true;
  const low = quarters.findLast((quarter) => is(">=", quarter));
  const high = quarters.find((quarter) => is("<=", quarter));
  return low && high && { low, high, lowOpen: is(">", low), highOpen: is("<", high) };
}

/** The common denominator of the numbers before the terms of a sum. */
export const commonDenominator = (e: Expression): number =>
  termsOf(e).reduce((den, term) => Number(integer.lcm(den, splitCoefficient(term).coefficient.den)), 1);

/** Whether a range lies between −bound π and bound π, without these ends. */
function isWithin({ low, high, lowOpen, highOpen }: AngleRange, bound: number): boolean {
  const [down, up] = [rational.compare(low, rational.rational(-bound)), rational.compare(high, rational.rational(bound))];
  return (down > 0 || (down === 0 && lowOpen)) && (up < 0 || (up === 0 && highOpen));
}

/** Whether angles in a range are less than π apart from 0. */
export const lessThanPi = (range: AngleRange): boolean => isWithin(range, 1);

/**
 * How a sum of angles is proven to be 0: with its sine 0 it is a multiple of π, with its cosine 1 of 2π too, and it lies between
 * the multiples next to 0. Undefined where that is not proven.
 * @param isZero the zero test, for the sine and the cosine without inverse functions
 */
export function vanishesAsAngle(e: Expression, known: readonly Expression[], isZero: (e: Expression) => boolean): ZeroTest | undefined {
  if (findAll(e, isInverseCall).length === 0) return undefined;
  const range = angleRange(e, known);
  if (!range) return undefined;
  const times = rational.rational(commonDenominator(e));
  const whole = added(closed(rational.ZERO, rational.ZERO), range, times);
  if (!isWithin(whole, 2)) return undefined;
  const angle = product(number(times), e);
  if (!isZero(withoutInverse(call("sin", angle)))) return undefined;
  if (isWithin(whole, 1)) return { kind: "zero", method: "its sine is 0, and it lies between −π and π" };
  return isZero(subtract(withoutInverse(call("cos", angle)), ONE))
    ? { kind: "zero", method: "its sine is 0 and its cosine 1, and it lies between −2π and 2π" }
    : undefined;
}
