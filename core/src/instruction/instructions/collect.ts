import { text } from "../../notation/text.ts";
import { collectWithSteps } from "../../rewrite/forms/collect.ts";
import { CannotDo } from "../answer.ts";
import { readTarget, rewritingLine } from "../carrying-out/rewriting-line.ts";
import type { Instruction } from "../instruction.ts";

/** `collect E in x`: sorted by powers of a name, or of another expression such as `sin x`. */
export const COLLECT: Instruction = {
  name: "collect",
  purpose: "Orders an expression by powers of a name.",
  forms: ["collect E in x"],
  examples: [["collect a x + b x^2 + c x in x"]],
  rewrites: ["collect {E} in {x}"],
  begins: (sentence) => sentence.peekWords("collect"),
  read: (sentence) => {
    sentence.takeWords("collect");
    const target = readTarget(sentence, ["in"]);
    sentence.expectWords("in");
    const of = sentence.expression("a name or expression to collect in");
    sentence.expectEnd();
    return rewritingLine("collect", target, sentence.environment, (e) => {
      const done = collectWithSteps(e, of);
      if (!done) throw new CannotDo(`${text(e)} is no polynomial in ${text(of)}`);
      return done;
    });
  },
};
