import { antiderivative } from "../../calculus/integral/antiderivative.ts";
import { type Antiderivative, integralStep } from "../../calculus/integral/rule.ts";
import { limitValue } from "../../calculus/limit/found.ts";
import type { Witness } from "../../calculus/limit/sided.ts";
import { pathStatement } from "../../calculus/place.ts";
import { comparisonNote } from "../../check/answer.ts";
import { relationsOn } from "../../check/between.ts";
import { compareSides } from "../../check/compare.ts";
import { type NotElementary, notElementary } from "../../check/elementary/elementary.ts";
import { judgeParting, type Parting } from "../../check/limit.ts";
import { stepsCheck } from "../../check/step.ts";
import { type Check, verdictOf } from "../../check/verdict.ts";
import type { Step } from "../../derivation/step.ts";
import { name as nameOf, relation, sum, tuple, ZERO } from "../../expression/construct.ts";
import { realDomain } from "../../expression/domain.ts";
import { contains, distinct, type Expression, findAll, freeNames, termsOf } from "../../expression/expression.ts";
import { infinityOf } from "../../expression/infinity.ts";
import { type DefiniteIntegral, definiteIntegral, givenOutside, indefiniteIntegral } from "../../expression/integral.ts";
import { valueStated } from "../../expression/statement.ts";
import { nameLatex } from "../../notation/letters.ts";
import { plain } from "../../notation/plain.ts";
import { bookForm } from "../../rewrite/book-form.ts";
import { openConditions } from "../../solve/conditions.ts";
import type { NoValue } from "../../solve/integrals/found.ts";
import { withoutBars } from "../../solve/integrals/plain-value.ts";
import { integralValue } from "../../solve/integrals/value.ts";
import { complexity, decide, lostConditions } from "../../truth/index.ts";
import { CannotDo, DEFAULT_DIGITS, type Outcome } from "../answer.ts";
import { definedOnly } from "../defined-only.ts";
import type { Environment } from "../environment.ts";
import type { Instruction } from "../instruction.ts";
import { confirmedByJudge } from "../integrals.ts";
import { putIn } from "../put-in.ts";
import type { Sentence } from "../sentence.ts";
import { answerUnits } from "../units.ts";

/** One integration: over a name, between bounds or without. */
interface Stage {
  readonly variable: string;
  readonly bounds?: { readonly lower: Expression; readonly upper: Expression };
}

/** `integrate E over x [from a to b] [, then y from c to d …]`: inner integral first. */
export const INTEGRATE: Instruction = {
  name: "integrate",
  purpose: "Gives an antiderivative, or the exact value of an integral between bounds, also improper or over several names, with the way to it.",
  forms: ["integrate E over x", "integrate E over x from a to b [, then y from c to d …]", "integrate E over x, then y"],
  examples: [
    ["integrate x cos(x) over x"],
    ["integrate x e^(-x) over x from 0 to infinity"],
    ["integrate x y over x from 0 to y, then y from 0 to 1"],
    ["given a > 0", "integrate e^(-a x^2) over x from -infinity to infinity"],
  ],
  spellings: [
    { typed: "find|what is? the? integral|antiderivative of {E}", means: "integrate {E}" },
    { typed: "evaluate|calculate|compute the? integral of {E}", means: "integrate {E}" },
    { typed: "the? integral|antiderivative of {E}", means: "integrate {E}" },
    { typed: "integrate {E} with respect to {R}", means: "integrate {E} over {R}" },
    { typed: "integrate {E} by|in {x} from {R}", means: "integrate {E} over {x} from {R}" },
    { typed: "integrate {E} for {x} from {R}", means: "integrate {E} over {x} from {R}" },
  ],
  begins: (sentence) => sentence.peekWords("integrate"),
  read: (sentence) => {
    sentence.takeWords("integrate");
    const written = sentence.written("an expression", ["over", "from"]);
    const typed = valueStated(sentence.mean(written));
    if (typed.kind === "relation" || typed.kind === "logic") sentence.fail("an expression was expected here", written.span);
    const stages = readStages(typed, sentence);
    sentence.expectEnd();
    return { instruction: "integrate", run: () => carryOut(typed, stages, sentence.environment) };
  },
};

function readStages(typed: Expression, sentence: Sentence): readonly Stage[] {
  const stages: Stage[] = [];
  if (sentence.takeWords("over")) {
    do stages.push(readStage(sentence.declaredName("the variable of integration"), sentence));
    while (takesThen(sentence));
  } else stages.push(readStage(onlyName(typed, sentence), sentence));
  return stages;
}

function takesThen(sentence: Sentence): boolean {
  sentence.takeComma();
  sentence.takeWords("and");
  if (!sentence.takeWords("then")) return false;
  sentence.takeWords("over");
  return true;
}

