import { differentiate, NotDifferentiable } from "../../calculus/derivative.ts";
import { number, ZERO } from "../../expression/construct.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { BudgetExhausted } from "../../number/budget.ts";
import * as rational from "../../number/rational.ts";
import { simplify } from "../../rewrite/simplify.ts";
import { constantSign } from "../../rewrite/zero-test.ts";
import { optimise } from "../../solve/optima/constrained.ts";
import { Unsolvable } from "../../solve/solution.ts";
import type { Mark } from "../scene.ts";
import { type Drawn, pointMark, position } from "./point-mark.ts";
import { rootsOf, within } from "./zeros.ts";

/** Maxima and minima, corners among them. */
export function extrema({ expression, variable, range }: Drawn, index: number): readonly Mark[] {
  try {
    const { points } = optimise({
      objective: expression,
      variables: [variable],
      constraints: [],
      facts: within(variable, range),
      assumptions: [],
      wanted: "stationary",
      brief: true,
    });
    return points.flatMap(({ values, nature, integers }): readonly Mark[] => {
      if (nature !== "maximum" && nature !== "minimum") return [];
      const value = values.get(variable) ?? ZERO;
      const [letter] = integers;
      const members = letter === undefined ? [value] : [-1, 0, 1].map((n) => simplify(substitute(value, new Map([[letter, number(n)]]))).expression);
      return members.flatMap((x) => pointMark(nature, x, expression, variable, [index]));
    });
  } catch (error) {
    if (error instanceof Unsolvable || error instanceof BudgetExhausted || error instanceof NotDifferentiable) return [];
    throw error;
  }
}

/** Zeros of the second derivative at which it changes its sign: between neighbouring zeros it is looked at once. */
export function inflections({ expression, variable, range }: Drawn, index: number): readonly Mark[] {
  try {
    const bend = simplify(differentiate(simplify(differentiate(expression, variable)).expression, variable)).expression;
    if (freeNames(bend).size === 0) return [];
    const places = rootsOf(bend, ZERO, variable, range).flatMap((x) => {
      const at = position(x, ZERO);
      return at ? [{ x, at: at[0] }] : [];
    });
    const signNear = (at: number, side: -1 | 1): -1 | 0 | 1 | undefined => {
      const gap = Math.min(1, ...places.map((other) => Math.abs(other.at - at)).filter((distance) => distance > 1e-9));
      const near: Expression = number(rational.fromNumber(at + side * gap * 1e-3));
      return constantSign(substitute(bend, new Map([[variable, near]])));
    };
    return places.flatMap(({ x, at }): readonly Mark[] => {
      const [before, after] = [signNear(at, -1), signNear(at, 1)];
      return before !== undefined && after !== undefined && before * after === -1 ? pointMark("inflection", x, expression, variable, [index]) : [];
    });
  } catch (error) {
    if (error instanceof NotDifferentiable || error instanceof BudgetExhausted) return [];
    throw error;
  }
}
