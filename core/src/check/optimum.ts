import { isBestValue } from "../calculus/box-optimum.ts";
import { vanishesFarOut } from "../calculus/decay.ts";
import { growthOf, natureByHessian } from "../calculus/definiteness.ts";
import { differentiate } from "../calculus/derivative.ts";
import { roughPlaces } from "../calculus/rough-places.ts";
import { constant, name, negate, number, power, product, relation, subtract, ZERO } from "../expression/construct.ts";
import { curveDomain } from "../expression/domain.ts";
import { contains, type Expression, freeNames } from "../expression/expression.ts";
import { sideDifference } from "../expression/statement.ts";
import { substitute } from "../expression/substitute.ts";
import { polynomialCoefficients } from "../rewrite/coefficients.ts";
import { asFamily, decide, membersBetween, simpleRelations, simplify, zeroTest } from "../truth/index.ts";
import { isConvexCorner, isConvexOptimum, isConvexPlateau } from "./convex-optimum.ts";
import { type ClaimedFace, isBestOnFaces } from "./faces.ts";
import { onlyEnd } from "./limit.ts";
import { isLogConvexOptimum } from "./log-convex-optimum.ts";
import { onePeriod, periodOf } from "./periodic.ts";
import { isBestByPieces, isNowhereNegative } from "./pieces-optimum.ts";

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

/**
 * Whether the optima of the whole domain are proven: in one variable without letters, the difference between the optimum and the
 * objective is 0 only at the points claimed, and has the right sign between them.
 */
export function optimumIsGlobal(claim: ClaimedOptima): boolean {
  if (claim.faces) return isBestOnFaces(claim);
  if (isConvexOptimum(claim) || isConvexCorner(claim) || isConvexPlateau(claim) || isBestByPieces(claim)) return true;
  if (isBestBySign(claim) || isLogConvexOptimum(claim) || withoutConstraint(claim).some(optimumIsGlobal)) return true;
  if (claim.constraints.length === 0 && (isConvex(claim) || isOnlyExtremum(claim))) return true;
  if (isBestOfPlaces(claim) || isBestOfAll(claim) || isBounded(claim) || isBestOfPeriod(claim)) return true;
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
  return decide(relation(slope, "!=", ZERO), known) === true || (freeNames(rest).size === 0 && zeroTest(rest).kind === "nonzero");
}

/** One variable with a second derivative of one sign, or a quadratic with definite second derivatives: one stationary point is the optimum. */
function isConvex({ objective, variables, facts, assumptions, wanted, points }: ClaimedOptima): boolean {
  if (points.filter(({ global }) => global).length !== 1 || roughPlaces(objective, variables, [...facts, ...assumptions])?.length !== 0) return false;
  const hessian = variables.map((a) => variables.map((b) => simplify(differentiate(differentiate(objective, a), b)).expression));
  const known = [...facts, ...assumptions];
  // Where conditions leave no variable there is one point, and it is the best.
  const definite = variables.length === 0 || natureByHessian(hessian, known) === (wanted === "minimum" ? "minimum" : "maximum");
  if (variables.length === 1) return definite && curveDomain(objective).every((condition) => decide(condition, known) === true);
  return definite && hessian.every((row) => row.every((entry) => freeNames(entry).size === 0));
}

/**
 * One variable: on an interval where the function is differentiable, the only stationary point inside is the optimum of the whole
 * where it is one of its neighbourhood.
 */
function isOnlyExtremum({ objective, variables, facts, assumptions, wanted, points, allFound }: ClaimedOptima): boolean {
  const [variable, ...more] = variables;
  const [only, ...others] = points.filter(({ end }) => !end);
  if (variable === undefined || more.length + others.length > 0 || !only?.global || only.integers.length > 0 || !allFound) return false;
  const known = [...facts, ...assumptions];
  if (roughPlaces(objective, variables, known)?.length !== 0) return false;
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
 * One variable with letters, smooth on an interval: no stationary point, no end that is attained, and nothing that the function comes close to at one that is not, is better than the
 * points claimed.
 */
function isBestOfPlaces({ objective, variables, facts, assumptions, constraints, wanted, points, allFound }: ClaimedOptima): boolean {
  const [variable, ...more] = variables;
  const best = points.filter(({ global }) => global);
  const [first] = best;
  if (variable === undefined || more.length + constraints.length > 0 || !first || !allFound || wanted === "stationary") return false;
  if (points.some(({ integers, conditions }) => integers.length + conditions.length > 0)) return false;
  const known = [...facts, ...assumptions];
  if (roughPlaces(objective, variables, known)?.length !== 0 || !curveDomain(objective).every((condition) => decide(condition, known) === true)) return false;
  const isNoBetter = (value: Expression): boolean =>
    decide(relation(simplify(subtract(value, first.value)).expression, wanted === "maximum" ? "<=" : ">=", ZERO), assumptions) === true;
  const bounds = simpleRelations(facts).filter(({ left, right }) => left.kind === "name" && left.name === variable && !contains(right, variable));
  const atEnd = (sign: 1 | -1): boolean => {
    const own = bounds.filter(({ comparison }) => comparison.startsWith(sign === 1 ? "<" : ">"));
    const [bound] = own;
    if (own.length > 1) return false;
    if (bound?.comparison.endsWith("=")) return isNoBetter(substitute(objective, new Map([[variable, bound.right]])));
    const side = bound ? { side: sign === 1 ? ("left" as const) : ("right" as const) } : {};
    const far = sign === 1 ? constant("infinity") : negate(constant("infinity"));
    const end = onlyEnd(objective, { variable, at: bound?.right ?? far, whole: false, ...side }, assumptions);
    if (!end) return false;
    return end.kind === "finite" ? isNoBetter(end.value) : (end.sign === 1) !== (wanted === "maximum");
  };
  return (
    points.every(({ value }) => isNoBetter(value)) &&
    best.every(({ value }) => zeroTest(subtract(value, first.value), assumptions).kind === "zero") &&
    atEnd(1) &&
    atEnd(-1)
  );
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
