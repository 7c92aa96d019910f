import { name } from "../../expression/construct.ts";
import { distinct, type Expression, freeNames } from "../../expression/expression.ts";
import { substitute, withRanges } from "../../expression/substitute.ts";
import { decide, integerCases, simplify } from "../../truth/index.ts";
import { putIn } from "../carrying-out/put-in.ts";
import { type Environment, rangeOf } from "../environment.ts";
import { definedOnly } from "../judging/defined-only.ts";
import { match } from "../reading/matching.ts";
import type { TypedNumber } from "../reading/typed-numbers.ts";
import { askedOfLetters, domainOf, type Found, foundIn, listedValues, NOTHING_FOUND, solutionsOf } from "./found.ts";
import type { Question } from "./question.ts";

/** Two statements about one unknown, in the scope of the question. */
export interface Pair {
  readonly question: Question;
  readonly before: Expression;
  readonly after: Expression;
  readonly unknown: string;
  readonly assumptions: readonly Expression[];
  readonly was: Found | undefined;
  readonly is: Found | undefined;
  readonly typed: readonly TypedNumber[];
  /** Whether a listed value is only what an exact one rounds to. */
  readonly isRounded: boolean;
}

/** A line as its author wrote it: what it claims, and the decimal numbers as they were typed. */
export interface Claimed {
  readonly statement: Expression;
  readonly typed: readonly TypedNumber[];
}

/** The line above and the claim with what is given put in, and what solves them. */
export function pairOf(question: Question, claimed: Claimed, unknown: string, environment: Environment): Pair {
  const range = new Map([[unknown, rangeOf(question.scope.kind === "complex" ? "complex" : "reals")] as const]);
  const meant = (e: Expression): Expression => withRanges(putIn(e, environment, new Set([unknown])).expression, range);
  const [before, after] = [meant(question.statement), meant(claimed.statement)];
  for (const e of [before, after]) definedOnly(e);
  const scope = { ...question.scope, facts: question.scope.facts.map(meant) };
  const assumptions = environment.assumptions.map((fact) => withRanges(fact, range));
  const { answered } = question;
  const was = answered ? foundIn(answered.set, unknown, answered.proven) : solutionsOf(before, unknown, scope, assumptions, undefined);
  const own = listedFamilies(after, before, unknown, was, environment) ?? solutionsOf(after, unknown, scope, assumptions, was?.letter);
  const is = was && own && listedValues(after, unknown) ? rounded(own, was, claimed.typed, assumptions) : own;
  // Where a line is defined for no values of the letters, nothing solves it.
  const whereDefined = (found: Found | undefined, statement: Expression): Found | undefined =>
    askedOfLetters(statement, unknown, domainOf(scope)).some((condition) => decide(condition, assumptions) === false) ? NOTHING_FOUND : found;
  const sets = { was: whereDefined(was, before), is: whereDefined(is, after) };
  return { question: { ...question, scope }, before, after, unknown, assumptions, ...sets, typed: claimed.typed, isRounded: is !== own };
}

/**
 * Families that an author lists with a letter of their own: it stands for every integer, as the letter of the solutions does. Where these are
 * finitely many, the members that there are.
 */
function listedFamilies(after: Expression, before: Expression, unknown: string, was: Found | undefined, environment: Environment): Found | undefined {
  const values = listedValues(after, unknown);
  const used = new Set([unknown, ...freeNames(before), ...environment.quantities, ...environment.assumptions.flatMap((fact) => [...freeNames(fact)])]);
  const [letter, ...more] = values ? [...new Set(values.flatMap((value) => [...freeNames(value)]))].filter((one) => !used.has(one)) : [];
  if (!values || !was || letter === undefined || more.length > 0) return undefined;
  const found = { proven: true, whole: true };
  if (was.letter !== undefined) {
    const renamed = new Map([[letter, name(was.letter)]]);
    return { ...found, letter: was.letter, entries: values.map((value) => ({ value: substitute(value, renamed), conditions: [] })) };
  }
  const members = values.flatMap((value) => integerCases(withRanges(value, new Map([[letter, "integer"]])), letter) ?? [value]);
  if (members.some((value) => freeNames(value).has(letter))) return undefined;
  return { ...found, letter: undefined, entries: distinct(members.map((value) => simplify(value).expression)).map((value) => ({ value, conditions: [] })) };
}

/** Listed values with the exact one in place of what it rounds to. */
function rounded(listed: Found, exact: Found, typed: readonly TypedNumber[], assumptions: readonly Expression[]): Found {
  if (typed.length === 0 || exact.letter !== undefined) return listed;
  let isRounded = false;
  const entries = listed.entries.map((entry) => {
    const meant = exact.entries.find(({ value }) => match(entry.value, value, assumptions, typed).kind === "rounds");
    isRounded ||= meant !== undefined;
    return meant ?? entry;
  });
  return isRounded ? { ...listed, entries } : listed;
}
