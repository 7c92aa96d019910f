import { withoutComplexParts } from "../../rewrite/forms/complex-forms.ts";
import { simplifyWithSteps } from "../../rewrite/forms/shortest.ts";
import { ratiosPutIn } from "../carrying-out/put-in.ts";
import { readTarget, rewritingLine } from "../carrying-out/rewriting-line.ts";
import type { Instruction } from "../instruction.ts";

/** `simplify E`: the shortest form that the rewrites lead to. */
export const SIMPLIFY: Instruction = {
  name: "simplify",
  purpose: "Writes an expression as shortly as it can be proven to be.",
  forms: ["simplify E"],
  examples: [["simplify (x^2 - 1)/(x - 1)"]],
  spellings: [{ typed: "reduce {E}", means: "simplify {E}" }],
  rewrites: ["simplify {E}"],
  begins: (sentence) => sentence.peekWords("simplify"),
  read: (sentence) => {
    sentence.takeWords("simplify");
    const target = readTarget(sentence, []);
    sentence.expectEnd();
    const { environment } = sentence;
    return rewritingLine("simplify", target, environment, (e, known) => {
      const own = ratiosPutIn(e, environment);
      const plain = own.steps.length > 0 ? { assumptions: known.assumptions } : known;
      const parts = withoutComplexParts(own.expression, plain);
      const short = simplifyWithSteps(parts.expression, known);
      return { ...short, steps: [...own.steps, ...parts.steps, ...short.steps], conditions: [...parts.conditions, ...short.conditions] };
    });
  },
};
