import type { Block } from "../document/block.ts";
import type { Details } from "../document/details.ts";
import type { ProblemSet } from "../problemset/problem-set.ts";
import { type Choices, KIND_WORDS } from "./choices.ts";
import { problemBlocks, type RunProblem } from "./problem.ts";

/** A set as it is published: what stands at its head, its introduction, and its problems. */
export interface PublishedSet {
  readonly details: Details;
  readonly introduction: readonly Block[];
  readonly problems: readonly (readonly Block[])[];
}

/** Composes a set whose workings were run. */
export function publishedSet(
  set: ProblemSet,
  problems: readonly RunProblem[],
  { choices, author, date }: { readonly choices: Choices; readonly author: string; readonly date: string },
): PublishedSet {
  return {
    details: { title: set.title, author, kind: KIND_WORDS[choices.kind], date },
    introduction: set.introduction === "" ? [] : [{ kind: "author's words", role: "introduction", words: { markdown: set.introduction } }],
    problems: problems.map((one, index) => problemBlocks(one, index + 1, choices)),
  };
}

/** All blocks of a set, one after the other. */
export const blocksOf = ({ introduction, problems }: PublishedSet): readonly Block[] => [...introduction, ...problems.flat()];
