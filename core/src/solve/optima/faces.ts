import { growsEverywhere, isBoundedSet } from "../../calculus/bounded-set.ts";
import { closedDomain, withBorder } from "../../calculus/closed-domain.ts";
import { natureByHessian } from "../../calculus/definiteness.ts";
import { differentiate } from "../../calculus/derivative.ts";
import { withImpliedBounds } from "../../calculus/implied-bounds.ts";
import { isOnSide, onSides, type Side, sidesOf, whereRough } from "../../calculus/rough-places.ts";
import { type Claim, type Step, step } from "../../derivation/step.ts";
import { equation, logic, name, negate, product, relation, subtract, sum, ZERO } from "../../expression/construct.ts";
import { alternatives, sideDifference } from "../../expression/equations.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { subsets } from "../../polynomial/subsets.ts";
import { withRootsOut } from "../../rewrite/roots/constant-root.ts";
import { decide, simplify, zeroTest } from "../../truth/index.ts";
import { membersWithin, withIndependentLetters } from "../members/independent-letters.ts";
import { tidyConditions } from "../sifting/conditions.ts";
import { type Solution, type SolutionSet, Unsolvable } from "../solution.ts";
import { natureByBordered } from "./bordered.ts";
import { samePlace, signKnown } from "./compared.ts";
import { comparison } from "./conclusion.ts";
import type { Nature, Optimum, OptimumPoint, OptimumTask } from "./optimum.ts";
import { commonZeros, pointOf, zeroOf } from "./several-variables.ts";
import { slopeSteps } from "./slope.ts";

type Relation = Expression & { readonly kind: "relation" };

/** More inequalities would have too many faces. */
const MOST_INEQUALITIES = 5;

/** A task that asks for a greatest or a least value. */
type Sought = OptimumTask & { readonly wanted: "maximum" | "minimum" };

/** The equations of the stationary points on one face, where some inequalities hold with equality, and what solves them. */
export interface Face extends FaceSystem {
  readonly active: readonly Expression[];
  /** On which sides of the other bars the face lies. */
  readonly sides: readonly Side[];
  /** What the objective is there. */
  readonly objective: Expression;
  /** The equations of the points where the slopes of the conditions depend on each other, which the multipliers may miss. */
  readonly singular?: FaceSystem;
}

/** Equations whose common solutions are looked for, and what solves them. */
export interface FaceSystem {
  readonly equations: readonly Relation[];
  readonly unknowns: readonly string[];
  readonly set: SolutionSet;
  /** The way to the solutions. */
  readonly steps: readonly Step[];
}

/**
 * Optima where inequalities hold: on a bounded closed set a continuous function has a greatest and a least value (K. Weierstrass), and it is taken inside or on a face, at a
 * point where the slopes are a combination of those of the conditions that hold with equality (W. Karush 1939, H. Kuhn and A. Tucker 1951). Undefined where the set is not
 * seen to be bounded, or a face is not solved.
 */
