import { isBestValue } from "../../calculus/box-optimum.ts";
import { vanishesFarOut } from "../../calculus/decay.ts";
import { growthOf, natureByHessian } from "../../calculus/definiteness.ts";
import { differentiate } from "../../calculus/derivative.ts";
import { isOnePiece } from "../../calculus/plain-bounds.ts";
import { roughPlaces } from "../../calculus/rough-places.ts";
import { number, power, product, relation, subtract, ZERO } from "../../expression/construct.ts";
import { curveDomain } from "../../expression/domain.ts";
import { sideDifference } from "../../expression/equations.ts";
import { contains, type Expression, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { polynomialCoefficients } from "../../rewrite/coefficients.ts";
import { asFamily, decide, membersBetween, simpleRelations, simplify, zeroTest } from "../../truth/index.ts";
import { onePeriod, periodOf } from "../completeness/periodic.ts";
import { isConvexCorner, isConvexOptimum, isConvexPlateau } from "./convex-optimum.ts";
import { isBestOfFirstPeriod } from "./damped-optimum.ts";
import { type ClaimedFace, isBestOnFaces } from "./faces.ts";
import { isLogConvexOptimum } from "./log-convex-optimum.ts";
import { isBestBetweenZeros, isBestOfPlaces, isBestWithEndsApart, isOnlyExtremum } from "./one-variable-optimum.ts";
import { isBestByPieces } from "./pieces-optimum.ts";

/** A point claimed for an optimum. */
export interface ClaimedOptimum {
  readonly values: ReadonlyMap<string, Expression>;
  readonly value: Expression;
  readonly global: boolean;
  readonly end: boolean;
  readonly integers: readonly string[];
  readonly conditions: readonly Expression[];
}

/** An objective with what is claimed of its optima. */
export interface ClaimedOptima {
  readonly objective: Expression;
  readonly variables: readonly string[];
  readonly constraints: readonly (Expression & { readonly kind: "relation" })[];
  readonly facts: readonly Expression[];
  readonly assumptions: readonly Expression[];
  readonly points: readonly ClaimedOptimum[];
  readonly wanted: "maximum" | "minimum" | "stationary";
  /** The faces of a domain with inequalities, each with its solutions confirmed to be all. */
  readonly faces?: readonly ClaimedFace[];
  /** Whether the stationary points were confirmed to be all, as solutions of their equations. */
  readonly allFound: boolean;
}

/** Whether the optima of the whole domain are proven, in one of several ways. */
export function optimumIsGlobal(claim: ClaimedOptima): boolean {
  if (claim.faces) return isBestOnFaces(claim);
  return WAYS.some((way) => way(claim));
}

/** The ways to confirm an optimum, those that cost little first. */
const WAYS: readonly ((claim: ClaimedOptima) => boolean)[] = [
  isConvexOptimum,
  isConvexCorner,
  isConvexPlateau,
  isBestByPieces,
  isConvex,
  isOnlyExtremum,
  isLogConvexOptimum,
  isBestOfPlaces,
  (claim) => isBestWithEndsApart(claim, optimumIsGlobal),
  isBestOfAll,
  isBestBySign,
  (claim) => withoutConstraint(claim).some(optimumIsGlobal),
  isBounded,
  isBestOfPeriod,
  isBestOfFirstPeriod,
  isBestBetweenZeros,
];

/**
 * Whether bounds on the objective alone prove that the points claimed are all at which it is best, conditions put in where they can be solved: then nothing rests on
 * whether the other stationary points are all.
 */
export function isBestByBounds(claim: ClaimedOptima): boolean {
  return (
    isBounded(claim) ||
    isConvexOptimum(claim) ||
    isConvexCorner(claim) ||
    isConvexPlateau(claim) ||
    isBestByPieces(claim) ||
    isLogConvexOptimum(claim) ||
    withoutConstraint(claim).some(isBestByBounds)
  );
}

/** All points that are said to be the best have one value, and bounds on the objective leave no better one. */
function isBounded({ objective, variables, constraints, facts, wanted, points }: ClaimedOptima): boolean {
  const best = points.filter(({ global, integers }) => global && integers.length === 0);
  const [first, ...others] = best;
  if (!first || wanted === "stationary" || constraints.length > 0 || best.length < points.filter(({ global }) => global).length) return false;
  if (others.some(({ value }) => zeroTest(subtract(value, first.value)).kind !== "zero")) return false;
  return isBestValue({ objective, variables, facts, wanted, value: first.value, points: best.map(({ values }) => values) });
}

/** The difference from the best value has one sign wherever the conditions hold. */
function isBestBySign({ objective, facts, assumptions, constraints, wanted, points }: ClaimedOptima): boolean {
  const [first, ...others] = points.filter(({ global }) => global);
  if (!first || wanted === "stationary" || others.some(({ value }) => zeroTest(subtract(value, first.value)).kind !== "zero")) return false;
  const gap = wanted === "maximum" ? subtract(first.value, objective) : subtract(objective, first.value);
  return decide(relation(gap, ">=", ZERO), [...facts, ...assumptions, ...constraints]) === true;
}

/**
 * Whether a border that belongs to the domain of several variables holds no point as good as the best that is not claimed: each part of it, put in, leaves an objective that is
 * strictly worse.
 */
export function isBorderWorse(claim: ClaimedOptima): boolean {
  const { objective, variables, facts, assumptions, constraints, wanted, points } = claim;
  const [best] = points.filter(({ global }) => global);
  if (variables.length < 2 || !best || !simpleRelations(facts).some(({ comparison }) => comparison === ">=" || comparison === "<=")) return true;
  if (constraints.length > 0) return withoutConstraint(claim).some(isBorderWorse);
  return simpleRelations(facts).every(({ left, comparison, right }) => {
    if (comparison !== ">=" && comparison !== "<=") return true;
    if (left.kind !== "name" || contains(right, left.name)) return !variables.some((variable) => contains(left, variable) || contains(right, variable));
    const there = substitute(objective, new Map([[left.name, right]]));
    const gap = wanted === "maximum" ? subtract(best.value, there) : subtract(there, best.value);
    return !variables.includes(left.name) || decide(relation(gap, ">", ZERO), [...facts, ...assumptions]) === true;
  });
}

/** A function that repeats: the families of best points are held against one period. */
function isBestOfPeriod({ objective, variables, constraints, facts, wanted, points }: ClaimedOptima): boolean {
  const [variable, ...more] = variables;
  const best = points.filter(({ global }) => global);
  const [first, ...others] = best;
  if (variable === undefined || more.length + constraints.length + facts.length > 0 || !first || wanted === "stationary") return false;
  const period = [...freeNames(objective)].every((letter) => letter === variable) ? periodOf(objective, variable) : undefined;
  if (!period || others.some(({ value }) => zeroTest(subtract(value, first.value)).kind !== "zero")) return false;
  const within = onePeriod(variable, period);
  const members = best.map(({ values, integers }) => {
    const family = asFamily(values.get(variable) ?? ZERO, integers[0] ?? "");
    return family && membersBetween(family, variable, within);
  });
  if (!members.every((list) => list !== undefined)) return false;
  const places = members.flat().map((value) => new Map([[variable, value]]));
  return isBestValue({ objective, variables, facts: within, wanted, value: first.value, points: places });
}

/** The claims with a condition solved for a variable that is linear in it and put in, in every way in which that is possible. */
export function withoutConstraint(claim: ClaimedOptima): readonly ClaimedOptima[] {
  const reduced: ClaimedOptima[] = [];
  for (const constraint of claim.constraints) {
    const difference = sideDifference(constraint);
    for (const variable of claim.variables) {
      const coefficients = contains(constraint, variable) ? polynomialCoefficients(difference, variable) : undefined;
      const [constant = ZERO, slope] = coefficients ?? [];
      if (!slope || coefficients?.length !== 2 || !neverZero(slope, constant, claim)) continue;
      const at = new Map([[variable, product(number(-1), constant, power(slope, number(-1)))]]);
      reduced.push({
        ...claim,
        objective: simplify(substitute(claim.objective, at)).expression,
        variables: claim.variables.filter((other) => other !== variable),
        constraints: claim.constraints
          .filter((one) => one !== constraint)
          .flatMap((one) => {
            const after = substitute(one, at);
            return after.kind === "relation" ? [after] : [];
          }),
        facts: claim.facts.map((fact) => substitute(fact, at)),
        points: claim.points.map((point) => ({ ...point, values: new Map([...point.values].filter(([key]) => key !== variable)) })),
      });
    }
  }
  return reduced;
}

/** Whether a coefficient is not 0 wherever the condition holds: by what is given, or since the rest would then not be 0. */
function neverZero(slope: Expression, rest: Expression, { facts, assumptions }: ClaimedOptima): boolean {
  if (freeNames(slope).size === 0) return zeroTest(slope).kind === "nonzero";
  const known = [...facts, ...assumptions];
  return decide(relation(slope, "!=", ZERO), known) === true || decide(relation(rest, "!=", ZERO), known) === true;
}

/** One variable with a second derivative of one sign, or a quadratic with definite second derivatives: one stationary point is the optimum. */
function isConvex({ objective, variables, constraints, facts, assumptions, wanted, points }: ClaimedOptima): boolean {
  if (
    constraints.length > 0 ||
    !isOnePiece(facts, variables) ||
    points.filter(({ global }) => global).length !== 1 ||
    roughPlaces(objective, variables, [...facts, ...assumptions])?.length !== 0
  )
    return false;
  const hessian = variables.map((a) => variables.map((b) => simplify(differentiate(differentiate(objective, a), b)).expression));
  const known = [...facts, ...assumptions];
  // Where conditions leave no variable there is one point, and it is the best.
  const definite = variables.length === 0 || natureByHessian(hessian, known) === (wanted === "minimum" ? "minimum" : "maximum");
  if (variables.length === 1) return definite && curveDomain(objective).every((condition) => decide(condition, known) === true);
  return definite && hessian.every((row) => row.every((entry) => freeNames(entry).size === 0));
}

/**
 * The best of all stationary points, where an optimum must exist: on a bounded closed set that a condition describes, for a function that repeats in every variable or vanishes far out, or for a
 * polynomial that grows beyond all bounds in every direction.
 */
function isBestOfAll(claim: ClaimedOptima): boolean {
  const { objective, variables, constraints, facts, assumptions, wanted, points, allFound } = claim;
  // Corners are no zeros of the derivatives: only for a smooth objective are those all.
  if (!allFound || facts.length > 0 || roughPlaces(objective, variables, constraints)?.length !== 0) return false;
  const best = points.filter(({ global }) => global);
  if (best.length === 0 || !isAttained(claim)) return false;
  return points.every((point) =>
    best.every((one) => {
      const gap = simplify(subtract(point.value, one.value)).expression;
      if (point.global) return zeroTest(gap, assumptions).kind === "zero";
      return decide(relation(gap, wanted === "maximum" ? "<=" : ">=", ZERO), assumptions) === true;
    }),
  );
}

/** Whether a smooth function has a best value: on a closed bounded set, or on the whole space since it repeats, vanishes or grows there. */
function isAttained({ objective, variables, constraints, assumptions, wanted, points }: ClaimedOptima): boolean {
  if (constraints.length > 0) return constraints.some((one) => ["up", "down"].includes(growthOf(sideDifference(one), variables) ?? "both"));
  if (growthOf(objective, variables) === (wanted === "minimum" ? "up" : "down")) return true;
  // What repeats in every variable takes all its values on a closed box.
  if (variables.every((variable) => periodOf(objective, variable) !== undefined)) return true;
  // What tends to 0 far out has a greatest value where one is positive.
  const isBeyondZero = points.some(({ global, value }) => global && decide(relation(value, wanted === "maximum" ? ">" : "<", ZERO), assumptions) === true);
  return isBeyondZero && vanishesFarOut(objective, variables);
}
