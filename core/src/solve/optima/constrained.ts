import { growthOf } from "../../calculus/definiteness.ts";
import { differentiate } from "../../calculus/derivative.ts";
import { roughPlaces } from "../../calculus/rough-places.ts";
import { polynomialFactors } from "../../canonical/factored.ts";
import { type Step, step } from "../../derivation/step.ts";
import { equation, logic, name, negate, number, power, product, relation, subtract, sum, ZERO } from "../../expression/construct.ts";
import { sideDifference } from "../../expression/equations.ts";
import { contains, type Expression, equal, findAll, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { linePlain } from "../../notation/line-plain.ts";
import { text } from "../../notation/text.ts";
import { polynomialCoefficients } from "../../rewrite/coefficients.ts";
import { readable } from "../../rewrite/readable.ts";
import { decide, expand, simpleRelations, simplify, zeroTest } from "../../truth/index.ts";
import { Unsolvable } from "../solution.ts";
import { natureByBordered } from "./bordered.ts";
import { samePlace } from "./compared.ts";
import { comparison } from "./conclusion.ts";
import { isConvexTask, optimiseConvex, settledByConvexity } from "./convex.ts";
import { optimiseWithEndsApart } from "./ends-apart.ts";
import { optimiseOnFaces, plainPoint } from "./faces.ts";
import { optimiseByMeans } from "./means.ts";
import { optimiseOneVariable } from "./one-variable.ts";
import type { Optimum, OptimumPoint, OptimumTask } from "./optimum.ts";
import { commonZeros, extremeOf, optimiseSeveralVariables, pointOf, zeroOf } from "./several-variables.ts";
import { orUnbounded } from "./unbounded.ts";
import { optimiseUnderRoot } from "./under-root.ts";

/**
 * The optima of an objective: conditions that can be solved for a variable are put in, which leaves fewer variables; other
 * equations are taken into account by multipliers (J.-L. Lagrange, 1788).
 */
export function optimise(task: OptimumTask): Optimum {
  const convex = optimiseConvex(task);
  if (convex) return convex;
  const under = whereSolved(() => optimiseUnderRoot(task, optimise));
  if (under) return under;
  const byMeans = (): Optimum | undefined => {
    const means = optimiseByMeans(task);
    return means && { ...means, points: means.points.map((point) => plainPoint(point, [...task.assumptions, ...task.facts])) };
  };
  const first = task.variables.length > 2 || task.constraints.length === 0 ? byMeans() : undefined;
  if (first) return first;
  const onSides = task.variables.length > 1 && insidesOfBars(task.objective).length > 0 ? optimiseOnFaces(task) : undefined;
  if (onSides) return onSides;
  const found = whereSolved(() => optimiseDirectly(task));
  if (!found) return byMeans() ?? optimiseOnFaces(task) ?? optimiseDirectly(task);
  const settled = isConvexTask(task) ? settledByConvexity(task, found) : undefined;
  if (settled) return { ...settled, points: settled.points.map((point) => plainPoint(point, task.assumptions)) };
  const plain = { ...found, points: found.points.map((point) => plainPoint(point, task.assumptions)) };
  const isSettled = plain.none !== undefined || plain.points.some(({ global }) => global) || task.wanted === "stationary";
  return isSettled && !hasClosedBorder(task) ? plain : (byMeans() ?? optimiseOnFaces(task) ?? plain);
}

/** Whether several variables have a border that belongs to the domain: on it there may be points as good as those inside. */
function hasClosedBorder({ variables, constraints, facts }: OptimumTask): boolean {
  return variables.length - constraints.length > 1 && simpleRelations(facts).some(({ comparison }) => comparison === ">=" || comparison === "<=");
}

function optimiseDirectly(task: OptimumTask): Optimum {
  const [constraint] = task.constraints;
  if (constraint) return whereSolved(() => bySubstitution(task)) ?? byMultipliers(task);
  const [only, ...more] = task.variables;
  if (only === undefined) throw new Unsolvable("there is no variable to choose");
  return orUnbounded(more.length === 0 ? optimiseWithEndsApart(task, only, (own) => optimiseOneVariable(own, only)) : optimiseSeveralVariables(task), task);
}

/** What is found; undefined where an equation on the way is not solved. */
function whereSolved(find: () => Optimum | undefined): Optimum | undefined {
  try {
    return find();
  } catch (error) {
    if (error instanceof Unsolvable) return undefined;
    throw error;
  }
}

/** A condition solved for a variable that stands linearly in it, with a coefficient that is not 0 wherever the condition holds. */
function bySubstitution(task: OptimumTask): Optimum | undefined {
  let best:
    | { readonly constraint: Expression; readonly variable: string; readonly value: Expression; readonly needed: readonly Expression[]; readonly cost: number }
    | undefined;
  for (const constraint of task.constraints) {
    const difference = sideDifference(constraint);
    for (const variable of task.variables) {
      if (!contains(constraint, variable)) continue;
      const coefficients = polynomialCoefficients(difference, variable);
      const [constant = ZERO, slope] = coefficients ?? [];
      if (!slope || coefficients?.length !== 2) continue;
      const needed = notZero(slope, constant, task);
      if (!needed) continue;
      const quotient = product(number(-1), constant, power(slope, number(-1)));
      const value = slope.kind === "number" ? expand(quotient) : readable(quotient);
      const cost = text(value).length + (slope.kind === "number" ? 0 : 20) + needed.length * 10;
      if (!best || cost < best.cost) best = { constraint, variable, value, needed, cost };
    }
  }
  if (!best) return undefined;
  const { constraint, variable, value, needed } = best;
  const at = new Map([[variable, value]]);
  const steps: Step[] = [];
  const expressed = equation(name(variable), value);
  if (!equal(expressed, constraint)) {
    steps.push(
      step(
        "express one unknown",
        [variable, constraint],
        { kind: "equivalent", unknown: variable, before: constraint, after: expressed },
        { conditions: needed },
      ),
    );
  }
  const objective = substitute(task.objective, at);
  steps.push(step("from the condition", [expressed], { kind: "put in", before: task.objective, values: at, after: objective }));
  const inner = optimiseDirectly({
    ...task,
    objective,
    variables: task.variables.filter((other) => other !== variable),
    constraints: task.constraints.filter((one) => one !== constraint).map((one) => zeroOf(simplify(substitute(sideDifference(one), at)).expression)),
    facts: [...task.facts.map((fact) => substitute(fact, at)), ...needed].filter((fact) => decide(fact, task.assumptions) !== true),
  });
  const back = (one: OptimumPoint): OptimumPoint => ({
    ...one,
    values: new Map(task.variables.map((own) => [own, own === variable ? readable(substitute(value, one.values)) : (one.values.get(own) ?? name(own))])),
  });
  const putBack = inner.points
    .filter(({ integers }) => integers.length === 0)
    .map((one) =>
      step(
        "put back",
        [[...one.values].map(([own, there]) => equation(name(own), there))],
        { kind: "put in", before: expressed, values: one.values, after: equation(name(variable), readable(substitute(value, one.values))) },
        { conditions: one.conditions },
      ),
    );
  return { ...inner, points: inner.points.map(back), steps: [...steps, ...inner.steps, ...(task.brief ? [] : putBack)] };
}

/** The conditions under which the coefficient is not 0; none where the constraint itself rules it out, undefined where it may be 0. */
function notZero(slope: Expression, constant: Expression, { variables, assumptions, facts }: OptimumTask): readonly Expression[] | undefined {
  if (!variables.some((variable) => contains(slope, variable))) {
    const known = decide(relation(slope, "!=", ZERO), assumptions);
    return freeNames(slope).size === 0 || known === true ? [] : [relation(slope, "!=", ZERO)];
  }
  if (decide(relation(slope, "!=", ZERO), [...assumptions, ...facts]) === true) return [];
  // Where the coefficient is 0 the condition would say that the rest is 0, which a number is not.
  const ruledOut = freeNames(constant).size === 0 ? zeroTest(constant).kind === "nonzero" : decide(relation(constant, "!=", ZERO), assumptions) === true;
  return ruledOut ? basesOf(slope).map((base) => relation(base, "!=", ZERO)) : undefined;
}

/** The factors of a product that are not numbers, without their exponents: where none is 0, neither is the product. */
const basesOf = (e: Expression): readonly Expression[] =>
  (polynomialFactors(e)?.factors.map(({ base }) => base) ?? [e]).filter((base) => freeNames(base).size > 0);

/** Lagrange's equations: the slopes of objective and conditions are proportional. */
function byMultipliers(task: OptimumTask): Optimum {
  const { objective, variables, constraints, wanted } = task;
  const taken = new Set([objective, ...constraints].flatMap((e) => [...freeNames(e)]));
  const multipliers = constraints.map((_, k) => ["lambda", "mu", "nu", "kappa"].filter((letter) => !taken.has(letter))[k] ?? `lambda_${k + 1}`);
  const sides = constraints.map((one) => sideDifference(one));
  const lagrangian = sum(objective, ...sides.map((side, k) => negate(product(name(multipliers[k] ?? ""), side))));
  const steps: Step[] = [];
  const slopes = variables.map((variable) => {
    const after = simplify(differentiate(lagrangian, variable)).expression;
    steps.push(step("differentiate", [lagrangian, variable], { kind: "derivative", of: lagrangian, variable, after }));
    return zeroOf(after);
  });
  const whole = logic("and", [...slopes, ...constraints]);
  steps.push(step("multipliers", [multipliers.map((multiplier) => name(multiplier))], { kind: "put in", before: whole, values: new Map(), after: whole }));
  const { set, steps: found } = commonZeros([...slopes, ...constraints], [...multipliers, ...variables], task);
  if (set.solutions.some(({ free }) => free.length > 0)) throw new Unsolvable("the multipliers leave infinitely many points: this case cannot be solved yet");
  const distinct = set.solutions.filter((one, k) => set.solutions.findIndex((other) => samePlace(one, other, variables)) === k);
  const corners = cornerPoints(task);
  const smooth = distinct.map((one) => pointOf(one, task, natureByBordered(lagrangian, sides, variables, one, [...task.assumptions, ...one.conditions])));
  const points = [...smooth, ...(corners?.points ?? []).filter((one) => !smooth.some((other) => samePlace(one, other, variables)))];
  const bounded =
    set.complete &&
    corners !== undefined &&
    isSmoothBesideBars(task) &&
    sides.some((side) => growthOf(side, variables) === "up" || growthOf(side, variables) === "down") &&
    task.facts.length === 0;
  const system = { equations: [...slopes, ...constraints], unknowns: [...multipliers, ...variables], set, steps: found };
  const common = {
    system,
    complete: set.complete && corners !== undefined,
    reason: linePlain(set.reason),
    steps: [...steps, ...found, ...(corners?.steps ?? [])],
  };
  if (!bounded) {
    const word = wanted === "maximum" ? "greatest" : "least";
    return { ...common, points, ...(wanted === "stationary" ? {} : { open: `it is not proven that one of these is the ${word} value` }) };
  }
  // A bounded closed set: a continuous function attains both its greatest and its least value, and only at these points.
  const [top, bottom] = [extremeOf(points, { ...task, wanted: "maximum" }), extremeOf(points, { ...task, wanted: "minimum" })];
  const same = (one: OptimumPoint, other: OptimumPoint | undefined): boolean =>
    other !== undefined && zeroTest(subtract(one.value, other.value)).kind === "zero";
  const judged = points.map((one) => {
    const nature = same(one, top) ? ("maximum" as const) : same(one, bottom) ? ("minimum" as const) : one.nature;
    return { ...one, nature, global: wanted === "maximum" ? same(one, top) : wanted === "minimum" ? same(one, bottom) : false };
  });
  const ranked = [...judged].sort((a, b) => Number(b.global) - Number(a.global));
  return { ...common, points: ranked, steps: [...common.steps, ...comparison({ points: ranked }, task)] };
}

function insidesOfBars(objective: Expression): readonly Expression[] {
  return findAll(objective, (part) => part.kind === "call" && part.name === "abs").flatMap((part) => (part.kind === "call" ? part.args : []));
}

/** Whether the objective is continuous where the conditions hold, and differentiable but where bars change their form. */
function isSmoothBesideBars({ objective, variables, constraints, assumptions }: OptimumTask): boolean {
  const bars = insidesOfBars(objective);
  const rough = roughPlaces(objective, variables, [...assumptions, ...constraints]);
  return rough?.every((inside) => bars.some((own) => equal(own, inside))) ?? false;
}

/**
 * The points at which the objective has no derivative because an absolute value in it is 0, where these are single points on the
 * conditions; undefined where they are more than that.
 */
function cornerPoints(task: OptimumTask): { readonly points: readonly OptimumPoint[]; readonly steps: readonly Step[] } | undefined {
  const { objective, variables, constraints } = task;
  const insides = insidesOfBars(objective);
  const others = findAll(objective, (part) => part.kind === "cases" || (part.kind === "call" && ["sgn", "max", "min", "floor", "ceil"].includes(part.name)));
  if (others.length > 0 || (insides.length > 0 && constraints.length + 1 !== variables.length)) return undefined;
  const points: OptimumPoint[] = [];
  const steps: Step[] = [];
  for (const inside of insides) {
    const corner = zeroOf(inside);
    const whole = logic("and", [corner, ...constraints]);
    const { set, steps: found } = commonZeros([corner, ...constraints], variables, task);
    if (!set.complete || set.solutions.some(({ free, integers }) => free.length + integers.length > 0)) return undefined;
    steps.push(step("corner of the objective", [inside], { kind: "put in", before: whole, values: new Map(), after: whole }), ...found);
    for (const one of set.solutions) {
      const point = pointOf(one, task, "undecided");
      if (!points.some((other) => samePlace(point, other, variables))) points.push(point);
    }
  }
  return { points, steps };
}
