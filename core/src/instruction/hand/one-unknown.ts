import { hasAngles, inUnitAngles } from "../../canonical/angles.ts";
import { pointLine } from "../../check/compare.ts";
import { equivalence } from "../../check/equivalent/equivalence.ts";
import { judgeStep } from "../../check/step.ts";
import type { Check, Verdict } from "../../check/verdict.ts";
import { step } from "../../derivation/step.ts";
import { divide, equation, name, product } from "../../expression/construct.ts";
import { complexDomain, realDomain } from "../../expression/domain.ts";
import { alternativesOf, isEquation, opposite, sideDifference } from "../../expression/equations.ts";
import { distinct, type Expression, findAll, freeNames, isReciprocal } from "../../expression/expression.ts";
import { substitute, withRanges } from "../../expression/substitute.ts";
import { allOf, joined, type Line, listed, say } from "../../notation/inline.ts";
import { linePlain } from "../../notation/line-plain.ts";
import { text } from "../../notation/text.ts";
import { findSlip, findSlipOfEquation } from "../../proof/slips/find-slip.ts";
import type { Slip } from "../../proof/slips/slip.ts";
import type { Domain } from "../../solve/solution.ts";
import { constantSign, decide, integerCases, simplify, zeroTest } from "../../truth/index.ts";
import { NO_STEPS, type Outcome } from "../answer.ts";
import { putIn } from "../carrying-out/put-in.ts";
import { type Environment, rangeOf } from "../environment.ts";
import { definedOnly } from "../judging/defined-only.ts";
import { match } from "../reading/matching.ts";
import type { TypedNumber } from "../reading/typed-numbers.ts";
import { type Difference, without } from "./compare.ts";
import { askedOfLetters, domainOf, type Found, foundIn, listedValues, NOTHING_FOUND, solutionsOf } from "./found.ts";
import { type Gain, gainOf, isSquareOf, multiplierOf, twoSidedParts } from "./gained.ts";
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

/** Two statements about one unknown, in the scope of the question. */
interface Pair {
  readonly question: Question;
  readonly before: Expression;
  readonly after: Expression;
  readonly unknown: string;
  readonly assumptions: readonly Expression[];
  readonly was: Found | undefined;
  readonly is: Found | undefined;
  /** Whether a listed value is only what an exact one rounds to. */
  readonly isRounded: boolean;
}

