import { ballValue } from "../../expression/ball-value.ts";
import { ZERO } from "../../expression/construct.ts";
import { curveDomain } from "../../expression/domain.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import * as complex from "../../number/complex-ball.ts";
import * as real from "../../number/real-ball.ts";
import { BallUndefined } from "../../number/real-ball.ts";
import { readable } from "../../rewrite/readable.ts";
import { decide, simplify } from "../../truth/index.ts";
import type { Mark, MarkKind } from "../scene.ts";

/** A function that is drawn, on a range where one was asked for. */
export interface Drawn {
  readonly expression: Expression;
  readonly variable: string;
  /** The name on the vertical axis, for the equations of lines. */
  readonly vertical: string;
  readonly range: { readonly from: number; readonly to: number } | undefined;
}

/** The mark at x on a function; none where it has no real value there. */
export function pointMark(kind: MarkKind, x: Expression, on: Expression, variable: string, curves: readonly number[]): readonly Mark[] {
  const there = new Map([[variable, x]]);
  if (curveDomain(on).some((condition) => decide(simplify(substitute(condition, there)).expression, []) === false)) return [];
  const y = kind === "zero" ? ZERO : readable(substitute(on, there));
  const at = freeNames(y).size === 0 ? position(x, y) : undefined;
  return at ? [{ kind, x, y, at, curves }] : [];
}

/** A point in doubles; undefined where a coordinate is no real number. */
export function position(x: Expression, y: Expression): readonly [number, number] | undefined {
  try {
    const [a, b] = [x, y].map((e) => ballValue(e, 96));
    if (!a || !b || !complex.isReal(a) || !complex.isReal(b)) return undefined;
    return [real.toNumber(a.re), real.toNumber(b.re)];
  } catch (error) {
    if (error instanceof BallUndefined) return undefined;
    throw error;
  }
}
