import { isBestValue } from "../../calculus/box-optimum.ts";
import { vanishesFarOut } from "../../calculus/decay.ts";
import { growthOf, natureByHessian } from "../../calculus/definiteness.ts";
import { natureOfDegenerate } from "../../calculus/degenerate-point.ts";
import { differentiate } from "../../calculus/derivative.ts";
import { roughPlaces } from "../../calculus/rough-places.ts";
import { type Step, step } from "../../derivation/step.ts";
import { equation, logic, name, PI, product, relation, subtract, TWO, ZERO } from "../../expression/construct.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { linePlain } from "../../notation/line-plain.ts";
import { readable } from "../../rewrite/readable.ts";
import { decide, simpleRelations, simplify, zeroTest } from "../../truth/index.ts";
import { solveEquation } from "../equation.ts";
import { withIndependentLetters } from "../members/independent-letters.ts";
import { type Solution, type SolutionSet, Unsolvable } from "../solution.ts";
import { solveSystem } from "../systems/system.ts";
import { atOneOfLine, natureAlongFamily } from "./along-family.ts";
import { samePlace, signKnown } from "./compared.ts";
import { withConclusionInSeveral } from "./conclusion.ts";
import { apartByCase, atMember, firstMember, isRepeated } from "./members.ts";
import type { Nature, Optimum, OptimumPoint, OptimumTask } from "./optimum.ts";
import { slopeOf } from "./slope.ts";

type Relation = Expression & { readonly kind: "relation" };

/** Stationary points of a function of several variables, with the test by the matrix of second derivatives. */
export function optimiseSeveralVariables(task: OptimumTask): Optimum {
  const { objective, variables } = task;
  const slopes = variables.map((variable) => slopeOf(objective, variable, task.assumptions));
  const steps: Step[] = slopes.map((after, k) =>
    step("differentiate", [objective, variables[k] ?? ""], { kind: "derivative", of: objective, variable: variables[k] ?? "", after }),
  );
  const zeros = slopes.map(zeroOf);
  const whole = logic("and", zeros);
  steps.push(step("stationary where all", [], { kind: "put in", before: whole, values: new Map(), after: whole }));
  const { set, steps: found } = commonZeros(zeros, variables, task);
  const hessian = slopes.map((slope) => variables.map((variable) => simplify(differentiate(slope, variable)).expression));
  const points = set.solutions
    .flatMap((one) => apartByCase(one, [objective, ...hessian.flat()]))
    .map(withIndependentLetters)
    .map((one): OptimumPoint => {
      if (isOnBorder(one, task.facts)) return { ...pointOf(one, task, natureBySign(one, task)), end: true };
      const at = atOneOfLine(one, task, hessian) ?? { one, task, second: hessian };
      const second = at.second.map((row) => row.map((entry) => simplify(atMember(entry, at.one)).expression));
      return pointOf(one, task, natureAt(at.one, second, at.task));
    });
  const distinct = points.filter((one, k) => points.findIndex((other) => samePlace(one, other, variables)) === k);
  const system = { equations: zeros, unknowns: variables, set, steps: found };
  const common = { system, complete: set.complete, reason: linePlain(set.reason), steps: [...steps, ...found] };
  return withConclusionInSeveral({ ...common, ...globalOf(distinct, task, hessian) }, task, { slopes, second: hessian });
}

/** What a point inside the domain is: by the second derivatives, by higher terms where these do not decide, or since no value anywhere is on the other side. */
export function natureAt(one: Solution, second: readonly (readonly Expression[])[], task: OptimumTask): Nature {
  const known = [...task.assumptions, ...one.conditions];
  const plain = natureByHessian(second, known);
  if (plain !== "undecided") return plain;
  const bySign = natureBySign(one, task);
  if (bySign !== "undecided") return bySign;
  if (one.free.length > 0) return natureAlongFamily(one, second, task);
  const { values, integers } = firstMember(task.objective, one);
  if (integers.length > 0) return "undecided";
  return natureOfDegenerate(task.objective, task.variables, values, known)?.nature ?? "undecided";
}

/** What a point is since no value anywhere in the domain is on the other side. */
function natureBySign(one: Solution, { objective, assumptions, facts }: OptimumTask): Nature {
  const known = [...assumptions, ...one.conditions, ...facts];
  const difference = subtract(objective, atMember(objective, one));
  if (decide(relation(difference, ">=", ZERO), known) === true) return "minimum";
  return decide(relation(difference, "<=", ZERO), known) === true ? "maximum" : "undecided";
}

/** Whether a condition that bounds the domain holds with equality at a point, so that not every direction leads on from it. */
function isOnBorder({ values }: Solution, facts: readonly Expression[]): boolean {
  return simpleRelations(facts).some(
    ({ left, comparison, right }) => comparison !== "=" && comparison !== "!=" && zeroTest(substitute(subtract(left, right), values)).kind === "zero",
  );
}

