import { rounded, roundedUp, taylorCoefficientBound } from "../../calculus/taylor-remainder.ts";
import type { LimitPlace } from "../../derivation/step.ts";
import { call, name, number, product, relation, subtract } from "../../expression/construct.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { infinityOf } from "../../expression/infinity.ts";
import { quotientOf } from "../../expression/quotient.ts";
import { plain } from "../../notation/plain.ts";
import * as intervals from "../../number/interval.ts";
import { interval } from "../../number/interval.ts";
import * as rational from "../../number/rational.ts";
import { expanded } from "../expansion/expansion.ts";
import { readNear } from "../expansion/near.ts";

/** Distances within which a bound is looked for: 2^−k. */
const NEARNESS = [2, 3, 4, 6, 8] as const;
const HIGHEST_ORDER = 4;
const PARTS = 48;

/**
 * How near a quotient is to its limit near a finite place, by Taylor models of numerator and denominator: with N = h^q (N_q + h n), D = h^q (D_q + h d) and
 * |n| ≤ A, |d| ≤ B for |h| ≤ δ, it is |f − L| ≤ |h| (A + |L| B)/(|D_q| − δ B). In words; undefined where these have no such models.
 */
export function enclosureOf(e: Expression, place: LimitPlace, limit: Expression): string | undefined {
  const { variable, at } = place;
  if (infinityOf(at) !== undefined || infinityOf(limit) !== undefined || freeNames(e).size !== 1 || freeNames(at).size > 0) return undefined;
  const { numerator, denominator } = quotientOf(e);
  const leading = leadingAt(denominator, place);
  if (!leading || leading.order > HIGHEST_ORDER) return undefined;
  const center = rounded(at);
  const size = (one: Expression): number => Math.max(Math.abs(rounded(one).low), Math.abs(rounded(one).high));
  const { low, high } = rounded(leading.coefficient);
  const least = low > 0 ? low : high < 0 ? -high : 0;
  const [boundAbove, boundBelow] = [numerator, denominator].map((part) => taylorCoefficientBound(part, variable, leading.order + 1));
  if (!boundAbove || !boundBelow) return undefined;
  for (const k of NEARNESS) {
    const distance = interval(-(2 ** -k), 2 ** -k);
    const range = intervals.add(center, distance);
    const [above, below] = [boundAbove(range, PARTS), boundBelow(range, PARTS)];
    if (above === undefined || below === undefined) continue;
    const room = intervals.subtract(interval(least), intervals.multiply(interval(2 ** -k), interval(below)));
    const inverse = room.low > 0 ? intervals.invert(room) : undefined;
    if (!inverse) continue;
    const factor = intervals.multiply(intervals.add(interval(above), intervals.multiply(interval(size(limit)), interval(below))), inverse).high;
    const away = call("abs", subtract(name(variable), at));
    const within = number(rational.rational(1, 2 ** k));
    return `for ${plain(relation(away, "<=", within))} it differs from the limit by at most ${plain(product(roundedUp(factor), away))}`;
  }
  return undefined;
}

/** The first term of a function at a place by whole powers of the distance; undefined where it has none. */
function leadingAt(e: Expression, place: LimitPlace): { readonly order: number; readonly coefficient: Expression } | undefined {
  return expanded(() =>
    readNear({ e, place, side: 1, assumptions: [] }, ({ terms: [first] }) => {
      if (!first) return undefined;
      const [power, ...others] = first.monomial;
      if (others.length > 0) return undefined;
      const exponent = power?.base.kind === "logarithm" && power.base.times === 0 ? power.exponent : number(power ? 1 : 0);
      const isWhole = exponent.kind === "number" && exponent.value.den === 1 && exponent.value.num <= 0;
      return isWhole ? { order: -Number(exponent.value.num), coefficient: first.coefficient } : undefined;
    }),
  );
}
