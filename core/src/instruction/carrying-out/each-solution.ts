import { weakest } from "../../check/verdict.ts";
import { tuple } from "../../expression/construct.ts";
import type { Expression } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import type { Syntax } from "../../notation/syntax.ts";
import type { Solution } from "../../solve/solution.ts";
import { decide, simplify } from "../../truth/index.ts";
import { type Answer, CannotDo, DEFAULT_DIGITS, type Outcome } from "../answer.ts";
import type { Environment } from "../environment.ts";

type Solutions = Answer & { readonly kind: "solutions" };

/** The solutions of a line that is named by its number, where it has several of one unknown. */
export function severalSolutions(written: Syntax, { outcomes }: Environment): Solutions | undefined {
  const answer = written.kind === "line" ? outcomes.get(written.line)?.answer : undefined;
  if (answer?.kind !== "solutions" || answer.set.variables.length !== 1) return undefined;
  const areValues = answer.set.solutions.every(({ free, values }) => !free.some((letter) => values.has(letter)));
  return areValues && answer.set.solutions.length > 1 ? answer : undefined;
}

/** What is done to a value, and what is put in the place of letters on the way. */
interface Change {
  readonly values: ReadonlyMap<string, Expression>;
  readonly outcome: (value: Expression) => Outcome;
}

/**
 * The same done to each solution of a line: the solutions that it leads to. Those whose conditions fail for the values put in are left out.
 * @throws CannotDo where none is left.
 */
export function eachSolution(answer: Solutions, { values, outcome }: Change, assumptions: readonly Expression[]): Outcome {
  const changed = answer.set.solutions.flatMap((one) => {
    const conditions = one.conditions.map((condition) => simplify(substitute(condition, values)).expression);
    const truths = conditions.map((condition) => decide(condition, assumptions));
    if (truths.includes(false)) return [];
    const [[unknown, value] = []] = [...one.values];
    const own = unknown === undefined || !value ? undefined : outcome(value);
    if (unknown === undefined || own?.answer?.kind !== "expression") return [];
    const open = conditions.filter((_, k) => truths[k] === undefined);
    const next: Solution = { ...one, values: new Map([[unknown, own.answer.value]]), conditions: [...open, ...own.answer.conditions] };
    return [{ next, own, digits: own.answer.digits }];
  });
  const [first] = changed;
  if (!first) throw new CannotDo("for these values none of the solutions is left");
  const solutions = changed.map(({ next }) => next);
  return {
    ...oneAfterTheOther(changed.map(({ own }) => own)),
    answer: { ...answer, digits: first.digits, set: { ...answer.set, solutions, rejected: [], complexSolutions: [] } },
  };
}

/** An expression for each of several sets of values: a list of its values. */
export function eachSet(sets: readonly ReadonlyMap<string, Expression>[], outcome: (values: ReadonlyMap<string, Expression>) => Outcome): Outcome {
  const outcomes = sets.map(outcome);
  const answers = outcomes.flatMap(({ answer }) => (answer?.kind === "expression" ? [answer] : []));
  const value = tuple(answers.map((answer) => answer.value));
  const conditions = answers.flatMap((answer) => answer.conditions);
  return { ...oneAfterTheOther(outcomes), answer: { kind: "expression", value, conditions, digits: answers[0]?.digits ?? DEFAULT_DIGITS } };
}

function oneAfterTheOther(outcomes: readonly Outcome[]): Omit<Outcome, "answer"> {
  return {
    steps: outcomes.flatMap(({ steps }) => steps),
    stepVerdicts: outcomes.flatMap(({ stepVerdicts }) => stepVerdicts),
    checks: outcomes.flatMap(({ checks }) => checks),
    verdict: weakest(outcomes.flatMap(({ verdict }) => verdict ?? [])),
  };
}
