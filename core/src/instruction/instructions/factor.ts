import type { Expression } from "../../expression/expression.ts";
import { freeNames } from "../../expression/expression.ts";
import { type FactorDomain, factorWithSteps } from "../../rewrite/forms/factor-with-steps.ts";
import { readTarget, rewritingLine } from "../carrying-out/rewriting-line.ts";
import type { Instruction } from "../instruction.ts";
import type { Sentence } from "../reading/sentence.ts";

/** `factor E [over rationals | over reals | over complex | over SURD, SURD …]` */
export const FACTOR: Instruction = {
  name: "factor",
  purpose: "Writes a sum as a product.",
  forms: ["factor E [over DOMAIN]"],
  examples: [["factor x^2 - 5x + 6"]],
  spellings: [
    { typed: "factor|factorise|factorize fully|completely {E}", means: "factor {E}" },
    { typed: "factorise|factorize {E}", means: "factor {E}" },
  ],
  rewrites: ["factor {E}"],
  begins: (sentence) => sentence.peekWords("factor"),
  read: (sentence) => {
    sentence.takeWords("factor");
    const target = readTarget(sentence, ["over"]);
    const domain = sentence.takeWords("over") ? readDomain(sentence) : ({ kind: "rationals" } as const);
    sentence.expectEnd();
    return rewritingLine("factor", target, sentence.environment, (e) => factorWithSteps(e, domain));
  },
};

function readDomain(sentence: Sentence): FactorDomain {
  if (sentence.takeWords("integers") || sentence.takeWords("rationals")) return { kind: "rationals" };
  const word = (["reals", "complex"] as const).find((candidate) => sentence.takeWords(candidate));
  if (word) return { kind: word };
  const surds: Expression[] = [];
  do {
    const span = sentence.next.span;
    const surd = sentence.expression("a domain (integers, rationals, reals or complex) or a root such as sqrt(2)", [], true);
    if (freeNames(surd).size > 0) sentence.fail("a domain (integers, rationals, reals or complex) or a root such as sqrt(2) was expected here", span);
    surds.push(surd);
  } while (sentence.takeMark(","));
  return { kind: "surds", surds };
}
