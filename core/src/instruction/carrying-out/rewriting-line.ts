import { stepsCheck } from "../../check/step.ts";
import { type Step, step } from "../../derivation/step.ts";
import { chain, MINUS_ONE, name, power, product, sum, tuple } from "../../expression/construct.ts";
import { contains, type Expression, equal, freeNames } from "../../expression/expression.ts";
import { freshName, mapChildren, substitute } from "../../expression/substitute.ts";
import { elaborate, namesAsIn } from "../../notation/elaborate.ts";
import { present } from "../../notation/present.ts";
import { replaceIn, type Syntax } from "../../notation/syntax.ts";
import { text, writtenText } from "../../notation/text.ts";
import { stepsOfReading } from "../../rewrite/forms/as-read.ts";
import type { Known, Rewriting } from "../../rewrite/forms/way.ts";
import { asTyped } from "../../rewrite/typed.ts";
import { decide } from "../../truth/index.ts";
import { CannotDo, DEFAULT_DIGITS, type Outcome } from "../answer.ts";
import { type Environment, withoutGivens } from "../environment.ts";
import type { Reading } from "../instruction.ts";
import { definedOnly } from "../judging/defined-only.ts";
import { valueOutcome } from "../judging/judged-value.ts";
import type { Sentence } from "../reading/sentence.ts";
import { answerUnits } from "../units.ts";
import { isFormula, putIn } from "./put-in.ts";

/** What a rewriting line is about: an expression or relation, or a part of one that alone is to be rewritten. */
export interface RewritingTarget {
  readonly whole: Expression;
  /** The same with units as factors. */
  readonly measured: Expression;
  /** As the author wrote it. */
  readonly written: Syntax;
  readonly part: Aim | undefined;
}

/** A part that alone is rewritten: wherever it stands, or only at one of the places where it stands, counted from 1 as they are read. */
interface Aim {
  readonly part: Expression;
  readonly place: number | undefined;
}

/** How a sentence says which one is meant of several parts that are the same. */
export const ORDINALS = ["first", "second", "third", "fourth", "fifth", "sixth", "seventh", "eighth", "ninth"] as const;

/** Reads `E`, `the part P of E`, or `the second part P of E`, up to one of the stop words. */
export function readTarget(sentence: Sentence, stops: readonly string[]): RewritingTarget {
  const ordinal = ORDINALS.findIndex((word) => sentence.takeWords("the", word, "part"));
  const aimed = ordinal >= 0 || sentence.takeWords("the", "part");
  const part = aimed ? sentence.expression("the part to rewrite", ["of"]) : undefined;
  if (aimed) sentence.expectWords("of");
  const from = sentence.next.span.from;
  const written = sentence.written("an expression", stops);
  const whole = sentence.mean(written);
  const place = ordinal < 0 ? undefined : ordinal + 1;
  const span = { from, to: sentence.next.span.from };
  if (part && !occurs(part, whole)) sentence.fail(`${text(part)} is no part of this`, span);
  if (part && place !== undefined && !replacedAt(whole, part, part, place)) sentence.fail(`${text(part)} does not stand here ${place} times`, span);
  return { whole, measured: sentence.measured(written), written, part: part && { part, place } };
}

/** One rewrite of an expression; undefined where it does not apply, with the reason said by `CannotDo` if it is known. */
export type Rewrite = (e: Expression, known: Known) => Rewriting;

/** A line that rewrites its target: both sides of a relation, or the part alone with the rest untouched. */
export function rewritingLine(instruction: string, target: RewritingTarget, environment: Environment, rewrite: Rewrite): Reading {
  const run = (): Outcome => {
    const outcome = carryOut(target, environment, rewrite);
    const units = answerUnits(environment, [], { value: target.measured });
    return outcome.answer?.kind === "expression" ? { ...outcome, answer: { ...outcome.answer, ...units } } : outcome;
  };
  return { instruction, run };
}

