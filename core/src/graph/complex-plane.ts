import { realAndImaginary } from "../canonical/real-and-imaginary.ts";
import { ballValue } from "../expression/ball-value.ts";
import { call, sum, ZERO } from "../expression/construct.ts";
import { type Expression, freeNames } from "../expression/expression.ts";
import { holdsImaginary, isReal } from "../expression/realness.ts";
import { plain } from "../notation/plain.ts";
import * as complex from "../number/complex-ball.ts";
import { BallUndefined } from "../number/real-ball.ts";
import { readable } from "../rewrite/readable.ts";
import type { GraphItem, Place } from "./items/item.ts";
import { plot } from "./plot.ts";
import type { Scene } from "./scene.ts";

/** The axes of the plane of complex numbers. */
export const COMPLEX_AXES = ["Re", "Im"] as const;

/** A term of a sum of numbers as it is written: z + w is drawn head to tail. */
export interface Summand {
  readonly label: string;
  readonly expression: Expression;
}

/** Whether this is a number that is not real. */
export function isNotReal(e: Expression): boolean {
  if (freeNames(e).size > 0 || isReal(e)) return false;
  try {
    return !complex.isReal(ballValue(e, 96));
  } catch (error) {
    if (error instanceof BallUndefined) return false;
    throw error;
  }
}

/** Whether names stand in something that is not real: a path, such as e^(i t). */
export const isPathOfNumbers = (e: Expression): boolean => freeNames(e).size > 0 && holdsImaginary(e) && realAndImaginary(e) !== undefined;

const ORIGIN: Place = { x: ZERO, y: ZERO };

function placeOf(number: Expression): Place {
  const parts = realAndImaginary(number);
  return parts ? { x: readable(parts.re), y: readable(parts.im) } : { x: call("Re", number), y: call("Im", number) };
}

/** A number as an arrow from 0; a sum also by its terms, each beginning where the one before ends. */
export function arrowsOf(label: string, value: Expression, summands: readonly Summand[]): readonly GraphItem[] {
  const whole: GraphItem = { kind: "arrow", label, from: ORIGIN, to: placeOf(value) };
  const heads = summands.map((_, k) => placeOf(sum(...summands.slice(0, k + 1).map(({ expression }) => expression))));
  const terms = summands.map(({ label: own }, k): GraphItem => ({ kind: "arrow", label: own, from: heads[k - 1] ?? ORIGIN, to: heads[k] ?? ORIGIN }));
  return [...terms, whole];
}

/** More arrows than this are not told apart. */
const MOST_ARROWS = 12;

/** Numbers in the plane of complex numbers; undefined where all are real, or one is no number. */
export function numbersScene(values: readonly Expression[]): Scene | undefined {
  if (values.length > MOST_ARROWS || values.some((value) => freeNames(value).size > 0) || !values.some(isNotReal)) return undefined;
  const [variable, vertical] = COMPLEX_AXES;
  return plot(
    values.flatMap((value) => arrowsOf(plain(value), value, [])),
    { variable, vertical },
  );
}
