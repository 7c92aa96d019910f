import { bothSides } from "../../calculus/both-sides.ts";
import { differentiate } from "../../calculus/derivative.ts";
import { withoutEnds } from "../../calculus/open-ends.ts";
import { isOnePiece, variableBounds } from "../../calculus/plain-bounds.ts";
import { isSmoothWhere, roughPlaces } from "../../calculus/rough-places.ts";
import { constant, name, negate, relation, subtract, ZERO } from "../../expression/construct.ts";
import { curveDomain } from "../../expression/domain.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { decide, simpleRelations, simplify, zeroTest } from "../../truth/index.ts";
import { onlyEnd } from "../calculus/limit.ts";
import type { ClaimedOptima, ClaimedOptimum } from "./optimum.ts";
import { isNowhereNegative } from "./pieces-optimum.ts";

/**
 * One variable: on an interval where the function is differentiable, the only stationary point inside is the optimum of the whole
 * where it is one of its neighbourhood.
 */
export function isOnlyExtremum({ objective, variables, constraints, facts, assumptions, wanted, points, allFound }: ClaimedOptima): boolean {
  const [variable, ...more] = variables;
  const [only, ...others] = points.filter(({ end }) => !end);
  if (variable === undefined || more.length + others.length + constraints.length > 0 || !only?.global || only.integers.length > 0 || !allFound) return false;
  const known = [...facts, ...assumptions];
  if (!isOnePiece(facts, variables) || roughPlaces(objective, variables, known)?.length !== 0) return false;
  const second = simplify(substitute(differentiate(differentiate(objective, variable), variable), only.values)).expression;
  const areEndsRight = points.every(
    (point) => !point.end || !point.global || isReachedMonotonically(point, variable, { objective, facts, assumptions, wanted }),
  );
  // Every end that belongs to the interval is one for some letters, or the stationary point is never beyond it.
  const place = only.values.get(variable) ?? ZERO;
  const areEndsThere = simpleRelations(facts).every(({ left, comparison, right }) => {
    if (left.kind !== "name" || left.name !== variable || (comparison !== ">=" && comparison !== "<=")) return true;
    const isEnd = (point: ClaimedOptimum): boolean =>
      point.end && point.global && zeroTest(subtract(point.values.get(variable) ?? ZERO, right)).kind === "zero";
    return decide(relation(place, comparison, right), assumptions) === true || points.some(isEnd);
  });
  return areEndsRight && areEndsThere && decide(relation(second, wanted === "maximum" ? "<" : ">", ZERO), [...assumptions, ...only.conditions]) === true;
}

/** One variable: the best of an open interval is better than the values at the ends that belong to the interval as well. */
export function isBestWithEndsApart(claim: ClaimedOptima, isBest: (claim: ClaimedOptima) => boolean): boolean {
  const { objective, variables, constraints, facts, assumptions, wanted, points } = claim;
  const [variable, ...more] = variables;
  const apart = variable !== undefined && more.length + constraints.length === 0 ? withoutEnds(facts, variable) : undefined;
  const [best] = points.filter(({ global }) => global);
  if (variable === undefined || !apart || !best || wanted === "stationary") return false;
  const isWorse = (end: Expression): boolean => {
    const value = simplify(substitute(objective, new Map([[variable, end]]))).expression;
    return decide(relation(value, wanted === "maximum" ? "<" : ">", best.value), assumptions) === true;
  };
  return apart.ends.every(isWorse) && isBest({ ...claim, facts: apart.inside, points: points.filter(({ end }) => !end) });
}

type Along = Pick<ClaimedOptima, "objective" | "facts" | "assumptions" | "wanted">;

/** Whether the objective gets better all the way to an end, for the letters for which it is said to be the best. */
function isReachedMonotonically({ values, conditions }: ClaimedOptimum, variable: string, { objective, facts, assumptions, wanted }: Along): boolean {
  const end = values.get(variable) ?? ZERO;
  const known = [...facts, ...assumptions, ...conditions];
  const isUpper = decide(relation(name(variable), "<=", end), known) === true;
  if (!isUpper && decide(relation(name(variable), ">=", end), known) !== true) return false;
  const rises = isUpper === (wanted === "maximum");
  return decide(relation(differentiate(objective, variable), rises ? ">=" : "<=", ZERO), known) === true;
}

