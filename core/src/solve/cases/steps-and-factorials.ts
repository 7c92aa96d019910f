import { NOWHERE } from "../../derivation/nowhere.ts";
import { type Step, step } from "../../derivation/step.ts";
import { equation, logic, name, number, relation, sum, ZERO } from "../../expression/construct.ts";
import { sidesOf } from "../../expression/equations.ts";
import { contains, type Expression, freeNames } from "../../expression/expression.ts";
import { say } from "../../notation/inline.ts";
import * as rational from "../../number/rational.ts";
import { polynomialCoefficients } from "../../rewrite/coefficients.ts";
import { type Solved, solution, type Task } from "../solution.ts";
import { forUnknown } from "./by-cases.ts";
import { type Solve, solveAll } from "./each-alternative.ts";

/** The whole number on a side without the unknown, and the function value on the other. */
function functionValue(task: Task): { readonly part: Expression & { readonly kind: "call" }; readonly value: rational.Rational } | undefined {
  const [left, right] = sidesOf(task.equation);
  const [part, value] = left && contains(left, task.unknown) ? [left, right] : [right, left];
  return part?.kind === "call" && value?.kind === "number" ? { part, value: value.value } : undefined;
}

/** The equation with the function on the left, and the step that puts it there. */
function inOrder({ equation: before, unknown }: Task, part: Expression): { readonly equation: Expression; readonly steps: readonly Step[] } {
  const [left, right] = sidesOf(before);
  if (!left || !right || left === part) return { equation: before, steps: [] };
  const after = equation(right, left);
  return { equation: after, steps: [step("swap sides", [], { kind: "equivalent", unknown, before, after })] };
}

/** ⌊u⌋ = k: every u from k to below k + 1; ⌈u⌉ = k: every u above k − 1 up to k; for linear u. */
export function solveSteps(task: Task): Solved | undefined {
  const found = task.domain === "real" ? functionValue(task) : undefined;
  if (!found || (found.part.name !== "floor" && found.part.name !== "ceil")) return undefined;
  const { unknown } = task;
  const { part, value } = found;
  const [u = ZERO] = part.args;
  if (polynomialCoefficients(u, unknown)?.length !== 2 || freeNames(u).size > 1) return undefined;
  const common = { variables: [unknown], domain: "real", complete: true, rejected: [], complexSolutions: [] } as const;
  const swapped = inOrder(task, part);
  if (!rational.isInteger(value))
    return { steps: swapped.steps, set: { ...common, reason: say`${part.name === "floor" ? "floors" : "ceilings"} are whole numbers`, solutions: [] } };
  const k = number(value);
  const bounds =
    part.name === "floor" ? [relation(u, ">=", k), relation(u, "<", sum(k, number(1)))] : [relation(u, ">", sum(k, number(-1))), relation(u, "<=", k)];
  const conditions = bounds.map((bound) => forUnknown(bound, unknown));
  const reason = say`a number rounds ${part.name === "floor" ? "down" : "up"} to a whole number on an interval of length 1`;
  const claim = { kind: "equivalent", unknown, before: swapped.equation, after: logic("and", bounds) } as const;
  return {
    steps: [...swapped.steps, step("rounding", [part.name === "floor" ? "down" : "up", k], claim)],
    set: { ...common, reason, solutions: [solution(unknown, name(unknown), { free: [unknown], conditions })] },
  };
}

const LARGEST = 200;

/** u! = c: factorials rise from 1! on, and 0! is 1 too. */
export function solveFactorial(task: Task, solve: Solve): Solved | undefined {
  const found = task.domain === "real" ? functionValue(task) : undefined;
  if (found?.part.name !== "factorial") return undefined;
  const { unknown } = task;
  const [u = ZERO] = found.part.args;
  const values: number[] = [];
  let factorial = rational.ONE;
  for (let n = 0; n <= LARGEST && rational.compare(factorial, found.value) <= 0; n += 1) {
    if (rational.equal(factorial, found.value)) values.push(n);
    factorial = rational.multiply(factorial, rational.rational(n + 1));
  }
  if (rational.compare(factorial, found.value) <= 0) return undefined;
  const after = values.map((n) => equation(u, number(n)));
  const swapped = inOrder(task, found.part);
  const claim = { kind: "equivalent", unknown, before: swapped.equation, after: after.length === 0 ? NOWHERE : logic("or", after) } as const;
  const steps = [...swapped.steps, step("factorial undone", [], claim)];
  if (after.length === 0) {
    const reason = say`factorials rise from 1 on, and none of them is this number`;
    return { steps, set: { variables: [unknown], domain: "real", complete: true, reason, solutions: [], rejected: [], complexSolutions: [] } };
  }
  const solved = solveAll(task, after, solve);
  return (
    solved && { steps: [...steps, ...solved.steps], set: { ...solved.set, reason: say`factorials rise from 1! on, and 0! = 1! = 1; ${solved.set.reason}` } }
  );
}
