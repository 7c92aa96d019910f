import { differentiate, NotDifferentiable } from "../../calculus/derivative.ts";
import { quotientChecks } from "../../check/calculus/difference-quotient.ts";
import { stepsCheck } from "../../check/step.ts";
import { type Check, verdictOf, weakest } from "../../check/verdict.ts";
import { type Step, step } from "../../derivation/step.ts";
import { divide, name as nameOf, negate, number, relation, subtract, tuple } from "../../expression/construct.ts";
import { valueStated } from "../../expression/equations.ts";
import { contains, distinct, type Expression, equal, freeNames } from "../../expression/expression.ts";
import { mathematics, words } from "../../notation/inline.ts";
import { name as nameSyntax } from "../../notation/syntax.ts";
import { extremaAsCases } from "../../rewrite/extrema.ts";
import { integrandConditions } from "../../solve/derivatives/between-bounds.ts";
import { kinksOf } from "../../solve/derivatives/kinks.ts";
import { nthDerivative } from "../../solve/derivatives/nth-derivative.ts";
import { type Differentiated, differentiatedWithSteps, withoutJumps } from "../../solve/derivatives/with-steps.ts";
import { nonZero, openConditions } from "../../solve/sifting/conditions.ts";
import { lostConditions, simplify } from "../../truth/index.ts";
import { CannotDo, DEFAULT_DIGITS, type Outcome } from "../answer.ts";
import { putIn } from "../carrying-out/put-in.ts";
import { type Environment, withoutGivens } from "../environment.ts";
import type { Instruction } from "../instruction.ts";
import { definedOnly } from "../judging/defined-only.ts";
import type { Sentence } from "../reading/sentence.ts";

const MOST_TIMES = 30;

/** `differentiate E by x [twice | n times | then y]`: the derivative rule by rule; of an equation the derivative of the name that depends on x. */
export const DIFFERENTIATE: Instruction = {
  name: "differentiate",
  purpose: "Gives the derivative of an expression, rule by rule; of an equation that of the name which depends on the variable.",
  forms: ["differentiate E by x [twice | n times | then y]", "differentiate Q by x"],
  examples: [
    ["differentiate x^2 sin(x) by x"],
    ["differentiate x^5 by x 3 times"],
    ["differentiate x^2 + y^2 = 25 by x"],
    ["given n in integers", "differentiate e^(a x) by x n times"],
  ],
  follows: ({ line, value, letters }) => (value ? letters.slice(0, 1).map((letter) => `differentiate (${line}) by ${letter}`) : []),
  spellings: [
    { typed: "find|what is? the? derivative of {E}", means: "differentiate {E}" },
    { typed: "the? derivative of {E}", means: "differentiate {E}" },
    { typed: "the? second derivative of {E} by|in {x}", means: "differentiate {E} by {x} twice" },
    { typed: "the? partial derivative of {E} by|in {R}", means: "differentiate {E} by {R}" },
    { typed: "derive {E} by {R}", means: "differentiate {E} by {R}" },
    { typed: "differentiate {E} with respect to {R}", means: "differentiate {E} by {R}" },
  ],
  begins: (sentence) => sentence.peekWords("differentiate"),
  read: (sentence) => {
    sentence.takeWords("differentiate");
    const written = sentence.written("an expression", ["by"]);
    const typed = sentence.mean(written);
    const variables = sentence.takeWords("by") ? readVariables(sentence) : [onlyName(typed, sentence)];
    const order = variables.length === 1 ? symbolicOrder(sentence) : undefined;
    sentence.expectEnd();
    const [only] = variables;
    if (order !== undefined && only !== undefined) return { instruction: "differentiate", run: () => nthOrder(typed, only, order, sentence.environment) };
    return { instruction: "differentiate", run: () => carryOut(typed, variables, sentence.environment) };
  },
};

/** The variables in their order: `x twice`, `x 3 times`, `x then y`. */
function readVariables(sentence: Sentence): readonly string[] {
  const variables: string[] = [];
  do {
    const variable = sentence.declaredName("the variable");
    sentence.pieces.push(mathematics(nameSyntax(variable)));
    variables.push(...Array.from({ length: timesOf(sentence) }, () => variable));
  } while (sentence.takeWords("then") || sentence.takeWords("and", "then"));
  return variables;
}

