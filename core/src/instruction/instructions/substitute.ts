import { stepsCheck } from "../../check/step.ts";
import { type Step, step } from "../../derivation/step.ts";
import { ZERO } from "../../expression/construct.ts";
import { type Expression, equal } from "../../expression/expression.ts";
import { mapChildren, substitute } from "../../expression/substitute.ts";
import { simplify } from "../../truth/index.ts";
import { DEFAULT_DIGITS, type Outcome } from "../answer.ts";
import { eachSolution, severalSolutions } from "../carrying-out/each-solution.ts";
import { putIn, saidValues } from "../carrying-out/put-in.ts";
import { PLACE } from "../completion/form.ts";
import { type Environment, withoutGivens } from "../environment.ts";
import type { Instruction } from "../instruction.ts";
import { definedOnly } from "../judging/defined-only.ts";
import { valueOutcome } from "../judging/judged-value.ts";
import { readValues } from "../reading/values-read.ts";

/** `substitute x = E[, y = E …] into E` (also into an equation): all at once, then simplified. */
export const SUBSTITUTE: Instruction = {
  name: "substitute",
  purpose: "Puts expressions in the place of names, all at once.",
  forms: ["substitute x = E[, y = E …] into E", "substitute x = E into Q"],
  examples: [["substitute x = a + 1 into x^2 - 1"]],
  follows: ({ line, value, letters }) => (value ? letters.slice(0, 1).map((letter) => `substitute ${letter} = ${PLACE} into (${line})`) : []),
  spellings: [{ typed: "substitute|put|plug|insert {V} into|in {E}", means: "substitute {V} into {E}" }],
  begins: (sentence) => sentence.peekWords("substitute"),
  read: (sentence) => {
    sentence.takeWords("substitute");
    const values = readValues(sentence, ["into"]);
    sentence.expectWords("into");
    const written = sentence.written("an expression or equation");
    const several = severalSolutions(written, sentence.environment);
    const target = several ? ZERO : sentence.mean(written);
    sentence.expectEnd();
    const { environment } = sentence;
    return {
      instruction: "substitute",
      run: (): Outcome => {
        const put = (one: Expression): Outcome => substituted(one, values, environment);
        return several ? eachSolution(several, { values, outcome: put }, environment.assumptions) : put(target);
      },
    };
  },
};

function substituted(target: Expression, values: ReadonlyMap<string, Expression>, environment: Environment): Outcome {
  // Definitions are written out first, so that the names they stand for can be replaced.
  const own = putIn(target, withoutGivens(environment), new Set(values.keys()));
  const filled = substitute(own.expression, values);
  const steps: Step[] = [...own.steps];
  steps.push(step("put in values", [saidValues(values)], { kind: "put in", before: own.expression, values, after: filled }));
  definedOnly(filled);
  const isStatement = filled.kind === "relation" || filled.kind === "logic";
  const result = isStatement ? mapChildren(filled, (side) => simplify(side).expression) : simplify(filled).expression;
  if (!isStatement) {
    const { conditions } = simplify(filled);
    if (!equal(result, filled)) steps.push(step("simplify values", [], { kind: "equal", before: filled, after: result }, { conditions }));
    return valueOutcome(filled, result, steps, conditions, environment.assumptions, DEFAULT_DIGITS);
  }
  const { check, verdicts } = stepsCheck(steps, environment.assumptions);
  return {
    answer: { kind: "expression", value: result, conditions: [], digits: DEFAULT_DIGITS },
    statement: result,
    steps,
    stepVerdicts: verdicts,
    checks: [check],
    verdict: check.outcome,
  };
}
