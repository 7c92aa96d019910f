import { NOWHERE } from "../../derivation/nowhere.ts";
import { step } from "../../derivation/step.ts";
import { call, E, equation, I, isPositiveConstant, name, negate, number, PI, power, product, sum, ZERO } from "../../expression/construct.ts";
import { contains, type Expression, equal, findAll, freeNames } from "../../expression/expression.ts";
import { say } from "../../notation/inline.ts";
import { polynomialCoefficients } from "../../rewrite/coefficients.ts";
import { principalLogarithm } from "../../rewrite/complex/polar.ts";
import { readable } from "../../rewrite/readable.ts";
import { constantSign, zeroTest } from "../../truth/index.ts";
import { type Solve, solveAll } from "../cases/each-alternative.ts";
import { integerLetter } from "../members/letters.ts";
import { solveByNaming } from "../naming.ts";
import { type Solved, solution, type Task } from "../solution.ts";
import { exponentialPart } from "../substitution.ts";

/**
 * Exponential equations over the complex numbers: with one exponential as the unknown it is a polynomial equation, and e^z has
 * the value u ≠ 0 for z = ln u + 2πi n, with n for all integers.
 */
export function solveComplexExponential(task: Task, solve: Solve): Solved | undefined {
  if (task.domain !== "complex" || freeNames(task.equation).size > 1) return undefined;
  const alone = undoExponential(task, solve);
  if (alone) return alone;
  const part = exponentialPart(task.equation, task.unknown);
  return part && solveByNaming(task, part, (inner) => (inner.unknown === task.unknown ? undoExponential(inner, solve) : solve(inner)));
}

/** e^v = u for a polynomial v. */
function undoExponential(task: Task, solve: Solve): Solved | undefined {
  const [left = ZERO, right = ZERO] = task.equation.operands;
  const { unknown } = task;
  if (left.kind !== "power" || contains(right, unknown) || contains(left.base, unknown) || !isPositiveConstant(left.base)) return undefined;
  const coefficients = polynomialCoefficients(left.exponent, unknown);
  if (!coefficients || coefficients.length < 2 || findAll(left.exponent, (e) => e.kind === "call").length > 0) return undefined;
  const common = { variables: [unknown], domain: "complex", complete: true, rejected: [], complexSolutions: [] } as const;
  if (zeroTest(right).kind === "zero") {
    const never = step("out of range", ["an exponential is never 0"], { kind: "equivalent", unknown, before: task.equation, after: NOWHERE });
    return { steps: [never], set: { ...common, reason: say`an exponential is never 0`, solutions: [] } };
  }
  const n = integerLetter(task);
  const turns = product(number(2), PI, I, name(n, "integer"));
  const inE = equal(left.base, E) ? left.exponent : product(left.exponent, call("ln", left.base));
  const after = equation(inE, sum(logarithm(right), turns));
  const first = step("roots of the exponential", [], { kind: "equivalent", unknown, before: equation(power(E, inE), right), after });
  const solved = after.kind === "relation" ? solveAll(task, [after], solve) : undefined;
  if (!solved) return undefined;
  const solutions = solved.set.solutions.map((one) => solution(unknown, readable(one.values.get(unknown) ?? ZERO), { integers: [n] }));
  return { steps: [first, ...solved.steps], set: { ...common, reason: say`e^z has each value other than 0 once in every strip of height 2π`, solutions } };
}

/** The principal logarithm, with the angle of a negative number as πi. */
function logarithm(u: Expression): Expression {
  const sign = constantSign(u);
  if (sign === -1) return sum(call("ln", negate(u)), product(PI, I));
  if (sign === 1) return call("ln", u);
  const turned = readable(product(negate(I), u));
  const side = constantSign(turned);
  if (side !== undefined && side !== 0) return sum(call("ln", side > 0 ? turned : negate(turned)), product(number({ num: side, den: 2 }), PI, I));
  return principalLogarithm(u, []) ?? call("ln", u);
}
