import { ballValue } from "../../expression/ball-value.ts";
import { number, subtract, sum, ZERO } from "../../expression/construct.ts";
import { curveDomain, relationsIn } from "../../expression/domain.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import * as complex from "../../number/complex-ball.ts";
import type { Rational } from "../../number/rational.ts";
import * as rational from "../../number/rational.ts";
import * as real from "../../number/real-ball.ts";
import { BallUndefined } from "../../number/real-ball.ts";
import { zeroTest } from "../../truth/index.ts";
import type { Mark } from "../scene.ts";
import { limitAt } from "./limit-at.ts";
import { type Drawn, pointMark, position } from "./point-mark.ts";
import { rootsOf } from "./zeros.ts";

const PRECISION = 420;
/** Distances from a place at which the function is looked at. */
const STEPS = stepsOf([20, 40, 80]);
/** Where values so near are beyond all numbers, as those of e^(1/x), these serve. */
const WIDER_STEPS = [stepsOf([10, 20, 30]), stepsOf([5, 8, 11])];

function stepsOf(bits: readonly number[]): readonly Rational[] {
  return bits.map((own) => rational.power(rational.rational(2), -own));
}

/**
 * What happens where a function stops being defined: a vertical asymptote where it grows beyond all bounds, a hole where it has a
 * limit but no value, an end of its domain where it has a value.
 */
export function gaps(drawn: Drawn, index: number): readonly Mark[] {
  const { expression, variable, range } = drawn;
  const found: Mark[] = [];
  for (const x of borders(expression, variable, range)) {
    const sides = ([-1, 1] as const).map((side) => behaviour(expression, variable, x, side));
    const at = position(x, ZERO);
    if (!at || found.some((mark) => Math.abs(mark.at[0] - at[0]) < 1e-12)) continue;
    if (sides.includes("unbounded")) found.push({ kind: "asymptote", x, at, curves: [index] });
    const own = pointMark("endpoint", x, expression, variable, [index]);
    if (own.length > 0) found.push(...(sides.includes("nothing") ? own : []));
    else found.push(...holesAt(drawn, x, sides, index));
  }
  return found;
}

/** Where conditions on the variable change from holding to failing. */
export function borders(expression: Expression, variable: string, range: Drawn["range"]): readonly Expression[] {
  const sides = curveDomain(expression)
    .flatMap(relationsIn)
    .flatMap(({ operands }) => operands.slice(1).map((right, k) => subtract(operands[k] ?? ZERO, right)));
  return sides.filter((side) => freeNames(side).has(variable)).flatMap((side) => rootsOf(side, ZERO, variable, range));
}

/** How the function behaves on one side of a place, from its values closer and closer to it. */
function behaviour(expression: Expression, variable: string, x: Expression, side: -1 | 1): "limit" | "unbounded" | "nothing" {
  for (const steps of [STEPS, ...WIDER_STEPS]) {
    const found = behaviourAt(steps, expression, variable, x, side);
    if (found !== "nothing") return found;
  }
  return "nothing";
}

function behaviourAt(steps: readonly Rational[], expression: Expression, variable: string, x: Expression, side: -1 | 1): "limit" | "unbounded" | "nothing" {
  const values = steps.map((step) => {
    try {
      const value = ballValue(substitute(expression, new Map([[variable, sum(x, number(side === 1 ? step : rational.negate(step)))]])), PRECISION);
      return complex.isReal(value) ? real.toNumber(value.re) : undefined;
    } catch (error) {
      if (error instanceof BallUndefined) return undefined;
      throw error;
    }
  });
  const [first, second, third] = values;
  if (first === undefined || second === undefined || third === undefined) return "nothing";
  // Beyond all doubles, as e^(1/x) is.
  if (!Number.isFinite(third)) return "unbounded";
  const [early, late] = [Math.abs(second - first), Math.abs(third - second)];
  return late > early / 2 && late > 1e-6 ? "unbounded" : "limit";
}

/** Where the curve goes from each side without having it. */
function holesAt({ expression, variable }: Drawn, x: Expression, sides: readonly string[], index: number): readonly Mark[] {
  const limits = ([-1, 1] as const).flatMap((side, k) => (sides[k] === "limit" ? (limitAt(expression, variable, x, side) ?? []) : []));
  const [first, second] = limits;
  const distinct = first && second && zeroTest(subtract(first, second)).kind === "zero" ? [first] : limits;
  return distinct.flatMap((y): readonly Mark[] => {
    const at = position(x, y);
    return at ? [{ kind: "hole", x, y, at, curves: [index] }] : [];
  });
}
