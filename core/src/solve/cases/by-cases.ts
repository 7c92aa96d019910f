import { inCase, step } from "../../derivation/step.ts";
import { divide, logic, name, negate, relation, splitCoefficient, ZERO } from "../../expression/construct.ts";
import { isEquation, MIRRORED, sideDifference } from "../../expression/equations.ts";
import { type Comparison, contains, type Expression, equal, findAll, freeNames } from "../../expression/expression.ts";
import { replacePart, substitute } from "../../expression/substitute.ts";
import { say } from "../../notation/inline.ts";
import { linePlain } from "../../notation/line-plain.ts";
import { text } from "../../notation/text.ts";
import { polynomialCoefficients } from "../../rewrite/coefficients.ts";
import { asFamily, constantSign, decide, equalityTest, membersBetween, type PartValue, partValues, simplify, withDecidedCases } from "../../truth/index.ts";
import { type Against, sidesDiffer } from "../sifting/put-back.ts";
import type { Rejected, Solution, Solved, Task } from "../solution.ts";
import { distinctSolutions, type Solve, within } from "./each-alternative.ts";

/** One value of a part that depends on cases, and when it has that value. */
interface Case extends PartValue {
  /** An equation that holds only where it has that value, which leaves single points. */
  readonly only?: Expression;
}

/** The cases of a part; undefined for a part that has none. */
function casesOf(part: Expression): readonly Case[] | undefined {
  return partValues(part)?.map((one) => {
    const [only, ...more] = one.when;
    return part.kind === "call" && only && more.length === 0 && isEquation(only) ? { ...one, when: [], only } : one;
  });
}

/** The innermost part with cases that holds the unknown. */
function innermost(e: Expression, unknown: string): Expression | undefined {
  const parts = findAll(e, (part) => contains(part, unknown) && casesOf(part) !== undefined);
  return parts.find((part) => !parts.some((other) => other !== part && findAll(part, (inner) => equal(inner, other)).length > 0));
}

/**
 * An equation with absolute values, signs, extrema or cases that hold the unknown: each part is replaced by every value that
 * it can have, which loses nothing; the candidates are put back, and those that fail are listed with both sides.
 */
export function solveByCases(task: Task, solve: Solve): Solved | undefined {
  const { unknown } = task;
  const part = task.domain === "real" ? innermost(task.equation, unknown) : undefined;
  const cases = part && casesOf(part);
  if (!part || !cases) return undefined;
  const branches = cases.map(({ value, when, only }) => ({ equation: only ?? replacePart(task.equation, part, value), when, only }));
  const after = logic(
    "or",
    branches.map((branch) => branch.equation),
  );
  const rule = part.kind === "call" && part.name === "abs" ? "split the sign" : "split the cases";
  const steps = [step(rule, [part], { kind: "split", unknown, part, before: task.equation, after })];
  const found: Solution[] = [];
  const rejected: Rejected[] = [];
  let complete = true;
  for (const { equation, when, only } of branches) {
    const own = within(task, equation);
    const solved = own && solve({ ...own, assumptions: task.assumptions.filter((fact) => !contains(fact, unknown)) });
    if (!solved) return undefined;
    steps.push(...inCase(equation, solved.steps));
    complete = complete && solved.set.complete;
    rejected.push(...solved.set.rejected.filter(({ reason }) => linePlain(reason) !== NOT_REAL));
    for (const candidate of solved.set.solutions.flatMap((one) => membersWhere(one, when, unknown))) {
      if (candidate.free.includes(unknown)) {
        const range = [...candidate.conditions, ...when.map((condition) => forUnknown(condition, unknown))];
        const kept = consistent(range, unknown);
        if (kept) found.push({ ...candidate, conditions: kept });
        continue;
      }
      const verdict = fits(candidate, task) ?? elsewhere(candidate, when, task);
      const open = only ? [equalAt(candidate, task)] : openOf(when, candidate, task);
      if (verdict === true) found.push({ ...candidate, multiplicity: 1 });
      else if (verdict === undefined) found.push({ ...candidate, multiplicity: 1, conditions: [...candidate.conditions, ...open] });
      else rejected.push({ values: candidate.values, multiplicity: candidate.multiplicity, ...verdict });
    }
  }
  const everywhere = found.filter(({ free }) => free.includes(unknown));
  const swallowed = (one: Solution): boolean =>
    everywhere.some((range) => range.conditions.every((condition) => decide(simplify(substitute(condition, one.values)).expression, []) === true));
  const solutions = distinctSolutions(found.filter((one) => one.free.includes(unknown) || !swallowed(one)));
  const reals = new Set(solutions.map(({ values }) => text(values.get(unknown) ?? ZERO)));
  return {
    steps,
    set: {
      variables: [unknown],
      domain: "real",
      complete,
      reason: say`every case of ${part} was solved, and the candidates were put back`,
      solutions,
      rejected: rejected.filter(({ values }) => !reals.has(text(values.get(unknown) ?? ZERO))),
      complexSolutions: [],
    },
  };
}