/** A letter for how many times: `n times`. */
function symbolicOrder(sentence: Sentence): string | undefined {
  if (sentence.atEnd || sentence.next.kind !== "word") return undefined;
  const span = sentence.next.span;
  const order = sentence.declaredName("how many times");
  if (!sentence.takeWords("times")) sentence.fail("“times” was expected here");
  if (sentence.environment.kinds.get(order) !== "integers") sentence.fail(`${order} must be declared with “given ${order} in integers”`, span);
  sentence.pieces.push(mathematics(nameSyntax(order)), words("times"));
  return order;
}

/** The derivative of an order that is a letter, proven by induction. */
function nthOrder(typed: Expression, variable: string, order: string, environment: Environment): Outcome {
  const own = putIn(typed, withoutGivens(environment), new Set([variable, order]));
  definedOnly(own.expression);
  const found = nthDerivative(own.expression, variable, order);
  if (!found) throw new CannotDo(`no formula for the derivative of order ${order} is known`);
  const start = relation(nameOf(order, "integer"), ">=", number(found.from));
  const assumptions = [...environment.assumptions, start];
  const conditions = openConditions(start, environment.assumptions);
  const checks = quotientChecks(found.value, variable, found.next, assumptions);
  return judged(found.value, own.steps, [{ value: found.value, steps: found.steps, checks, conditions }], assumptions);
}

function timesOf(sentence: Sentence): number {
  if (sentence.takeWords("twice")) return 2;
  const token = sentence.next;
  if (token.kind !== "number") return 1;
  const times = Number(token.text);
  sentence.takeNumber();
  if (!sentence.takeWords("times")) sentence.fail("“times” was expected here");
  if (!Number.isInteger(times) || times < 1 || times > MOST_TIMES)
    sentence.fail(`a whole number of times from 1 to ${MOST_TIMES} was expected here`, token.span);
  return times;
}

function onlyName(e: Expression, sentence: Sentence): string {
  const [only, ...others] = [...freeNames(e)].filter((letter) => !sentence.environment.quantities.has(letter));
  if (only === undefined || others.length > 0) return sentence.fail("“by” and the variable were expected here");
  return only;
}

function carryOut(typed: Expression, variables: readonly string[], environment: Environment): Outcome {
  const own = putIn(typed, withoutGivens(environment), new Set(variables));
  // E = m v²/2 says what E is: the derivative is that of the right side.
  const e = isSolvedFor(own.expression, variables) ? valueStated(own.expression) : own.expression;
  definedOnly(e);
  try {
    if (e.kind === "relation") return implicit(e, variables, own.steps, environment);
    const rounds: Round[] = [];
    let current: Expression = e;
    for (const variable of variables) {
      const round = derived(current, variable, environment.assumptions);
      rounds.push(round);
      current = round.value;
    }
    return judged(current, own.steps, rounds, environment.assumptions);
  } catch (error) {
    if (error instanceof NotDifferentiable) throw new CannotDo(error.message);
    throw error;
  }
}

/** Whether an equation states a name by the others, and it is not the name by which it is differentiated. */
function isSolvedFor(e: Expression, variables: readonly string[]): boolean {
  const [left] = e.kind === "relation" ? e.operands : [];
  return left?.kind === "name" && !variables.includes(left.name) && !contains(valueStated(e), left.name);
}

/** One derivative with its steps, its checks, and the places that are left out. */
export interface Round extends Differentiated {
  readonly checks: readonly Check[];
  readonly conditions: readonly Expression[];
}

/** The derivative of an expression, or of every entry of a vector, with its checks. */
export function derived(e: Expression, variable: string, assumptions: readonly Expression[]): Round {
  if (e.kind === "tuple") {
    const entries = e.items.map((item) => derived(item, variable, assumptions));
    return { ...together(entries), value: tuple(entries.map(({ value }) => value)) };
  }
  const inCases = extremaAsCases(e, variable);
  const written = equal(inCases, e) ? [] : [step("extrema as cases", [], { kind: "equal", before: e, after: inCases })];
  const jumps = [...withoutJumps(e, variable), ...integrandConditions(e, variable)].flatMap((one) => openConditions(one, assumptions));
  const { value, steps } = differentiatedWithSteps(inCases, variable);
  const kinks = kinksOf(inCases, variable, value, assumptions);
  const own = quotientChecks(e, variable, value, [...assumptions, ...jumps]);
  const checks = kinks.isWhole ? own : own.map((check) => ({ ...check, outcome: weakest([check.outcome, "loose"]) }));
  return {
    value,
    steps: [...written, ...steps.map((one) => (jumps.length === 0 ? one : { ...one, conditions: jumps })), ...kinks.steps],
    checks,
    conditions: [
      ...jumps,
      ...kinks.conditions,
      ...lostConditions(e, value)
        .filter(leavesOutPoints)
        .flatMap((one) => openConditions(one, assumptions)),
    ],
  };
}

