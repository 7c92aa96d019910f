import type { Block } from "../../document/block.ts";
import { listed, sentenceCase, words } from "../../notation/inline.ts";
import type { Answer } from "../answer.ts";

/** What was decided, in a sentence, and where nothing is said. */
export function composeTruth({ holds, sentence, hint = [], exceptions = [] }: Answer & { readonly kind: "truth" }): readonly Block[] {
  const nothing = exceptions.length > 0 ? [words("; nothing is said where "), ...listed(exceptions, " or ")] : [];
  return [
    {
      kind: "paragraph",
      role: holds === false ? "refusal" : "answer",
      line: [words(sentenceCase(sentence)), ...nothing, ...(hint.length > 0 ? [words("; "), ...hint] : []), words(".")],
    },
  ];
}
