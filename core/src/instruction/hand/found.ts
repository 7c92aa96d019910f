import { complexDomain, realDomain } from "../../expression/domain.ts";
import { alternativesOf, isEquation, sidesOf } from "../../expression/equations.ts";
import { contains, type Expression, freeNames } from "../../expression/expression.ts";
import { substitute, withRanges } from "../../expression/substitute.ts";
import { BudgetExhausted } from "../../number/budget.ts";
import { solveEquation } from "../../solve/equation.ts";
import { tidyConditions } from "../../solve/sifting/conditions.ts";
import { type Domain, type SolutionSet, Unsolvable } from "../../solve/solution.ts";
import { decide, simplify } from "../../truth/index.ts";
import { factsOfKind, restrictToKind } from "../carrying-out/choose.ts";
import { rangeOf } from "../environment.ts";
import { judgeSolutions } from "../judging/judge-solutions.ts";
import type { Scope } from "./question.ts";

/** A value, and what must hold of the letters in it. */
export interface Entry {
  readonly value: Expression;
  readonly conditions: readonly Expression[];
}

/** All solutions of a statement, whether it is proven that they are all, and the letter of families. */
export interface Found {
  readonly entries: readonly Entry[];
  readonly proven: boolean;
  readonly letter: string | undefined;
  /** Whether no values of the letters are left out for which the solutions are others. */
  readonly whole: boolean;
}

export const NOTHING_FOUND: Found = { entries: [], proven: true, letter: undefined, whole: true };

/** The domain in which the solutions of a scope are sought: integers and rational numbers are real. */
export function domainOf({ kind }: Scope): Domain {
  return kind === "complex" ? "complex" : "real";
}

/** The solutions that a line has found; undefined where every value is one, or they are not all known. */
export function foundIn(set: SolutionSet, unknown: string, proven: boolean): Found | undefined {
  if (!set.complete || set.solutions.some(({ free }) => free.length > 0)) return undefined;
  const entries = set.solutions.flatMap(({ values, conditions }): readonly Entry[] => {
    const value = values.get(unknown);
    return value ? [{ value, conditions }] : [];
  });
  return { entries, proven, letter: set.solutions.flatMap(({ integers }) => integers)[0], whole: set.special === undefined };
}

/** What a statement asks of its letters to be defined, in a domain. */
export function askedOfLetters(statement: Expression, unknown: string, domain: Domain): readonly Expression[] {
  return (domain === "real" ? realDomain(statement) : complexDomain(statement)).filter((condition) => !contains(condition, unknown));
}

/** The values where a statement does nothing but list them: x = 2 or x = 3. */
export function listedValues(statement: Expression, unknown: string): readonly Expression[] | undefined {
  const values = alternativesOf(statement).map((one) => {
    const [left, right] = sidesOf(one);
    return left?.kind === "name" && left.name === unknown && right && !contains(right, unknown) ? right : undefined;
  });
  return values.every((value) => value !== undefined) ? values : undefined;
}

/** All solutions of an equation, or of alternatives, in a scope; values that are only listed are taken as they are. Undefined where they are not all found. */
export function solutionsOf(
  statement: Expression,
  unknown: string,
  scope: Scope,
  assumptions: readonly Expression[],
  letter: string | undefined,
): Found | undefined {
  const listed = listedValues(statement, unknown);
  if (listed) {
    const own = letter ?? listed.flatMap((value) => [...freeNames(value)]).find((name) => name === "n" || name === "k");
    const facts = [...assumptions, ...scope.facts].filter((fact) => contains(fact, unknown));
    const known = [...assumptions, ...scope.facts].filter((fact) => !facts.includes(fact));
    return {
      entries: listed.map((value) => ({ value, conditions: own === undefined ? standing(value, unknown, scope, facts, known) : [] })),
      proven: true,
      whole: true,
      letter: listed.some((value) => own !== undefined && contains(value, own)) ? own : undefined,
    };
  }
  const found: Found[] = [];
  for (const alternative of alternativesOf(statement)) {
    const one = solved(alternative, unknown, scope, assumptions);
    if (!one) return undefined;
    found.push(one);
  }
  return {
    entries: found.flatMap(({ entries }) => entries),
    proven: found.every(({ proven }) => proven),
    letter: found.map((one) => one.letter).find((one) => one !== undefined),
    whole: found.every(({ whole }) => whole),
  };
}

/** What letters must satisfy for a listed value to be there, and to be asked for; what it never satisfies is left for the comparison to say. */
function standing(value: Expression, unknown: string, scope: Scope, facts: readonly Expression[], known: readonly Expression[]): readonly Expression[] {
  const defined = domainOf(scope) === "real" ? realDomain(value) : complexDomain(value);
  const asked = facts.map((fact) => simplify(substitute(fact, new Map([[unknown, value]]))).expression);
  return tidyConditions(
    [...defined, ...asked].filter((condition) => decide(condition, known) === undefined && freeNames(condition).size > 0),
    known,
  );
}

function solved(statement: Expression, unknown: string, scope: Scope, assumptions: readonly Expression[]): Found | undefined {
  const equation = withRanges(statement, new Map([[unknown, rangeOf(scope.kind === "complex" ? "complex" : "reals")]]));
  if (!isEquation(equation)) return undefined;
  const all = [...assumptions, ...scope.facts, ...factsOfKind(new Map([[unknown, scope.kind]]), [unknown])];
  const facts = all.filter((fact) => contains(fact, unknown));
  const known = all.filter((fact) => !facts.includes(fact));
  try {
    const { set, steps } = solveEquation({ equation, unknown, domain: domainOf(scope), assumptions: all });
    const proven = judgeSolutions(equation, set, steps, known, facts).verdict === "nailed";
    return foundIn(restrictToKind(set, scope.kind), unknown, proven);
  } catch (error) {
    if (error instanceof Unsolvable || error instanceof BudgetExhausted) return undefined;
    throw error;
  }
}
