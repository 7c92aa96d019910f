import { hasAngles, inUnitAngles } from "../../canonical/angles.ts";
import { pointText } from "../../check/compare.ts";
import { equivalence } from "../../check/equivalent/equivalence.ts";
import { judgeStep } from "../../check/step.ts";
import type { Check, Verdict } from "../../check/verdict.ts";
import { step } from "../../derivation/step.ts";
import { divide } from "../../expression/construct.ts";
import { complexDomain, realDomain } from "../../expression/domain.ts";
import { opposite, sideDifference } from "../../expression/equations.ts";
import { type Expression, findAll, freeNames, isReciprocal } from "../../expression/expression.ts";
import { substitute, withRanges } from "../../expression/substitute.ts";
import { text } from "../../notation/text.ts";
import type { Domain } from "../../solve/solution.ts";
import { decide, simplify, zeroTest } from "../../truth/index.ts";
import { NO_STEPS, type Outcome } from "../answer.ts";
import { putIn } from "../carrying-out/put-in.ts";
import { type Environment, rangeOf } from "../environment.ts";
import { definedOnly } from "../judging/defined-only.ts";
import { type Difference, without } from "./compare.ts";
import { askedOfLetters, domainOf, type Found, foundIn, listedValues, NOTHING_FOUND, solutionsOf } from "./found.ts";
import { gainOf, isSquareOf } from "./gained.ts";
import type { Question } from "./question.ts";
import { refutation } from "./refute.ts";

/** What is said of the author's step. */
interface Said {
  readonly holds: boolean | undefined;
  readonly verdict: Verdict;
  readonly sentence: string;
  readonly counterexample?: ReadonlyMap<string, Expression>;
  readonly exceptions?: readonly Expression[];
  /** What the next step is held against besides this line. */
  readonly origin?: Question;
}

/** Two statements about one unknown, in the scope of the question. */
interface Pair {
  readonly question: Question;
  readonly before: Expression;
  readonly after: Expression;
  readonly unknown: string;
  readonly assumptions: readonly Expression[];
  readonly was: Found | undefined;
  readonly is: Found | undefined;
}

/** Whether the author's line has the same solutions as what it follows from, in its domain and interval. */
export function judgeOneUnknown(question: Question, claimed: Expression, unknown: string, environment: Environment): Outcome {
  const scoped = question.unknowns.length > 0 ? question : { ...question, scope: { ...question.scope, kind: environment.kinds.get(unknown) ?? "reals" } };
  const said = sayOfTarget(scoped, scoped.origin ?? scoped, claimed, unknown, environment);
  const own: Check = { kind: "steps", outcome: said.verdict, detail: said.sentence, lines: [{ note: said.sentence }] };
  const { holds, sentence, counterexample, exceptions, origin } = said;
  return {
    ...NO_STEPS,
    statement: claimed,
    answer: { kind: "truth", holds, sentence, ...(counterexample ? { counterexample } : {}), ...(exceptions ? { exceptions } : {}) },
    checks: [own],
    verdict: said.verdict,
    question: { line: environment.line, statement: claimed, unknowns: [unknown], scope: scoped.scope, ...(origin ? { origin } : {}) },
  };
}

/** Held against the line that is to be solved; a line that still carries what squaring let in, against that line too. */
function sayOfTarget(question: Question, target: Question, claimed: Expression, unknown: string, environment: Environment): Said {
  const first = say(pairOf(target, claimed, unknown, environment));
  if (target === question || first.holds === true || listedValues(claimed, unknown)) return first;
  const second = say(pairOf(question, claimed, unknown, environment));
  return second.holds === true ? { ...second, origin: target } : second;
}

function pairOf(question: Question, claimed: Expression, unknown: string, environment: Environment): Pair {
  const range = new Map([[unknown, rangeOf(question.scope.kind === "complex" ? "complex" : "reals")] as const]);
  const meant = (e: Expression): Expression => withRanges(putIn(e, environment, new Set([unknown])).expression, range);
  const [before, after] = [meant(question.statement), meant(claimed)];
  for (const e of [before, after]) definedOnly(e);
  const scope = { ...question.scope, facts: question.scope.facts.map(meant) };
  const assumptions = environment.assumptions.map((fact) => withRanges(fact, range));
  const { answered } = question;
  const was = answered ? foundIn(answered.set, unknown, answered.proven) : solutionsOf(before, unknown, scope, assumptions, undefined);
  const is = solutionsOf(after, unknown, scope, assumptions, was?.letter);
  // Where a line is defined for no values of the letters, nothing solves it.
  const whereDefined = (found: Found | undefined, statement: Expression): Found | undefined =>
    askedOfLetters(statement, unknown, domainOf(scope)).some((condition) => decide(condition, assumptions) === false) ? NOTHING_FOUND : found;
  return { question: { ...question, scope }, before, after, unknown, assumptions, was: whereDefined(was, before), is: whereDefined(is, after) };
}

