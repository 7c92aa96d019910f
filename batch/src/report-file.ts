import { blocksPlain } from "@nail-down/core/document/plain";
import type { LineReport } from "@nail-down/core/instruction/line-report";
import { lineReport } from "@nail-down/core/instruction/report";
import { faultWords } from "@nail-down/core/instruction/report-words";
import { runWorking } from "@nail-down/core/instruction/working";
import { readProblemSet } from "@nail-down/core/problemset/read";
import { settingsOf } from "@nail-down/core/problemset/settings";

/** A readable report of every line of a problem-set file with its verdict; faulty when a line is bent or has an error. */
export function reportFile(source: string): { report: string; faulty: boolean } {
  const set = readProblemSet(source);
  const { settings } = settingsOf(set.frontMatter);
  const parts = [`${set.title}\n${"=".repeat(set.title.length)}\n`];
  const counts: Record<string, number> = {};
  for (const problem of set.problems) {
    parts.push(`\n${problem.title}\n${"-".repeat(problem.title.length)}\n`);
    runWorking(problem.working, undefined, settings).lines.forEach((line, index) => {
      const report = lineReport(line);
      if (report.ignored) return;
      const verdict = report.error ? "error" : (report.verdict ?? "");
      if (verdict !== "") counts[verdict] = (counts[verdict] ?? 0) + 1;
      parts.push(reportLine(report, index + 1, verdict));
    });
  }
  const summary = Object.entries(counts).map(([verdict, count]) => `${count} ${verdict}`);
  parts.push(`\n${summary.length > 0 ? summary.join(", ") : "nothing to check"}\n`);
  return { report: parts.join(""), faulty: (counts["bent"] ?? 0) + (counts["error"] ?? 0) > 0 };
}

function reportLine(report: LineReport, number: number, verdict: string): string {
  const head = `${String(number).padStart(3)}  ${verdict.padEnd(7)} ${report.source.trim()}\n`;
  const indent = " ".repeat(13);
  if (report.error) return `${head}${indent}${faultWords(report.error)} (characters ${report.error.from + 1} to ${report.error.to})\n`;
  const details = report.blocks.length > 0 ? blocksPlain(report.blocks).split("\n") : [];
  const faults = report.checks.filter((check) => check.outcome === "bent" || check.outcome === "loose").map((check) => `${check.kind}: ${check.detail}`);
  return head + [...(report.notes ?? []), ...details, ...faults].map((line) => `${indent}${line}\n`).join("");
}