/** That a function has a derivative only inside of its domain is understood; a place inside that is left out is said. */
const leavesOutPoints = (condition: Expression): boolean => condition.kind === "relation" && condition.comparisons.includes("!=");

function together(rounds: readonly Round[]): Omit<Round, "value"> {
  return {
    steps: rounds.flatMap(({ steps }) => steps),
    checks: rounds.flatMap(({ checks }) => checks),
    conditions: rounds.flatMap(({ conditions }) => conditions),
  };
}

/** The outcome of derivatives taken one after the other. */
export function judged(value: Expression, before: readonly Step[], rounds: readonly Round[], assumptions: readonly Expression[]): Outcome {
  const { checks: own, conditions: all, steps: found } = together(rounds);
  const steps = [...before, ...found];
  const { check, verdicts } = stepsCheck(steps, assumptions);
  const checks = [check, ...own];
  const conditions = distinct(all);
  return { answer: { kind: "expression", value, conditions, digits: DEFAULT_DIGITS }, steps, stepVerdicts: verdicts, checks, verdict: verdictOf(checks) };
}

/** The derivative of the one name that depends on the variable in an equation F = 0: −F_x/F_y. */
function implicit(e: Expression & { readonly kind: "relation" }, variables: readonly string[], before: readonly Step[], environment: Environment): Outcome {
  const [left, right] = e.operands;
  const [variable, ...more] = variables;
  const dependent = [...freeNames(e)].filter((letter) => letter !== variable && !environment.quantities.has(letter));
  const [own, ...others] = dependent;
  if (!left || !right || e.comparisons[0] !== "=" || variable === undefined || more.length > 0)
    throw new CannotDo("an equation is differentiated once, by one variable");
  if (own === undefined || others.length > 0) throw new CannotDo(`which name depends on ${variable}? all but one must be declared with “given”`);
  const difference = subtract(left, right);
  const partial = (letter: string): Expression => simplify(differentiate(difference, letter)).expression;
  const [byVariable, byOwn] = [partial(variable), partial(own)];
  const value = simplify(negate(divide(byVariable, byOwn))).expression;
  const conditions = nonZero(byOwn, environment.assumptions);
  const slope = negate(divide(byVariable, byOwn));
  const round: Round = {
    value,
    steps: [
      step("differentiate", [difference, variable], { kind: "derivative", of: difference, variable, after: byVariable }),
      step("differentiate", [difference, own], { kind: "derivative", of: difference, variable: own, after: byOwn }),
      step("implicit derivative", [nameOf(own), variable], { kind: "equal", before: slope, after: value }, { conditions }),
    ],
    checks: [...quotientChecks(difference, variable, byVariable, environment.assumptions), ...quotientChecks(difference, own, byOwn, environment.assumptions)],
    conditions,
  };
  return judged(value, before, [round], environment.assumptions);
}

/** `gradient of E by x, y …`: the tuple of the partial derivatives. */
export const GRADIENT: Instruction = {
  name: "gradient",
  purpose: "Gives the partial derivatives of an expression as a vector.",
  forms: ["gradient of E by x, y …"],
  examples: [["gradient of x^2 y + z by x, y, z"]],
  begins: (sentence) => sentence.peekWords("gradient", "of"),
  read: (sentence) => {
    sentence.takeWords("gradient", "of");
    const typed = sentence.expression("an expression", ["by"]);
    sentence.expectWords("by");
    const variables = sentence.names("a variable");
    sentence.expectEnd();
    if (typed.kind === "relation" || typed.kind === "logic" || typed.kind === "tuple")
      sentence.fail("an expression was expected here", { from: 0, to: sentence.source.length });
    return { instruction: "gradient", run: () => gradient(typed, variables, sentence.environment) };
  },
};

function gradient(typed: Expression, variables: readonly string[], environment: Environment): Outcome {
  const own = putIn(typed, withoutGivens(environment), new Set(variables));
  definedOnly(own.expression);
  const rounds = variables.map((variable) => derived(own.expression, variable, environment.assumptions));
  return judged(tuple(rounds.map(({ value }) => value)), own.steps, rounds, environment.assumptions);
}