function say(pair: Pair): Said {
  const { was, is } = pair;
  return (was && is ? saySets(pair, was, is) : undefined) ?? sayStatements(pair);
}

function saySets(pair: Pair, was: Found, is: Found): Said | undefined {
  const { question, unknown, assumptions } = pair;
  const known = [...assumptions, ...question.scope.facts];
  const [lost, extra] = [without(was, is, unknown, known), without(is, was, unknown, known)];
  if (lost.missing.length > 0) return bent(pair, lost, extra);
  if (extra.missing.length > 0) return gained(pair, lost, extra) ?? bent(pair, lost, extra);
  if (lost.open || extra.open) return undefined;
  const needed = [...lost.conditions, ...extra.conditions, ...(was.entries.length + is.entries.length > 0 ? otherwiseDefined(pair, was, is) : [])];
  if (needed.length > 0) return onlyWhere(question.line, needed);
  // Values of the letters for which the solutions are others were not compared.
  if (!was.whole || !is.whole) return sayProven(pair);
  if (was.proven && is.proven) return { holds: true, verdict: "nailed", sentence: `the same solutions as line ${question.line}` };
  return sayProven(pair) ?? { holds: true, verdict: "tacked", sentence: `the same solutions as line ${question.line}, as far as they were found` };
}

/** What one line asks of the letters and the other does not, where it is not known, and the other has solutions where it fails. */
function otherwiseDefined({ question, before, after, unknown, assumptions }: Pair, was: Found, is: Found): readonly Expression[] {
  const [asked = [], askedAfter = []] = [before, after].map((statement) => askedOfLetters(statement, unknown, domainOf(question.scope)));
  const hasNone = (found: Found, condition: Expression): boolean =>
    found.whole && found.entries.every(({ conditions }) => decide(condition, [...assumptions, ...conditions]) === true);
  const beyond = (some: readonly Expression[], others: readonly Expression[], found: Found): readonly Expression[] =>
    some.filter((condition) => decide(condition, [...assumptions, ...others]) !== true && !hasNone(found, condition));
  return [...beyond(asked, askedAfter, is), ...beyond(askedAfter, asked, was)];
}

function onlyWhere(line: number, conditions: readonly Expression[]): Said {
  const distinct = conditions.filter((condition, k) => conditions.findIndex((other) => text(other) === text(condition)) === k);
  return {
    holds: undefined,
    verdict: "loose",
    sentence: `the same solutions as line ${line} only where ${distinct.map(text).join(" and ")}; that is not given`,
    exceptions: distinct.map(opposite),
  };
}

/** Squaring and multiplying out may let values in: the step holds and says so, unless the values are offered as the answer. */
function gained(pair: Pair, lost: Difference, extra: Difference): Said | undefined {
  const { question, before, after, unknown, was } = pair;
  if (domainOf(question.scope) === "complex" || listedValues(after, unknown)) return undefined;
  // Squaring loses nothing, whatever the solutions are.
  const isSquared = isSquareOf(before, after);
  if (!isSquared && (lost.open || lost.conditions.length > 0)) return undefined;
  const gains = extra.missing.map((value) => (isSquared ? "squaring" : gainOf(before, value, unknown)));
  if (!gains.every((gain) => gain !== undefined)) return undefined;
  const how = gains.includes("squaring")
    ? "squaring makes no difference between a number and its opposite"
    : "line and step are not defined for the same values";
  return {
    holds: true,
    verdict: was?.proven ? "nailed" : "tacked",
    sentence: `no solution of line ${question.line} is lost; ${values(extra.missing, unknown)} came in, since ${how}: put back, ${extra.missing.length === 1 ? "it is" : "they are"} to be set aside`,
    origin: question.origin ?? question,
  };
}

function values(list: readonly Expression[], unknown: string): string {
  return list.map((value) => `${unknown} = ${text(value)}`).join(" and ");
}

function bent(pair: Pair, lost: Difference, extra: Difference): Said {
  const { question, before, after, unknown } = pair;
  const { line } = question;
  const [several, many] = [lost.missing.length > 1, extra.missing.length > 1];
  const parts = [
    ...(lost.missing.length > 0
      ? [
          `${values(lost.missing, unknown)} ${several ? "solve" : "solves"} line ${line} but not this: ${several ? "solutions are" : "a solution is"} lost${whyLost(before, after, unknown, lost.missing)}`,
        ]
      : []),
    ...(extra.missing.length > 0
      ? [
          `${values(extra.missing, unknown)} ${many ? "are" : "is"} here, but no ${many ? "solutions" : "solution"} of line ${line}${whyExtra(pair, extra.missing)}`,
        ]
      : []),
  ];
  const [example] = [...lost.missing, ...extra.missing];
  return { holds: false, verdict: "bent", sentence: parts.join("; "), ...(example ? { counterexample: new Map([[unknown, example]]) } : {}) };
}

