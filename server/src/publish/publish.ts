import type { Choices } from "@nail-down/core/composition/choices";
import { type PublishedSet, publishedSet } from "@nail-down/core/composition/document";
import type { RunProblem } from "@nail-down/core/composition/problem";
import type { LineReport } from "@nail-down/core/instruction/line-report";
import type { ProblemSet } from "@nail-down/core/problemset/problem-set";
import { settingsOf } from "@nail-down/core/problemset/settings";
import type { Checker } from "./check.ts";

/** A line that the author should look at before readers do. */
export interface NotNailed {
  /** The place of the problem in the set, from 0. */
  readonly index: number;
  readonly problem: string;
  readonly line: number;
  readonly verdict: string;
}

export interface Composed {
  readonly set: PublishedSet;
  readonly notNailed: readonly NotNailed[];
}

/** Runs and checks every working of a set anew and composes it for its readers; says which lines are not nailed. */
export async function composeSet(checker: Checker, set: ProblemSet, author: string, choices: Choices, date: Date): Promise<Composed> {
  const { settings } = settingsOf(set.frontMatter);
  const problems = await Promise.all(
    set.problems.map(async (problem): Promise<RunProblem> => ({ problem, lines: await checker.check(problem.working, settings) })),
  );
  const notNailed = problems.flatMap(({ problem, lines }, at) =>
    lines.flatMap((line, index) => faultOf(line).map((verdict) => ({ index: at, problem: problem.title, line: index + 1, verdict }))),
  );
  return { set: publishedSet(set, problems, { choices, author, date: date.toISOString().slice(0, 10) }), notNailed };
}

function faultOf(line: LineReport): readonly string[] {
  if (line.error) return ["error"];
  return line.verdict && line.verdict !== "nailed" ? [line.verdict] : [];
}
