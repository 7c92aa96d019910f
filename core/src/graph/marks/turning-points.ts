import { differentiate, NotDifferentiable } from "../../calculus/derivative.ts";
import { approximateValue } from "../../expression/ball-value.ts";
import { number, ZERO } from "../../expression/construct.ts";
import { contains, type Expression } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { BudgetExhausted } from "../../number/budget.ts";
import * as rational from "../../number/rational.ts";
import { optimise } from "../../solve/optima/constrained.ts";
import { Unsolvable } from "../../solve/solution.ts";
import { branchBorders, constantSign, simplify } from "../../truth/index.ts";
import type { Mark } from "../scene.ts";
import { borders } from "./gaps.ts";
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
      // A piece on which the function keeps its value has no point to mark.
      if (letter === variable) return [];
      const members = letter === undefined ? [value] : [-1, 0, 1].map((n) => simplify(substitute(value, new Map([[letter, number(n)]]))).expression);
      return members.flatMap((x) => pointMark(nature, x, expression, variable, [index]));
    });
  } catch (error) {
    if (error instanceof Unsolvable || error instanceof BudgetExhausted || error instanceof NotDifferentiable) return [];
    throw error;
  }
}

/**
 * Where the second derivative changes its sign and the curve has a tangent: at its zeros, and where it has no value, as for ∛x and
 * x |x| at 0. Between neighbouring places it is looked at once.
 */
export function inflections(drawn: Drawn, index: number): readonly Mark[] {
  const { expression, variable, range } = drawn;
  try {
    const slope = simplify(differentiate(expression, variable)).expression;
    const bend = simplify(differentiate(slope, variable)).expression;
    if (!contains(bend, variable)) return [];
    const zeros = rootsOf(bend, ZERO, variable, range);
    const gaps = [...borders(bend, variable, range), ...branchBorders(expression, variable).flatMap((border) => rootsOf(border, ZERO, variable, range))];
    const placed = (x: Expression, isGap: boolean) => {
      const at = position(x, ZERO);
      return at ? [{ x, at: at[0], isGap }] : [];
    };
    const places = [...zeros.flatMap((x) => placed(x, false)), ...gaps.flatMap((x) => placed(x, true))];
    const beside = (e: Expression, at: number, step: number): Expression => substitute(e, new Map([[variable, number(rational.fromNumber(at + step))]]));
    const bendsAt = (at: number, side: -1 | 1): -1 | 0 | 1 | undefined => {
      const gap = Math.min(1, ...places.map((other) => Math.abs(other.at - at)).filter((distance) => distance > 1e-9));
      return constantSign(beside(bend, at, side * gap * 1e-3));
    };
    const hasTangent = (at: number): boolean => {
      const [left = Number.NaN, right = Number.NaN] = [-CLOSE, CLOSE].map((step) => approximateValue(beside(slope, at, step)));
      return Math.abs(left - right) < NEARLY * (1 + Math.abs(left)) || (Math.min(Math.abs(left), Math.abs(right)) > STEEP && left * right > 0);
    };
    return places.flatMap(({ x, at, isGap }): readonly Mark[] => {
      const [before, after] = [bendsAt(at, -1), bendsAt(at, 1)];
      if (before === undefined || after === undefined || before * after !== -1 || (isGap && !hasTangent(at))) return [];
      return pointMark("inflection", x, expression, variable, [index]);
    });
  } catch (error) {
    if (error instanceof NotDifferentiable || error instanceof BudgetExhausted) return [];
    throw error;
  }
}

/** How near to a place its slopes are compared, how much they may differ, and from where on a tangent is upright. */
const CLOSE = 2 ** -40;
const NEARLY = 1e-6;
const STEEP = 1e4;
