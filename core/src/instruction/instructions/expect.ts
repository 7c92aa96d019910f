import { isInequality } from "../../expression/equations.ts";
import type { Expression } from "../../expression/expression.ts";
import { joined, say, spaced, words } from "../../notation/inline.ts";
import type { Outcome } from "../answer.ts";
import { putIn } from "../carrying-out/put-in.ts";
import { heldAgainst } from "../carrying-out/solved-inequality.ts";
import { PLACE } from "../completion/form.ts";
import type { Environment } from "../environment.ts";
import { type Above, againstSolutions, againstValue, alternativeText, type Compared, rightSide, truth } from "../hand/expected.ts";
import type { Instruction, Reading } from "../instruction.ts";
import type { Sentence } from "../reading/sentence.ts";
import { besideAbove } from "../reading/units-read.ts";

/** `expect x = 1 or x = 2`, `expect E`, `expect no solution`, `expect no limit`: the author's own answer, compared as a set with the line above. */
export const EXPECT: Instruction = {
  name: "expect",
  purpose: "Holds the author's own answer against the line above, as a set.",
  forms: ["expect x = E [and y = E | or x = E]", "expect E", "expect no solution", "expect no limit"],
  examples: [
    ["solve x^2 = 4", "expect x = 2 or x = -2"],
    ["given m = 2 kg, a = 3 m/s^2", "evaluate m a", "expect 6 N"],
  ],
  follows: ({ outcome: { answer } }) => {
    if (answer?.kind === "solutions") return [`expect ${answer.set.variables.map((unknown) => `${unknown} = ${PLACE}`).join(" and ")}`];
    return answer?.kind === "expression" ? [`expect ${PLACE}`] : [];
  },
  spellings: [
    { typed: "the? answer is? :? {Q}", means: "expect {Q}" },
    { typed: "expect {x} ≈ {E}", means: "expect {x} = {E}" },
    { typed: "so|therefore|hence|thus {x} ≈ {E}", means: "expect {x} = {E}" },
    { typed: "{x} ≈ {E}", means: "expect {x} = {E}" },
    { typed: "≈ {E}", means: "expect {E}" },
  ],
  begins: (sentence) => sentence.peekWords("expect"),
  read: (sentence) => {
    sentence.takeWords("expect");
    const from = sentence.next.span.from;
    if (sentence.takeWords("no", "solution") || sentence.takeWords("no", "real", "solution")) return expectNone(sentence);
    if (sentence.takeWords("no", "limit") || sentence.takeWords("does", "not", "exist")) return expectNoLimit(sentence);
    const claimed = sentence.expression("the answer you expect", [], false, besideAbove(sentence.environment));
    const { environment } = sentence;
    const above = answeredAbove(environment);
    if (!above) return sentence.fail("there is no answer above to compare with", { from, to: sentence.source.length });
    const { typedNumbers: typed } = sentence;
    const { assumptions } = environment;
    return {
      instruction: "expect",
      says: spaced([words("Expected:"), ...sentence.pieces.slice(1)]),
      dependsOn: [above.line],
      run: (): Outcome =>
        above.answer.kind === "solutions" && isInequality(above.answer.equation)
          ? againstInequality(claimed, above, above.answer, environment)
          : above.answer.kind === "solutions"
            ? againstSolutions(claimed, above, above.answer, environment, typed)
            : above.answer.kind === "no limit"
              ? truth(false, "bent", say`line ${above.line} has no limit: ${above.answer.why}`, [])
              : againstValue(putIn(rightSide(claimed), environment).expression, above, above.answer, assumptions, typed),
    };
  },
};

function againstInequality(
  claimed: Expression,
  { line }: Above,
  { set, equation: statement, scope }: Compared & { kind: "solutions" },
  environment: Environment,
): Outcome {
  return heldAgainst(claimed, { line, statement, unknown: set.variables[0] ?? "x", facts: scope.facts }, environment);
}

/** `expect no solution`: the line above has none. */
function expectNone(sentence: Sentence): Reading {
  sentence.expectEnd();
  const above = answeredAbove(sentence.environment);
  if (above?.answer.kind !== "solutions") return sentence.fail("there is no equation solved above to compare with", { from: 0, to: sentence.source.length });
  const { line, answer, agreed } = above;
  const { solutions } = answer.set;
  const found = joined(
    solutions.map((solution) => say`${alternativeText(solution.values)}`),
    " and ",
  );
  return {
    instruction: "expect",
    dependsOn: [line],
    run: () => (solutions.length === 0 ? truth(true, agreed, say`line ${line} has no solution`, []) : truth(false, "bent", say`line ${line} has ${found}`, [])),
  };
}

/** `expect no limit`: the limit above does not exist. */
function expectNoLimit(sentence: Sentence): Reading {
  sentence.expectEnd();
  const above = answeredAbove(sentence.environment);
  if (!above) return sentence.fail("there is no limit above to compare with", { from: 0, to: sentence.source.length });
  const { line, answer, agreed } = above;
  const found = answer.kind === "expression" ? say`line ${line} is ${answer.value}` : say`line ${line} is no limit`;
  return {
    instruction: "expect",
    dependsOn: [line],
    run: () => (answer.kind === "no limit" ? truth(true, agreed, say`line ${line} has no limit`, []) : truth(false, "bent", found, [])),
  };
}

/** The nearest line above with an answer that can be compared. */
function answeredAbove(environment: Environment): Above | undefined {
  for (let line = environment.line - 1; line >= 1; line -= 1) {
    const outcome = environment.outcomes.get(line);
    const answer = outcome?.answer;
    // What agrees with an answer is proven no further than the answer is.
    if (answer?.kind === "solutions" || answer?.kind === "expression" || answer?.kind === "no limit")
      return { line, answer, agreed: outcome?.verdict === "nailed" ? "nailed" : "tacked" };
  }
  return undefined;
}
