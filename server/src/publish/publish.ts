import type { LineReport } from "@nail-down/core/instruction/line-report";
import type { ProblemSet } from "@nail-down/core/problemset/problem-set";
import type { PublicationKind } from "../data/schema.ts";
import type { Checker } from "./check.ts";
import { pageHtml } from "./page.ts";

/** A line that the author should look at before readers do. */
export interface NotNailed {
  readonly problem: string;
  readonly line: number;
  readonly verdict: string;
}

/** Runs and checks every working of a set anew and renders the page; says which lines are not nailed. */
export async function publishSet(
  checker: Checker,
  set: ProblemSet,
  author: string,
  kind: PublicationKind,
  date: Date,
): Promise<{ html: string; notNailed: readonly NotNailed[] }> {
  const problems = await Promise.all(set.problems.map(async (problem) => ({ problem, lines: await checker.check(problem.working) })));
  const notNailed = problems.flatMap(({ problem, lines }) =>
    lines.flatMap((line, index) => faultOf(line).map((verdict) => ({ problem: problem.title, line: index + 1, verdict }))),
  );
  return { html: pageHtml({ set, author, kind, problems, date }), notNailed };
}

function faultOf(line: LineReport): readonly string[] {
  if (line.error) return ["error"];
  return line.verdict && line.verdict !== "nailed" ? [line.verdict] : [];
}
