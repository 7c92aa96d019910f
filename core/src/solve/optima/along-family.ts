import { natureOfDegenerate } from "../../calculus/degenerate-point.ts";
import { equation, name, power, product, relation, subtract, TWO, ZERO } from "../../expression/construct.ts";
import { contains, type Expression, equal } from "../../expression/expression.ts";
import { freshName, substitute } from "../../expression/substitute.ts";
import { polynomialCoefficients } from "../../rewrite/coefficients.ts";
import { decide, simplify } from "../../truth/index.ts";
import { solveEquation } from "../equation.ts";
import { type Solution, Unsolvable } from "../solution.ts";
import { isRepeated } from "./members.ts";
import type { Nature, OptimumTask } from "./optimum.ts";

/**
 * What all points of a line of stationary points are: saddles where a 2 × 2 minor of the second derivatives is negative but at single points, and these are saddles by their higher
 * terms.
 */
export function natureAlongFamily(one: Solution, second: readonly (readonly Expression[])[], { objective, variables, assumptions }: OptimumTask): Nature {
  const [letter, ...more] = one.free;
  if (letter === undefined || more.length + one.integers.length > 0) return "undecided";
  const known = [...assumptions, ...one.conditions];
  for (const minor of minorsOf(second)) {
    if (equal(minor, ZERO) || decide(relation(minor, "<=", ZERO), known) !== true) continue;
    const zeros = zerosOf(minor, letter, known);
    const isSaddle = zeros?.every((zero) => {
      const there = new Map([[letter, zero]]);
      const values = new Map([...one.values].map(([key, value]) => [key, simplify(substitute(value, there)).expression]));
      return natureOfDegenerate(objective, variables, values, known)?.nature === "saddle";
    });
    if (isSaddle) return "saddle";
  }
  return "undecided";
}

/** A stationary point of a task, with the second derivatives by its variables. */
interface Looked {
  readonly one: Solution;
  readonly task: OptimumTask;
  readonly second: readonly (readonly Expression[])[];
}

/**
 * The point and its task with the free letter, and the variable that is it, put to 0: where the function keeps its value when all variables are moved along the line, all points of it
 * are what this one is. Undefined where that is not so.
 */
export function atOneOfLine(one: Solution, task: OptimumTask, second: Looked["second"]): Looked | undefined {
  const [letter, ...more] = one.free;
  if (letter === undefined || more.length > 0) return undefined;
  const shift = name(freshName("s", [task.objective]));
  const moves = [...one.values].flatMap(([key, value]) => {
    const [, slope, ...others] = polynomialCoefficients(value, letter) ?? [];
    return slope && others.length === 0 ? [[key, product(slope, shift)] as const] : [];
  });
  if (!isRepeated(task.objective, new Map(moves))) return undefined;
  const there = new Map([[letter, ZERO]]);
  const at = (e: Expression): Expression => simplify(substitute(e, there)).expression;
  const kept = task.variables.flatMap((variable, k) => (variable === letter ? [] : [k]));
  return {
    second: kept.map((i) => kept.map((k) => at(second[i]?.[k] ?? ZERO))),
    task: { ...task, objective: at(task.objective), variables: task.variables.filter((variable) => variable !== letter) },
    one: { ...one, free: [], values: new Map([...one.values].filter(([key]) => key !== letter).map(([key, value]) => [key, at(value)])) },
  };
}

/** The principal 2 × 2 minors of a symmetric matrix. */
function minorsOf(matrix: readonly (readonly Expression[])[]): readonly Expression[] {
  const entry = (i: number, k: number): Expression => matrix[i]?.[k] ?? ZERO;
  return matrix.flatMap((_, i) =>
    matrix.slice(i + 1).map((__, j) => simplify(subtract(product(entry(i, i), entry(i + 1 + j, i + 1 + j)), power(entry(i, i + 1 + j), TWO))).expression),
  );
}

/** The values of the letter at which a minor is 0: none, finitely many, or undefined where they are not all found. */
function zerosOf(minor: Expression, letter: string, known: readonly Expression[]): readonly Expression[] | undefined {
  if (!contains(minor, letter)) return decide(relation(minor, "!=", ZERO), known) === true ? [] : undefined;
  const zero = equation(minor, ZERO);
  if (zero.kind !== "relation") return undefined;
  try {
    const { set } = solveEquation({ equation: zero, unknown: letter, domain: "real", assumptions: known.filter((fact) => !contains(fact, letter)) });
    const isPlain = set.complete && set.solutions.every(({ free, integers, conditions }) => free.length + integers.length + conditions.length === 0);
    return isPlain ? set.solutions.map(({ values }) => values.get(letter) ?? name(letter)) : undefined;
  } catch (error) {
    if (error instanceof Unsolvable) return undefined;
    throw error;
  }
}
