import type { AnswerReport, LineReport, SolutionReport, Value } from "@nail-down/core/instruction/line-report";
import { lineReport } from "@nail-down/core/instruction/report";
import { decimalBeside, faultWords, withUnit } from "@nail-down/core/instruction/report-words";
import { runWorking } from "@nail-down/core/instruction/working";
import { readProblemSet } from "@nail-down/core/problemset/read";

/** A readable report of every line of a problem-set file with its verdict; faulty when a line is bent or has an error. */
export function reportFile(source: string): { report: string; faulty: boolean } {
  const set = readProblemSet(source);
  const parts = [`${set.title}\n${"=".repeat(set.title.length)}\n`];
  const counts: Record<string, number> = {};
  for (const problem of set.problems) {
    parts.push(`\n${problem.title}\n${"-".repeat(problem.title.length)}\n`);
    runWorking(problem.working).lines.forEach((line, index) => {
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
  const details = report.answer ? answerLines(report.answer) : [];
  const faults = report.checks.filter((check) => check.outcome === "bent" || check.outcome === "loose").map((check) => `${check.kind}: ${check.detail}`);
  return head + [...(report.notes ?? []), ...details, ...faults].map((line) => `${indent}${line}\n`).join("");
}

function answerLines(answer: AnswerReport): readonly string[] {
  switch (answer.kind) {
    case "solutions": {
      const rejected = (answer.rejected ?? []).map(({ values, reason }) => `set aside: ${valuesText(values)} (${reason})`);
      const apart = (answer.complexSolutions ?? []).map((solution) => `complex: ${solutionText(solution)}`);
      return [...answer.solutions.map(solutionText), ...apart, ...rejected, answer.reason];
    }
    case "expression": {
      const decimal = answer.decimal === undefined ? "" : ` ≈ ${withUnit(answer.decimal, answer.value)}`;
      const conditions = answer.conditions ? ` if ${answer.conditions.join(" and ")}` : "";
      if (answer.remainder !== undefined) return [`= ${answer.value.text}`, `what is left out is of the order of ${answer.remainder}`];
      if (answer.why !== undefined) return [`${answer.value.text}: ${answer.why}`];
      return [`= ${decimal ? answer.value.text : withUnit(answer.value.text, answer.value)}${decimal}${conditions}`];
    }
    case "optimum":
      return [
        ...answer.points.map(
          ({ values, value, nature, global, end }) =>
            `${valuesText(values)}: ${valueText(value)}, ${global ? "global " : ""}${nature}${end ? " at an end" : ""}`,
        ),
        ...(answer.none ? [answer.none] : []),
      ];
    case "truth":
      return [answer.sentence];
    case "table":
      return [answer.columns.join(" | "), ...answer.rows.map((row) => row.map((cell) => cell.text).join(" | "))];
    case "figure":
      return [...answer.measures.map(({ text, value }) => `${text} = ${value.text}`), ...answer.notes];
    case "graph":
      return [answer.picture.description];
  }
}

/** The exact value with its decimal; the unit stands behind the number. */
function valueText(value: Value): string {
  const decimal = decimalBeside(value);
  return decimal === undefined ? (withUnit(value.text, value) ?? value.text) : `${value.text} ≈ ${decimal.text}`;
}

function valuesText(values: SolutionReport["values"]): string {
  return Object.entries(values)
    .map(([name, value]) => `${name} = ${valueText(value)}`)
    .join(", ");
}

function solutionText(solution: SolutionReport): string {
  const times = solution.multiplicity ? ` (counts ${solution.multiplicity} times)` : "";
  const conditions = solution.conditions ? ` if ${solution.conditions.join(" and ")}` : "";
  return `${valuesText(solution.values)}${times}${conditions}`;
}
