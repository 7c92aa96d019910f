import { partEquations } from "../../canonical/real-and-imaginary.ts";
import { step } from "../../derivation/step.ts";
import { equation as equationOf, I, name, product, subtract, sum, ZERO } from "../../expression/construct.ts";
import { type Equation, isEquation, sidesOf } from "../../expression/equations.ts";
import { contains, type Expression, findAll, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { say } from "../../notation/inline.ts";
import { readable } from "../../rewrite/readable.ts";
import { simplify, zeroTest } from "../../truth/index.ts";
import type { Solved, Task } from "../solution.ts";
import { solveSystem } from "../systems/system.ts";

const LETTERS: readonly (readonly [string, string])[] = [
  ["x", "y"],
  ["u", "v"],
  ["x_1", "y_1"],
];

/**
 * An equation in which conjugates, moduli or parts of a complex unknown stand: with z = x + i y the real and the imaginary parts of both
 * sides are equal, which is a system for the real numbers x and y.
 */
export function solveInRealUnknowns(task: Task): Solved | undefined {
  const { unknown, equation: before } = task;
  const [left, right] = sidesOf(before);
  if (task.domain !== "complex" || !left || !right || findAll(before, isNotAnalytic).length === 0) return undefined;
  const letters = LETTERS.find((pair) => pair.every((letter) => letter !== unknown && !contains(before, letter)));
  const [x, y] = (letters ?? []).map((letter) => name(letter));
  if (!letters || !x || !y) return undefined;
  const meaning = sum(x, product(I, y));
  const written = substitute(before, new Map([[unknown, meaning]]));
  const parts = partEquations(subtract(...put(left, right, unknown, meaning)));
  if (!parts) return undefined;
  const named = [
    { part: "real", equation: tidy(parts.re) },
    { part: "imaginary", equation: tidy(parts.im) },
  ] as const;
  const open = named.filter(({ equation }) => !isIdentity(equation));
  const solved = ofSystem(
    open.map(({ equation }) => equation),
    letters.filter((letter) => open.some(({ equation }) => contains(equation, letter))),
    task.assumptions,
  );
  if (!solved) return undefined;
  const steps = [
    step("put in parts", [unknown, meaning], { kind: "named", name: unknown, meaning, before, after: written }),
    ...open.map(({ part, equation }) => step("compare parts", [part], { kind: "part of a complex equation", unknown, before: written, after: equation, part })),
  ];
  const free = letters.filter((letter) => !open.some(({ equation }) => contains(equation, letter)));
  const solutions = solved.set.solutions.map((one) => ({
    ...one,
    free: [...one.free, ...free],
    values: new Map([[unknown, readable(sum(one.values.get(letters[0]) ?? x, product(I, one.values.get(letters[1]) ?? y)))]]),
  }));
  const reason = say`the real and the imaginary part of both sides are equal; ${solved.set.reason}`;
  const set = { variables: [unknown], domain: "complex", complete: solved.set.complete, reason, solutions, rejected: [], complexSolutions: [] } as const;
  return { steps: [...steps, ...solved.steps], set };
}

function isNotAnalytic(e: Expression): boolean {
  return e.kind === "call" && ["conj", "abs", "Re", "Im"].includes(e.name);
}

function put(left: Expression, right: Expression, unknown: string, meaning: Expression): [Expression, Expression] {
  const at = new Map([[unknown, meaning]]);
  return [substitute(left, at), substitute(right, at)];
}

function tidy(e: Expression): Equation {
  const [left = ZERO] = sidesOf(e);
  const made = equationOf(simplify(left).expression, ZERO);
  if (!isEquation(made)) throw new RangeError("parts are compared by equations");
  return made;
}

function isIdentity(e: Equation): boolean {
  return freeNames(e.operands[0]).size === 0 && zeroTest(e.operands[0]).kind === "zero";
}

function ofSystem(equations: readonly Equation[], unknowns: readonly string[], assumptions: readonly Expression[]): Solved | undefined {
  return solveSystem({ equations, unknowns, domain: "real", assumptions });
}
