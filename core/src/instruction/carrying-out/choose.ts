import { ballValue } from "../../expression/ball-value.ts";
import { call, name as nameOf, subtract } from "../../expression/construct.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { statedWhole, wholeFact } from "../../expression/whole.ts";
import { type Line, say } from "../../notation/inline.ts";
import * as real from "../../number/real-ball.ts";
import { BallUndefined } from "../../number/real-ball.ts";
import type { Rejected, Solution, SolutionSet } from "../../solve/solution.ts";
import { decide, simplify } from "../../truth/index.ts";
import type { NumberKind } from "../environment.ts";

/** Keeps the solutions that pass; the others are set aside, each with a reason. `undefined` leaves a solution in. */
export function chooseFrom(set: SolutionSet, reasonAgainst: (solution: Solution) => Line | undefined): SolutionSet {
  const kept: Solution[] = [];
  const rejected: Rejected[] = [...set.rejected];
  for (const solution of set.solutions) {
    const reason = reasonAgainst(solution);
    if (reason === undefined) kept.push(solution);
    else rejected.push({ values: solution.values, multiplicity: solution.multiplicity, reason });
  }
  return { ...set, solutions: kept, rejected };
}

/** The value of the first unknown of a solution; undefined where it has none. */
export function onlyValue(solution: Pick<Solution, "values">): Expression | undefined {
  const [value] = solution.values.values();
  return value;
}

/** Whether a condition holds for a solution's values under what is known. */
export function holdsFor(condition: Expression, solution: Pick<Solution, "values" | "conditions">, assumptions: readonly Expression[]): boolean | undefined {
  const at = simplify(substitute(condition, solution.values)).expression;
  return decide(at, [...assumptions, ...solution.conditions]);
}

/** What the kind of number asks of an unknown as a real one. */
export function factsOfKind(kinds: ReadonlyMap<string, NumberKind>, unknowns: readonly string[]): readonly Expression[] {
  return unknowns.flatMap((unknown) => (kinds.get(unknown) === "integers" ? [wholeFact(nameOf(unknown))] : []));
}

/** Solutions among the rational numbers only, where that was asked for; a whole number that may take any value is a letter for integers. */
export function restrictToKind(set: SolutionSet, kind: NumberKind): SolutionSet {
  if (kind === "integers") return { ...set, solutions: set.solutions.map(wholeAsLetters) };
  if (kind !== "rationals") return set;
  return chooseFrom(set, (solution) => {
    const value = onlyValue(solution);
    if (!value || freeNames(value).size > 0) return undefined;
    return value.kind === "number" ? undefined : say`${value} is not a rational number`;
  });
}

/** A solution with its free unknowns that are whole as letters for integers. */
export function wholeAsLetters(solution: Solution): Solution {
  const whole = solution.conditions.filter((condition) => solution.free.includes(wholeName(condition) ?? ""));
  const letters = whole.flatMap((condition) => wholeName(condition) ?? []);
  return {
    ...solution,
    free: solution.free.filter((name) => !letters.includes(name)),
    integers: [...solution.integers, ...letters],
    conditions: solution.conditions.filter((condition) => !whole.includes(condition)),
  };
}

function wholeName(condition: Expression): string | undefined {
  const about = statedWhole(condition);
  return about?.kind === "name" ? about.name : undefined;
}

/** The solution nearest to a number; the others are set aside, so that it is said how many there are. */
export function nearest(set: SolutionSet, target: Expression): SolutionSet {
  const distance = (solution: Solution): number => {
    const value = onlyValue(solution);
    if (!value) return Number.POSITIVE_INFINITY;
    try {
      return real.toNumber(ballValue(call("abs", subtract(value, target)), 96).re);
    } catch (error) {
      if (error instanceof BallUndefined) return Number.POSITIVE_INFINITY;
      throw error;
    }
  };
  const [best] = [...set.solutions].sort((a, b) => distance(a) - distance(b));
  return chooseFrom(set, (solution) => (solution === best ? undefined : say`it is further from ${target}`));
}

/** What a condition says when it fails. */
export const failure = (condition: Expression): Line => say`${condition} does not hold`;
