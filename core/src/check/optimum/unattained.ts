import { boundsOf } from "../../calculus/cover.ts";
import { outwardPaths } from "../../calculus/outward-paths.ts";
import { number, subtract } from "../../expression/construct.ts";
import { curveDomain } from "../../expression/domain.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import * as rational from "../../number/rational.ts";
import { constantSign, decide, simplify } from "../../truth/index.ts";
import { onlyEnd } from "../calculus/limit.ts";
import { type ClaimedOptima, withoutConstraint } from "./optimum.ts";

/**
 * Whether no point claimed is the best, so that there is none where these are all at which it could be: a point of the domain with a better value than every one of them, or a path on
 * which the objective grows (falls) beyond all bounds.
 */
export function isBeaten(claim: ClaimedOptima): boolean {
  if (claim.constraints.length > 0) return withoutConstraint(claim).some(isBeaten);
  return claim.wanted !== "stationary" && (claim.points.length === 0 || hasBetterPoint(claim) || isUnbounded(claim));
}

/** How far along the way from the middle of an interval to its end a number is looked at, and how far out where nothing bounds it. */
const PARTS: readonly rational.Rational[] = [-40, -20, -8, -3, -1].map((k) => rational.power(rational.rational(2), k));
const FAR: readonly number[] = [0, 1, -1, 8, -8, 1000, -1000];
const MOST_POINTS = 400;

/** A point of the domain, of a few that are tried, at which the objective is proven to be better than at every point claimed. */
function hasBetterPoint({ objective, variables, facts, wanted, points }: ClaimedOptima): boolean {
  if ([objective, ...facts, ...points.map(({ value }) => value)].some((e) => [...freeNames(e)].some((letter) => !variables.includes(letter)))) return false;
  const domain = [...facts, ...curveDomain(objective)];
  const grid = variables.reduce<readonly ReadonlyMap<string, Expression>[]>(
    (list, variable) => list.flatMap((own) => numbersWithin(variable, facts).map((value) => new Map([...own, [variable, number(value)]]))),
    [new Map()],
  );
  const isBetter = (a: Expression, b: Expression): boolean => constantSign(subtract(a, b)) === (wanted === "maximum" ? 1 : -1);
  return grid.slice(0, MOST_POINTS).some((at) => {
    if (!domain.every((fact) => decide(simplify(substitute(fact, at)).expression, []) === true)) return false;
    const value = substitute(objective, at);
    return points.every((point) => isBetter(value, point.value));
  });
}

function numbersWithin(variable: string, facts: readonly Expression[]): readonly rational.Rational[] {
  const { low, high } = boundsOf(variable, facts);
  const [from, to] = [low, high].map((bound) => (bound === undefined ? undefined : rational.fromNumber(bound)));
  if (!from && !to) return FAR.map((value) => rational.rational(value));
  if (from && to) {
    const width = rational.subtract(to, from);
    return PARTS.flatMap((part) => [rational.add(from, rational.multiply(part, width)), rational.subtract(to, rational.multiply(part, width))]);
  }
  const outwards = [...PARTS, ...FAR.filter((value) => value > 0).map((value) => rational.rational(value))];
  return outwards.map((step) => (from ? rational.add(from, step) : rational.subtract(to ?? rational.ZERO, step)));
}

/** A path in the domain on which the objective goes to +∞ (−∞ for a least value). */
function isUnbounded(claim: ClaimedOptima): boolean {
  return outwardPaths(claim).some(({ values, place, along }) => {
    const end = onlyEnd(along ?? substitute(claim.objective, values), place, claim.assumptions);
    return end?.kind === "infinite" && end.sign === (claim.wanted === "maximum" ? 1 : -1);
  });
}
