import { combineWithSteps } from "../../rewrite/forms/combine.ts";
import type { Instruction } from "../instruction.ts";
import { readTarget, rewritingLine } from "../rewriting-line.ts";

/** `combine E`: one fraction in lowest terms. */
export const COMBINE: Instruction = {
  name: "combine",
  spellings: [
    { typed: "write {E} as one|a single fraction", means: "combine {E}" },
    { typed: "put {E} over a common denominator", means: "combine {E}" },
  ],
  begins: (sentence) => sentence.peekWords("combine"),
  read: (sentence) => {
    sentence.takeWords("combine");
    const target = readTarget(sentence, []);
    sentence.expectEnd();
    return rewritingLine("combine", target, sentence.environment, combineWithSteps);
  },
};