function readStage(variable: string, sentence: Sentence): Stage {
  sentence.pieces.push({ kind: "math", latex: nameLatex(variable) });
  if (!sentence.takeWords("from")) return { variable };
  const lower = sentence.expression("the lower bound", ["to"]);
  sentence.expectWords("to");
  const upper = sentence.expression("the upper bound", ["then", "and"], true);
  for (const bound of [lower, upper])
    if (contains(bound, variable)) sentence.fail(`a bound of ${variable} cannot hold ${variable} itself`, { from: 0, to: sentence.source.length });
  return { variable, bounds: { lower, upper } };
}

function onlyName(e: Expression, sentence: Sentence): string {
  const [only, ...others] = [...freeNames(e)].filter((letter) => !sentence.environment.quantities.has(letter));
  if (only === undefined || others.length > 0) return sentence.fail("“over” and the variable of integration were expected here");
  return only;
}

function carryOut(typed: Expression, stages: readonly Stage[], environment: Environment): Outcome {
  const own = putIn(typed, environment, new Set(stages.map(({ variable }) => variable)));
  definedOnly(own.expression);
  const bounded = stages.filter(({ bounds }) => bounds);
  if (bounded.length > 0 && bounded.length < stages.length) throw new CannotDo("either all integrations have bounds or none has");
  if (own.expression.kind === "tuple") return componentwise(own.expression.items, own.steps, stages, environment);
  return bounded.length > 0 ? definite(own.expression, own.steps, stages, environment) : indefinite(own.expression, own.steps, stages, environment);
}

/** Each component of a vector by itself. */
function componentwise(items: readonly Expression[], before: readonly Step[], stages: readonly Stage[], environment: Environment): Outcome {
  const bounded = stages.some(({ bounds }) => bounds);
  const own = items.map((item, k) => (bounded ? definite(item, [], stages, environment) : indefinite(item, [], stages, environment, k + 1)));
  const values = own.map(({ answer }) => {
    if (answer?.kind !== "expression") throw new CannotDo("a component of the vector has no integral");
    return answer;
  });
  const steps = [...before, ...own.flatMap((one) => one.steps)];
  const known = stepsCheck(before, environment.assumptions);
  const checks = own.flatMap((one) => one.checks);
  const conditions = distinct(values.flatMap((one) => one.conditions));
  const stepVerdicts = [...known.verdicts, ...own.flatMap((one) => one.stepVerdicts)];
  return {
    answer: { kind: "expression", value: tuple(values.map(({ value }) => value)), conditions, digits: DEFAULT_DIGITS },
    steps,
    stepVerdicts,
    checks,
    verdict: verdictOf(checks),
  };
}

/** Antiderivatives one after the other, each with a constant of its own. */
function indefinite(e: Expression, before: readonly Step[], stages: readonly Stage[], environment: Environment, component?: number): Outcome {
  const steps: Step[] = [...before];
  const conditions: Expression[] = [];
  let current = e;
  let ordered: readonly Expression[] = [];
  for (const [k, { variable }] of stages.entries()) {
    const assumptions = givenOutside(environment.assumptions, variable);
    const found = antiderivativeFor(current, variable, assumptions);
    if (!found) return unfound(current, variable, steps, environment);
    const known = [...assumptions, ...found.conditions];
    const constant = component === undefined ? constantOf(current, environment) : `C_${component}`;
    const readable = readableForm(found.value, known);
    const value = sum(readable, nameOf(constant));
    // The constant is written last.
    ordered = [...(k > 0 ? [readable] : termsOf(readable)), nameOf(constant)];
    steps.push(...found.steps, integralStep("add a constant", [constant], current, variable, value));
    const own = [...known, ...realDomain(current)];
    conditions.push(
      ...found.conditions,
      ...lostConditions(found.value, current)
        .filter(leavesOutPoints)
        .flatMap((one) => openConditions(one, own)),
    );
    current = value;
  }
  const { check, verdicts } = stepsCheck(steps, [...environment.assumptions, ...conditions]);
  return {
    answer: { kind: "expression", value: current, conditions: distinct(conditions), digits: DEFAULT_DIGITS, ordered },
    steps,
    stepVerdicts: verdicts,
    checks: [check],
    verdict: verdictOf([check]),
  };
}

/** That a function has an antiderivative only inside of its domain is understood; a place inside that is left out is said. */
const leavesOutPoints = (condition: Expression): boolean => condition.kind === "relation" && condition.comparisons.includes("!=");

/** An antiderivative and what must hold of the letters for it. */
interface Conditional extends Antiderivative {
  readonly conditions: readonly Expression[];
}

