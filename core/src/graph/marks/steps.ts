import { approximateValue } from "../../expression/ball-value.ts";
import { number } from "../../expression/construct.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import * as rational from "../../number/rational.ts";
import { steppedParts } from "../../truth/index.ts";
import { isBounded, type Range } from "../window.ts";

const MOST_STEPS = 24;
/** Where steps are looked for when no range says where. */
const USUAL: Range = { from: -3, to: 3 };

/** How roots of u = n are found. */
type Roots = (left: Expression, right: Expression) => readonly Expression[];

/** Where what stands in steps is a whole number: there the function may jump. */
export function stepPlaces(expression: Expression, variable: string, range: Range | undefined, roots: Roots): readonly Expression[] {
  return steppedParts(expression, variable).flatMap((part) => {
    if (freeNames(part).size !== 1) return [];
    return wholeValues(part, variable, rangeOfSteps(range)).flatMap((whole) => roots(part, number(whole)));
  });
}

/** The range in which steps are followed. */
export function rangeOfSteps(range: Range | undefined): Range {
  return range && isBounded(range) ? range : USUAL;
}

/** The whole numbers between the least and the greatest value in the range, where there are not too many. */
function wholeValues(part: Expression, variable: string, { from, to }: Range): readonly number[] {
  const looks = Array.from({ length: 65 }, (_, k) => from + ((to - from) * k) / 64);
  const heights = looks.flatMap((x) => approximateValue(substitute(part, new Map([[variable, number(rational.fromNumber(x))]]))) ?? []);
  const [low, high] = [Math.ceil(Math.min(...heights)), Math.floor(Math.max(...heights))];
  return high - low <= MOST_STEPS ? Array.from({ length: Math.max(0, high - low + 1) }, (_, k) => low + k) : [];
}
