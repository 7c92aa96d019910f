import { differentiate } from "../../calculus/derivative.ts";
import { type Step, step } from "../../derivation/step.ts";
import { equation, name, negate, number, product, relation, subtract, sum, ZERO } from "../../expression/construct.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { text } from "../../notation/text.ts";
import * as poly from "../../polynomial/multivariate.ts";
import { Kernels, NotAnalysable, normalForm } from "../../rewrite/normal-form.ts";
import { decide } from "../../rewrite/sign.ts";
import { simplify } from "../../rewrite/simplify.ts";
import { constantSign, zeroTest } from "../../rewrite/zero-test.ts";
import { type Solution, type SolutionSet, Unsolvable } from "../solution.ts";
import { solveLinearSystem } from "../systems/linear.ts";
import { solveNonlinearSystem } from "../systems/nonlinear.ts";
import { readable } from "../values.ts";
import type { Nature, Optimum, OptimumPoint, OptimumTask } from "./optimum.ts";

type Relation = Expression & { readonly kind: "relation" };

/** Stationary points of a function of several variables, with the test by the matrix of second derivatives. */
export function optimiseSeveralVariables(task: OptimumTask): Optimum {
  const { objective, variables } = task;
  const slopes = variables.map((variable) => simplify(differentiate(objective, variable)).expression);
  const steps: Step[] = slopes.map((after, k) =>
    step("differentiate", [text(objective)], { kind: "derivative", of: objective, variable: variables[k] ?? "", after }),
  );
  const { set, steps: found } = solveSystem(
    slopes.map((slope) => zeroOf(slope)),
    variables,
    task,
  );
  const hessian = slopes.map((slope) => variables.map((variable) => simplify(differentiate(slope, variable)).expression));
  const points = set.solutions.map((one): OptimumPoint => {
    const at = hessian.map((row) => row.map((entry) => simplify(substitute(entry, one.values)).expression));
    return pointOf(one, task, natureByHessian(at, [...task.assumptions, ...one.conditions]));
  });
  return { complete: set.complete, reason: set.reason, steps: [...steps, ...found], ...globalOf(points, task, hessian) };
}

export function zeroOf(e: Expression): Relation {
  const made = equation(e, ZERO);
  if (made.kind !== "relation") throw new RangeError("an equation is a relation");
  return made;
}

/** The common zeros of several expressions. */
export function solveSystem(
  equations: readonly Relation[],
  unknowns: readonly string[],
  { assumptions, facts }: OptimumTask,
): { readonly set: SolutionSet; readonly steps: readonly Step[] } {
  const known = [...assumptions, ...facts];
  const linear = facts.length === 0 ? solveLinearSystem(equations, unknowns, known) : undefined;
  const solved = linear ?? solveNonlinearSystem({ equations, unknowns, domain: "real", assumptions: known });
  if (!solved) throw new Unsolvable("the equations for the stationary points could not be solved together");
  return solved;
}

export function pointOf(one: Solution, { objective, variables }: OptimumTask, nature: Nature): OptimumPoint {
  return {
    values: new Map(variables.map((variable) => [variable, one.values.get(variable) ?? name(variable)])),
    value: readable(substitute(objective, one.values)),
    nature,
    global: false,
    end: false,
    integers: [...one.integers, ...one.free],
    conditions: one.conditions,
  };
}

/** Positive definite, negative definite or indefinite, by the signs of the leading minors and, for saddles, of any 2 × 2 minor. */
function natureByHessian(matrix: readonly (readonly Expression[])[], known: readonly Expression[]): Nature {
  const n = matrix.length;
  const signs = Array.from({ length: n }, (_, k) => signOf(determinant(matrix.slice(0, k + 1).map((row) => row.slice(0, k + 1))), known));
  if (signs.every((sign) => sign === 1)) return "minimum";
  if (signs.every((sign, k) => sign === (k % 2 === 0 ? -1 : 1))) return "maximum";
  const indefinite = matrix.some((_, i) =>
    matrix.some((__, j) => {
      if (j <= i) return false;
      const [a, b, c] = [matrix[i]?.[i] ?? ZERO, matrix[i]?.[j] ?? ZERO, matrix[j]?.[j] ?? ZERO];
      return signOf(subtract(product(a, c), product(b, b)), known) === -1;
    }),
  );
  const diagonal = matrix.map((row, k) => signOf(row[k] ?? ZERO, known));
  return indefinite || (diagonal.includes(1) && diagonal.includes(-1)) ? "saddle" : "undecided";
}

function signOf(e: Expression, known: readonly Expression[]): -1 | 0 | 1 | undefined {
  const plain = simplify(e).expression;
  if (freeNames(plain).size === 0) return constantSign(plain);
  if (decide(relation(plain, ">", ZERO), known) === true) return 1;
  return decide(relation(plain, "<", ZERO), known) === true ? -1 : undefined;
}

function determinant(matrix: readonly (readonly Expression[])[]): Expression {
  const [first, ...rest] = matrix;
  if (!first) return ZERO;
  if (rest.length === 0) return first[0] ?? ZERO;
  return sum(...first.map((entry, k) => product(k % 2 === 0 ? entry : negate(entry), determinant(rest.map((row) => row.filter((_, j) => j !== k))))));
}