/** A line as its author wrote it: what it claims, and the decimal numbers as they were typed. */
export interface Claimed {
  readonly statement: Expression;
  readonly typed: readonly TypedNumber[];
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

function pairOf(question: Question, claimed: Claimed, unknown: string, environment: Environment): Pair {
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
  return { question: { ...question, scope }, before, after, unknown, assumptions, ...sets, isRounded: is !== own };
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
function onlyWhere({ question, before, after, unknown, assumptions }: Pair, conditions: readonly Expression[]): Said {
  const { line, scope } = question;
  const distinct = conditions.filter((condition, k) => conditions.findIndex((other) => text(other) === text(condition)) === k);
  const shown = [before, after].flatMap((statement) => askedOfLetters(statement, unknown, domainOf(scope)));
  const isShown = distinct.every((condition) => decide(condition, [...assumptions, ...shown]) === true);
  const where = allOf(distinct);
  return {
    holds: isShown ? true : undefined,
    verdict: isShown ? "nailed" : "loose",
    sentence: isShown ? say`the same solutions as line ${line} where ${where}` : say`the same solutions as line ${line} only where ${where}; that is not given`,
    exceptions: distinct.map(opposite),
  };
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
  const { question, before, after, unknown } = pair;
  const { line } = question;
  // Where other values are listed instead, nothing need have been divided by.
  const why = extra.missing.length === 0 || !listedValues(after, unknown) ? whyLost(before, after, unknown, lost.missing) : [];
  const [several, many] = [lost.missing.length > 1, extra.missing.length > 1];
  const parts = [
    ...(lost.missing.length > 0
      ? [
          say`${values(lost.missing, unknown)} ${several ? "solve" : "solves"} line ${line} but not this: ${several ? "solutions are" : "a solution is"} lost${why}`,
        ]
      : []),
    ...(extra.missing.length > 0
      ? [
          say`${values(extra.missing, unknown)} ${many ? "are" : "is"} here, but no ${many ? "solutions" : "solution"} of line ${line}${whyExtra(pair, extra.missing)}`,
        ]
      : []),
  ];
  const [example] = [...lost.missing, ...extra.missing];
  const slip = slipOf(pair, lost, extra);
  return {
    holds: false,
    verdict: "bent",
    sentence: joined(parts, "; "),
    ...(example ? { counterexample: new Map([[unknown, example]]) } : {}),
    ...(slip ? { hint: slip.said } : {}),
  };
}

const MOST_SLIPS = 2;

/** The slip that made one value of another, or one equation of another. */
function slipOf({ before, after, unknown, assumptions }: Pair, lost: Difference, extra: Difference): Slip | undefined {
  if (!listedValues(after, unknown)) return findSlipOfEquation(before, after);
  if (lost.missing.length !== extra.missing.length || lost.missing.length > MOST_SLIPS) return undefined;
  const slips = extra.missing.map((wrong) => lost.missing.map((right) => findSlip(right, wrong, assumptions)).find((slip) => slip !== undefined));
  return slips.every((slip) => slip !== undefined) ? slips[0] : undefined;
}

/** What was divided by, where it is 0 at a lost solution. */
function whyLost(before: Expression, after: Expression, unknown: string, lost: readonly Expression[]): Line {
  const ratio = ratioOf(before, after);
  if (!ratio || !freeNames(ratio).has(unknown)) return [];
  if (findAll(ratio, (part) => isReciprocal(part) && freeNames(part).has(unknown)).length > 0) return [];
  const vanishes = lost.every((value) => zeroTest(substitute(ratio, new Map([[unknown, value]]))).kind === "zero");
  return vanishes ? say`, since it was divided by ${ratio}, which can be 0` : [];
}

/** Outside of what was asked for, squared, or multiplied by what can be 0. */
function whyExtra({ question, before, after, unknown }: Pair, extra: readonly Expression[]): Line {
  const outside = question.scope.facts.find((fact) =>
    extra.every((value) => decide(simplify(substitute(fact, new Map([[unknown, value]]))).expression, []) === false),
  );
  if (outside) return say`: it was asked for where ${outside}`;
  const solves = (value: Expression): boolean =>
    isEquation(before) && zeroTest(substitute(sideDifference(before), new Map([[unknown, value]]))).kind === "zero";
  if (question.answered?.kept && extra.every(solves)) return say`: it was set aside`;
  if (twoSidedParts(before, unknown).length > 0 && extra.every((value) => gainOf(before, value, unknown) === "squaring"))
    return say`: both sides were squared, which can add solutions`;
  const ratio = ratioOf(after, before);
  const divides = ratio !== undefined && findAll(ratio, (part) => isReciprocal(part) && freeNames(part).has(unknown)).length > 0;
  const vanishes =
    ratio && !divides && freeNames(ratio).has(unknown) && extra.every((value) => zeroTest(substitute(ratio, new Map([[unknown, value]]))).kind === "zero");
  return vanishes ? say`: both sides were multiplied by ${ratio}, which can be 0` : [];
}

function ratioOf(a: Expression, b: Expression): Expression | undefined {
  if (a.kind !== "relation" || b.kind !== "relation") return undefined;
  const apart = (e: Expression): Expression => (hasAngles(e) ? inUnitAngles(e) : e);
  return simplify(divide(apart(sideDifference(a)), apart(sideDifference(b)))).expression;
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
function unlike({ before, after }: Pair): Omit<Said, "sentence"> {
  const slip = findSlipOfEquation(before, after);
  return { holds: false, verdict: "bent", ...(slip ? { hint: slip.said } : {}) };
}
