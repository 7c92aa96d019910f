import { combineWithSteps } from "../../rewrite/forms/combine.ts";
import type { Instruction } from "../instruction.ts";
import { readTarget, rewritingLine } from "../rewriting-line.ts";

/** `combine E`: one fraction in lowest terms. */
export const COMBINE: Instruction = {
  name: "combine",
  begins: (sentence) => sentence.peekWords("combine"),
  read: (sentence) => {
    sentence.takeWords("combine");
    const target = readTarget(sentence, []);
    sentence.expectEnd();
    return rewritingLine("combine", target, sentence.environment, combineWithSteps);
  },
};