/** A rewrite of every entry where it is given a vector or a matrix. */
function entrywise(rewrite: Rewrite): Rewrite {
  return (e, known) => {
    if (e.kind !== "tuple") return rewrite(e, known);
    const items = e.items.map((item) => entrywise(rewrite)(item, known));
    return {
      expression: tuple(items.map(({ expression }) => expression)),
      steps: items.flatMap(({ steps }) => steps),
      conditions: items.flatMap(({ conditions }) => conditions),
    };
  };
}

function carryOut({ whole, written: said, part }: RewritingTarget, environment: Environment, one: Rewrite): Outcome {
  const rewrite = entrywise(one);
  // Names with a given value stay letters: a rewrite is about the form, not the number.
  const own = putIn(whole, withoutGivens(environment));
  const known: Known = { assumptions: environment.assumptions, ...(isFormula(said) && own.steps.length === 0 && !part ? { written: said } : {}) };
  const start = own.expression;
  definedOnly(start);
  if (start.kind === "logic") throw new CannotDo("one expression or one relation was expected, and several relations stand here: rewrite each by itself");
  if (part) return ofPart(start, { ...part, part: putIn(part.part, withoutGivens(environment)).expression }, own.steps, known, rewrite);
  if (start.kind === "relation") return ofRelation(start, own.steps, known, rewrite);
  const { expression, steps, conditions: stated, written } = rewrite(start, known);
  const conditions = independent(notGiven(stated, known));
  const reading = own.steps.length + steps.length === 0 && known.written ? stepsOfReading(said, start) : [];
  const all = withAtLeastOne([...own.steps, ...steps, ...reading], start, expression);
  const outcome = valueOutcome(start, asTyped(expression, whole), all, conditions, known.assumptions, DEFAULT_DIGITS);
  return outcome.answer?.kind === "expression" && written ? { ...outcome, answer: { ...outcome.answer, written } } : outcome;
}

/** Conditions that what is given does not ensure already. */
function notGiven(conditions: readonly Expression[], { assumptions }: Known): readonly Expression[] {
  return conditions.filter((condition) => decide(condition, assumptions) !== true);
}

/** Conditions that do not follow from those that stay. */
function independent(conditions: readonly Expression[]): readonly Expression[] {
  // The longest are tried first, so that the plainest stay.
  const longestFirst = [...conditions].sort((a, b) => text(b).length - text(a).length);
  return longestFirst.reduce<readonly Expression[]>((kept, one) => {
    const others = kept.filter((other) => other !== one);
    return decide(one, others) === true ? others : kept;
  }, conditions);
}

/** A rewrite that leaves the expression as it is says so. */
function withAtLeastOne(steps: readonly Step[], before: Expression, after: Expression): readonly Step[] {
  return steps.length > 0 ? steps : [step("already so", [], { kind: "equal", before, after })];
}

function ofPart(start: Expression, { part, place }: Aim, before: readonly Step[], known: Known, rewrite: Rewrite): Outcome {
  const { expression, steps, conditions, written } = rewrite(part, known);
  const after = (place === undefined ? undefined : replacedAt(start, part, expression, place)) ?? replacePart(start, part, expression);
  const putBack = (whole: Expression, changed: Expression): Step =>
    step("put the part back", [part], { kind: "equal", before: whole, after: changed }, { conditions });
  if (start.kind === "relation") {
    const sides = after.kind === "relation" ? after.operands : [];
    const changed = start.operands.flatMap((side, k) => (equal(side, sides[k] ?? side) ? [] : [putBack(side, sides[k] ?? side)]));
    return relationOutcome(after, [...before, ...steps, ...changed], conditions, known);
  }
  const own = written ? { written: withPart(start, part, written, place) } : {};
  const put = { ...putBack(start, after), ...own };
  const outcome = valueOutcome(start, after, [...before, ...steps, put], conditions, known.assumptions, DEFAULT_DIGITS);
  return outcome.answer?.kind === "expression" ? { ...outcome, answer: { ...outcome.answer, ...own } } : outcome;
}