export function optimiseOnFaces(task: OptimumTask): Optimum | undefined {
  const { variables, constraints, facts, assumptions, wanted } = task;
  const domain = wanted === "stationary" ? undefined : closedDomain(task.objective, facts, variables, [...assumptions, ...constraints]);
  if (!domain || wanted === "stationary") return undefined;
  const { inequalities, rough, objective } = domain;
  const sides = inequalities.map(({ side }) => side);
  const optional = [...sides, ...rough];
  if (optional.length > MOST_INEQUALITIES) return undefined;
  const equalities = constraints.map((one) => sideDifference(one));
  const isBounded = isBoundedSet(equalities, sides, variables, assumptions);
  if (!isBounded && !growsEverywhere(task.objective, wanted, variables, assumptions, sides)) return undefined;
  const choices = (size: number): readonly Pick<Face, "active" | "sides">[] =>
    [...subsets(optional, size)].flatMap((active) =>
      sidesOf(
        objective,
        rough.filter((inside) => !active.includes(inside)),
      ).map((own) => ({ active, sides: own })),
    );
  // Of one variable inside and ends are told apart, and nothing is said of faces.
  const isOnLine = variables.length === 1 && equalities.length === 0 && sidesOf(objective, rough).every((own) => own.length === 0);
  const border: OptimumPoint[] = [];
  const faces: Face[] = [];
  const steps: Step[] = [];
  const points: OptimumPoint[] = [];
  const within = withImpliedBounds([...assumptions, ...facts.map(withBorder)], variables);
  for (let size = 0; size <= Math.min(optional.length, variables.length - equalities.length); size += 1) {
    for (const { active, sides: chosen } of choices(size)) {
      const own = faceOf({ ...task, objective }, [...equalities, ...active], active, chosen);
      if (!own) return undefined;
      faces.push(own.face);
      if (!isOnLine || active.length === 0) steps.push(...own.steps);
      const solutions = [...own.face.set.solutions, ...(own.face.singular?.set.solutions ?? [])];
      for (const one of solutions.flatMap((each) => membersWithin(withIndependentLetters(each), within))) {
        const inner = { ...task, objective: own.face.objective };
        const point = plainPoint(pointOf(one, inner, active.length === 0 ? natureInside(one, inner) : "undecided"), assumptions);
        const known = [...assumptions, ...point.conditions];
        const asked = [...sides.map((side) => relation(side, ">=", ZERO)), ...chosen.map(isOnSide)];
        const there = asked.map((condition) => simplify(substitute(condition, point.values)).expression);
        if (there.some((condition) => decide(condition, known) === false) || points.some((other) => samePlace(point, other, variables))) continue;
        const open = there.filter((condition) => decide(condition, known) !== true);
        if (open.some((condition, k) => decide(condition, [...known, ...open.filter((_, j) => j !== k)]) === false)) continue;
        if (open.length > 0 && point.integers.length === 0) return undefined;
        const conditions = tidyConditions([...point.conditions, ...open.map(withBorder)], assumptions);
        const found = { ...point, conditions, end: active.some((side) => !rough.includes(side)) };
        points.push(found);
        if (active.length > 0) border.push(found);
      }
    }
  }
  const [variable = ""] = variables;
  const ends = isOnLine ? border.flatMap(({ values }) => values.get(variable) ?? []) : [];
  if (ends.length > 0) steps.push(step("ends of the domain", [], asItStands([alternatives(variable, ends)])));
  const ranked = ranking(points, { ...task, wanted }, isBounded);
  if (!ranked) return undefined;
  const isOpen = (point: OptimumPoint): boolean =>
    inequalities.some(({ side, strict }) => strict && zeroTest(simplify(substitute(side, point.values)).expression, assumptions).kind === "zero");
  const best = ranked.filter(({ global }) => global);
  const word = wanted === "maximum" ? "greatest" : "least";
  const attained = best.filter((point) => !isOpen(point));
  const reason = isBounded
    ? "the conditions describe a bounded set, on which a continuous function has a greatest and a least value, inside or on a face"
    : `far out the objective ${wanted === "minimum" ? "grows" : "falls"} beyond all bounds, so on a closed set it has a ${word} value, inside or on a face`;
  const common = { complete: true, reason, steps, faces };
  const kept = ranked.filter((point) => !isOpen(point));
  if (attained.length > 0) return { ...common, points: kept, steps: [...steps, ...comparison({ points: kept }, task)] };
  return { ...common, points: kept, none: `the ${word} value is not attained: it is come near at a part of the border that does not belong to the domain` };
}

/** What a stationary point is where no inequality holds with equality. */
function natureInside(one: Solution, task: OptimumTask): Nature {
  const { objective, variables, constraints, assumptions } = task;
  const known = [...assumptions, ...one.conditions];
  const sides = constraints.map(sideDifference);
  if (sides.length === 0) {
    const slopes = variables.map((variable) => simplify(differentiate(objective, variable)).expression);
    return natureByHessian(
      slopes.map((slope) => variables.map((variable) => simplify(substitute(differentiate(slope, variable), one.values)).expression)),
      known,
    );
  }
  const multipliers = [...one.values].filter(([key]) => !variables.includes(key)).map(([, value]) => value);
  const lagrangian = subtract(objective, sum(...sides.map((side, k) => product(multipliers[k] ?? ZERO, side))));
  return natureByBordered(lagrangian, sides, variables, one, known);
}

/** The stationary points on a face, by multipliers; where single points make up the face, its equations alone say where they are. */
function faceOf(
  task: OptimumTask,
  equalities: readonly Expression[],
  active: readonly Expression[],
  sides: readonly Side[],
): { readonly face: Face; readonly steps: readonly Step[] } | undefined {
  const { variables } = task;
  const objective = onSides(whereRough(task.objective, active), sides);
  const taken = new Set([objective, ...equalities].flatMap((e) => [...freeNames(e)]));
  const letters = ["lambda", "mu", "nu", "kappa"].filter((letter) => !taken.has(letter) && !variables.includes(letter));
  const isCorner = equalities.length >= variables.length;
  const multipliers = isCorner ? [] : equalities.map((_, k) => letters[k] ?? `lambda_${k + 1}`);
  const lagrangian = sum(objective, ...multipliers.map((letter, k) => negate(product(name(letter), equalities[k] ?? ZERO))));
  const slopes = isCorner ? [] : variables.map((variable) => zeroOf(simplify(differentiate(lagrangian, variable)).expression));
  const equations = [...slopes, ...equalities.map(zeroOf)];
  const unknowns = [...multipliers, ...variables];
  const [variable] = variables;
  const isInsideLine = equations.length === 1 && variables.length === 1 && equalities.length === 0 && sides.length === 0;
  const [slope] = slopes;
  const first =
    isInsideLine && variable !== undefined && slope
      ? slopeSteps(objective, variable, sideDifference(slope))
      : [firstStep(equalities, active, sides, asItStands(equations))];
  try {
    const singular = isCorner ? undefined : singularPoints(equalities, task);
    if (singular === "unknown") return undefined;
    const { set, steps } = commonZeros(equations, unknowns, { ...task, facts: [] });
    if (!set.complete) return undefined;
    const apart = singular && singular.set.solutions.length > 0 ? singular.steps : [];
    return { face: { active, sides, objective, equations, unknowns, set, steps, ...(singular ? { singular } : {}) }, steps: [...first, ...steps, ...apart] };
  } catch (error) {
    if (error instanceof Unsolvable) return undefined;
    throw error;
  }
}

