import { approximateValue, ballValue, truthValue } from "../expression/ball-value.ts";
import { I, number, product, sum } from "../expression/construct.ts";
import { type Expression, findAll, freeNames, type NameRange } from "../expression/expression.ts";
import type { ComplexBall } from "../number/complex-ball.ts";
import { fromNumber, HALF, type Rational, rational, toNumber } from "../number/rational.ts";
import { BallUndefined } from "../number/real-ball.ts";
import { simpleRelations } from "./sign.ts";

/** Numbers for names: rational ones, with a rational imaginary part for complex names. */
export type Point = ReadonlyMap<string, Expression>;

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

/** Whole numbers, even and odd, of both signs and 0 among them. */
const WHOLE_VALUES: readonly Rational[] = [3, 2, 5, -2, 7, -3, 4, 1, -7, 6, 11, -1, 9, 0, -4, 8].map((value) => rational(value));

const ATTEMPTS = 256;

interface Named {
  readonly name: string;
  readonly range: NameRange;
}

/** The free names of expressions with what they range over, in the order of the alphabet. */
function namesOf(expressions: readonly Expression[]): readonly Named[] {
  const found = new Map<string, Named>();
  for (const e of expressions) {
    const free = freeNames(e);
    for (const part of findAll(e, ({ kind }) => kind === "name")) if (part.kind === "name" && free.has(part.name)) found.set(part.name, part);
  }
  return [...found.values()].sort((a, b) => (a.name < b.name ? -1 : 1));
}

function valueAt(range: NameRange, index: number): Expression {
  const from = (values: readonly Rational[], k: number): Expression => number(values[k % values.length] ?? rational(1));
  if (range === "integer") return from(WHOLE_VALUES, index);
  // The parts of a complex number keep step with each other, so that all four quadrants occur.
  return range === "real" ? from(VALUES, index) : sum(from(VALUES, index), product(I, from(VALUES, 3 * index + 4)));
}

/** The conditions that bear on the names of expressions, directly or through other names. */
function connected(expressions: readonly Expression[], conditions: readonly Expression[]): readonly Expression[] {
  const reached = new Set(expressions.flatMap((e) => [...freeNames(e)]));
  let found: readonly Expression[] = [];
  for (;;) {
    const next = conditions.filter((condition) => [...freeNames(condition)].some((name) => reached.has(name)));
    if (next.length === found.length) return next;
    found = next;
    for (const condition of next) for (const name of freeNames(condition)) reached.add(name);
  }
}

/**
 * Up to `count` points for the names of the expressions at which every condition certainly holds. They are the same for
 * the same input: no chance is involved.
 */
export function samplePoints(expressions: readonly Expression[], conditions: readonly Expression[], count: number): readonly Point[] {
  const names = namesOf([...expressions, ...connected(expressions, conditions)]);
  const points: Point[] = [];
  // After each round through the values, the names come together in another way.
  const attempts = names.length > 1 ? ATTEMPTS : VALUES.length;
  for (let attempt = 0; attempt < attempts && points.length < count; attempt += 1) {
    const round = Math.floor(attempt / VALUES.length);
    const point = new Map(names.map(({ name, range }, k) => [name, valueAt(range, attempt * (2 * k + 1) + round * (k * k + 3 * k + 1) + 5 * k)]));
    if (conditions.every((condition) => holdsAt(condition, point))) points.push(point);
  }
  if (points.length < count) points.push(...fittedPoints(names, conditions, count - points.length));
  return points.length > 0 ? points : wholePoints(names, conditions, count);
}

/** Points with whole numbers for all names, for conditions that ask for such. */
function wholePoints(names: readonly Named[], conditions: readonly Expression[], count: number): readonly Point[] {
  const points: Point[] = [];
  for (let attempt = 0; attempt < ATTEMPTS && points.length < count; attempt += 1) {
    const round = Math.floor(attempt / WHOLE_VALUES.length);
    const point = new Map(names.map(({ name }, k) => [name, valueAt("integer", attempt + k * (round + 1))]));
    if (conditions.every((condition) => holdsAt(condition, point))) points.push(point);
  }
  return points;
}

const FITTED_ATTEMPTS = 112;
const SHARES: readonly Rational[] = [
  [3, 7],
  [8, 11],
  [2, 13],
  [11, 12],
  [5, 17],
  [96, 97],
  [2, 83],
].map(([num, den]) => rational(num ?? 0, den ?? 1));

/** Points inside the bounds that conditions set for the names by numbers, where these are narrow. */
function fittedPoints(names: readonly Named[], conditions: readonly Expression[], count: number): readonly Point[] {
  const ranges = names.map(({ name }) => boundsFor(name, conditions));
  if (ranges.every((range) => range === undefined)) return [];
  const attempts = names.length > 1 ? FITTED_ATTEMPTS : SHARES.length;
  const points = Array.from(
    { length: attempts },
    (_, attempt): Point =>
      new Map(
        names.map(({ name, range }, k) => {
          const own = range === "real" ? ranges[k] : undefined;
          // After each round the names come together in another way.
          const turn = attempt * (2 * k + 1) + Math.floor(attempt / SHARES.length) * (k * k + 3 * k + 1) + 5 * k;
          return [name, own ? shortNumberAt(own, SHARES[turn % SHARES.length] ?? HALF) : valueAt(range, turn)];
        }),
      ),
  );
  return points.filter((point) => conditions.every((condition) => holdsAt(condition, point))).slice(0, count);
}

interface Range {
  readonly low: number;
  readonly high: number;
}

/** A short decimal about so far from the low to the high end. */
function shortNumberAt({ low, high }: Range, share: Rational): Expression {
  const width = high - low;
  const scale = 10 ** Math.max(0, 3 - Math.floor(Math.log10(width)));
  const at = Math.round((low + toNumber(share) * width) * scale);
  return number(Number.isSafeInteger(at) && scale < 1e15 ? rational(at, scale) : fromNumber(low + toNumber(share) * width));
}

/** The bounds that conditions set for a name from both sides, as doubles. */
function boundsFor(name: string, conditions: readonly Expression[]): Range | undefined {
  let [low, high] = [Number.NEGATIVE_INFINITY, Number.POSITIVE_INFINITY];
  for (const { left, comparison, right } of simpleRelations(conditions)) {
    const value = left.kind === "name" && left.name === name && freeNames(right).size === 0 ? approximateValue(right) : undefined;
    if (value === undefined) continue;
    if (comparison.startsWith(">")) low = Math.max(low, value);
    if (comparison.startsWith("<")) high = Math.min(high, value);
  }
  return Number.isFinite(low) && Number.isFinite(high) && low < high ? { low, high } : undefined;
}

const FAR_POINTS = 200;

/** Many more points where the conditions hold, whole numbers further and further out: for what vanishes at all the usual ones. */
export function* farPoints(expressions: readonly Expression[], conditions: readonly Expression[]): Generator<Point> {
  const names = namesOf([...expressions, ...connected(expressions, conditions)]);
  for (let attempt = 0; attempt < FAR_POINTS; attempt += 1) {
    const point = new Map(names.map(({ name }, k) => [name, number(100 + attempt * (2 * k + 7) + k * k)]));
    if (conditions.every((condition) => holdsAt(condition, point))) yield point;
  }
}

/** The values of a point as exact balls. */
export function environmentAt(point: Point, precision: number): ReadonlyMap<string, ComplexBall> {
  return new Map([...point].map(([name, value]) => [name, ballValue(value, precision)]));
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
