import { type Step, step } from "../../derivation/step.ts";
import { equation, number, power, product, subtract, sum, ZERO } from "../../expression/construct.ts";
import { type Expression, equal, factorsOf, findAll, termsOf } from "../../expression/expression.ts";
import { expand, simplify } from "../../truth/index.ts";
import { putBack } from "../sifting/put-back.ts";
import type { Solved, Task } from "../solution.ts";
import { hasRadical, radicalDegree } from "./radical.ts";

const THREE = number(3);

/**
 * Two or three cube roots: three numbers whose sum is 0 have a sum of cubes that is three times their product (A³ + B³ + C³ − 3ABC =
 * (A + B + C)(A² + B² + C² − AB − BC − CA)), and the cube of that holds no root. Candidates are put back.
 */
export function solveCubeRootSum(task: Task, solveCleared: (task: Task) => Solved | undefined): Solved | undefined {
  const { equation: statement, unknown, domain } = task;
  const [left = ZERO, right = ZERO] = statement.operands;
  const addends = domain === "real" ? addendsOf(simplify(subtract(left, right)).expression, unknown) : undefined;
  const [a, b, c] = addends ?? [];
  if (!a || !b || !c) return undefined;
  const steps: Step[] = [];
  const collected = equation(sum(a, b, c), ZERO);
  if (!equal(collected, statement)) steps.push(step("bring to one side", [], { kind: "equivalent", unknown, before: statement, after: collected }));
  const factor = subtract(sum(...[a, b, c].map((one) => power(one, number(2)))), sum(product(a, b), product(b, c), product(c, a)));
  const cubes = simplify(sum(...[a, b, c].map(cube))).expression;
  const threefold = equation(cubes, product(THREE, a, b, c));
  steps.push(step("sum of cubes", [], { kind: "implies", unknown, before: collected, after: threefold, done: { kind: "times", factor } }));
  const after = equation(cube(cubes), simplify(expand(product(number(27), ...[a, b, c].map(cube)))).expression);
  if (after.kind !== "relation" || findAll(after, (part) => isCubeRoot(part, unknown)).length > 0) return undefined;
  steps.push(step("raise both sides, maybe more", ["3"], { kind: "implies", unknown, before: threefold, after, done: { kind: "power", exponent: THREE } }));
  const solved = solveCleared({ ...task, equation: after, assumptions: [] });
  if (!solved || solved.set.solutions.some(({ free }) => free.length > 0)) return undefined;
  return { steps: [...steps, ...solved.steps], set: putBack(solved, task, "raising both sides to a power") };
}

const cube = (e: Expression): Expression => simplify(expand(power(e, THREE))).expression;

/** Three numbers with the sum e: terms with a cube root each, and what is left, which holds no root. */
function addendsOf(e: Expression, unknown: string): readonly Expression[] | undefined {
  const terms = termsOf(e);
  const roots = terms.filter((term) => factorsOf(term).filter((factor) => isCubeRoot(factor, unknown)).length === 1);
  const rest = sum(...terms.filter((term) => !roots.includes(term)));
  const addends = equal(rest, ZERO) ? roots : [...roots, rest];
  return !hasRadical(rest, unknown) && roots.length >= 2 && addends.length === 3 ? addends : undefined;
}

function isCubeRoot(e: Expression, unknown: string): boolean {
  const degree = radicalDegree(e, unknown);
  return degree !== undefined && equal(degree, THREE);
}