/** The members of a family that the conditions of a case leave, where these bound it on both sides. */
function membersWhere(candidate: Solution, when: readonly Expression[], unknown: string): readonly Solution[] {
  const [letter, ...more] = candidate.integers;
  const family = letter !== undefined && more.length === 0 ? asFamily(candidate.values.get(unknown) ?? ZERO, letter) : undefined;
  const members = family && membersBetween(family, unknown, when);
  if (!members) return [candidate];
  return members
    .map((value): Solution => ({ ...candidate, values: new Map([[unknown, value]]), integers: [] }))
    .filter(({ values }) => when.every((condition) => decide(simplify(substitute(condition, values)).expression, []) !== false));
}

const NOT_REAL = "it is not real";

/** Whether a candidate solves the equation itself: true, a reason against it, or open. */
function fits(candidate: Solution, task: Task): true | Against | undefined {
  const [left = ZERO, right = ZERO] = task.equation.operands.map((side) => simplify(withDecidedCases(substitute(side, candidate.values), [])).expression);
  const test = equalityTest(left, right, [...task.assumptions, ...candidate.conditions]);
  if (test.kind === "zero") return true;
  const plain = freeNames(left).size + freeNames(right).size === 0;
  return test.kind === "nonzero" && plain ? sidesDiffer(left, right) : undefined;
}

/** What letters must satisfy for both sides to be equal at a value. */
function equalAt({ values }: Solution, { equation }: Task): Expression {
  const there = simplify(withDecidedCases(substitute(sideDifference(equation), values), [])).expression;
  return relation(splitCoefficient(there).rest, "=", ZERO);
}

/** Why a candidate of a case is none of the equation, where the case is not taken there. */
function elsewhere({ values }: Solution, when: readonly Expression[], { assumptions }: Task): Against | undefined {
  const failing = when.find((condition) => decide(simplify(substitute(condition, values)).expression, assumptions) === false);
  return failing && { reason: say`this case is for ${failing}, which does not hold there` };
}

function openOf(when: readonly Expression[], candidate: Solution, task: Task): readonly Expression[] {
  return when
    .map((condition) => simplify(substitute(condition, candidate.values)).expression)
    .filter((condition) => decide(condition, task.assumptions) !== true);
}

/** A linear condition solved for the unknown: x − 1 ≥ 0 as x ≥ 1. */
export function forUnknown(condition: Expression, unknown: string): Expression {
  if (condition.kind !== "relation" || condition.comparisons.length !== 1) return condition;
  const [comparison = "="] = condition.comparisons;
  const difference = simplify(sideDifference(condition)).expression;
  const coefficients = polynomialCoefficients(difference, unknown);
  const [constant = ZERO, slope] = coefficients ?? [];
  const sign = slope && coefficients?.length === 2 ? constantSign(slope) : undefined;
  if (!slope || sign === undefined || sign === 0) return condition;
  const bound = simplify(divide(negate(constant), slope)).expression;
  return relation(name(unknown), sign > 0 ? comparison : MIRRORED[comparison], bound);
}

/** The conditions without those that others imply; undefined where they contradict each other or leave a single point. */
function consistent(conditions: readonly Expression[], unknown: string): readonly Expression[] | undefined {
  const bounds = conditions.map((condition) => {
    const [left, right] = condition.kind === "relation" && condition.comparisons.length === 1 ? condition.operands : [];
    const comparison = condition.kind === "relation" ? condition.comparisons[0] : undefined;
    return left?.kind === "name" && left.name === unknown && right && comparison && freeNames(right).size === 0 ? { condition, comparison, right } : undefined;
  });
  const lower = bounds.flatMap((bound) => (bound && (bound.comparison === ">" || bound.comparison === ">=") ? [bound] : []));
  const upper = bounds.flatMap((bound) => (bound && (bound.comparison === "<" || bound.comparison === "<=") ? [bound] : []));
  for (const low of lower) for (const high of upper) if (decide(relation(low.right, ">=", high.right), []) === true) return undefined;
  const implied = (own: (typeof lower)[number], others: typeof lower, weaker: Comparison): boolean =>
    others.some((other) => other !== own && decide(relation(own.right, weaker, other.right), []) === true && !equal(own.right, other.right));
  const kept = conditions.filter((condition) => {
    const low = lower.find((bound) => bound.condition === condition);
    const high = upper.find((bound) => bound.condition === condition);
    return !(low && implied(low, lower, "<=")) && !(high && implied(high, upper, ">="));
  });
  const seen = new Set<string>();
  return kept.filter((condition) => {
    const key = text(condition);
    return seen.has(key) ? false : seen.add(key);
  });
}
