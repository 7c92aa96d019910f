import { combineWithSteps } from "../../rewrite/forms/combine.ts";
import { readTarget, rewritingLine } from "../carrying-out/rewriting-line.ts";
import type { Instruction } from "../instruction.ts";

/** `combine E`: one fraction in lowest terms. */
export const COMBINE: Instruction = {
  name: "combine",
  purpose: "Writes a sum of fractions as one, in lowest terms.",
  forms: ["combine E"],
  examples: [["combine 1/x + 1/y"]],
  spellings: [
    { typed: "write {E} as one|a single fraction", means: "combine {E}" },
    { typed: "put {E} over a common denominator", means: "combine {E}" },
  ],
  rewrites: ["combine {E}"],
  begins: (sentence) => sentence.peekWords("combine"),
  read: (sentence) => {
    sentence.takeWords("combine");
    const target = readTarget(sentence, []);
    sentence.expectEnd();
    return rewritingLine("combine", target, sentence.environment, combineWithSteps);
  },
};
