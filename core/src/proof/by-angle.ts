import { withoutInverse } from "../canonical/inverse-circular.ts";
import { onSide, type Step, step } from "../derivation/step.ts";
import { call, chain, number, PI, product, splitCoefficient, subtract, sum } from "../expression/construct.ts";
import { realDomain } from "../expression/domain.ts";
import { type Comparison, type Expression, equal, findAll, freeNames, termsOf } from "../expression/expression.ts";
import { present } from "../notation/present.ts";
import type { Syntax } from "../notation/syntax.ts";
import * as rational from "../number/rational.ts";
import { type AngleRange, angleRange, decide, equalityTest, lessThanPi, simplify } from "../truth/index.ts";

/** A circular function that takes every value once on a range, and how it is known that two angles lie on one. */
interface Way {
  readonly of: "sin" | "cos" | "tan";
  readonly inverse: string;
  readonly takesOnce: (left: AngleRange, right: AngleRange, difference: AngleRange) => boolean;
}

const HALF = rational.HALF;
const MINUS_HALF = rational.negate(HALF);
const within = ({ low, high }: AngleRange, from: rational.Rational, to: rational.Rational): boolean =>
  rational.compare(low, from) >= 0 && rational.compare(high, to) <= 0;

const WAYS: readonly Way[] = [
  { of: "tan", inverse: "arctan", takesOnce: (_left, _right, difference) => lessThanPi(difference) },
  { of: "sin", inverse: "arcsin", takesOnce: (left, right) => [left, right].every((range) => within(range, MINUS_HALF, HALF)) },
  { of: "cos", inverse: "arccos", takesOnce: (left, right) => [left, right].every((range) => within(range, rational.ZERO, rational.ONE)) },
];

/**
 * The proof that two angles made of inverse circular functions are equal: a circular function takes the same value at both, and takes it once
 * where they lie. Undefined where none of the functions shows it.
 */
export function byTheAngle(left: Expression, right: Expression, known: readonly Expression[]): readonly Step[] | undefined {
  const [own, other, between] = [left, right, subtract(left, right)].map((angle) => angleRange(angle, known));
  if (!own || !other || !between) return undefined;
  const isAlone = ({ inverse }: Way): boolean => [left, right].some((side) => side.kind === "call" && side.name === inverse);
  const ways = [...WAYS.filter(isAlone), ...WAYS.filter((way) => !isAlone(way) && holds([left, right], way.inverse))];
  for (const way of ways) {
    const value = way.takesOnce(own, other, between) ? commonValue(way, left, right, known) : undefined;
    if (!value) continue;
    const shown = [left, right].flatMap((side, k): readonly Step[] => {
      // That a function undoes its inverse, or what it is of a number alone, needs no step.
      if (!holds([side], "ar") || (side.kind === "call" && side.name === way.inverse)) return [];
      const written: Syntax = {
        kind: "relation",
        comparisons: ["="],
        operands: [{ kind: "call", name: way.of, args: [present(side)] }, present(value)],
      };
      return onSide(k === 0 ? "Left side" : "Right side", [
        step("value at the angle", [WORDS[way.of]], { kind: "equal", before: call(way.of, side), after: value }, { written }),
      ]);
    });
    const ranges = [left, right].flatMap((side, k) => (freeNames(side).size === 0 && !holds([side], "ar") ? [] : [rangeOf(side, [own, other][k] ?? own)]));
    const rule = way.of === "tan" ? "same tangent" : "same value once";
    return [...shown, step(rule, [WORDS[way.of], ranges], { kind: "equal", before: left, after: right })];
  }
  return undefined;
}

const WORDS = { sin: "sine", cos: "cosine", tan: "tangent" } as const;

const holds = (sides: readonly Expression[], inverse: string): boolean =>
  sides.some((side) => findAll(side, (part) => part.kind === "call" && part.name.startsWith(inverse)).length > 0);

/** What a circular function is of both angles, without inverse functions; undefined where that is not proven to be one value. */
function commonValue({ of, inverse }: Way, left: Expression, right: Expression, known: readonly Expression[]): Expression | undefined {
  const [own] = [right, left]
    .map((side) => (of === "tan" ? withoutTurns(side) : side))
    .flatMap((side) => (side.kind === "call" && side.name === inverse ? side.args : []));
  const value = own ?? simplify(withoutInverse(call(of, right))).expression;
  if (findAll(value, (part) => part.kind === "call" && part.name.startsWith("ar")).length > 0) return undefined;
  // Where the value has a pole, the tangent says nothing of the angles.
  const everywhere = [...known, ...realDomain(left), ...realDomain(right)];
  if (!realDomain(value).every((condition) => decide(condition, everywhere) === true)) return undefined;
  const isIt = (side: Expression): boolean => equalityTest(call(of, side), value, known).kind === "zero";
  return isIt(left) && isIt(right) ? value : undefined;
}

/** An angle without multiples of π, which the tangent does not see. */
const withoutTurns = (angle: Expression): Expression =>
  sum(...termsOf(angle).filter((term) => !rational.isInteger(splitCoefficient(term).coefficient) || !equal(splitCoefficient(term).rest, PI)));

/** The bounds of an angle as a relation. */
function rangeOf(angle: Expression, { low, high, lowOpen, highOpen }: AngleRange): Expression {
  const sign = (isOpen: boolean): Comparison => (isOpen ? "<" : "<=");
  return chain([product(number(low), PI), angle, product(number(high), PI)], [sign(lowOpen), sign(highOpen)]);
}
