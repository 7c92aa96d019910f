import type { Step } from "../../../derivation/step.ts";
import { divide, equation, name, negate, relation, subtract, ZERO } from "../../../expression/construct.ts";
import { realDomain } from "../../../expression/domain.ts";
import { contains, type Expression, equal, freeNames } from "../../../expression/expression.ts";
import { substitute } from "../../../expression/substitute.ts";
import { text } from "../../../notation/text.ts";
import { BudgetExhausted } from "../../../number/budget.ts";
import { polynomialCoefficients } from "../../../rewrite/coefficients.ts";
import { withoutTurns } from "../../../rewrite/forms/whole-turns.ts";
import { readable } from "../../../rewrite/readable.ts";
import { decide, simplify, zeroTest } from "../../../truth/index.ts";
import { type Domain, type Rejected, type Solution, Unsolvable } from "../../solution.ts";

/** An equation of the system. */
export type Relation = Expression & { readonly kind: "relation" };

/** What is open on the way through a system: equations, unknowns without a value, and what has been found. */
export interface State {
  readonly equations: readonly Relation[];
  readonly unknowns: readonly string[];
  /** Unknowns expressed by others, in the order in which they were found. */
  readonly expressed: readonly { readonly unknown: string; readonly value: Expression }[];
  readonly conditions: readonly Expression[];
  /** Coefficients with unknowns that were divided by: where one of them is 0 the equations contradict each other. */
  readonly divided: readonly Expression[];
  readonly integers: readonly string[];
  readonly domain: Domain;
  readonly assumptions: readonly Expression[];
  readonly combined: boolean;
}

/** The solutions of a system, the values that lead nowhere, and the steps that were taken. */
export interface Branches {
  readonly solutions: readonly Solution[];
  readonly rejected: readonly Rejected[];
  readonly steps: readonly Step[];
  readonly complete: boolean;
}

/** How the rest of a system is solved. */
export type Onward = (state: State) => Branches | undefined;

/** One kind of step through a system; undefined where it is not possible. */
export type Way = (state: State, onward: Onward) => Branches | undefined;

/** A case without solutions. */
export const NOTHING: Branches = { solutions: [], rejected: [], steps: [], complete: true };

/** An equation with more solutions is not followed case by case. */
export const MOST_BRANCHES = 64;

/** Without identities; undefined where an equation contradicts itself. */
export function clean(state: State): State | undefined {
  const kept: Relation[] = [];
  const needed: Expression[] = [];
  for (const one of state.equations) {
    const [left = ZERO, right = ZERO] = one.operands;
    const difference = subtract(left, right);
    const simple = simplify(difference).expression;
    const open = state.unknowns.some((unknown) => contains(simple, unknown));
    const test = open && freeNames(difference).size > 0 ? undefined : zeroTest(difference, [...state.assumptions, ...state.conditions]);
    const plain = test ?? (equal(simple, ZERO) ? ({ kind: "zero" } as const) : undefined);
    if (plain?.kind === "zero") continue;
    if (plain?.kind === "nonzero" && freeNames(difference).size === 0) return undefined;
    if (state.domain === "real" && decide(relation(difference, "!=", ZERO), [...state.assumptions, ...state.conditions]) === true) return undefined;
    // Without unknowns it is what the letters must satisfy for the rest to have a solution.
    if (!open) needed.push(conditionOn(simple));
    else kept.push(one);
  }
  return { ...state, equations: kept, conditions: [...state.conditions, ...needed] };
}

/** An equation between letters, for the letter that makes it shortest. */
function conditionOn(difference: Expression): Expression {
  const ways = [...freeNames(difference)].flatMap((letter) => {
    const [constant = ZERO, slope, ...more] = polynomialCoefficients(difference, letter) ?? [];
    return slope && more.length === 0 && freeNames(slope).size === 0 ? [equation(name(letter), readable(divide(negate(constant), slope)))] : [];
  });
  return ways.reduce((best, next) => (text(next).length < text(best).length ? next : best), ways[0] ?? equation(difference, ZERO));
}

/** The values of all unknowns, those expressed by others put back from the last to the first. */
export function finished(state: State): Solution {
  const values = new Map<string, Expression>(state.unknowns.map((unknown) => [unknown, name(unknown)]));
  for (const { unknown, value } of [...state.expressed].reverse())
    values.set(unknown, readable(state.integers.length > 0 ? withoutTurns(substitute(value, values)) : substitute(value, values)));
  const isOpen = (condition: Expression): boolean => state.expressed.some(({ unknown }) => contains(condition, unknown));
  const conditions = state.conditions.map((condition) => (isOpen(condition) ? simplify(substitute(condition, values)).expression : condition));
  // An equation that leaves an unknown open under a condition expresses it by itself.
  const open = state.expressed.flatMap(({ unknown, value }) => (equal(value, name(unknown)) ? [unknown] : []));
  return { values, multiplicity: 1, free: [...state.unknowns, ...open], integers: state.integers, conditions };
}

/** The open unknowns that an expression holds. */
export const unknownsIn = (e: Expression, { unknowns }: State): readonly string[] => unknowns.filter((unknown) => contains(e, unknown));

/** Whether an inequation about unknowns may fail where the equations are defined. */
export function mayFail(condition: Expression, state: State): boolean {
  if (condition.kind !== "relation" || !condition.comparisons.includes("!=") || unknownsIn(condition, state).length === 0) return false;
  return decide(condition, [...state.assumptions, ...state.equations.flatMap(realDomain)]) !== true;
}

/** What is found; undefined where an equation on the way is not solved, or takes too long. */
export function whereSolvable<T>(find: () => T | undefined): T | undefined {
  try {
    return find();
  } catch (error) {
    if (error instanceof Unsolvable || error instanceof BudgetExhausted) return undefined;
    throw error;
  }
}