/** Which points are optima of the whole plane or space, where that can be proven, or in words that there is none. */
function globalOf(points: readonly OptimumPoint[], task: OptimumTask, hessian: readonly (readonly Expression[])[]): Pick<Optimum, "points" | "none"> {
  const { wanted, facts, objective, variables } = task;
  if (wanted === "stationary") return { points };
  const word = wanted === "maximum" ? "greatest" : "least";
  const order = (list: readonly OptimumPoint[]): readonly OptimumPoint[] =>
    [...list].sort((a, b) => Number(b.global) - Number(a.global) || Number(b.nature === wanted) - Number(a.nature === wanted));
  const best = extremeOf(points, wanted);
  const marked = (): readonly OptimumPoint[] =>
    order(points.map((one) => ({ ...one, global: best !== undefined && zeroTest(subtract(one.value, best.value)).kind === "zero" })));
  const convex = hessian.every((row) => row.every((entry) => freeNames(entry).size === 0)) && natureByHessian(hessian, task.assumptions) === wanted;
  if (best && convex) return { points: marked() };
  const growth = facts.length === 0 ? growthOf(objective, variables) : undefined;
  if (best && growth === (wanted === "minimum" ? "up" : "down")) return { points: marked() };
  if (growth === (wanted === "minimum" ? "down" : "up") || growth === "both") {
    return {
      points: order(points),
      none: `there is no ${word} value: far out the values become ${wanted === "maximum" ? "greater" : "smaller"} than any number`,
    };
  }
  return { points: order(points), none: `it is not proven that one of these is the ${word} value` };
}

export function extremeOf(points: readonly OptimumPoint[], wanted: OptimumTask["wanted"]): OptimumPoint | undefined {
  return points.reduce<OptimumPoint | undefined>((top, next) => {
    if (!top) return next;
    const sign = constantSign(subtract(next.value, top.value));
    return sign !== undefined && (wanted === "maximum" ? sign > 0 : sign < 0) ? next : top;
  }, undefined);
}

/**
 * Where a polynomial goes far out, by its terms of the highest degree: up in all directions where these are positive
 * definite, down where negative definite, both where they change sign.
 */
export function growthOf(objective: Expression, variables: readonly string[]): "up" | "down" | "both" | undefined {
  try {
    const kernels = new Kernels();
    const indices = variables.map((variable) => kernels.index(name(variable)));
    const { numerator, denominator } = normalForm(objective, kernels);
    if (kernels.count > indices.length || !poly.constantValue(denominator)) return undefined;
    const degree = Math.max(...numerator.map((term) => term.exponents.reduce((total, exponent) => total + exponent, 0)));
    const top = numerator.filter((term) => term.exponents.reduce((total, exponent) => total + exponent, 0) === degree);
    if (degree === 0) return undefined;
    const even = top.every((term) => term.exponents.every((exponent) => exponent % 2 === 0));
    const pure = indices.every((index) => top.some((term) => (term.exponents[index] ?? 0) === degree));
    const [positive, negative] = [top.every(({ coefficient }) => coefficient.num > 0), top.every(({ coefficient }) => coefficient.num < 0)];
    if (even && pure && positive) return "up";
    if (even && pure && negative) return "down";
    return byDirections(top, indices.length);
  } catch (error) {
    if (error instanceof NotAnalysable) return undefined;
    throw error;
  }
}

/** The signs that a form takes in a few directions; definite quadratic forms are seen by their minors. */
function byDirections(form: poly.Polynomial, n: number): "up" | "down" | "both" | undefined {
  const degree = form[0]?.exponents.reduce((total, exponent) => total + exponent, 0) ?? 0;
  const signs = new Set<number>();
  const directions = Array.from({ length: 3 ** n }, (_, code) => Array.from({ length: n }, (__, k) => (Math.floor(code / 3 ** k) % 3) - 1));
  for (const direction of directions) {
    let total = 0;
    for (const { exponents, coefficient } of form) {
      total += (Number(coefficient.num) / Number(coefficient.den)) * exponents.reduce((value, exponent, k) => value * (direction[k] ?? 0) ** exponent, 1);
    }
    if (Math.abs(total) > 1e-9) signs.add(Math.sign(total));
  }
  if (signs.has(1) && signs.has(-1)) return "both";
  if (degree !== 2) return undefined;
  const kernels = new Kernels();
  const names = Array.from({ length: n }, (_, k) => name(`x_${k + 1}`));
  for (const own of names) kernels.index(own);
  const expression = sum(
    ...form.map(({ exponents, coefficient }) =>
      product(number(coefficient), ...exponents.flatMap((exponent, k) => Array.from({ length: exponent }, () => names[k] ?? ZERO))),
    ),
  );
  const matrix = names.map((a) => names.map((b) => simplify(differentiate(differentiate(expression, nameOf(a)), nameOf(b))).expression));
  const nature = natureByHessian(matrix, []);
  return nature === "minimum" ? "up" : nature === "maximum" ? "down" : undefined;
}

function nameOf(e: Expression): string {
  return e.kind === "name" ? e.name : "";
}