/** An antiderivative, if need be for letters that are positive, or only not 0 where that is enough. */
function antiderivativeFor(e: Expression, variable: string, assumptions: readonly Expression[]): Conditional | undefined {
  const found = antiderivative(e, variable, assumptions);
  if (found) return { ...found, conditions: [] };
  const letters = [...freeNames(e)].filter((letter) => letter !== variable).map((letter) => nameOf(letter));
  const open = letters.filter((letter) => decide(relation(letter, ">", ZERO), assumptions) === undefined);
  if (open.length === 0) return undefined;
  const positive = open.map((letter) => relation(letter, ">", ZERO));
  const inPositive = antiderivative(e, variable, [...assumptions, ...positive]);
  if (!inPositive) return undefined;
  const nonZero = open.map((letter) => relation(letter, "!=", ZERO));
  const isReal = realDomain(inPositive.value).every((one) => contains(one, variable) || decide(one, [...assumptions, ...nonZero]) === true);
  const holds = isReal && stepsCheck(inPositive.steps, [...assumptions, ...nonZero]).check.outcome === "nailed";
  return { ...inPositive, conditions: holds ? nonZero : positive };
}

/** The shorter of an antiderivative as it was found and as a book gathers it; named roots are left as they stand. */
function readableForm(e: Expression, assumptions: readonly Expression[]): Expression {
  if (findAll(e, (part) => part.kind === "iterated").length > 0) return e;
  const plain = withoutBars(e, assumptions);
  const terms = termsOf(plain).map((term) => bookForm(term));
  return [sum(...terms), bookForm(plain)].reduce((best, next) => (complexity(next) < complexity(best) ? next : best), plain);
}

/** A letter for the constant that is not in use. */
function constantOf(e: Expression, { quantities }: Environment): string {
  return ["C", "K"].find((letter) => !contains(e, letter) && !quantities.has(letter)) ?? ["C_1", "C_2", "C_3"].find((letter) => !contains(e, letter)) ?? "C_4";
}

/** No antiderivative was found: the integral stays; where it is proven that none is elementary, that is said with the theorem. */
function unfound(of: Expression, variable: string, steps: readonly Step[], { assumptions }: Environment): Outcome {
  const { verdicts } = stepsCheck(steps, assumptions);
  const proof = notElementary(of, variable);
  const check = proof ? proofCheck(proof) : notFound();
  const answer = { kind: "expression", value: indefiniteIntegral(of, variable), conditions: [], digits: DEFAULT_DIGITS } as const;
  return { answer, steps, stepVerdicts: verdicts, checks: [check], verdict: verdictOf([check]), ...(proof ? { notes: [NOT_ELEMENTARY] } : {}) };
}

const NOT_ELEMENTARY =
  "it is proven that no formula with the functions of the notation is an antiderivative; between bounds the integral has a value all the same";

function notFound(): Check {
  const detail = "no antiderivative was found, so the integral stays as it is; that none exists was not proven";
  return { kind: "steps", outcome: "loose", detail, lines: [{ note: detail }] };
}

function proofCheck({ why, theorem, form }: NotElementary): Check {
  const detail = `no elementary antiderivative exists: ${why} (${theorem})`;
  const inLetter = form ? [{ note: `with ${form.letter} = ${plain(form.meaning)} the integrand is ${plain(form.integrand)}` }] : [];
  return { kind: "steps", outcome: "nailed", detail, lines: [...inLetter, { note: detail }] };
}

/** From bound to bound, inner integral first. */
function definite(e: Expression, before: readonly Step[], stages: readonly Stage[], environment: Environment): Outcome {
  const put = (bound: Expression, variables: readonly string[]): Expression => putIn(bound, environment, new Set(variables)).expression;
  const variables = stages.map(({ variable }) => variable);
  const ranges = stages.flatMap(({ variable, bounds }) =>
    bounds ? [{ variable, lower: put(bounds.lower, variables), upper: put(bounds.upper, variables) }] : [],
  );
  const outside = ranges.reduce<readonly Expression[]>((facts, { variable }) => givenOutside(facts, variable), environment.assumptions);
  const steps: Step[] = [...before];
  const conditions: Expression[] = [];
  let current = e;
  let asked = e;
  for (const [k, { variable, lower, upper }] of ranges.entries()) {
    const known = [...outside, ...conditions, ...ranges.slice(k + 1).flatMap((range) => within(range.variable, range.lower, range.upper, outside))];
    asked = definiteIntegral(asked, variable, lower, upper);
    const integral = definiteIntegral(current, variable, lower, upper);
    const found = integralValue(integral, known, confirmedByJudge);
    if (!found) return standing(asked, integral, steps, conditions, environment);
    if (found.kind !== "value") return withoutValue(found, steps, environment);
    steps.push(...found.steps);
    conditions.push(...found.conditions);
    current = found.value;
    if (infinityOf(current) !== undefined) break;
  }
  return valued(asked, current, steps, conditions, environment);
}

