import type { Block } from "../../document/block.ts";
import { type Line, listed, sentenceCase, words } from "../../notation/inline.ts";
import type { Answer } from "../answer.ts";

/** A line that begins with a capital letter where it begins with a word. */
function begun([first, ...rest]: Line): Line {
  return first === undefined ? [] : [first.kind === "words" ? words(sentenceCase(first.text)) : first, ...rest];
}

/** What was decided, in a sentence, and where nothing is said. */
export function composeTruth({ holds, sentence, hint = [], exceptions = [] }: Answer & { readonly kind: "truth" }): readonly Block[] {
  const nothing = exceptions.length > 0 ? [words("; nothing is said where "), ...listed(exceptions, " or ")] : [];
  return [
    {
      kind: "paragraph",
      role: holds === false ? "refusal" : "answer",
      line: [...begun(sentence), ...nothing, ...(hint.length > 0 ? [words("; "), ...hint] : []), words(".")],
    },
  ];
}
