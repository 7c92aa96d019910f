import { type Step, step } from "../../derivation/step.ts";
import { call, divide, equation, HALF, isNumber, logic, name, negate, PI, power, product, relation, sum, TWO, ZERO } from "../../expression/construct.ts";
import { isEquation } from "../../expression/equations.ts";
import { contains, type Expression, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { polarForm, polarPairs } from "../../rewrite/complex/polar-form.ts";
import { readable } from "../../rewrite/readable.ts";
import { decide, membersBetween, simplify } from "../../truth/index.ts";
import type { Solution } from "../solution.ts";
import type { Branches } from "./branches/state.ts";
import { solveSystem } from "./system.ts";
import type { SystemTask } from "./task.ts";

const TURN = product(TWO, PI);

/**
 * A length r and an angle θ that stand together as r cos θ and r sin θ: these components are the unknowns of a simpler system, and then
 * r² is the sum of their squares and θ the angle of the point that they are. Undefined where no two unknowns are such a pair.
 */
export function solvePolar(task: SystemTask): Branches | undefined {
  const { equations, unknowns, assumptions } = task;
  if (task.domain !== "real" || unknowns.length !== 2) return undefined;
  const taken = [...new Set(equations.flatMap((one) => [...freeNames(one)]))];
  const [along, across] = ["u", "w", "p", "q"].filter((letter) => !taken.includes(letter));
  if (along === undefined || across === undefined) return undefined;
  for (const [radius, angle] of polarPairs(equations, unknowns)) {
    const form = polarForm(equations, radius, angle, [along, across]);
    if (!form) continue;
    const inner = form.equations.map((one) => equation(one, ZERO)).filter(isEquation);
    const own = assumptions.filter((fact) => !unknowns.some((unknown) => contains(fact, unknown)));
    const solved = solveSystem({ ...task, equations: inner, unknowns: [along, across], assumptions: own });
    if (!solved || solved.set.solutions.some(({ free, integers }) => free.length + integers.length > 0)) return undefined;
    const points = solved.set.solutions.map((one) => backTo(one, [along, across], [radius, angle], assumptions));
    if (!points.every((point) => point !== undefined)) return undefined;
    const [r, theta] = [name(radius), name(angle)];
    const meanings = [product(r, call("cos", theta)), product(r, call("sin", theta))];
    const before = logic("and", equations);
    const first = step("name components", [along, meanings[0] ?? r, across, meanings[1] ?? r], {
      kind: "components",
      radius,
      angle,
      along,
      across,
      before,
      after: logic("and", inner),
    });
    const back = solved.set.solutions.flatMap((one) => stepsBack(one, [along, across], [radius, angle]));
    return { solutions: points.flat(), rejected: [], steps: [first, ...solved.steps, ...back], complete: solved.set.complete };
  }
  return undefined;
}

/** The length and the tangent of the angle from the components. */
function stepsBack(one: Solution, [along, across]: readonly [string, string], [radius, angle]: readonly [string, string]): readonly Step[] {
  const [u = ZERO, v = ZERO] = [along, across].map((letter) => one.values.get(letter));
  const size = power(sum(power(u, TWO), power(v, TWO)), HALF);
  const length = step("length of components", [radius, along, across], { kind: "equal", before: size, after: readable(simplify(size).expression) });
  if (isNumber(u, 0)) return [length];
  const slope = divide(v, u);
  return [length, step("angle of components", [angle, along, across], { kind: "equal", before: slope, after: readable(slope) })];
}

/** The lengths and angles of a point (u, v): both signs of the length, and all angles, as far as what is given leaves them. */
function backTo(
  one: Solution,
  [along, across]: readonly [string, string],
  [radius, angle]: readonly [string, string],
  assumptions: readonly Expression[],
): readonly Solution[] | undefined {
  const [u = ZERO, v = ZERO] = [along, across].map((letter) => one.values.get(letter));
  const others = assumptions.filter((fact) => !contains(fact, radius) && !contains(fact, angle));
  const known = [...others, ...one.conditions];
  const size = readable(power(simplify(sum(power(u, TWO), power(v, TWO))).expression, HALF));
  if (decide(relation(size, "=", ZERO), known) === true) return undefined;
  const base = angleOf(u, v, known, assumptions, [radius, angle]);
  if (!base) return undefined;
  return ([1, -1] as const).flatMap((sign): readonly Solution[] => {
    const length = sign === 1 ? size : readable(negate(size));
    const facts = assumptions.filter((fact) => contains(fact, radius) && !contains(fact, angle));
    if (facts.some((fact) => decide(substitute(fact, new Map([[radius, length]])), known) === false)) return [];
    const start = simplify(sign === 1 ? base : sum(base, PI)).expression;
    const within = assumptions.filter((fact) => contains(fact, angle));
    const listed = membersBetween({ start, period: TURN }, angle, within, known);
    const at = (value: Expression, integers: readonly string[]): Solution => ({
      ...one,
      values: new Map([
        [radius, length],
        [angle, value],
      ]),
      integers,
    });
    if (!listed) return [at(readable(sum(start, product(TURN, name("n", "integer")))), ["n"])];
    return listed
      .filter((value) => within.every((fact) => decide(simplify(substitute(fact, new Map([[angle, value]]))).expression, known) !== false))
      .map((value) => at(readable(value), []));
  });
}

/** The angle of the point (u, v), where the sign of u is known, by itself or from what is given of length and angle. */
function angleOf(
  u: Expression,
  v: Expression,
  known: readonly Expression[],
  assumptions: readonly Expression[],
  [radius, angle]: readonly [string, string],
): Expression | undefined {
  const whole = product(name(radius), call("cos", name(angle)));
  const is = (comparison: ">" | "<" | "="): boolean =>
    decide(relation(u, comparison, ZERO), known) === true || decide(relation(whole, comparison, ZERO), assumptions) === true;
  const slope = simplify(call("arctan", divide(v, u))).expression;
  if (is(">")) return slope;
  if (is("<")) return sum(slope, PI);
  if (!is("=")) return undefined;
  const quarter = product(HALF, PI);
  if (decide(relation(v, ">", ZERO), known) === true) return quarter;
  return decide(relation(v, "<", ZERO), known) === true ? negate(quarter) : undefined;
}