/** What the bounds say of an outer variable while the inner integral is found. */
function within(variable: string, lower: Expression, upper: Expression, known: readonly Expression[]): readonly Expression[] {
  return relationsOn({ variable, from: lower, to: upper, closed: false }, known);
}

function valued(
  asked: DefiniteIntegral | Expression,
  value: Expression,
  steps: readonly Step[],
  conditions: readonly Expression[],
  environment: Environment,
): Outcome {
  const known = [...environment.assumptions, ...conditions];
  const { check, verdicts } = stepsCheck(steps, known);
  const checks = [check, ...(infinityOf(value) === undefined ? [quadratureCheck(asked, value, known)] : [])];
  const units = infinityOf(value) === undefined ? answerUnits(environment, [], { value: asked }) : {};
  return {
    answer: { kind: "expression", value, conditions: distinct(conditions), digits: DEFAULT_DIGITS, ...units },
    steps,
    stepVerdicts: verdicts,
    checks,
    verdict: verdictOf(checks),
  };
}

/** Digits to which an integral is worked out by quadrature. */
const QUADRATURE_DIGITS = 20;

/** The value against quadrature with proven bounds, which knows nothing of antiderivatives. */
function quadratureCheck(asked: Expression, value: Expression, known: readonly Expression[]): Check {
  const compared = compareSides(asked, value, known, QUADRATURE_DIGITS);
  const note = comparisonNote(compared);
  const outcome = compared.kind === "agree" ? "tacked" : compared.kind === "differ" ? "bent" : "loose";
  return { kind: "comparison", outcome, detail: note, lines: [{ left: asked, right: value, note }] };
}

/** No exact value was found: the integral stays, with its decimal where quadrature proves one. */
function standing(asked: Expression, integral: DefiniteIntegral, steps: readonly Step[], conditions: readonly Expression[], environment: Environment): Outcome {
  const known = [...environment.assumptions, ...conditions];
  const { verdicts } = stepsCheck(steps, known);
  const comparison = quadratureCheck(asked, asked, known);
  const found =
    comparison.outcome === "tacked"
      ? "its value is known by the decimal, with proven error bounds"
      : "no number was found for it either: perhaps it does not exist";
  const proof = notElementary(integral.body, integral.variable);
  const none = proof
    ? `no elementary antiderivative of ${plain(integral.body)} exists (${proof.theorem})`
    : `no antiderivative of ${plain(integral.body)} was found that leads from ${plain(integral.lower)} to ${plain(integral.upper)}`;
  const detail = `${none}, so the integral stays as it is; ${found}`;
  const checks: readonly Check[] = [{ kind: "steps", outcome: "loose", detail, lines: [{ note: detail }] }, comparison];
  return {
    answer: { kind: "expression", value: asked, conditions: distinct(conditions), digits: DEFAULT_DIGITS },
    steps,
    stepVerdicts: verdicts,
    checks,
    verdict: verdictOf(checks),
  };
}

/** The integral has no value, not even an infinite one. */
function withoutValue(found: NoValue, before: readonly Step[], { assumptions }: Environment): Outcome {
  const steps = [...before, ...found.steps];
  const known = [...assumptions, ...found.conditions];
  const { check, verdicts } = stepsCheck(steps, known);
  const own = found.kind === "oscillates" ? oscillation(found, known) : oppositeInfinities(check);
  const checks = [own];
  return { answer: { kind: "no limit", why: own.detail, conditions: found.conditions }, steps, stepVerdicts: verdicts, checks, verdict: verdictOf(checks) };
}

function oscillation({ antiderivative: f, place, witnesses: [one, other] }: Extract<NoValue, { kind: "oscillates" }>, known: readonly Expression[]): Check {
  const stated = ({ along, limit }: Witness): Parting => ({ along, limit: limitValue(limit) });
  const judged = judgeParting(f, place, [stated(one), stated(other)], known);
  const detail = `the antiderivative ${plain(f)} has no limit towards ${plain(place.at)}: where ${plain(pathStatement(one.along, place.variable))} it tends to ${plain(limitValue(one.limit))}, where ${plain(pathStatement(other.along, place.variable))} to ${plain(limitValue(other.limit))}`;
  return { kind: "steps", outcome: judged.verdict, detail, lines: [{ note: detail }, { note: judged.why }] };
}

/** Parts that diverge to both sides, as the steps have shown. */
function oppositeInfinities(steps: Check): Check {
  const detail =
    "parts of the integral diverge to ∞ and to −∞, so it has no value; equal parts left and right of a place would cancel, but that is another notion (a principal value)";
  return { kind: "steps", outcome: steps.outcome, detail, lines: [...steps.lines, { note: detail }] };
}
