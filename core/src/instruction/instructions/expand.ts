import { equal } from "../../expression/expression.ts";
import { expandWithSteps, hasPowersOfSums } from "../../rewrite/forms/expand.ts";
import { CannotDo } from "../answer.ts";
import { readTarget, rewritingLine } from "../carrying-out/rewriting-line.ts";
import type { Instruction } from "../instruction.ts";

/** Nobody reads more terms of a sum. */
const MOST_TERMS = 1000;

/** `expand E [only products | only powers | only trig | only logs]` */
export const EXPAND: Instruction = {
  name: "expand",
  purpose: "Multiplies out.",
  forms: ["expand E [only products | only powers | only trig | only logs]"],
  examples: [["expand (x + 1)^3"]],
  spellings: [
    { typed: "expand and simplify {E}", means: "expand {E}" },
    { typed: "multiply out {E}", means: "expand {E}" },
    { typed: "expand out {E}", means: "expand {E}" },
  ],
  rewrites: ["expand {E}", "expand {E} only products", "expand {E} only powers", "expand {E} only trig"],
  begins: (sentence) => sentence.peekWords("expand"),
  read: (sentence) => {
    sentence.takeWords("expand");
    const target = readTarget(sentence, ["only"]);
    const limited = sentence.takeWords("only");
    const only = limited ? (["products", "powers", "trig", "logs"] as const).find((word) => sentence.takeWords(word)) : undefined;
    if (limited && !only) sentence.fail("products, powers, trig or logs was expected here");
    sentence.expectEnd();
    return rewritingLine("expand", target, sentence.environment, (e, known) => {
      const done = expandWithSteps(e, known, only);
      if (only === undefined && equal(done.expression, e) && hasPowersOfSums(e))
        throw new CannotDo("multiplying this out would take more effort than is allowed");
      const { expression } = done;
      if (expression.kind === "sum" && expression.terms.length > MOST_TERMS)
        throw new CannotDo(`multiplied out this has ${expression.terms.length} terms, and at most ${MOST_TERMS} are written`);
      return done;
    });
  },
};
