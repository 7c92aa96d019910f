import type { Step } from "../derivation/step.ts";
import type { Expression } from "../expression/expression.ts";
import type { Line } from "../notation/inline.ts";

export type Domain = "real" | "complex";

/** One solution: a value for each unknown, and what must hold for it to be one. */
export interface Solution {
  readonly values: ReadonlyMap<string, Expression>;
  readonly multiplicity: number;
  /** Names that may take any value; the unknown itself where every value solves. */
  readonly free: readonly string[];
  /** Letters that stand for every integer. */
  readonly integers: readonly string[];
  readonly conditions: readonly Expression[];
}

/** A candidate that is no solution, or not one that was asked for, with the reason in words. */
export interface Rejected {
  readonly values: ReadonlyMap<string, Expression>;
  readonly multiplicity: number;
  readonly reason: Line;
  /** What both sides of the equation come to there, where it was put back. */
  readonly sides?: readonly [Expression, Expression];
  /** What it would have to satisfy and does not. */
  readonly fails?: { readonly condition: Expression; readonly isGiven: boolean };
}

/** All solutions of an equation in the stated domain, and how it is known that these are all. */
export interface SolutionSet {
  readonly variables: readonly string[];
  readonly domain: Domain;
  readonly complete: boolean;
  /** Why these are all, or what is not proven; a sentence without its full stop. */
  readonly reason: Line;
  /** What becomes of the equation for values of letters that the conditions leave out, in words, where it is not listed. */
  readonly special?: string;
  readonly solutions: readonly Solution[];
  readonly rejected: readonly Rejected[];
  /** The solutions outside the reals, given apart where none is real. */
  readonly complexSolutions: readonly Solution[];
}

/** What a method returns: the solutions and the steps it really took. */
export interface Solved {
  readonly set: SolutionSet;
  readonly steps: readonly Step[];
}

/** Thrown where no method applies; the message says what was tried. */
export class Unsolvable extends Error {
  override readonly name = "Unsolvable";
}

/** What is to be solved: left = right for the unknown. */
export interface Task {
  readonly equation: Expression & { readonly kind: "relation" };
  readonly unknown: string;
  readonly domain: Domain;
  /** Relations known from the givens; they may speak of the unknown. */
  readonly assumptions: readonly Expression[];
  /** Whether a part of the usual effort is enough: for marks of a graph, of which only so many can be seen. */
  readonly brief?: boolean;
}

export function solution(unknown: string, value: Expression, options: Partial<Omit<Solution, "values">> = {}): Solution {
  const { multiplicity = 1, free = [], integers = [], conditions = [] } = options;
  return { values: new Map([[unknown, value]]), multiplicity, free, integers, conditions };
}
