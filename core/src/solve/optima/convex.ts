import { concaveLogarithm, isConcave, isConvex } from "../../calculus/convexity.ts";
import { differentiate, NotDifferentiable } from "../../calculus/derivative.ts";
import { type Step, step } from "../../derivation/step.ts";
import { ballValue } from "../../expression/ball-value.ts";
import { equation, logic, name, ZERO } from "../../expression/construct.ts";
import { compile } from "../../expression/double-value.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import * as complex from "../../number/complex-ball.ts";
import type { Rational } from "../../number/rational.ts";
import * as rational from "../../number/rational.ts";
import * as real from "../../number/real-ball.ts";
import { BallUndefined } from "../../number/real-ball.ts";
import { readable } from "../../rewrite/readable.ts";
import { recognise } from "../../rewrite/roots/recognise.ts";
import { decide, equalityTest, simplify } from "../../truth/index.ts";
import type { Optimum, OptimumPoint, OptimumTask } from "./optimum.ts";

/** Whether the objective is seen to be convex where a minimum is sought, concave where a maximum is, on a convex domain. */
export function isConvexTask(task: OptimumTask): boolean {
  const { objective, variables, constraints, facts, assumptions, wanted } = task;
  if (constraints.length > 0 || wanted === "stationary") return false;
  const question = { variables, assumptions };
  const isConvexDomain = facts.every(
    (fact) =>
      fact.kind === "relation" &&
      fact.comparisons.every((comparison) => comparison !== "=" && comparison !== "!=") &&
      fact.operands.every((side) => isConvex(side, question) && isConcave(side, question)),
  );
  return isConvexDomain && (wanted === "minimum" ? isConvex(objective, question) : isConcave(objective, question) || logarithmOf(task) !== undefined);
}

/** The logarithm of an objective that is positive on its domain, where that is concave and a maximum is sought. */
function logarithmOf({ objective, variables, facts, assumptions, wanted }: OptimumTask): Expression | undefined {
  return wanted === "maximum" ? concaveLogarithm(objective, { variables, assumptions: [...assumptions, ...facts] }) : undefined;
}

/** What convexity says of points found: those at which every derivative is proven 0 are the optimum of the whole, and there are no others. */
export function settledByConvexity(task: OptimumTask, found: Optimum): Optimum | undefined {
  const best = found.points.filter((point) => isStationary(task, point.values, [...task.assumptions, ...point.conditions]));
  const others = found.points.filter((point) => point.end && !best.includes(point));
  const isSettled = found.open === undefined && best.length + others.length === found.points.length;
  if (best.length === 0 || isSettled) return undefined;
  const { stationary: equations, system } = found;
  return {
    ...(equations ? { stationary: equations } : {}),
    ...(system ? { system } : {}),
    steps: [...found.steps, convexStep(task)],
    complete: true,
    reason: reasonOf(task),
    points: [
      ...best.map((point) => ({ ...point, nature: task.wanted === "maximum" ? ("maximum" as const) : ("minimum" as const), global: true, end: false })),
      ...others,
    ],
  };
}

function reasonOf(task: OptimumTask): string {
  const { wanted } = task;
  if (logarithmOf(task)) return "the logarithm of the objective is concave, so a point at which all derivatives are 0 has the greatest value of all";
  return wanted === "maximum"
    ? "the objective is concave, so a point at which all derivatives are 0 has the greatest value of all"
    : "the objective is convex, so a point at which all derivatives are 0 has the least value of all";
}

function convexStep(task: OptimumTask): Step {
  const { objective, variables, wanted } = task;
  const logarithm = logarithmOf(task);
  if (logarithm) return step("concave logarithm", [objective], { kind: "convex", of: logarithm, variables, sense: "concave" });
  const sense = wanted === "maximum" ? "concave" : "convex";
  return step("convex objective", [sense, wanted === "maximum" ? "greatest" : "least"], { kind: "convex", of: objective, variables, sense });
}

function isStationary({ objective, variables }: OptimumTask, values: ReadonlyMap<string, Expression>, known: readonly Expression[]): boolean {
  return slopesOf(objective, variables)?.every((slope) => equalityTest(substitute(slope, values), ZERO, known).kind === "zero") === true;
}

function slopesOf(objective: Expression, variables: readonly string[]): readonly Expression[] | undefined {
  try {
    return variables.map((variable) => differentiate(objective, variable));
  } catch (error) {
    if (error instanceof NotDifferentiable) return undefined;
    throw error;
  }
}