/**
 * One variable with letters, smooth on an interval, or on both sides of a place that is left out: no stationary point, no end that is attained, and nothing that the function comes close to at one that is not, is better than the
 * points claimed.
 */
export function isBestOfPlaces({ objective, variables, facts, assumptions, constraints, wanted, points, allFound }: ClaimedOptima): boolean {
  const [variable, ...more] = variables;
  const best = points.filter(({ global }) => global);
  const [first] = best;
  if (variable === undefined || more.length + constraints.length > 0 || !first || !allFound || wanted === "stationary") return false;
  if (points.some(({ integers, conditions }) => integers.length + conditions.length > 0)) return false;
  const isNoBetter = (value: Expression): boolean =>
    decide(relation(simplify(subtract(value, first.value)).expression, wanted === "maximum" ? "<=" : ">=", ZERO), assumptions) === true;
  const bounded = { objective, variable, assumptions, wanted, isNoBetter };
  const pieces =
    isOnePiece(facts, variables) && isSmoothWhere(objective, variable, [...facts, ...assumptions])
      ? [facts]
      : bothSides(objective, variable, facts, assumptions);
  return (
    pieces !== undefined &&
    points.every(({ value }) => isNoBetter(value)) &&
    best.every(({ value }) => zeroTest(subtract(value, first.value), assumptions).kind === "zero") &&
    pieces.every((piece) => isSmoothWhere(objective, variable, [...piece, ...assumptions]) && isNoBetterAtEnds(piece, bounded))
  );
}

interface Bounded {
  readonly objective: Expression;
  readonly variable: string;
  readonly assumptions: readonly Expression[];
  readonly wanted: "maximum" | "minimum";
  readonly isNoBetter: (value: Expression) => boolean;
}

/** Whether neither what is attained at an end of an interval nor what the function comes close to there is better. */
function isNoBetterAtEnds(facts: readonly Expression[], { objective, variable, assumptions, wanted, isNoBetter }: Bounded): boolean {
  const bounds = variableBounds(facts, variable);
  return ([1, -1] as const).every((sign) => {
    const own = bounds.filter(({ comparison }) => comparison.startsWith(sign === 1 ? "<" : ">"));
    const [bound] = own;
    if (own.length > 1) return false;
    if (bound?.comparison.endsWith("=")) return isNoBetter(substitute(objective, new Map([[variable, bound.right]])));
    const side = bound ? { side: sign === 1 ? ("left" as const) : ("right" as const) } : {};
    const far = sign === 1 ? constant("infinity") : negate(constant("infinity"));
    const end = onlyEnd(objective, { variable, at: bound?.right ?? far, whole: false, ...side }, assumptions);
    if (!end) return false;
    return end.kind === "finite" ? isNoBetter(end.value) : (end.sign === 1) !== (wanted === "maximum");
  });
}

/** One variable without letters: the difference from the best value is 0 only at the points claimed, and has the right sign between them. */
export function isBestBetweenZeros(claim: ClaimedOptima): boolean {
  const [variable, ...more] = claim.variables;
  const best = claim.points.filter(({ global }) => global);
  const [first] = best;
  if (variable === undefined || more.length > 0 || claim.constraints.length > 0 || !first) return false;
  if (freeNames(claim.objective).size > 1 || freeNames(first.value).size > 0 || best.some(({ integers }) => integers.length > 0)) return false;
  const gap = claim.wanted === "maximum" ? subtract(first.value, claim.objective) : subtract(claim.objective, first.value);
  const zeros = best.map(({ values }) => values.get(variable) ?? ZERO);
  if (!isNowhereNegative(gap, variable, zeros, claim.facts)) return false;
  const domain = curveDomain(claim.objective);
  const strict = domain.filter((condition) => !(condition.kind === "relation" && condition.comparisons[0] === "!="));
  return domain.every((condition) => strict.includes(condition) || decide(condition, [...claim.facts, ...strict]) === true);
}
