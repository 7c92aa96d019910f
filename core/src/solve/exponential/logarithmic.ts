import { step } from "../../derivation/step.ts";
import { call, divide, E, equation, negate, number, ONE, power, product, splitCoefficient, subtract, sum, ZERO } from "../../expression/construct.ts";
import { realDomain } from "../../expression/domain.ts";
import { contains, type Expression, equal, factorsOf, termsOf } from "../../expression/expression.ts";
import { say } from "../../notation/inline.ts";
import * as integer from "../../number/integer.ts";
import * as rational from "../../number/rational.ts";
import { readable } from "../../rewrite/readable.ts";
import { expand, expandedLogarithm, isPositive, rationalRatio, simplify } from "../../truth/index.ts";
import { type Solve, within } from "../cases/each-alternative.ts";
import type { Solved, Task } from "../solution.ts";

/** A logarithm with what it is multiplied by. */
interface LogarithmTerm {
  readonly base: Expression;
  readonly scale: Expression;
  readonly inside: Expression;
}

/**
 * Several logarithms of the unknown: they are joined to one, and the exponential function is applied to both sides. That may
 * widen the domain; candidates at which a logarithm is not defined are set aside.
 */
export function solveLogarithmic(task: Task, solve: Solve): Solved | undefined {
  if (task.domain !== "real") return undefined;
  const [left = ZERO, right = ZERO] = task.equation.operands;
  const { unknown } = task;
  const difference = simplify(subtract(left, right)).expression;
  const terms = termsOf(difference);
  const logarithms: LogarithmTerm[] = [];
  const rest: Expression[] = [];
  for (const term of terms) {
    const own = logarithmTerm(term, unknown);
    if (own) logarithms.push(own);
    else if (contains(term, unknown)) return undefined;
    else rest.push(term);
  }
  const [first] = logarithms;
  if (!first) return undefined;
  const ratios = logarithms.map(({ scale }) => rationalRatio(scale, first.scale));
  if (!ratios.every((ratio) => ratio !== undefined)) return undefined;
  const den = ratios.reduce<integer.Integer>((common, ratio) => integer.lcm(common, ratio.den), 1);
  const multiples = ratios.map((ratio) => rational.multiply(ratio, rational.rational(den)));
  const unit = divide(first.scale, number(rational.rational(den)));
  const base = sharedBase(logarithms);
  const inBase = equal(base, E) ? unit : product(unit, call("ln", base));
  const exponent = readable(divide(negate(sum(...rest)), inBase));
  const logarithm = (u: Expression): Expression => (equal(base, E) ? call("ln", u) : call("log", base, u));
  const top = simplify(product(...logarithms.map(({ inside }, k) => power(inside, number(multiples[k] ?? rational.ONE))))).expression;
  const bottom = readable(expand(power(base, exponent)));
  const joined = equation(logarithm(top), exponent);
  const raised = equation(top, bottom);
  const own = within(task, raised);
  const solved = own && solve({ ...own, assumptions: task.assumptions.filter((fact) => !contains(fact, unknown)) });
  if (!solved) return undefined;
  const steps = [];
  if (!equal(joined, task.equation)) {
    const times = { kind: "times", factor: divide(ONE, inBase) } as const;
    steps.push(step("join the logarithms", [], { kind: "implies", unknown, before: task.equation, after: joined, done: times }));
  }
  const done = equal(base, E) ? ({ kind: "function", name: "exp" } as const) : ({ kind: "base", base } as const);
  steps.push(step("raise to the power", [base], { kind: "implies", unknown, before: joined, after: raised, done }));
  return {
    steps: [...steps, ...solved.steps],
    set: {
      ...solved.set,
      reason: say`joining the logarithms and applying the exponential function loses no solution; candidates outside the domain are set aside`,
      solutions: solved.set.solutions.map((one) => ({ ...one, multiplicity: 1 })),
      complexSolutions: [],
    },
  };
}

/** The base that all logarithms have, or e. */
function sharedBase(logarithms: readonly LogarithmTerm[]): Expression {
  const [first] = logarithms;
  return first && logarithms.every(({ base }) => equal(base, first.base)) ? first.base : E;
}

