import type { Pieces } from "../derivation/rules/catalogue.ts";
import { type Step, step } from "../derivation/step.ts";
import { equation, isNumber, negate, number, power, product, relation, splitCoefficient, sum, ZERO } from "../expression/construct.ts";
import { sidesOf } from "../expression/equations.ts";
import { distinct, type Expression, equal, factorsOf, freeNames, isReciprocal, termsOf } from "../expression/expression.ts";
import * as rational from "../number/rational.ts";
import { decide } from "../truth/index.ts";
import { anglesIn } from "./angles.ts";
import type { Move } from "./move.ts";
import { movesFrom } from "./moves.ts";
import { backwards } from "./prove.ts";
import type { Setting } from "./rule.ts";
import { meeting } from "./search.ts";
import { tidied } from "./tidy.ts";

/**
 * The steps that lead from one equation to another with the same solutions: what is done to one side, or to both. Undefined where the search finds
 * none.
 * @param unknown the name that the equations are about
 */
export function stepsBetween(before: Expression, after: Expression, unknown: string, assumptions: readonly Expression[]): readonly Step[] | undefined {
  const setting = { angles: anglesIn(before, after), assumptions };
  const found = meeting(before, after, setting, equationMoves);
  const back = found && backwards(after, found.ofRight, setting, equationMoves);
  if (!found || !back) return undefined;
  let current = before;
  return [...found.ofLeft, ...back].map(({ rule, pieces, after: next }) => {
    const one = step(rule, pieces as Pieces<typeof rule>, { kind: "equivalent", unknown, before: current, after: next });
    current = next;
    return one;
  });
}

/** What can be done with an equation: with a side alone, or with both. */
function equationMoves(e: Expression, setting: Setting): readonly Move[] {
  const [left, right] = sidesOf(e);
  if (!left || !right) return [];
  return [
    ...movesFrom(left, setting).map((move) => ({ ...move, after: equation(move.after, right) })),
    ...movesFrom(right, setting).map((move) => ({ ...move, after: equation(left, move.after) })),
    ...broughtOver(left, right),
    ...divided(left, right, setting),
    ...multiplied(left, right, setting),
    ...completed(left, right),
    { rule: "take reciprocals", pieces: [left], after: equation(tidied(power(left, number(-1))), tidied(power(right, number(-1)))), cost: 1.3 },
    { rule: "swap sides", pieces: [], after: equation(right, left), cost: 0.5 },
  ];
}

/** u² + c u with the square of c/2 added to both sides. */
function completed(left: Expression, right: Expression): readonly Move[] {
  return [left, right].flatMap((side) => {
    const squares = termsOf(side).flatMap((term) => (term.kind === "power" && isNumber(term.exponent, 2) ? [term.base] : []));
    return squares.flatMap((base) =>
      termsOf(side).flatMap((term): readonly Move[] => {
        const { coefficient, rest } = splitCoefficient(term);
        if (!equal(rest, base)) return [];
        const square = power(number(rational.divide(coefficient, rational.rational(2))), number(2));
        return [{ rule: "add to both sides", pieces: [square], after: equation(sum(left, square), sum(right, square)), cost: 1.2 }];
      }),
    );
  });
}

/** A term taken from both sides. */
function broughtOver(left: Expression, right: Expression): readonly Move[] {
  const terms = distinct([...termsOf(left), ...termsOf(right)]).filter((term) => !isNumber(term, 0));
  return terms.map((term): Move => {
    const after = equation(tidied(sum(left, negate(term))), tidied(sum(right, negate(term))));
    const isNegative = splitCoefficient(term).coefficient.num < 0;
    return { rule: isNegative ? "add to both sides" : "take from both sides", pieces: [isNegative ? negate(term) : term], after, cost: 1 };
  });
}

/** Both sides divided by a factor that is certainly not 0. */
function divided(left: Expression, right: Expression, { assumptions }: Setting): readonly Move[] {
  const factors = [left, right].flatMap(termsOf).flatMap((term) => factorsOf(term).filter((factor) => !isReciprocal(factor)));
  // A half is got rid of by multiplying.
  const whole = [...factors, ...allButOne([left, right])].filter((factor) => splitCoefficient(factor).coefficient.den === 1);
  return usable(whole, assumptions).flatMap((factor) => {
    const inverse = power(factor, number(-1));
    const atOnce = equation(tidied(product(left, inverse)), tidied(product(right, inverse)));
    return distinct([atOnce, throughout(left, right, inverse)]).map((after): Move => ({ rule: "divide both sides", pieces: [factor], after, cost: 1 }));
  });
}

/** What stands before one factor of a term, as 2 a before s. */
const allButOne = (sides: readonly Expression[]): readonly Expression[] =>
  sides.flatMap(termsOf).flatMap((term) => {
    const above = factorsOf(term).filter((factor) => !isReciprocal(factor));
    return above.length > 2 ? above.map((one) => product(...above.filter((other) => other !== one))) : [];
  });

/** Every term of both sides multiplied by what one of them is divided by. */
function multiplied(left: Expression, right: Expression, { assumptions }: Setting): readonly Move[] {
  const terms = [left, right].flatMap(termsOf);
  const denominators = terms.flatMap((term) => factorsOf(term).flatMap((factor) => (isReciprocal(factor) ? [power(factor, number(-1))] : [])));
  const numbers = terms.flatMap((term) => {
    const { den } = splitCoefficient(term).coefficient;
    return den === 1 ? [] : [number({ num: den, den: 1 })];
  });
  return usable([...denominators.map(tidied), ...numbers], assumptions).map((factor) => ({
    rule: "multiply both sides",
    pieces: [factor],
    after: throughout(left, right, factor),
    cost: 1,
  }));
}

/** Different factors that are no ±1 and, where letters stand in them, known not to be 0. */
const usable = (factors: readonly Expression[], assumptions: readonly Expression[]): readonly Expression[] =>
  distinct(factors).filter(
    (factor) =>
      ![0, 1, -1].some((value) => isNumber(factor, value)) && (freeNames(factor).size === 0 || decide(relation(factor, "!=", ZERO), assumptions) === true),
  );

const throughout = (left: Expression, right: Expression, by: Expression): Expression =>
  equation(sum(...termsOf(left).map((term) => tidied(product(by, term)))), sum(...termsOf(right).map((term) => tidied(product(by, term)))));
