import { conjugate } from "../../canonical/conjugate.ts";
import { NOWHERE } from "../../derivation/nowhere.ts";
import { step } from "../../derivation/step.ts";
import { call, divide, E, equation, HALF, I, name, negate, ONE, power, product, relation, subtract, sum, TWO, ZERO } from "../../expression/construct.ts";
import { isEquation, sidesOf } from "../../expression/equations.ts";
import { contains, type Expression, equal, factorsOf, findAll, freeNames, termsOf } from "../../expression/expression.ts";
import { isReal } from "../../expression/realness.ts";
import { mapChildren, replacePart, substitute } from "../../expression/substitute.ts";
import { say } from "../../notation/inline.ts";
import * as rational from "../../number/rational.ts";
import { readable } from "../../rewrite/readable.ts";
import { decide, simplify } from "../../truth/index.ts";
import { type Solve, within } from "../cases/each-alternative.ts";
import { putBack } from "../sifting/put-back.ts";
import type { Solved, Task } from "../solution.ts";

/** The same equation written with simpler functions, for which other methods are known. */
type Rewriting = (e: Expression, unknown: string) => Expression;

/** e^(k ln u) is u^k for whole k, and for principal powers any k. */
const withoutLogarithms: Rewriting = (e, unknown) => {
  const inner = mapChildren(e, (child) => withoutLogarithms(child, unknown));
  if (inner.kind !== "power" || !equal(inner.base, E) || !contains(inner.exponent, unknown)) return inner;
  const powers = termsOf(inner.exponent).map((term) => {
    const factors = factorsOf(term);
    const logarithm = factors.find((factor) => factor.kind === "call" && factor.name === "ln");
    const [u] = logarithm?.kind === "call" ? logarithm.args : [];
    const scale = product(...factors.filter((factor) => factor !== logarithm));
    return u && scale.kind === "number" && rational.isInteger(scale.value) ? power(u, scale) : power(E, term);
  });
  return product(...powers);
};

const turned = (u: Expression): readonly [Expression, Expression] => [power(E, product(I, u)), power(E, negate(product(I, u)))];
const plain = (u: Expression): readonly [Expression, Expression] => [power(E, u), power(E, negate(u))];

/** Circular and hyperbolic functions by exponentials. */
const BY_EXPONENTIALS: Readonly<Record<string, (u: Expression) => Expression>> = {
  sin: (u) => divide(subtract(...turned(u)), product(TWO, I)),
  cos: (u) => product(HALF, sum(...turned(u))),
  // Of the double angle there is one exponential, so that the family has its true period.
  tan: (u) => quotientOfDouble(product(TWO, I, u), I),
  sinh: (u) => product(HALF, subtract(...plain(u))),
  cosh: (u) => product(HALF, sum(...plain(u))),
  tanh: (u) => quotientOfDouble(product(TWO, u), ONE),
};

/** (e^v − 1)/(k (e^v + 1)). */
function quotientOfDouble(v: Expression, k: Expression): Expression {
  const q = power(E, v);
  return divide(subtract(q, ONE), product(k, sum(q, ONE)));
}

const byExponentials: Rewriting = (e, unknown) => {
  const inner = mapChildren(e, (child) => byExponentials(child, unknown));
  const [u] = inner.kind === "call" ? inner.args : [];
  return inner.kind === "call" && u && contains(u, unknown) ? (BY_EXPONENTIALS[inner.name]?.(u) ?? inner) : inner;
};

/** Functions of a complex unknown that exponentials and whole powers can stand for. */
export function solveByExponentials(task: Task, solve: Solve): Solved | undefined {
  if (task.domain !== "complex" || freeNames(task.equation).size > 1) return undefined;
  for (const rewrite of [withoutLogarithms, byExponentials]) {
    const after = rewrite(task.equation, task.unknown);
    const own = equal(after, task.equation) ? undefined : within(task, after);
    const solved = own && solve(own);
    if (!solved) continue;
    const claim = { kind: "equivalent", unknown: task.unknown, before: task.equation, after, factor: ONE } as const;
    return { ...solved, steps: [step("write with exponentials", [], claim), ...solved.steps] };
  }
  return undefined;
}

/** u conj(u) is |u|². */
const byModuli = (e: Expression): Expression => {
  const inner = mapChildren(e, byModuli);
  const factors = factorsOf(inner);
  const first = factors.find((factor) => !isReal(factor) && factors.some((other) => other !== factor && equal(conjugate(factor), other)));
  if (!first) return inner;
  const other = factors.find((factor) => factor !== first && equal(conjugate(first), factor));
  return product(power(call("abs", first), TWO), ...factors.filter((factor) => factor !== first && factor !== other));
};

/** Products of numbers with their conjugates, where nothing but moduli holds the unknown then. */
export function solveConjugateProducts(task: Task, solve: Solve): Solved | undefined {
  const { equation: before, unknown, domain } = task;
  const after = domain === "complex" ? byModuli(before) : before;
  const withoutModuli = (e: Expression): Expression => (e.kind === "call" && e.name === "abs" ? ZERO : mapChildren(e, withoutModuli));
  const own = equal(after, before) || contains(withoutModuli(after), unknown) ? undefined : within(task, after);
  const solved = own && solve(own);
  return solved && { ...solved, steps: [step("conjugate product", [], { kind: "equivalent", unknown, before, after, factor: ONE }), ...solved.steps] };
}

