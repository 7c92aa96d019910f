import { inside, isolateSystem, System } from "../../calculus/boxes.ts";
import { around, boundsOf } from "../../calculus/cover.ts";
import { zeroForms } from "../../calculus/system-root.ts";
import { alternativesOf, sidesOf } from "../../expression/equations.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { type Interval, interval, REAL_LINE } from "../../number/interval.ts";
import { decide } from "../../truth/index.ts";

const MOST_BOXES = 2000;

/** Whether the alternatives, each a value for every unknown, are all common solutions of equations that satisfy the relations. */
export function isolatedTogether(before: Expression, after: Expression, unknowns: readonly string[], within: readonly Expression[]): boolean {
  const alternatives = alternativesOf(after).filter((one) => !(freeNames(one).size === 0 && decide(one, []) === false));
  const points = alternatives.map((one) => new Map((one.kind === "logic" ? one.items : [one]).flatMap(valueIn)));
  return allCommonZeros(before.kind === "logic" && before.operator === "and" ? before.items : [before], points, unknowns, within);
}

function valueIn(e: Expression): readonly (readonly [string, Expression])[] {
  const [left, right] = sidesOf(e);
  return left?.kind === "name" && right ? [[left.name, right]] : [];
}

/** As `isolatedTogether`, for points known to be solutions: every zero that is found by bounds must be one of them, or lie outside. */
export function allCommonZeros(
  equations: readonly Expression[],
  points: readonly ReadonlyMap<string, Expression>[],
  unknowns: readonly string[],
  within: readonly Expression[],
): boolean {
  const system = System.of(zeroForms(equations), unknowns);
  if (!system) return false;
  const given = unknowns.map((letter): Interval => {
    const { low = REAL_LINE.low, high = REAL_LINE.high } = boundsOf(letter, within);
    return interval(low, high);
  });
  const places = points.map((values) =>
    unknowns.map((letter) => {
      const value = values.get(letter);
      const place = value && around(value);
      return place ? interval(place.low, place.high) : REAL_LINE;
    }),
  );
  const { zeros, unresolved } = isolateSystem(system, given, { boxes: MOST_BOXES, allOrNothing: true });
  if (unresolved.length > 0) return false;
  return zeros.every(({ around: box, alone }) => {
    const outside = box.some((side, k) => side.high < (given[k]?.low ?? side.high) || side.low > (given[k]?.high ?? side.low));
    return outside || places.some((place) => inside(place, alone));
  });
}
