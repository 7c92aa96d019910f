import { approximateValue } from "../expression/ball-value.ts";
import { type Expression, freeNames } from "../expression/expression.ts";
import { compileBox, NoIntervals } from "../expression/interval-value.ts";
import { isReal } from "../expression/realness.ts";
import { type Interval, interval } from "../number/interval.ts";
import { simpleRelations } from "./sign.ts";

const WIDENED = 1e-9;

/** Doubles between which an expression lies for all values of its names that the assumptions allow, rounded outwards; infinite where nothing bounds it. */
export function numericRange(e: Expression, assumptions: readonly Expression[]): Interval {
  const names = [...freeNames(e)];
  const everything = interval(Number.NEGATIVE_INFINITY, Number.POSITIVE_INFINITY);
  // Complex numbers lie in no interval.
  if (!isReal(e)) return everything;
  try {
    return compileBox(e, names)(names.map((name) => rangeOfName(name, assumptions))) ?? everything;
  } catch (error) {
    if (error instanceof NoIntervals) return everything;
    throw error;
  }
}

function rangeOfName(name: string, assumptions: readonly Expression[]): Interval {
  let [low, high] = [Number.NEGATIVE_INFINITY, Number.POSITIVE_INFINITY];
  for (const { left, comparison, right } of simpleRelations(assumptions)) {
    if (left.kind !== "name" || left.name !== name || freeNames(right).size > 0) continue;
    const value = approximateValue(right);
    if (value === undefined) continue;
    const slack = WIDENED * Math.max(1, Math.abs(value));
    if (comparison === ">" || comparison === ">=" || comparison === "=") low = Math.max(low, value === 0 ? 0 : value - slack);
    if (comparison === "<" || comparison === "<=" || comparison === "=") high = Math.min(high, value === 0 ? 0 : value + slack);
  }
  return interval(low, high);
}