/** What was divided by, where it is 0 at a lost solution. */
function whyLost(before: Expression, after: Expression, unknown: string, lost: readonly Expression[]): string {
  const ratio = ratioOf(before, after);
  if (!ratio || !freeNames(ratio).has(unknown)) return "";
  if (findAll(ratio, (part) => isReciprocal(part) && freeNames(part).has(unknown)).length > 0) return "";
  const vanishes = lost.every((value) => zeroTest(substitute(ratio, new Map([[unknown, value]]))).kind === "zero");
  return vanishes ? `, since it was divided by ${text(ratio)}, which can be 0` : "";
}

/** Outside of what was asked for, squared, or multiplied by what can be 0. */
function whyExtra({ question, before, after, unknown }: Pair, extra: readonly Expression[]): string {
  const outside = question.scope.facts.find((fact) =>
    extra.every((value) => decide(simplify(substitute(fact, new Map([[unknown, value]]))).expression, []) === false),
  );
  if (outside) return `: it was asked for where ${text(outside)}`;
  if (extra.every((value) => gainOf(before, value, unknown) === "squaring")) return ": both sides were squared, which can add solutions";
  const ratio = ratioOf(after, before);
  const vanishes = ratio && freeNames(ratio).has(unknown) && extra.every((value) => zeroTest(substitute(ratio, new Map([[unknown, value]]))).kind === "zero");
  return vanishes ? `: both sides were multiplied by ${text(ratio)}, which can be 0` : "";
}

function ratioOf(a: Expression, b: Expression): Expression | undefined {
  if (a.kind !== "relation" || b.kind !== "relation") return undefined;
  const apart = (e: Expression): Expression => (hasAngles(e) ? inUnitAngles(e) : e);
  return simplify(divide(apart(sideDifference(a)), apart(sideDifference(b)))).expression;
}

/** Whether the judge proves that both statements have the same solutions, without knowing them. */
function sayProven({ question, before, after, unknown, assumptions }: Pair): Said | undefined {
  const known = [...assumptions, ...question.scope.facts];
  const nailed: Said = { holds: true, verdict: "nailed", sentence: `the same solutions as line ${question.line}` };
  if (!areDefinedTogether(before, after, known, domainOf(question.scope))) return undefined;
  if (domainOf(question.scope) === "complex") return equivalence(before, after, unknown, known).kind === "same" ? nailed : undefined;
  const { verdict } = judgeStep(step("simplify values", [], { kind: "equivalent", unknown, before, after }), known);
  return verdict === "nailed" ? nailed : undefined;
}

/** Whether each line is defined at all solutions of the other. */
function areDefinedTogether(before: Expression, after: Expression, known: readonly Expression[], domain: Domain): boolean {
  const asked = (e: Expression): readonly Expression[] => (domain === "real" ? realDomain(e) : complexDomain(e));
  const reaches = (from: Expression, to: Expression): boolean => asked(to).every((condition) => decide(condition, [...known, ...asked(from), from]) === true);
  return reaches(before, after) && reaches(after, before);
}

function sayStatements(pair: Pair): Said {
  const { question, before, after, unknown, assumptions } = pair;
  const { line, scope } = question;
  const undecided: Said = { holds: undefined, verdict: "loose", sentence: `it was not decided whether this has the same solutions as line ${line}` };
  // What was kept is less than what solves the equation.
  if (question.answered?.kept) return undecided;
  const proven = sayProven(pair);
  if (proven) return proven;
  const same = equivalence(before, after, unknown, assumptions);
  switch (same.kind) {
    case "same":
      return { holds: true, verdict: "tacked", sentence: `the same zeros as line ${line}; where the sides are defined was not compared` };
    case "same where":
      return onlyWhere(line, same.conditions);
    case "different":
    case "unknown": {
      const counterexample = refutation(before, after, unknown, scope, [...assumptions, ...scope.facts]);
      if (counterexample)
        return { holds: false, verdict: "bent", sentence: `the solutions are not those of line ${line}: ${pointText(counterexample)}`, counterexample };
      const apart = same.kind === "different" && domainOf(scope) === "complex";
      return apart ? { holds: false, verdict: "bent", sentence: `the solutions are not those of line ${line}` } : undecided;
    }
  }
}