/** |u| = r: u is r e^(iφ), with any real angle φ. */
export function solveModulus(task: Task, solve: Solve): Solved | undefined {
  if (task.domain !== "complex") return undefined;
  const [left, right] = sidesOf(task.equation);
  const [modulus, size] = left?.kind === "call" && left.name === "abs" ? [left, right] : [right, left];
  const [u] = modulus?.kind === "call" && modulus.name === "abs" ? modulus.args : [];
  if (!u || !size || !left || !right || !isReal(size) || contains(size, task.unknown)) return undefined;
  const steps =
    modulus === left ? [] : [step("swap sides", [], { kind: "equivalent", unknown: task.unknown, before: task.equation, after: equation(right, left) })];
  if (decide(relation(size, "<", ZERO), task.assumptions) === true) return nothing(task, equation(modulus ?? left, size));
  if (decide(relation(size, ">=", ZERO), task.assumptions) !== true) return undefined;
  const letter = ["phi", "alpha", "psi"].find((other) => !contains(task.equation, other)) ?? "phi_1";
  const after = equation(u, product(size, power(E, product(I, name(letter)))));
  const own = within(task, after);
  const solved = own && solve(own);
  if (!solved) return undefined;
  const before = modulus === left ? task.equation : equation(right, left);
  const first = step("modulus and angle", [letter], { kind: "equivalent", unknown: task.unknown, before, after });
  const isZero = decide(relation(size, "=", ZERO), task.assumptions) === true;
  return {
    steps: [...steps, first, ...solved.steps],
    set: {
      ...solved.set,
      domain: "complex",
      reason: say`the numbers of modulus ${size} are those with any angle`,
      solutions: solved.set.solutions.map((one) => ({ ...one, free: isZero ? one.free : [...one.free, letter] })),
    },
  };
}

function nothing(task: Task, before: Expression): Solved {
  const reason = say`the modulus of a complex number is never negative`;
  const never = step("out of range", ["an absolute value is never negative"], { kind: "equivalent", unknown: task.unknown, before, after: NOWHERE });
  const swapped = equal(before, task.equation)
    ? []
    : [step("swap sides", [], { kind: "equivalent", unknown: task.unknown, before: task.equation, after: before })];
  return {
    steps: [...swapped, never],
    set: { variables: [task.unknown], domain: task.domain, complete: true, reason, solutions: [], rejected: [], complexSolutions: [] },
  };
}

/** ln u = v and √u = v over the complex numbers: u is e^v or v², where the principal value is v; candidates are put back. */
export function solveComplexBranches(task: Task, solve: Solve): Solved | undefined {
  if (task.domain !== "complex" || freeNames(task.equation).size > 1) return undefined;
  const [left, right] = sidesOf(task.equation);
  if (!left || !right) return undefined;
  const [side, value] = contains(left, task.unknown) ? [left, right] : [right, left];
  if (contains(value, task.unknown)) return undefined;
  const branched = findAll(side, (part) => isBranched(part) && contains(part, task.unknown));
  const [part] = branched;
  if (!part || branched.length > 1) return undefined;
  // What is around the function is a linear expression of it.
  const letter = name("w_0", "complex");
  const around = subtract(replacePart(side, part, letter), value);
  const slope = simplify(subtract(substitute(around, new Map([["w_0", ONE]])), substitute(around, new Map([["w_0", ZERO]])))).expression;
  const start = substitute(around, new Map([["w_0", ZERO]]));
  if (contains(replacePart(side, part, letter), task.unknown) || !equal(simplify(subtract(around, sum(product(slope, letter), start))).expression, ZERO))
    return undefined;
  const alone = readable(divide(negate(start), slope));
  const [inside, by] =
    part.kind === "call" ? [part.args[0] ?? ZERO, power(E, alone)] : part.kind === "power" ? [part.base, readable(power(alone, TWO))] : [part, alone];
  const isolated = equation(part, alone);
  const after = equation(inside, by);
  const own = within(task, after);
  const solved = own && solve(own);
  if (!solved || !isEquation(isolated)) return undefined;
  const { unknown } = task;
  const done = part.kind === "call" ? ({ kind: "function", name: "exp" } as const) : ({ kind: "power", exponent: TWO } as const);
  const steps = [
    ...(equal(isolated, task.equation) ? [] : [step("bring terms over", [part], { kind: "equivalent", unknown, before: task.equation, after: isolated })]),
    step("undo the branch", [part], { kind: "implies", unknown, before: isolated, after, done }),
  ];
  const set = putBack(solved, task, "undoing a function with branches");
  return { steps: [...steps, ...solved.steps], set: { ...set, domain: "complex" } };
}

function isBranched(e: Expression): boolean {
  if (e.kind === "call") return e.name === "ln";
  return e.kind === "power" && e.exponent.kind === "number" && rational.equal(e.exponent.value, rational.HALF);
}