/** The whole as it is written, with a part in a form that the canonical one would undo. */
function withPart(whole: Expression, part: Expression, written: Syntax, place?: number): Syntax {
  let seen = 0;
  return replaceIn(present(whole), (one) => {
    if (writtenText(one) !== text(part)) return undefined;
    seen += 1;
    return place === undefined || seen === place ? written : one;
  });
}

/** The whole with a part replaced at one of the places where it stands, as they are read; undefined where there are not so many. */
function replacedAt(whole: Expression, part: Expression, by: Expression, place: number): Expression | undefined {
  const letter = freshName("q", [whole, part, by]);
  const marked = elaborate(withPart(whole, part, { kind: "name", name: letter }, place), namesAsIn(whole));
  const isThere = contains(marked, letter) && equal(substitute(marked, new Map([[letter, part]])), whole);
  return isThere ? substitute(marked, new Map([[letter, by]])) : undefined;
}

function ofRelation(start: Expression & { kind: "relation" }, before: readonly Step[], known: Known, rewrite: Rewrite): Outcome {
  const sides = start.operands.map((side) => rewrite(side, known));
  const after = chain(
    sides.map(({ expression }) => expression),
    start.comparisons,
  );
  return relationOutcome(
    after,
    [...before, ...sides.flatMap((side) => side.steps)],
    sides.flatMap((side) => side.conditions),
    known,
  );
}

/** A relation with its sides rewritten, as far as the steps to it are proven. */
function relationOutcome(after: Expression, steps: readonly Step[], conditions: readonly Expression[], known: Known): Outcome {
  const { check, verdicts } = stepsCheck(steps, [...known.assumptions, ...conditions]);
  return {
    answer: { kind: "expression", value: after, conditions, digits: DEFAULT_DIGITS },
    statement: after,
    steps,
    stepVerdicts: verdicts,
    checks: [check],
    verdict: check.outcome,
  };
}

/** Whether `part` is a subexpression of `whole`, or some terms of a sum or factors of a product in it. */
export function occurs(part: Expression, whole: Expression): boolean {
  return !equal(replacePart(whole, part, MARK), whole);
}

const MARK: Expression = name("\u0003");

/** The whole with every occurrence of the part replaced, in numerators and denominators, and nothing else changed. */
export function replacePart(whole: Expression, part: Expression, by: Expression): Expression {
  const above = replaceExactly(whole, part, by);
  return equal(above, whole) ? replaceExactly(whole, power(part, MINUS_ONE), power(by, MINUS_ONE)) : above;
}

function replaceExactly(whole: Expression, part: Expression, by: Expression): Expression {
  if (equal(whole, part)) return by;
  const rest = without(whole, part);
  if (rest && whole.kind === "sum") return sum(by, replaceExactly(sum(...rest), part, by));
  if (rest && whole.kind === "product") return product(by, replaceExactly(product(...rest), part, by));
  return mapChildren(whole, (child) => replaceExactly(child, part, by));
}

/** The terms (factors) that are left when those of the part are taken away; undefined where they are not all there. */
function without(whole: Expression, part: Expression): readonly Expression[] | undefined {
  if (whole.kind === "sum" && part.kind === "sum") return difference(whole.terms, part.terms);
  if (whole.kind === "product" && part.kind === "product") return difference(whole.factors, part.factors);
  return undefined;
}

function difference(all: readonly Expression[], some: readonly Expression[]): readonly Expression[] | undefined {
  const rest = [...all];
  for (const one of some) {
    const at = rest.findIndex((other) => equal(other, one));
    if (at < 0) return undefined;
    rest.splice(at, 1);
  }
  return rest;
}

/** The name that a rewrite by powers is about: the only one, or x where there are several. */
export function mainName(e: Expression, environment: Environment): string | undefined {
  const names = [...freeNames(e)];
  const open = names.filter((name) => !environment.quantities.has(name));
  const [only] = open.length > 0 ? open : names;
  return open.length === 1 || names.length === 1 ? only : open.includes("x") ? "x" : undefined;
}