/** The optimum of a convex objective without letters: approached numerically, its coordinates recognised, and put back exactly; undefined where they have no short form. */
export function optimiseConvex(task: OptimumTask): Optimum | undefined {
  const { objective, variables, facts } = task;
  if (variables.length < 2 || !isConvexTask(task) || [...freeNames(objective)].some((letter) => !variables.includes(letter))) return undefined;
  const slopes = slopesOf(objective, variables);
  const place = slopes && approached(slopes, variables);
  if (!slopes || !place) return undefined;
  const values = new Map<string, Expression>();
  for (const [k, variable] of variables.entries()) {
    const [guess] = recognise(real.widen(real.fromRational(place[k] ?? rational.ZERO, PRECISION), -TRUSTED_BITS), { plainOnly: true });
    if (!guess) return undefined;
    values.set(variable, guess.value);
  }
  const isInside = facts.every((fact) => decide(simplify(substitute(fact, values)).expression, []) === true);
  if (!isInside || !isStationary(task, values, [])) return undefined;
  const zeros = slopes.map((slope) => equation(simplify(slope).expression, ZERO));
  const point: OptimumPoint = {
    values,
    value: readable(substitute(objective, values)),
    nature: task.wanted === "maximum" ? "maximum" : "minimum",
    global: true,
    end: false,
    integers: [],
    conditions: [],
  };
  const whole = logic("and", zeros);
  const at = logic(
    "and",
    variables.map((variable) => equation(name(variable), values.get(variable) ?? ZERO)),
  );
  const steps = [
    ...slopes.map((slope, k) =>
      step("differentiate", [objective, variables[k] ?? ""], {
        kind: "derivative",
        of: objective,
        variable: variables[k] ?? "",
        after: simplify(slope).expression,
      }),
    ),
    step("stationary where all", [], { kind: "put in", before: whole, values: new Map(), after: whole }),
    step("approached and put back", [at], { kind: "holds", statement: substitute(whole, values) }),
    convexStep(task),
  ];
  return { points: [point], complete: true, reason: reasonOf(task), steps };
}

const PRECISION = 256;
/** Bits to which a place is taken to be right. */
const TRUSTED_BITS = 150;
const MOST_ROUNDS = 200;

/** Where the slopes vanish, to many digits: Newton's method with damping in doubles, then with exact residuals and the same second derivatives. */
function approached(slopes: readonly Expression[], variables: readonly string[]): readonly Rational[] | undefined {
  const gradient = slopes.map((slope) => compile(slope, variables));
  const second = slopes.map((slope) => variables.map((variable) => compile(differentiate(slope, variable), variables)));
  const stepAt = (x: readonly number[], g: readonly number[]): readonly number[] | undefined =>
    solved(
      second.map((row) => row.map((entry) => entry(...x))),
      g,
    );
  let x: readonly number[] = variables.map((_, k) => 0.37 + 0.21 * k);
  const size = (g: readonly number[]): number => Math.hypot(...g);
  let g = gradient.map((one) => one(...x));
  for (let round = 0; round < MOST_ROUNDS && size(g) > 1e-13; round += 1) {
    const move = stepAt(x, g);
    if (!move?.every(Number.isFinite)) return undefined;
    let factor = 1;
    let next = x;
    let after = g;
    for (; factor > 1e-6; factor /= 2) {
      next = x.map((value, k) => value - factor * (move[k] ?? 0));
      after = gradient.map((one) => one(...next));
      if (after.every(Number.isFinite) && size(after) < size(g)) break;
    }
    if (size(after) >= size(g)) break;
    [x, g] = [next, after];
  }
  if (!(size(g) < 1e-8)) return undefined;
  let exact = x.map((value) => rational.fromNumber(value));
  for (let round = 0; round < 6; round += 1) {
    const residual = residuals(slopes, variables, exact);
    const move = residual && stepAt(exact.map(rational.toNumber), residual.mantissas);
    if (!residual || !move?.every(Number.isFinite)) return undefined;
    const two: Rational = { num: 2, den: 1 };
    const scale = residual.exponent < 0 ? rational.invert(rational.power(two, -residual.exponent)) : rational.power(two, residual.exponent);
    exact = exact.map((value, k) => rational.subtract(value, rational.multiply(rational.fromNumber(move[k] ?? 0), scale)));
  }
  return exact;
}

/** The slopes at a place, as doubles times a power of two. */
function residuals(
  slopes: readonly Expression[],
  variables: readonly string[],
  at: readonly Rational[],
): { readonly mantissas: readonly number[]; readonly exponent: number } | undefined {
  try {
    const environment = new Map(variables.map((variable, k) => [variable, complex.fromReal(real.fromRational(at[k] ?? rational.ZERO, 2 * PRECISION))]));
    const values = slopes.map((slope) => ballValue(slope, 2 * PRECISION, environment).re);
    const exponent = Math.max(...values.map((value) => real.magnitudeBits(value)), -2 * PRECISION);
    return { exponent, mantissas: values.map((value) => real.toNumber(real.scaleByPowerOfTwo(value, -exponent))) };
  } catch (error) {
    if (error instanceof BallUndefined) return undefined;
    throw error;
  }
}

/** The solution of a small linear system in doubles. */
function solved(matrix: readonly (readonly number[])[], right: readonly number[]): readonly number[] | undefined {
  const rows = matrix.map((row, k) => [...row, right[k] ?? 0]);
  const n = rows.length;
  for (let k = 0; k < n; k += 1) {
    const at = rows.reduce((best, row, i) => (i >= k && Math.abs(row[k] ?? 0) > Math.abs(rows[best]?.[k] ?? 0) ? i : best), k);
    const pivot = rows[at];
    if (!pivot?.[k]) return undefined;
    [rows[k], rows[at]] = [pivot, rows[k] ?? pivot];
    for (const [i, row] of rows.entries()) {
      if (i === k) continue;
      const factor = (row[k] ?? 0) / (pivot[k] ?? 1);
      for (let c = k; c <= n; c += 1) row[c] = (row[c] ?? 0) - factor * (pivot[c] ?? 0);
    }
  }
  return rows.map((row, k) => (row[n] ?? 0) / (row[k] ?? 1));
}
