import { text } from "../../notation/text.ts";
import { completeSquareWithSteps } from "../../rewrite/forms/complete-square.ts";
import { CannotDo } from "../answer.ts";
import { mainName, readTarget, rewritingLine } from "../carrying-out/rewriting-line.ts";
import type { Instruction } from "../instruction.ts";

/** `complete the square in E [for x]` */
export const COMPLETE_SQUARE: Instruction = {
  name: "complete the square",
  purpose: "Writes a quadratic with its square completed.",
  forms: ["complete the square in E [for x]"],
  examples: [["complete the square in x^2 + 4x + 3"]],
  spellings: [{ typed: "complete the square of|for {E}", means: "complete the square in {E}" }],
  rewrites: ["complete the square in {E} for {x}"],
  begins: (sentence) => sentence.peekWords("complete", "the", "square"),
  read: (sentence) => {
    sentence.takeWords("complete", "the", "square");
    sentence.expectWords("in");
    const target = readTarget(sentence, ["for"]);
    const named = sentence.takeWords("for") ? sentence.name("a name") : undefined;
    sentence.expectEnd();
    const { environment } = sentence;
    return rewritingLine("complete the square", target, environment, (e) => {
      const name = named ?? mainName(e, environment);
      if (name === undefined) throw new CannotDo("several names are free: say which, as in “complete the square in … for x”");
      const done = completeSquareWithSteps(e, name);
      if (!done) throw new CannotDo(`${text(e)} is no quadratic in ${name}: there is no square to complete`);
      return done;
    });
  },
};
