import { stepsCheck } from "../../check/step.ts";
import type { Step } from "../../derivation/step.ts";
import { ONE, ZERO } from "../../expression/construct.ts";
import { isEquation } from "../../expression/equations.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { say } from "../../notation/inline.ts";
import { linePlain } from "../../notation/line-plain.ts";
import { BudgetExhausted } from "../../number/budget.ts";
import { stepsBetween } from "../../proof/between-equations.ts";
import { proof } from "../../proof/prove.ts";
import { stepsToAlternatives } from "../../proof/to-alternatives.ts";
import { solveEquation } from "../../solve/equation.ts";
import { Unsolvable } from "../../solve/solution.ts";
import { solveSystem } from "../../solve/systems/system.ts";
import { equalityTest } from "../../truth/index.ts";
import { CannotDo, type Outcome } from "../answer.ts";
import { reasonFrom } from "../answers/reason.ts";
import { putIn } from "../carrying-out/put-in.ts";
import { type Environment, lineStatement } from "../environment.ts";
import { without } from "../hand/compare.ts";
import { domainOf, foundIn, listedValues } from "../hand/found.ts";
import { type Question, unknownOf } from "../hand/question.ts";
import { statedTogether, valuesIn } from "../hand/system.ts";
import type { Instruction } from "../instruction.ts";

/** `fill in`, `fill in (2) to (3)`: the steps between two lines of a work by hand. */
export const FILL_IN: Instruction = {
  name: "fill in",
  purpose: "Shows the steps that lead from one line of a work by hand to another.",
  forms: ["fill in", "fill in (2) to (3)"],
  examples: [["given a > 0", "v = u + a t", "so t = (v - u)/a", "fill in (2) to (3)"]],
  follows: ({ line, outcome: { answer } }) => (answer?.kind === "truth" && answer.holds !== false && line > 1 ? ["fill in"] : []),
  spellings: [
    { typed: "fill in from|between {A} to|and {B}", means: "fill in {A} to {B}" },
    { typed: "show the? steps from|between {A} to|and {B}", means: "fill in {A} to {B}" },
  ],
  begins: (sentence) => sentence.peekWords("fill", "in"),
  read: (sentence) => {
    sentence.takeWords("fill", "in");
    const { environment } = sentence;
    const [before, after] = sentence.atEnd ? lastTwo(environment) : [sentence.reference("the line before", ["to"]), toReference(sentence)];
    sentence.expectEnd();
    if (before === undefined || after === undefined) return sentence.fail("there are no two lines above between which steps could be filled in");
    return { instruction: "fill in", dependsOn: [before, after], run: () => carryOut(before, after, environment) };
  },
};

function toReference(sentence: Parameters<Instruction["read"]>[0]): number {
  sentence.expectWords("to");
  return sentence.reference("the line to which it leads");
}

/** What a line says: its equation or expression, or the value that it came to. */
function saidBy(environment: Environment, line: number): Expression | undefined {
  const answer = environment.outcomes.get(line)?.answer;
  return answer?.kind === "expression" ? answer.value : lineStatement(environment, line);
}

function lastTwo(environment: Environment): readonly [number | undefined, number | undefined] {
  const lines = Array.from({ length: environment.line - 1 }, (_, k) => environment.line - 1 - k).filter((line) => saidBy(environment, line) !== undefined);
  return [lines[1], lines[0]];
}

function carryOut(from: number, to: number, environment: Environment): Outcome {
  const [asked, wanted] = [from, to].map((line) => saidBy(environment, line));
  if (!asked || !wanted) throw new CannotDo(`line ${asked ? to : from} says nothing that steps could lead to`);
  const [before, after] = [asked, wanted].map((e) => putIn(e, environment).expression);
  const steps = before && after && stepsFor(before, after, wanted, from, environment);
  if (!steps) throw new CannotDo(`no short way was found from line ${from} to line ${to}`);
  const { check, verdicts } = stepsCheck(steps, environment.assumptions);
  const sentence = steps.length === 0 ? say`line ${to} says the same as line ${from}` : say`line ${to} follows from line ${from}`;
  const reason = check.outcome === "nailed" ? reasonFrom(steps) : undefined;
  const own = { ...check, detail: steps.length === 0 ? linePlain(sentence) : check.detail };
  return {
    answer: {
      kind: "truth",
      holds: check.outcome === "nailed" ? true : undefined,
      sentence,
      ...(reason === undefined ? {} : { reason: { line: to, words: reason } }),
    },
    steps,
    stepVerdicts: verdicts,
    checks: [own],
    verdict: check.outcome,
  };
}

function stepsFor(before: Expression, after: Expression, wanted: Expression, line: number, environment: Environment): readonly Step[] | undefined {
  if (before.kind !== "relation" && after.kind !== "relation" && after.kind !== "logic") return proof(before, after, environment.assumptions);
  if (!isEquation(before)) return bySolvingSystem(before, after, environment);
  const question = environment.outcomes.get(line)?.question ?? { line, statement: before, unknowns: [], scope: { kind: "reals", facts: [] } as const };
  const unknown = unknownOf(question, wanted, environment);
  const { assumptions } = environment;
  const between = isEquation(after) ? stepsBetween(before, after, unknown, assumptions) : stepsToAlternatives(before, after, unknown, assumptions);
  return between ?? bySolving(before, after, unknown, question, environment);
}

/** The way of a solution, where the other line lists what it finds. */
function bySolving(before: Expression, after: Expression, unknown: string, { scope }: Question, { assumptions }: Environment): readonly Step[] | undefined {
  const listed = listedValues(after, unknown);
  if (!listed || !isEquation(before) || scope.facts.length > 0) return undefined;
  try {
    const { set, steps } = solveEquation({ equation: before, unknown, domain: domainOf(scope), assumptions });
    const found = foundIn(set, unknown, true);
    const own = { entries: listed.map((value) => ({ value, conditions: [] })), proven: true, letter: undefined, whole: true };
    const isSame =
      found &&
      [without(found, own, unknown, assumptions), without(own, found, unknown, assumptions)].every(({ missing, open }) => missing.length === 0 && !open);
    return isSame ? steps : undefined;
  } catch (error) {
    if (error instanceof Unsolvable || error instanceof BudgetExhausted) return undefined;
    throw error;
  }
}

/** The way of a system, where the other line gives the values of all its unknowns. */
function bySolvingSystem(before: Expression, after: Expression, { assumptions, quantities }: Environment): readonly Step[] | undefined {
  const equations = statedTogether(before).filter(isEquation);
  const unknowns = [...freeNames(before)].filter((letter) => !quantities.has(letter)).sort();
  const values = valuesIn(after, unknowns);
  if (equations.length < 2 || !values) return undefined;
  const solved = solveSystem({ equations, unknowns, domain: "real", assumptions });
  const [only, ...more] = solved?.set.solutions ?? [];
  const isIt = only && unknowns.every((letter) => equalityTest(only.values.get(letter) ?? ZERO, values.get(letter) ?? ONE, assumptions).kind === "zero");
  return isIt && more.length === 0 ? solved?.steps : undefined;
}
