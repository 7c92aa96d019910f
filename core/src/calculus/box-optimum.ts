import { negate } from "../expression/construct.ts";
import { contains, type Expression, freeNames } from "../expression/expression.ts";
import { type BoxFunction, compileBox, compileCondition, NoIntervals } from "../expression/interval-value.ts";
import * as intervals from "../number/interval.ts";
import { type Interval, interval, REAL_LINE } from "../number/interval.ts";
import { simplify } from "../truth/index.ts";
import { type Box, halves, inside } from "./boxes.ts";
import { around, boundsOf } from "./cover.ts";
import { differentiate, NotDifferentiable } from "./derivative.ts";

/** A value that an objective takes at some points, and where it is held to be the best of all. */
export interface BestValue {
  readonly objective: Expression;
  readonly variables: readonly string[];
  readonly facts: readonly Expression[];
  readonly wanted: "maximum" | "minimum";
  readonly value: Expression;
  /** Where it is taken: inner points with all derivatives 0, corners and ends. */
  readonly points: readonly ReadonlyMap<string, Expression>[];
}

const MOST_BOXES = 3000;
const MOST_HALVINGS = 16;

/**
 * Whether an objective takes no value as good anywhere else on its domain: around the points the matrix of second derivatives is
 * definite, or in one variable the objective falls towards the point and rises from it; everywhere else it is bounded away
 * from the value, box by box (E. Hansen, Global Optimization Using Interval Analysis, 1992).
 */
export function isBestValue({ objective, variables, facts, wanted, value, points }: BestValue): boolean {
  const least = around(value);
  if (!least || [...freeNames(objective)].some((letter) => !variables.includes(letter))) return false;
  try {
    const rising = wanted === "minimum" ? objective : simplify(negate(objective)).expression;
    const f = compileBox(rising, variables);
    const own = facts.filter(
      (fact) => variables.some((letter) => contains(fact, letter)) && [...freeNames(fact)].every((letter) => variables.includes(letter)),
    );
    const allowed = own.map((fact) => compileCondition(fact, variables));
    const domain: Box = variables.map((letter) => {
      const { low = REAL_LINE.low, high = REAL_LINE.high } = boundsOf(letter, own);
      return interval(low, high);
    });
    const highest = wanted === "minimum" ? least.high : -least.low;
    const slopes = variables.map((letter) => compileBox(simplify(differentiate(rising, letter)).expression, variables));
    const near = points.map((point) => neighbourhood(rising, f, variables, point, domain));
    const open: Box[] = [domain];
    for (let left = MOST_BOXES; open.length > 0; left -= 1) {
      const box = open.pop();
      if (!box || left <= 0) return false;
      if (near.some((own) => own !== undefined && inside(box, own)) || allowed.some((holds) => holds(box) === false)) continue;
      const bound = f(box);
      if (!bound || bound.low > highest || meanValueBound(f, slopes, box) > highest) continue;
      const cut = halves(box);
      if (!cut) return false;
      open.push(...cut);
    }
    return true;
  } catch (error) {
    if (error instanceof NoIntervals || error instanceof NotDifferentiable) return false;
    throw error;
  }
}

/** A lower bound by the mean value form f(m) + f′(X)(X − m), where the function is smooth on a bounded box. */
function meanValueBound(f: BoxFunction, slopes: readonly BoxFunction[], box: Box): number {
  if (!box.every(({ low, high }) => Number.isFinite(high - low))) return Number.NEGATIVE_INFINITY;
  const middle = box.map(({ low, high }) => interval(low + (high - low) / 2));
  const parts = [f(middle), ...slopes.map((slope) => slope(box))];
  if (!parts.every(isSmooth)) return Number.NEGATIVE_INFINITY;
  const [start, ...rates] = parts;
  return rates.reduce(
    (total, rate, k) => intervals.add(total, intervals.multiply(rate, intervals.subtract(box[k] ?? REAL_LINE, middle[k] ?? REAL_LINE))),
    start ?? REAL_LINE,
  ).low;
}

/** A box around a point on which the function is nowhere less than there. */
function neighbourhood(e: Expression, f: BoxFunction, variables: readonly string[], point: ReadonlyMap<string, Expression>, domain: Box): Box | undefined {
  const places = variables.map((letter) => {
    const value = point.get(letter);
    return value && around(value);
  });
  const slopes = variables.map((letter) => simplify(differentiate(e, letter)).expression);
  const second = slopes.map((slope) => variables.map((letter) => compileBox(simplify(differentiate(slope, letter)).expression, variables)));
  // At a corner the rules give signs of each part, which simplifying would mix.
  const [slope, ...others] = variables.map((letter) => compileBox(differentiate(e, letter), variables));
  for (let k = 0; k < MOST_HALVINGS; k += 1) {
    const sides = places.map((place) => {
      const reach = place && Math.max(1, Math.abs(place.low)) * 2 ** -k;
      return place && reach ? { low: interval(place.low - reach, place.high), high: interval(place.low, place.high + reach) } : undefined;
    });
    if (!sides.every((side) => side !== undefined)) return undefined;
    const box = sides.map(({ low, high }) => interval(low.low, high.high));
    if (isDefinite(second.map((row) => row.map((entry) => entry(box))))) return box;
    const [side] = sides;
    const [bounds] = domain;
    if (slope && others.length === 0 && side && bounds && fallsTo(f, slope, side, bounds)) return box;
  }
  return undefined;
}

const isSmooth = (value: intervals.MaybeInterval): value is Interval => value !== undefined && !value.partial && !value.broken;

/** On each side that belongs to the domain: continuous, and the slope has the sign that leads to the point. */
function fallsTo(f: BoxFunction, slope: BoxFunction, { low, high }: { readonly low: Interval; readonly high: Interval }, bounds: Interval): boolean {
  // A side that begins at an end of the domain is not asked for.
  const leftOutside = bounds.low >= low.high || (bounds.low > low.low && bounds.low <= low.high && bounds.low >= high.low);
  const rightOutside = bounds.high <= high.low || (bounds.high < high.high && bounds.high <= low.high);
  const falls = leftOutside || (isSmooth(f([low])) && (slope([low])?.high ?? 1) <= 0);
  const rises = rightOutside || (isSmooth(f([high])) && (slope([high])?.low ?? -1) >= 0);
  return falls && rises;
}

/** Whether every symmetric matrix in these intervals is positive definite: all pivots of elimination are positive. */
function isDefinite(matrix: readonly (readonly intervals.MaybeInterval[])[]): boolean {
  if (!matrix.flat().every(isSmooth)) return false;
  let rows = matrix.map((row) => row.filter(isSmooth));
  while (rows.length > 0) {
    const [first = [], ...rest] = rows;
    const [pivot, ...others] = first;
    const inverse = pivot && pivot.low > 0 ? intervals.invert(pivot) : undefined;
    if (!inverse) return false;
    rows = rest.map((row) => {
      const factor = intervals.multiply(row[0] ?? REAL_LINE, inverse);
      return others.map((entry, j) => intervals.subtract(row[j + 1] ?? REAL_LINE, intervals.multiply(factor, entry)));
    });
  }
  return true;
}
