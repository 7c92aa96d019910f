import { ballValue } from "../expression/ball-value.ts";
import { number } from "../expression/construct.ts";
import type { Expression } from "../expression/expression.ts";
import { compileInterval, NoIntervals } from "../expression/interval-value.ts";
import * as intervals from "../number/interval.ts";
import { aroundBall, type Interval, interval } from "../number/interval.ts";
import * as rational from "../number/rational.ts";
import { BallUndefined } from "../number/real-ball.ts";
import { simplify } from "../truth/index.ts";
import { differentiate, NotDifferentiable } from "./derivative.ts";

/** A range is looked at in so many parts. */
const PARTS = 256;

/**
 * A bound of |f − T| on a range that holds the place, for the Taylor polynomial T below a degree: sup |f^(degree)| · width^degree / degree!
 * (J.-L. Lagrange's form of the remainder), the derivative by interval arithmetic. Undefined where it has no bound there.
 */
export function taylorRemainderBound(
  f: Expression,
  variable: string,
  at: Expression,
  degree: number,
  ends: readonly [Expression, Expression],
): number | undefined {
  try {
    const [place, from, to] = [rounded(at), rounded(ends[0]), rounded(ends[1])];
    let slope = f;
    for (let k = 0; k < degree; k += 1) slope = simplify(differentiate(slope, variable)).expression;
    const size = largest(slope, variable, intervals.hull(from, to));
    if (size === undefined) return undefined;
    const width = interval(0, Math.max(intervals.subtract(to, place).high, intervals.subtract(place, from).high));
    const raised = intervals.integerPower(width, degree);
    const factorial = Array.from({ length: degree }, (_, k) => k + 1).reduce((all, k) => all * k, 1);
    const inverse = intervals.invert(interval(factorial));
    return raised && inverse ? intervals.multiply(intervals.multiply(interval(0, size), raised), inverse).high : undefined;
  } catch (error) {
    if (error instanceof NotDifferentiable || error instanceof NoIntervals || error instanceof BallUndefined) return undefined;
    throw error;
  }
}

const PRECISION = 96;

/** A real constant between two doubles. */
const rounded = (e: Expression): Interval => aroundBall(ballValue(e, PRECISION).re);

/** The largest size of a function on a range, not less than it is; undefined where it is not bounded. */
function largest(f: Expression, variable: string, { low, high }: Interval): number | undefined {
  const values = compileInterval(f, variable);
  const cut = (k: number): number => (k === PARTS ? high : low + ((high - low) * k) / PARTS);
  let size = 0;
  for (let k = 0; k < PARTS; k += 1) {
    const value = values(interval(cut(k), cut(k + 1)));
    if (!value || value.partial || value.broken) return undefined;
    size = Math.max(size, Math.abs(value.low), Math.abs(value.high));
  }
  return Number.isFinite(size) ? size : undefined;
}

/** A number of two figures that is not less than a bound, as it is read. */
export function roundedUp(bound: number): Expression {
  if (bound === 0) return number(0);
  const shift = Math.floor(Math.log10(bound)) - 1;
  const figures = Math.ceil(bound / 10 ** shift);
  const value = rational.multiply(rational.rational(figures), rational.power(rational.rational(10), shift));
  return shift >= 0 ? number(value) : number(value, (figures * 10 ** shift).toFixed(-shift));
}
