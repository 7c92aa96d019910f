import { equation, name, negate, number, product, sum } from "../../expression/construct.ts";
import { sidesOf } from "../../expression/equations.ts";
import { type Expression, equal } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { say } from "../../notation/inline.ts";
import { simplify } from "../../truth/index.ts";
import { lettersOf, looker } from "./looks.ts";
import type { Slip } from "./slip.ts";
import { findSlipOfEquation } from "./slip-of-equation.ts";

/** Equations are added with so many times each other at most. */
const MOST_TIMES = 12;

/** Why an equation does not follow from others: it is one of them with a slip, or a sum of multiples of two with another right side. */
export function findSlipOfCombination(equations: readonly Expression[], claimed: Expression): Slip | undefined {
  const single = [...equations, ...putTogether(equations)].map((one) => findSlipOfEquation(one, claimed)).find((slip) => slip !== undefined);
  return single ?? equations.flatMap((first, k) => equations.slice(k + 1).map((second) => combined(first, second, claimed))).find((slip) => slip !== undefined);
}

/** The equations with what one of them says of a name put into another. */
function putTogether(equations: readonly Expression[]): readonly Expression[] {
  return equations.flatMap((one) => {
    const [letter, value] = sidesOf(one);
    if (letter?.kind !== "name" || !value) return [];
    return equations.filter((other) => other !== one).map((other) => substitute(other, new Map([[letter.name, value]])));
  });
}

/** Left sides that were added rightly, and right sides that were not; or the other way. */
function combined(first: Expression, second: Expression, claimed: Expression): Slip | undefined {
  const [[a, b], [c, d], [left, right]] = [sidesOf(first), sidesOf(second), sidesOf(claimed)];
  if (!a || !b || !c || !d || !left || !right) return undefined;
  const looks = looker(lettersOf(first, second, claimed));
  const [atA, atC, atLeft] = [a, c, left].map(looks);
  for (let p = 1; p <= MOST_TIMES; p += 1) {
    for (let q = -MOST_TIMES; q <= MOST_TIMES; q += 1) {
      const isLeft = q !== 0 && (atLeft ?? []).every((value, k) => Math.abs(value - p * (atA?.[k] ?? Number.NaN) - q * (atC?.[k] ?? Number.NaN)) < CLOSE);
      if (!isLeft) continue;
      const other = simplify(sum(product(number(p), b), product(number(q), d))).expression;
      if (equal(other, right)) return undefined;
      const instead = equation(left, other);
      return { said: say`it would be right with ${instead}`, instead };
    }
  }
  return undefined;
}

const CLOSE = 1e-9;

/** Why values are none of a system: one of them has another sign, or two have changed places. */
export function findSlipOfSolution(right: ReadonlyMap<string, Expression>, wrong: ReadonlyMap<string, Expression>): Slip | undefined {
  const is = (letter: string): Expression => wrong.get(letter) ?? name(letter);
  const [first, second, ...more] = [...right].filter(([letter, value]) => !equal(value, is(letter)));
  if (!first || more.length > 0) return undefined;
  const [letter, value] = first;
  if (!second) return equal(is(letter), negate(value)) ? { said: say`${name(letter)} has another sign`, instead: equation(name(letter), value) } : undefined;
  const haveChanged = equal(is(letter), second[1]) && equal(is(second[0]), value);
  return haveChanged ? { said: say`${name(letter)} and ${name(second[0])} have changed places`, instead: equation(name(letter), value) } : undefined;
}