/** The equation e = 0. */
export function zeroOf(e: Expression): Relation {
  const made = equation(e, ZERO);
  if (made.kind !== "relation") throw new RangeError("an equation is a relation");
  return made;
}

/** The common zeros of several expressions. */
export function commonZeros(
  equations: readonly Relation[],
  unknowns: readonly string[],
  { assumptions, facts }: OptimumTask,
): { readonly set: SolutionSet; readonly steps: readonly Step[] } {
  const known = [...assumptions, ...facts];
  const [only, ...more] = equations;
  const [unknown, ...others] = unknowns;
  if (only && unknown !== undefined && more.length + others.length === 0) return solveEquation({ equation: only, unknown, domain: "real", assumptions: known });
  const solved = solveSystem({ equations, unknowns, domain: "real", assumptions: known });
  if (!solved) throw new Unsolvable("the equations for the stationary points could not be solved together");
  return solved;
}

/** A solution of the equations for stationary points as a point of the objective. */
export function pointOf(one: Solution, { objective, variables }: OptimumTask, nature: Nature): OptimumPoint {
  return {
    values: new Map(variables.map((variable) => [variable, one.values.get(variable) ?? name(variable)])),
    value: readable(atMember(objective, one)),
    nature,
    global: false,
    end: false,
    integers: [...one.integers, ...one.free],
    conditions: one.conditions,
  };
}

/** Which points are optima of the whole plane or space, where that can be proven, or in words that there is none. */
function globalOf(points: readonly OptimumPoint[], task: OptimumTask, hessian: readonly (readonly Expression[])[]): Pick<Optimum, "points" | "none" | "open"> {
  const { wanted, facts, objective, variables } = task;
  if (wanted === "stationary") return { points };
  const word = wanted === "maximum" ? "greatest" : "least";
  const order = (list: readonly OptimumPoint[]): readonly OptimumPoint[] =>
    [...list].sort((a, b) => Number(b.global) - Number(a.global) || Number(b.nature === wanted) - Number(a.nature === wanted));
  const best = extremeOf(points, task);
  const marked = (): readonly OptimumPoint[] =>
    order(
      points.map((one) => {
        const global = best !== undefined && zeroTest(subtract(one.value, best.value)).kind === "zero";
        return { ...one, global, nature: global ? wanted : one.nature };
      }),
    );
  const isProven = (value: Expression): boolean =>
    decide(relation(wanted === "minimum" ? subtract(objective, value) : subtract(value, objective), ">=", ZERO), [...task.assumptions, ...facts]) === true;
  if (best && isProven(best.value)) return { points: marked() };
  const convex = hessian.every((row) => row.every((entry) => freeNames(entry).size === 0)) && natureByHessian(hessian, task.assumptions) === wanted;
  if (best && convex) return { points: marked() };
  // What repeats in every variable takes all its values on a closed box.
  if (best && facts.length === 0 && isSmoothAndPeriodic(objective, variables)) return { points: marked() };
  // What tends to 0 far out has a greatest value where one is positive.
  const isBeyondZero = best !== undefined && signKnown(best.value, task.assumptions) === (wanted === "maximum" ? 1 : -1);
  if (isBeyondZero && facts.length === 0 && vanishesFarOut(objective, variables)) return { points: marked() };
  const growth = facts.length === 0 ? growthOf(objective, variables) : undefined;
  if (best && growth === (wanted === "minimum" ? "up" : "down")) return { points: marked() };
  if (best && isBestValue({ objective, variables, facts, wanted, value: best.value, points: bestPoints(points, best) })) return { points: marked() };
  if (growth === (wanted === "minimum" ? "down" : "up") || growth === "both") {
    return {
      points: order(points),
      none: `there is no ${word} value: far out the values become ${wanted === "maximum" ? "greater" : "smaller"} than any number`,
    };
  }
  return { points: order(points), open: `it is not proven that one of these is the ${word} value` };
}

/** Whether a function is defined and smooth everywhere and comes back after whole turns of every variable. */
function isSmoothAndPeriodic(objective: Expression, variables: readonly string[]): boolean {
  if (roughPlaces(objective, variables, [])?.length !== 0) return false;
  return variables.every((variable) => isRepeated(objective, new Map([[variable, product(TWO, PI)]])));
}

function bestPoints(points: readonly OptimumPoint[], best: OptimumPoint): readonly OptimumPoint["values"][] {
  return points.filter((one) => zeroTest(subtract(one.value, best.value)).kind === "zero").map(({ values }) => values);
}

/** The point with the greatest or the least value, as far as values are compared; undefined where there is none. */
export function extremeOf(points: readonly OptimumPoint[], { wanted, assumptions }: Pick<OptimumTask, "wanted" | "assumptions">): OptimumPoint | undefined {
  return points.reduce<OptimumPoint | undefined>((top, next) => {
    if (!top) return next;
    const sign = signKnown(subtract(next.value, top.value), assumptions);
    return sign !== undefined && (wanted === "maximum" ? sign > 0 : sign < 0) ? next : top;
  }, undefined);
}
