import { name as nameOf, sum } from "../expression/construct.ts";
import type { Expression } from "../expression/expression.ts";
import { substitute } from "../expression/substitute.ts";
import { above, excludesZero, interval } from "../number/interval.ts";
import { simplify, zeroTest } from "../truth/index.ts";
import { Analysed, type Piece } from "./zeros.ts";

/** How often a zero may be repeated. */
const MOST_TIMES = 6;

/**
 * How often an exactly known zero counts, where it is proven to be the only one on a piece around it: the function's derivatives
 * up to that order vanish there and the next one vanishes nowhere on the piece (Taylor). At an end of the domain, 1 where the
 * function is monotone on the side where it is defined. Undefined where nothing is proven.
 */
export function onlyZero(f: Analysed, zero: Expression, piece: Piece): number | undefined {
  const x = interval(piece.low, piece.high);
  const whole = f.on(0, x);
  if (whole && !whole.partial && !whole.broken) {
    for (let times = 1; times <= MOST_TIMES; times += 1) {
      const slope = f.on(times, x);
      if (slope && excludesZero(slope) && !slope.partial && !slope.broken) return times;
      const at = f.derivative(times);
      if (!at || zeroTest(substitute(at, new Map([[f.name, zero]]))).kind !== "zero") return undefined;
    }
    return undefined;
  }
  const reach = above(Math.max(0, piece.high - piece.low));
  const beside = new Analysed(simplify(substitute(f.expression, new Map([[f.name, sum(zero, nameOf(f.name))]]))).expression, f.name);
  return [interval(-reach, 0), interval(0, reach)].every((side) => monotoneOrNowhere(beside, side)) ? 1 : undefined;
}

/** On one side of a zero: monotone, or not defined beyond the zero itself. */
function monotoneOrNowhere(f: Analysed, side: ReturnType<typeof interval>): boolean {
  const value = f.on(0, side);
  const inside = f.on(0, side.low < 0 ? interval(side.low, -Number.MIN_VALUE) : interval(Number.MIN_VALUE, side.high));
  if (!value || !inside) return true;
  if (value.partial || value.broken) return false;
  const slope = f.on(1, side);
  return slope !== undefined && excludesZero(slope) && !slope.broken;
}
