import { divide, equation, number, splitCoefficient, subtract, sum } from "../../expression/construct.ts";
import { sidesOf } from "../../expression/equations.ts";
import { type Expression, termsOf } from "../../expression/expression.ts";
import { type Line, say } from "../../notation/inline.ts";
import * as rational from "../../number/rational.ts";

/** What a slip in moving or dividing makes of an equation, and what it should have been. */
export interface WrongMove {
  readonly after: Expression;
  readonly instead: Expression;
  readonly said: Line;
}

/** What the usual slips make of an equation: a term brought over with its sign, a number that divides one side or one term alone. */
export function wrongMoves(before: Expression): readonly WrongMove[] {
  const [left, right] = sidesOf(before);
  if (!left || !right) return [];
  return [...broughtOver(left, right), ...broughtOver(right, left), ...divided(left, right), ...divided(right, left)];
}

/** L = R with a term of L added to R, where it should be taken away. */
function broughtOver(one: Expression, other: Expression): readonly WrongMove[] {
  return termsOf(one).map((term) => {
    const rest = subtract(one, term);
    return {
      after: equation(rest, sum(other, term)),
      instead: equation(rest, subtract(other, term)),
      said: say`${term} changes its sign when it goes to the other side`,
    };
  });
}

/** Both sides divided by a number before a term, but for one side, or for a term of one side. */
function divided(one: Expression, other: Expression): readonly WrongMove[] {
  const scales = termsOf(one)
    .map((term) => splitCoefficient(term).coefficient)
    .filter((value) => !rational.isOne(rational.abs(value)) && value.num !== 0);
  return scales.flatMap((value): readonly WrongMove[] => {
    const c = number(value);
    const partly = (e: Expression): readonly Expression[] => {
      const terms = termsOf(e);
      return terms.length < 2 ? [e] : [e, ...terms.map((term) => sum(...terms.map((own) => (own === term ? divide(own, c) : own))))];
    };
    const [whole, instead] = [throughout(one, c), equation(throughout(one, c), throughout(other, c))];
    const said =
      value.den === 1
        ? say`every term of both sides is to be divided by ${c}`
        : say`every term of both sides is to be multiplied by ${number(rational.invert(value))}`;
    const wrong = [...partly(other).map((side) => equation(whole, side)), ...partly(one).map((side) => equation(side, throughout(other, c)))];
    return wrong.map((after) => ({ after, instead, said }));
  });
}

const throughout = (e: Expression, c: Expression): Expression => sum(...termsOf(e).map((term) => divide(term, c)));
