import { simplifyWithSteps } from "../../rewrite/forms/shortest.ts";
import { readTarget, rewritingLine } from "../carrying-out/rewriting-line.ts";
import type { Instruction } from "../instruction.ts";

/** `simplify E`: the shortest form that the rewrites lead to. */
export const SIMPLIFY: Instruction = {
  name: "simplify",
  purpose: "Writes an expression as shortly as it can be proven to be.",
  forms: ["simplify E"],
  examples: [["simplify (x^2 - 1)/(x - 1)"]],
  spellings: [{ typed: "reduce {E}", means: "simplify {E}" }],
  begins: (sentence) => sentence.peekWords("simplify"),
  read: (sentence) => {
    sentence.takeWords("simplify");
    const target = readTarget(sentence, []);
    sentence.expectEnd();
    return rewritingLine("simplify", target, sentence.environment, simplifyWithSteps);
  },
};
