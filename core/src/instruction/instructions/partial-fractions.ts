import { text } from "../../notation/text.ts";
import { partialFractionsWithSteps } from "../../rewrite/forms/partial-fractions.ts";
import { CannotDo } from "../answer.ts";
import { mainName, readTarget, rewritingLine } from "../carrying-out/rewriting-line.ts";
import type { Instruction } from "../instruction.ts";

/** `partial fractions of E [in x]` */
export const PARTIAL_FRACTIONS: Instruction = {
  name: "partial fractions",
  purpose: "Takes a fraction apart into simple ones.",
  forms: ["partial fractions of E [in x]"],
  examples: [["partial fractions of 1/(x^2 - 1)"]],
  spellings: [
    { typed: "find the? partial fractions of {E}", means: "partial fractions of {E}" },
    { typed: "decompose|split|write|express {E} into|in|as partial fractions", means: "partial fractions of {E}" },
  ],
  rewrites: ["partial fractions of {E} in {x}"],
  begins: (sentence) => sentence.peekWords("partial", "fractions"),
  read: (sentence) => {
    sentence.takeWords("partial", "fractions");
    sentence.expectWords("of");
    const target = readTarget(sentence, ["in"]);
    const named = sentence.takeWords("in") ? sentence.name("a name") : undefined;
    sentence.expectEnd();
    const { environment } = sentence;
    return rewritingLine("partial fractions", target, environment, (e) => {
      const name = named ?? mainName(e, environment);
      if (name === undefined) throw new CannotDo("several names are free: say which, as in “partial fractions of … in x”");
      const done = partialFractionsWithSteps(e, name);
      if (!done) throw new CannotDo(`${text(e)} is no quotient of polynomials in ${name} that could be split`);
      return done;
    });
  },
};
