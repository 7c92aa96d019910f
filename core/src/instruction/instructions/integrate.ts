import { stepsCheck } from "../../check/step.ts";
import { verdictOf } from "../../check/verdict.ts";
import type { BoundsOf, Step } from "../../derivation/step.ts";
import { tuple } from "../../expression/construct.ts";
import { valueStated } from "../../expression/equations.ts";
import { contains, distinct, type Expression, freeNames } from "../../expression/expression.ts";
import { mathematics } from "../../notation/inline.ts";
import { name as nameSyntax } from "../../notation/syntax.ts";
import { CannotDo, DEFAULT_DIGITS, type Outcome } from "../answer.ts";
import { putIn } from "../carrying-out/put-in.ts";
import type { Environment } from "../environment.ts";
import type { Instruction } from "../instruction.ts";
import { definite } from "../integrals/definite.ts";
import { indefinite } from "../integrals/indefinite.ts";
import { inTheOtherOrder } from "../integrals/other-order.ts";
import { definedOnly } from "../judging/defined-only.ts";
import type { Sentence } from "../reading/sentence.ts";

/** One integration: over a name, between bounds or without. */
interface Stage {
  readonly variable: string;
  readonly bounds?: { readonly lower: Expression; readonly upper: Expression };
}

/** `integrate E over x [from a to b] [, then y from c to d …]`: inner integral first. */
export const INTEGRATE: Instruction = {
  name: "integrate",
  purpose: "Gives an antiderivative, or the exact value of an integral between bounds, also improper or over several names, with the way to it.",
  forms: [
    "integrate E over x",
    "integrate E over x from a to b [, then y from c to d …]",
    "integrate E over x, then y",
    "integrate E over x from a to b, then y from c to d in the other order",
  ],
  examples: [
    ["integrate x cos(x) over x"],
    ["integrate x e^(-x) over x from 0 to infinity"],
    ["integrate x y over x from 0 to y, then y from 0 to 1"],
    ["given a > 0", "integrate e^(-a x^2) over x from -infinity to infinity"],
  ],
  follows: ({ line, value, letters }) => (value ? letters.slice(0, 1).map((letter) => `integrate (${line}) over ${letter}`) : []),
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
    const exchanged = sentence.takeWords("in", "the", "other", "order");
    sentence.expectEnd();
    return { instruction: "integrate", run: () => carryOut(typed, stages, exchanged, sentence.environment) };
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
  sentence.pieces.push(mathematics(nameSyntax(variable)));
  if (!sentence.takeWords("from")) return { variable };
  const lower = sentence.expression("the lower bound", ["to"]);
  sentence.expectWords("to");
  const upper = sentence.expression("the upper bound", ["then", "and", "in"], true);
  for (const bound of [lower, upper])
    if (contains(bound, variable)) sentence.fail(`a bound of ${variable} cannot hold ${variable} itself`, { from: 0, to: sentence.source.length });
  return { variable, bounds: { lower, upper } };
}

function onlyName(e: Expression, sentence: Sentence): string {
  const [only, ...others] = [...freeNames(e)].filter((letter) => !sentence.environment.quantities.has(letter));
  if (only === undefined || others.length > 0) return sentence.fail("“over” and the variable of integration were expected here");
  return only;
}

function carryOut(typed: Expression, stages: readonly Stage[], exchanged: boolean, environment: Environment): Outcome {
  const variables = new Set(stages.map(({ variable }) => variable));
  const own = putIn(typed, environment, variables);
  definedOnly(own.expression);
  const ranges = stages.flatMap(({ variable, bounds }): readonly BoundsOf[] => {
    if (!bounds) return [];
    const [lower, upper] = [bounds.lower, bounds.upper].map((bound) => putIn(bound, environment, variables).expression);
    return lower && upper ? [{ variable, lower, upper }] : [];
  });
  if (ranges.length > 0 && ranges.length < stages.length) throw new CannotDo("either all integrations have bounds or none has");
  if (exchanged) return inTheOtherOrder(own.expression, own.steps, ranges, environment);
  const ofOne = (e: Expression, before: readonly Step[], component?: number): Outcome =>
    ranges.length > 0
      ? definite(e, before, ranges, environment)
      : indefinite(
          e,
          before,
          stages.map(({ variable }) => variable),
          environment,
          component,
        );
  return own.expression.kind === "tuple" ? componentwise(own.expression.items, own.steps, ofOne, environment) : ofOne(own.expression, own.steps);
}

/** Each component of a vector by itself. */
function componentwise(
  items: readonly Expression[],
  before: readonly Step[],
  ofOne: (e: Expression, before: readonly Step[], component: number) => Outcome,
  environment: Environment,
): Outcome {
  const own = items.map((item, k) => ofOne(item, [], k + 1));
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
