import { differentiate, NotDifferentiable } from "../calculus/derivative.ts";
import { ballValue } from "../expression/ball-value.ts";
import { equation, name, number, relation, ZERO } from "../expression/construct.ts";
import { type Expression, equal, freeNames } from "../expression/expression.ts";
import { substitute } from "../expression/substitute.ts";
import { BudgetExhausted } from "../number/budget.ts";
import * as complex from "../number/complex-ball.ts";
import * as rational from "../number/rational.ts";
import * as real from "../number/real-ball.ts";
import { BallUndefined } from "../number/real-ball.ts";
import { simplify } from "../rewrite/simplify.ts";
import { constantSign } from "../rewrite/zero-test.ts";
import { solveEquation } from "../solve/equation.ts";
import { Unsolvable } from "../solve/solution.ts";
import type { Mark, MarkKind } from "./scene.ts";

/** The exact zeros, turning points, intercepts and intersections of functions of one variable, as far as the solver finds them. */
export function marksOf(functions: readonly Expression[], variable: string, range?: Bounds): readonly Mark[] {
  const marks: Mark[] = [];
  const add = (kind: MarkKind, x: Expression, on: Expression, curves: readonly number[]): void => {
    const y = valueAt(on, variable, x);
    const at = y && position(x, y);
    if (!y || !at) return;
    if (marks.some((mark) => mark.kind === kind && equal(mark.x, x) && equal(mark.y, y))) return;
    marks.push({ kind, x, y, at, curves });
  };
  functions.forEach((f, index) => {
    for (const x of rootsOf(f, ZERO, variable, range)) add("zero", x, f, [index]);
    for (const { x, kind } of turningPoints(f, variable, range)) add(kind, x, f, [index]);
    add("intercept", ZERO, f, [index]);
    functions.slice(0, index).forEach((g, other) => {
      for (const x of rootsOf(f, g, variable, range)) add("intersection", x, f, [other, index]);
    });
  });
  return marks;
}

/** Bounds of what is drawn. */
interface Bounds {
  readonly from: number;
  readonly to: number;
}

/** The real solutions of f = g, in the range where there is one; of families without a range the members next to 0. */
function rootsOf(f: Expression, g: Expression, variable: string, range: Bounds | undefined): readonly Expression[] {
  try {
    const task = equation(f, g);
    if (task.kind !== "relation" || equal(f, g)) return [];
    const { set } = solveEquation({ equation: task, unknown: variable, domain: "real", assumptions: range ? within(variable, range) : [] });
    return set.solutions.flatMap((solution) => {
      const value = solution.values.get(variable) ?? ZERO;
      const [letter] = solution.integers;
      const members = letter === undefined ? [value] : [-1, 0, 1].map((n) => simplify(substitute(value, new Map([[letter, number(n)]]))).expression);
      return members.filter((member) => freeNames(member).size === 0);
    });
  } catch (error) {
    if (error instanceof Unsolvable || error instanceof BudgetExhausted) return [];
    throw error;
  }
}

function within(variable: string, { from, to }: Bounds): readonly Expression[] {
  const end = (x: number): Expression => number(rational.fromNumber(x));
  return [relation(name(variable), ">=", end(from)), relation(name(variable), "<=", end(to))];
}

interface TurningPoint {
  readonly x: Expression;
  readonly kind: "maximum" | "minimum";
}

function turningPoints(f: Expression, variable: string, range: Bounds | undefined): readonly TurningPoint[] {
  try {
    const slope = simplify(differentiate(f, variable)).expression;
    if (freeNames(slope).size === 0) return [];
    const bend = differentiate(slope, variable);
    return rootsOf(slope, ZERO, variable, range).flatMap((x): TurningPoint[] => {
      const value = valueAt(bend, variable, x);
      const sign = value && constantSign(value);
      if (sign === 1) return [{ x, kind: "minimum" }];
      return sign === -1 ? [{ x, kind: "maximum" }] : [];
    });
  } catch (error) {
    if (error instanceof NotDifferentiable) return [];
    throw error;
  }
}

function valueAt(f: Expression, variable: string, x: Expression): Expression | undefined {
  const value = simplify(substitute(f, new Map([[variable, x]]))).expression;
  return freeNames(value).size === 0 ? value : undefined;
}

function position(x: Expression, y: Expression): readonly [number, number] | undefined {
  try {
    const [a, b] = [x, y].map((e) => ballValue(e, 96));
    if (!a || !b || !complex.isReal(a) || !complex.isReal(b)) return undefined;
    return [real.toNumber(a.re), real.toNumber(b.re)];
  } catch (error) {
    if (error instanceof BallUndefined) return undefined;
    throw error;
  }
}
