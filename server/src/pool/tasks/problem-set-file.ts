import { type ProblemSet, ProblemSetError } from "@nail-down/core/problemset/problem-set";
import { readProblemSet } from "@nail-down/core/problemset/read";
import { type FaultySetting, settingsOf } from "@nail-down/core/problemset/settings";
import { writeProblemSet } from "@nail-down/core/problemset/write";

export type ReadFile = { readonly kind: "read"; readonly set: ProblemSet } | { readonly kind: "faulty"; readonly message: string; readonly line: number };

/** Reads a problem-set file. */
export function readFile(file: string): ReadFile {
  try {
    const { title, frontMatter, introduction, problems } = readProblemSet(file);
    // The layout is for whoever writes the same file again: it is not stored.
    return { kind: "read", set: { title, frontMatter, introduction, problems: problems.map(({ layout: _layout, ...problem }) => problem) } };
  } catch (error) {
    if (error instanceof ProblemSetError) return { kind: "faulty", message: error.message, line: error.line };
    throw error;
  }
}

/** Writes a set as a file. */
export const writeFile = (set: ProblemSet): string => writeProblemSet(set);

/** What is wrong with the settings in a front matter. */
export const faultInSettings = (frontMatter: string): FaultySetting | undefined => settingsOf(frontMatter).fault;