function logarithmTerm(term: Expression, unknown: string): LogarithmTerm | undefined {
  const { coefficient, rest } = splitCoefficient(term);
  const factors = factorsOf(rest);
  const own = factors.filter((factor) => contains(factor, unknown));
  const [only] = own;
  if (own.length !== 1 || only?.kind !== "call" || (only.name !== "ln" && only.name !== "log")) return undefined;
  const inside = only.args[only.args.length - 1] ?? ZERO;
  const base = only.name === "log" ? (only.args[0] ?? E) : E;
  if (contains(base, unknown)) return undefined;
  const others = product(number(coefficient), ...factors.filter((factor) => factor !== only));
  return { base, scale: equal(base, E) ? others : divide(others, call("ln", base)), inside };
}

/**
 * Two products of powers that are equal and positive: the natural logarithm of both sides takes the exponents down.
 */
export function solveByTakingLogarithms(task: Task, solve: Solve): Solved | undefined {
  if (task.domain !== "real") return undefined;
  const { unknown } = task;
  const sides = twoSides(task);
  if (!sides || !hasExponent(task.equation, unknown)) return undefined;
  const known = [...realDomain(task.equation), ...task.assumptions];
  const logarithms = sides.map((side) => logarithmOf(side, unknown, known));
  const [u, v] = logarithms;
  if (!u || !v) return undefined;
  const isolated = equation(sides[0], sides[1]);
  const after = equation(u, v);
  const own = within(task, after);
  const solved = own && solve(own);
  if (!solved) return undefined;
  const steps = [];
  if (!equal(isolated, task.equation))
    steps.push(step("bring terms over", [sides[0]], { kind: "equivalent", unknown, before: task.equation, after: isolated }));
  steps.push(step("take ln", [], { kind: "equivalent", unknown, before: isolated, after }));
  const reason = say`the logarithm takes each value only once; ${solved.set.reason}`;
  return { steps: [...steps, ...solved.steps], set: { ...solved.set, reason, solutions: solved.set.solutions.map((one) => ({ ...one, multiplicity: 1 })) } };
}

function hasExponent(e: Expression, unknown: string): boolean {
  if (e.kind === "power" && contains(e.exponent, unknown)) return true;
  return e.kind === "relation"
    ? e.operands.some((part) => hasExponent(part, unknown))
    : e.kind === "product" || e.kind === "sum"
      ? partsOf(e).some((part) => hasExponent(part, unknown))
      : false;
}

const partsOf = (e: Expression): readonly Expression[] => (e.kind === "product" ? e.factors : e.kind === "sum" ? e.terms : []);

/** The two terms of the equation on different sides. */
function twoSides({ equation: { operands } }: Task): readonly [Expression, Expression] | undefined {
  const [left = ZERO, right = ZERO] = operands;
  if (left.kind !== "sum" && right.kind !== "sum" && !equal(right, ZERO) && !equal(left, ZERO)) return [left, right];
  const difference = subtract(left, right);
  const [first, second] = difference.kind === "sum" && difference.terms.length === 2 ? difference.terms : [];
  if (!first || !second) return undefined;
  return splitCoefficient(first).coefficient.num < 0 ? [second, negate(first)] : [first, negate(second)];
}

/** ln of a positive product with the exponents in front; undefined where a factor may not be positive. */
function logarithmOf(e: Expression, unknown: string, known: readonly Expression[]): Expression | undefined {
  if (e.kind === "product") {
    const parts = e.factors.map((factor) => logarithmOf(factor, unknown, known));
    return parts.every((part) => part !== undefined) ? sum(...parts) : undefined;
  }
  if (e.kind === "power" && (isPositive(e.base, known) || (e.base.kind === "constant" && e.base.name === "e"))) return product(e.exponent, call("ln", e.base));
  if (!isPositive(e, known)) return undefined;
  return contains(e, unknown) ? call("ln", e) : expandedLogarithm(e, known, false);
}
