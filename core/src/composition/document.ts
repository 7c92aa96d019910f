import type { Block } from "../document/block.ts";
import type { Details } from "../document/details.ts";
import { type Choices, KIND_WORDS } from "./choices.ts";

/** What stands at the head of a set that is published. */
export const detailsOf = (
  title: string,
  { choices, author, date }: { readonly choices: Choices; readonly author: string; readonly date: string },
): Details => ({
  title,
  author,
  kind: KIND_WORDS[choices.kind],
  date,
});

/** The words before the first problem; its problems are composed one by one (`problem.ts`). */
export const introductionBlocks = (introduction: string): readonly Block[] =>
  introduction === "" ? [] : [{ kind: "author's words", role: "introduction", words: { markdown: introduction } }];
