import { truthValue } from "../expression/ball-value.ts";
import { type Expression, freeNames } from "../expression/expression.ts";
import type { ComplexBall } from "../number/complex-ball.ts";
import * as complex from "../number/complex-ball.ts";
import type { Rational } from "../number/rational.ts";
import { rational } from "../number/rational.ts";
import { BallUndefined } from "../number/real-ball.ts";

/** Rational values for names. */
export type Point = ReadonlyMap<string, Rational>;

/** Values that make accidents unlikely: no two alike, positive and negative, none of them round. */
const VALUES: readonly Rational[] = [
  [7, 5],
  [11, 7],
  [23, 13],
  [5, 11],
  [-13, 9],
  [31, 8],
  [-3, 7],
  [17, 3],
  [2, 19],
  [-29, 6],
  [41, 10],
  [53, 4],
  [-1, 12],
  [97, 9],
  [3, 2],
  [19, 1],
].map(([num, den]) => rational(num ?? 0, den ?? 1));

const ATTEMPTS = 64;

/**
 * Up to `count` points for the names of the expressions at which every condition certainly holds. They are the same for
 * the same input: no chance is involved.
 */
export function samplePoints(names: ReadonlySet<string>, conditions: readonly Expression[], count: number): readonly Point[] {
  const sorted = [...names].sort();
  const points: Point[] = [];
  for (let attempt = 0; attempt < ATTEMPTS && points.length < count; attempt += 1) {
    const point = new Map(sorted.map((name, k) => [name, VALUES[(attempt * (2 * k + 1) + 5 * k) % VALUES.length] ?? VALUES[0] ?? { num: 1, den: 1 }]));
    if (conditions.every((condition) => holdsAt(condition, point))) points.push(point);
  }
  return points;
}

const FAR_POINTS = 200;

/** Many more points where the conditions hold, whole numbers further and further out: for what vanishes at all the usual ones. */
export function* farPoints(names: ReadonlySet<string>, conditions: readonly Expression[]): Generator<Point> {
  const sorted = [...names].sort();
  for (let attempt = 0; attempt < FAR_POINTS; attempt += 1) {
    const point = new Map(sorted.map((name, k) => [name, rational(100 + attempt * (2 * k + 7) + k * k)]));
    if (conditions.every((condition) => holdsAt(condition, point))) yield point;
  }
}

/** The values of a point as exact balls. */
export function environmentAt(point: Point, precision: number): ReadonlyMap<string, ComplexBall> {
  return new Map([...point].map(([name, value]) => [name, complex.fromRational(value, precision)]));
}

/** Whether a condition certainly holds at a point; a condition on other names is not held against it. */
export function holdsAt(condition: Expression, point: Point): boolean {
  if ([...freeNames(condition)].some((name) => !point.has(name))) return true;
  try {
    return truthValue(condition, 128, environmentAt(point, 128)) === true;
  } catch (error) {
    if (error instanceof BallUndefined) return false;
    throw error;
  }
}
