import { readdirSync, readFileSync } from "node:fs";
import type { ProblemSet } from "@nail-down/core/problemset/problem-set";
import { readProblemSet } from "@nail-down/core/problemset/read";

/** A set that anyone can take a copy of. */
export interface Sample {
  readonly name: string;
  readonly set: ProblemSet;
}

/** The sets of a folder of problem-set files, by the names of the files. */
export function samplesIn(folder: URL): readonly Sample[] {
  return readdirSync(folder)
    .filter((file) => file.endsWith(".nail.md"))
    .sort()
    .map((file) => ({ name: file.replace(".nail.md", ""), set: readProblemSet(readFileSync(new URL(file, folder), "utf8")) }));
}