/** What stands, said as it is. */
function asItStands(statements: readonly Expression[]): Claim {
  const whole = logic("and", statements);
  return { kind: "put in", before: whole, values: new Map(), after: whole };
}

/** What is looked at on a face: where it is, and what holds at an optimum there. */
function firstStep(equalities: readonly Expression[], active: readonly Expression[], sides: readonly Side[], claim: Claim): Step {
  const conditions = sides.map(isOnSide);
  const zeros = (active.length > 0 ? active : equalities).map((side) => equation(side, ZERO));
  if (conditions.length > 0) return zeros.length > 0 ? step("on a face and a side", [zeros, conditions], claim) : step("on a side", [conditions], claim);
  return active.length > 0 ? step("on a face", [zeros], claim) : step("inside", [], claim);
}

/** The points at which the slopes of the conditions depend on each other, so that the multipliers may miss them; undefined where all are linear. */
function singularPoints(equalities: readonly Expression[], task: OptimumTask): FaceSystem | "unknown" | undefined {
  const { variables } = task;
  const gradients = equalities.map((side) => variables.map((variable) => simplify(differentiate(side, variable)).expression));
  const curved = gradients.flatMap((row, k) => (row.some((entry) => variables.some((variable) => freeNames(entry).has(variable))) ? [k] : []));
  const [at, ...more] = curved;
  if (at === undefined) return undefined;
  if (more.length > 0) return "unknown";
  const letters = equalities.map((_, k) => `lambda_${k + 1}`);
  const dependent = variables.map((_, j) =>
    zeroOf(sum(gradients[at]?.[j] ?? ZERO, ...equalities.flatMap((__, k) => (k === at ? [] : [product(name(letters[k] ?? ""), gradients[k]?.[j] ?? ZERO)])))),
  );
  const equations = [...dependent, ...equalities.map(zeroOf)];
  const unknowns = [...letters.filter((_, k) => k !== at), ...variables];
  const { set, steps } = commonZeros(equations, unknowns, { ...task, facts: [] });
  return set.complete ? { equations, unknowns, set, steps } : "unknown";
}

/** A point with its roots taken out as far as what is known of the letters goes. */
export function plainPoint(point: OptimumPoint, assumptions: readonly Expression[]): OptimumPoint {
  const known = [...assumptions, ...point.conditions];
  const plain = (e: Expression): Expression => withRootsOut(e, known);
  return { ...point, values: new Map([...point.values].map(([key, value]) => [key, plain(value)])), value: plain(point.value) };
}

/** The points with the best and the worst marked; undefined where two values are not compared. */
function ranking(points: readonly OptimumPoint[], { wanted, assumptions }: Sought, isBounded: boolean): readonly OptimumPoint[] | undefined {
  const [first] = points;
  if (!first) return undefined;
  const compare = (a: OptimumPoint, b: OptimumPoint): -1 | 0 | 1 | undefined => signKnown(subtract(a.value, b.value), assumptions);
  let [top, bottom] = [first, first];
  for (const point of points) {
    const [up, down] = [compare(point, top), compare(point, bottom)];
    if (up === undefined || down === undefined) return undefined;
    if (up > 0) top = point;
    if (down < 0) bottom = point;
  }
  const marked = points.map((point): OptimumPoint => {
    const natures = [...(compare(point, top) === 0 ? (["maximum"] as const) : []), ...(compare(point, bottom) === 0 ? (["minimum"] as const) : [])];
    const isBest = natures.some((nature) => nature === wanted);
    const nature = isBest ? wanted : ((isBounded ? natures[0] : undefined) ?? point.nature);
    return { ...point, nature, global: isBest };
  });
  return [...marked].sort((a, b) => Number(b.global) - Number(a.global));
}
