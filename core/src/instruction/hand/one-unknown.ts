import { pointLine } from "../../check/compare.ts";
import { equivalence } from "../../check/equivalent/equivalence.ts";
import { judgeStep } from "../../check/step.ts";
import type { Check, Verdict } from "../../check/verdict.ts";
import { step } from "../../derivation/step.ts";
import { divide, equation, name, product, ZERO } from "../../expression/construct.ts";
import { complexDomain, realDomain } from "../../expression/domain.ts";
import { alternativesOf, isEquation, opposite, sideDifference } from "../../expression/equations.ts";
import { type Expression, equal, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { allOf, joined, type Line, listed, say } from "../../notation/inline.ts";
import { linePlain } from "../../notation/line-plain.ts";
import { text } from "../../notation/text.ts";
import { findSlipOfEquation } from "../../proof/slips/slip-of-equation.ts";
import type { Domain } from "../../solve/solution.ts";
import { constantSign, decide, simplify, zeroTest } from "../../truth/index.ts";
import { NO_STEPS, type Outcome } from "../answer.ts";
import type { Environment } from "../environment.ts";
import { hintFor, whyExtra, whyLost } from "./causes.ts";
import { type Difference, without } from "./compare.ts";
import { askedOfLetters, domainOf, type Found, listedValues } from "./found.ts";
import { type Gain, gainOf, isSquareOf, multiplierOf } from "./gained.ts";
import { type Claimed, type Pair, pairOf } from "./pair.ts";
import type { Question } from "./question.ts";
import { refutation } from "./refute.ts";

/** What is said of the author's step. */
interface Said {
  readonly holds: boolean | undefined;
  readonly verdict: Verdict;
  readonly sentence: Line;
  readonly counterexample?: ReadonlyMap<string, Expression>;
  readonly exceptions?: readonly Expression[];
  /** What probably went wrong. */
  readonly hint?: Line;
  /** What the next step is held against besides this line. */
  readonly origin?: Question;
}

/** Whether the author's line has the same solutions as what it follows from, in its domain and interval. */
export function judgeOneUnknown(question: Question, claimed: Claimed, unknown: string, environment: Environment): Outcome {
  const scoped = question.unknowns.length > 0 ? question : { ...question, scope: { ...question.scope, kind: environment.kinds.get(unknown) ?? "reals" } };
  const said = sayOfTarget(scoped, scoped.origin ?? scoped, claimed, unknown, environment);
  const own: Check = { kind: "steps", outcome: said.verdict, detail: linePlain(said.sentence), lines: [{ note: linePlain(said.sentence) }] };
  const { holds, sentence, counterexample, exceptions, hint, origin } = said;
  return {
    ...NO_STEPS,
    statement: claimed.statement,
    answer: { kind: "truth", holds, sentence, ...(counterexample ? { counterexample } : {}), ...(exceptions ? { exceptions } : {}), ...(hint ? { hint } : {}) },
    checks: [own],
    verdict: said.verdict,
    question: { line: environment.line, statement: claimed.statement, unknowns: question.unknowns, scope: scoped.scope, ...(origin ? { origin } : {}) },
  };
}

/** Held against the line that is to be solved; a line that still carries what squaring let in, against that line too. */
function sayOfTarget(question: Question, target: Question, claimed: Claimed, unknown: string, environment: Environment): Said {
  const first = judged(pairOf(target, claimed, unknown, environment));
  if (target === question || first.holds === true || listedValues(claimed.statement, unknown)) return first;
  const second = judged(pairOf(question, claimed, unknown, environment));
  return second.holds === true ? { ...second, origin: target } : second;
}

function judged(pair: Pair): Said {
  const { was, is } = pair;
  return sayMultiple(pair) ?? (was && is ? saySets(pair, was, is) : undefined) ?? sayStatements(pair);
}

/** Both lines say that the same is 0, but for a number before it: a product is 0 where one of its factors is. */
function sayMultiple({ question, before, after, assumptions }: Pair): Said | undefined {
  if (question.answered?.kept) return undefined;
  const zeros = [before, after].map((statement) => {
    const differences = alternativesOf(statement).map((one) => (isEquation(one) ? sideDifference(one) : undefined));
    return differences.every((difference) => difference !== undefined) ? product(...differences) : undefined;
  });
  const [was, is] = zeros;
  if (!was || !is) return undefined;
  const ratio = simplify(divide(was, is)).expression;
  if (freeNames(ratio).size > 0 || (constantSign(ratio) ?? 0) === 0) return undefined;
  const known = [...assumptions, ...question.scope.facts];
  return areDefinedTogether(before, after, known, domainOf(question.scope))
    ? { holds: true, verdict: "nailed", sentence: say`the same solutions as line ${question.line}` }
    : undefined;
}

function saySets(pair: Pair, was: Found, is: Found): Said | undefined {
  const { question, unknown, assumptions } = pair;
  const known = [...assumptions, ...question.scope.facts];
  const [lost, extra] = [without(was, is, unknown, known), without(is, was, unknown, known)];
  const missing = [...lost.missing, ...extra.missing];
  if (missing.length > 0) return (lost.missing.length === 0 ? gained(pair, lost, extra) : undefined) ?? provenBent(pair, lost, extra);
  if (lost.open || extra.open) return undefined;
  const needed = [...lost.conditions, ...extra.conditions, ...(was.entries.length + is.entries.length > 0 ? otherwiseDefined(pair, was, is) : [])];
  if (needed.length > 0) return onlyWhere(pair, needed);
  // Values of the letters for which the solutions are others were not compared.
  if (!was.whole || !is.whole) return sayProven(pair);
  const said = pair.isRounded ? say`the solutions of line ${question.line}, rounded to the digits typed` : say`the same solutions as line ${question.line}`;
  if (was.proven && is.proven) return { holds: true, verdict: "nailed", sentence: said };
  return sayProven(pair) ?? { holds: true, verdict: "tacked", sentence: say`the same solutions as line ${question.line}, as far as they were found` };
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

/**
 * The same solutions under conditions on the letters. Where a line shows them, since it divides by a letter or takes its root, they are part of
 * what it says, as an identity holds where both sides are defined.
 */
function onlyWhere(pair: Pair, conditions: readonly Expression[]): Said {
  const { question, before, after, unknown, assumptions } = pair;
  const { line, scope } = question;
  const distinct = conditions.filter((condition, k) => conditions.findIndex((other) => text(other) === text(condition)) === k);
  const shown = [before, after].flatMap((statement) => askedOfLetters(statement, unknown, domainOf(scope)));
  const defined = [before, after].flatMap((statement) => (domainOf(scope) === "real" ? realDomain(statement) : complexDomain(statement)));
  const isShown = distinct.every(
    (condition) =>
      decide(condition, [...assumptions, ...shown]) === true ||
      [before, after].some((statement) => excludes(statement, condition, [...assumptions, ...defined])),
  );
  const where = allOf(distinct);
  return {
    holds: isShown ? true : undefined,
    verdict: isShown ? "nailed" : "loose",
    sentence: isShown
      ? say`the same solutions as line ${line} where ${where}`
      : say`the same solutions as line ${line} only where ${where}, which is not given${lostWhere(pair, distinct)}`,
    exceptions: distinct.map(opposite),
  };
}

/** What is lost where a letter is what a condition excludes: there the line before holds, whatever the unknown is. */
function lostWhere({ question, before, after, unknown, assumptions }: Pair, conditions: readonly Expression[]): Line {
  const lost = conditions.map(opposite).filter((excluded) => {
    const [letter, value] = excluded.kind === "relation" ? excluded.operands : [];
    if (letter?.kind !== "name" || !value) return false;
    const at = (e: Expression): boolean | undefined => decide(simplify(substitute(e, new Map([[letter.name, value]]))).expression, assumptions);
    return at(before) === true && at(after) !== true;
  });
  return lost.length === 0 ? [] : say`: with ${listed(lost, " or ")} line ${question.line} holds whatever ${name(unknown)} is, and that is lost here`;
}

/** Whether an equation never holds where a letter is 0, for values for which both lines are defined: v in f = v/λ with f ≠ 0. */
function excludes(statement: Expression, condition: Expression, known: readonly Expression[]): boolean {
  const [letter, zero] = condition.kind === "relation" && condition.comparisons[0] === "!=" ? condition.operands : [];
  if (letter?.kind !== "name" || !zero || !equal(zero, ZERO)) return false;
  const there = substitute(statement, new Map([[letter.name, ZERO]]));
  return decide(simplify(there).expression, known) === false;
}

/** Squaring and multiplying out may let values in: the step holds and says so, unless the values are offered as the answer. */
function gained(pair: Pair, lost: Difference, extra: Difference): Said | undefined {
  const { question, before, after, unknown, assumptions, was } = pair;
  if (domainOf(question.scope) === "complex" || listedValues(after, unknown)) return undefined;
  // Squaring loses nothing, whatever the solutions are.
  const isSquared = isSquareOf(before, after);
  if (!isSquared && (lost.open || lost.conditions.length > 0)) return undefined;
  const multiplier = multiplierOf(before, after);
  const isMultiplied = (value: Expression): boolean =>
    multiplier !== undefined && zeroTest(substitute(multiplier, new Map([[unknown, value]])), assumptions).kind === "zero";
  const gains = extra.missing.map((value): Gain | undefined =>
    isSquared ? "squaring" : (gainOf(before, value, unknown) ?? (isMultiplied(value) ? "multiplying" : undefined)),
  );
  if (!gains.every((gain) => gain !== undefined)) return undefined;
  const how = gains.includes("squaring")
    ? say`squaring makes no difference between a number and its opposite`
    : gains.includes("domain")
      ? say`line and step are not defined for the same values`
      : say`both sides were multiplied by ${multiplier ?? after}, which can be 0`;
  return {
    holds: true,
    verdict: was?.proven ? "nailed" : "tacked",
    sentence: say`no solution of line ${question.line} is lost; ${values(extra.missing, unknown)} came in, since ${how}: put back, ${extra.missing.length === 1 ? "it is" : "they are"} to be set aside`,
    origin: question.origin ?? question,
  };
}

function values(list: readonly Expression[], unknown: string): Line {
  return listed(
    list.map((value) => equation(name(unknown), value)),
    " and ",
  );
}

/**
 * Where letters stand in the values, two that differ may change places, as ±|x| and ±x do: then it is bent only where there are values of the
 * letters for which the lists differ.
 */
function provenBent(pair: Pair, lost: Difference, extra: Difference): Said | undefined {
  const { question, before, after, unknown, assumptions } = pair;
  const said = bent(pair, lost, extra);
  if ([...lost.missing, ...extra.missing].every((value) => freeNames(value).size === 0)) return said;
  const counterexample = refutation(before, after, unknown, question.scope, [...assumptions, ...question.scope.facts]);
  return counterexample && { ...said, counterexample };
}

function bent(pair: Pair, lost: Difference, extra: Difference): Said {
  const { question, after, unknown } = pair;
  const { line } = question;
  // Where other values are listed instead, nothing need have been divided by.
  const why = extra.missing.length === 0 || !listedValues(after, unknown) ? whyLost(pair, lost.missing) : [];
  const whyWrong = extra.missing.length > 0 ? whyExtra(pair, extra.missing) : [];
  const [several, many] = [lost.missing.length > 1, extra.missing.length > 1];
  const parts = [
    ...(lost.missing.length > 0
      ? [
          say`${values(lost.missing, unknown)} ${several ? "solve" : "solves"} line ${line} but not this: ${several ? "solutions are" : "a solution is"} lost${why}`,
        ]
      : []),
    ...(extra.missing.length > 0
      ? [say`${values(extra.missing, unknown)} ${many ? "are" : "is"} here, but no ${many ? "solutions" : "solution"} of line ${line}${whyWrong}`]
      : []),
  ];
  const [example] = [...lost.missing, ...extra.missing];
  const hint = whyWrong.length > 0 ? undefined : hintFor(pair, lost, extra);
  return {
    holds: false,
    verdict: "bent",
    sentence: joined(parts, "; "),
    ...(example ? { counterexample: new Map([[unknown, example]]) } : {}),
    ...(hint ? { hint } : {}),
  };
}

/** Whether the judge proves that both statements have the same solutions, without knowing them. */
function sayProven({ question, before, after, unknown, assumptions }: Pair): Said | undefined {
  const known = [...assumptions, ...question.scope.facts];
  const nailed: Said = { holds: true, verdict: "nailed", sentence: say`the same solutions as line ${question.line}` };
  if (!areDefinedTogether(before, after, known, domainOf(question.scope))) return undefined;
  if (equivalence(before, after, unknown, known).kind === "same") return nailed;
  if (domainOf(question.scope) === "complex") return undefined;
  const { verdict } = judgeStep(step("simplify values", [], { kind: "equivalent", unknown, before, after }), known);
  return verdict === "nailed" ? nailed : undefined;
}

/** Whether each line is defined at all solutions of the other. */
function areDefinedTogether(before: Expression, after: Expression, known: readonly Expression[], domain: Domain): boolean {
  const asked = (e: Expression): readonly Expression[] => (domain === "real" ? realDomain(e) : complexDomain(e));
  const reaches = (from: Expression, to: Expression): boolean => asked(to).every((condition) => decide(condition, [...known, ...asked(from), from]) === true);
  return reaches(before, after) && reaches(after, before);
}

/** Lines with the same zeros, where what they ask to be defined is about letters alone. */
function whereDefined(pair: Pair): Said | undefined {
  const { question, before, after, assumptions } = pair;
  const domain = domainOf(question.scope);
  const asked = [before, after].flatMap((statement) => (domain === "real" ? realDomain(statement) : complexDomain(statement)));
  const open = asked.filter((condition) => decide(condition, assumptions) !== true);
  return open.length > 0 && open.every((condition) => !freeNames(condition).has(pair.unknown)) ? onlyWhere(pair, open) : undefined;
}

function sayStatements(pair: Pair): Said {
  const { question, before, after, unknown, assumptions } = pair;
  const { line, scope } = question;
  const undecided: Said = { holds: undefined, verdict: "loose", sentence: say`it was not decided whether this has the same solutions as line ${line}` };
  // What was kept is less than what solves the equation.
  if (question.answered?.kept) return undecided;
  const proven = sayProven(pair);
  if (proven) return proven;
  const same = equivalence(before, after, unknown, assumptions);
  switch (same.kind) {
    case "same":
      return (
        whereDefined(pair) ?? { holds: true, verdict: "tacked", sentence: say`the same zeros as line ${line}; where the sides are defined was not compared` }
      );
    case "same where":
      return onlyWhere(pair, same.conditions);
    case "different":
    case "unknown": {
      const counterexample = refutation(before, after, unknown, scope, [...assumptions, ...scope.facts]);
      if (counterexample) return { ...unlike(pair), sentence: say`the solutions are not those of line ${line}: ${pointLine(counterexample)}`, counterexample };
      const apart = same.kind === "different" && domainOf(scope) === "complex";
      return apart ? { ...unlike(pair), sentence: say`the solutions are not those of line ${line}` } : undecided;
    }
  }
}

/** Bent, with the slip that explains it. */
function unlike({ before, after, unknown }: Pair): Omit<Said, "sentence"> {
  const slip = findSlipOfEquation(before, after, unknown);
  return { holds: false, verdict: "bent", ...(slip ? { hint: slip.said } : {}) };
}
