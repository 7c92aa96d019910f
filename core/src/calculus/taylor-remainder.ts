import { ballValue } from "../expression/ball-value.ts";
import { number } from "../expression/construct.ts";
import type { Expression } from "../expression/expression.ts";
import { compileInterval, type IntervalFunction, NoIntervals } from "../expression/interval-value.ts";
import * as intervals from "../number/interval.ts";
import { aroundBall, type Interval, interval } from "../number/interval.ts";
import * as rational from "../number/rational.ts";
import { BallUndefined } from "../number/real-ball.ts";
import { simplify } from "../truth/index.ts";
import { differentiate, NotDifferentiable } from "./derivative.ts";

/** A range is looked at in so many parts. */
const PARTS = 256;

/** A bound on a range, looked at in so many parts; undefined where there is none. */
export type BoundOn = (range: Interval, parts?: number) => number | undefined;

/**
 * Bounds of |f^(order)|/order! by interval arithmetic: the coefficient of the remainder of a Taylor polynomial in the form of J.-L. Lagrange. The derivative
 * is taken once for all ranges; undefined where there is none that can be evaluated.
 */
export function taylorCoefficientBound(f: Expression, variable: string, order: number): BoundOn | undefined {
  try {
    let slope = f;
    for (let k = 0; k < order; k += 1) slope = simplify(differentiate(slope, variable)).expression;
    const values = compileInterval(slope, variable);
    const factorial = Array.from({ length: order }, (_, k) => k + 1).reduce((all, k) => all * k, 1);
    const inverse = intervals.invert(interval(factorial));
    return (range, parts = PARTS) => {
      const size = largest(values, range, parts);
      return size === undefined || !inverse ? undefined : intervals.multiply(interval(0, size), inverse).high;
    };
  } catch (error) {
    if (error instanceof NotDifferentiable || error instanceof NoIntervals || error instanceof BallUndefined) return undefined;
    throw error;
  }
}

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
  const [place, from, to] = [rounded(at), rounded(ends[0]), rounded(ends[1])];
  const coefficient = taylorCoefficientBound(f, variable, degree)?.(intervals.hull(from, to));
  const width = interval(0, Math.max(intervals.subtract(to, place).high, intervals.subtract(place, from).high));
  const raised = intervals.integerPower(width, degree);
  return coefficient === undefined || !raised ? undefined : intervals.multiply(interval(0, coefficient), raised).high;
}

const PRECISION = 96;

/** A real constant between two doubles. */
export const rounded = (e: Expression): Interval => aroundBall(ballValue(e, PRECISION).re);

/** The largest size of a function on a range, not less than it is; undefined where it is not bounded. */
function largest(values: IntervalFunction, { low, high }: Interval, parts: number): number | undefined {
  const cut = (k: number): number => (k === parts ? high : low + ((high - low) * k) / parts);
  let size = 0;
  for (let k = 0; k < parts; k += 1) {
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
