import { divide, equation, isNumber, number, ONE, power, product, splitCoefficient, subtract, sum, TWO } from "../../expression/construct.ts";
import { sidesOf } from "../../expression/equations.ts";
import { type Expression, factorsOf, freeNames, termsOf } from "../../expression/expression.ts";
import { type Line, say } from "../../notation/inline.ts";
import * as rational from "../../number/rational.ts";
import { simplify } from "../../truth/index.ts";

/** What a slip in moving or dividing makes of an equation, and what it should have been. */
export interface WrongMove {
  readonly after: Expression;
  readonly instead: Expression;
  readonly said: Line;
}

/**
 * What the usual slips make of an equation: a term brought over with its sign, a number that divides one side or one term alone, a square or root of a part.
 * Where several values are listed, only roots that were not taken explain them.
 */
export function wrongMoves(before: Expression, which: "any" | "roots" = "any"): readonly WrongMove[] {
  const [left, right] = sidesOf(before);
  if (!left || !right) return [];
  const moves = which === "any" ? [rootForgotten, broughtOver, divided, squared] : [rootForgotten];
  return moves.flatMap((move) => [...move(left, right), ...move(right, left)]);
}

type Move = (one: Expression, other: Expression) => readonly WrongMove[];

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
    const upsideDown = throughout(other, divide(ONE, c));
    const wrong = [
      equation(whole, upsideDown),
      ...partly(other).map((side) => equation(whole, side)),
      ...partly(one).map((side) => equation(side, throughout(other, c))),
    ];
    return wrong.map((after) => ({ after, instead, said }));
  });
}

/** L² = R² with a factor or a term of R that is not squared, or the squares of the terms alone. */
const squared: Move = (one, other) => {
  const instead = equation(power(one, TWO), power(other, TWO));
  const factors = factorsOf(other);
  const numbers = factors.filter((factor) => freeNames(factor).size === 0);
  const unsquared =
    factors.length > 1 ? [...factors.map((factor) => [factor]), ...(numbers.length > 1 && numbers.length < factors.length ? [numbers] : [])] : [];
  const wrong = unsquared.map((left) => ({
    side: product(...factors.map((factor) => (left.includes(factor) ? factor : power(factor, TWO)))),
    said: say`${product(...left)} is to be squared too`,
  }));
  const terms =
    other.kind === "sum" ? [{ side: sum(...other.terms.map((term) => power(term, TWO))), said: say`the square of ${other} is not that of its terms` }] : [];
  return [...wrong, ...terms].map(({ side, said }) => ({ after: equation(power(one, TWO), side), instead, said }));
};

/** u = ±c from k u² = k c, and u = c from √u = c: the root or the power of the other side was forgotten. */
const rootForgotten: Move = (one, other) =>
  factorsOf(one).flatMap((part): readonly WrongMove[] => {
    if (part.kind !== "power" || part.exponent.kind !== "number" || isNumber(part.exponent, -1)) return [];
    const { base, exponent } = part;
    const rest = simplify(divide(other, product(...factorsOf(one).filter((factor) => factor !== part)))).expression;
    const said = exponent.value.den === 1 ? say`the root of ${rest} is to be taken too` : say`${rest} is to be raised to a power too`;
    const isEven = exponent.value.den === 1 && Number(exponent.value.num) % 2 === 0;
    const after = isEven ? equation(power(base, TWO), power(rest, TWO)) : equation(base, rest);
    return [{ after, instead: equation(base, power(rest, divide(ONE, exponent))), said }];
  });

const throughout = (e: Expression, c: Expression): Expression => sum(...termsOf(e).map((term) => divide(term, c)));
