import type { AnswerReport, LineReport, StepReport } from "@nail-down/core/instruction/line-report";
import { lineReport } from "@nail-down/core/instruction/report";
import { faultWords } from "@nail-down/core/instruction/report-words";
import { runWorking } from "@nail-down/core/instruction/working";

/** One input line of the batch command. */
export interface BatchProblem {
  readonly id: string;
  readonly lines: readonly string[];
  readonly seconds?: number;
}

/** One output line without its time, in the form of the notation's section 5. */
export interface BatchResult {
  readonly id: string;
  readonly status: "ok" | "error" | "timeout";
  readonly error?: { readonly message: string; readonly line: number; readonly from: number; readonly to: number };
  readonly answer?: object;
  readonly verdict?: string;
  readonly checks?: readonly { readonly kind: string; readonly outcome: string; readonly detail: string }[];
  readonly steps?: readonly { readonly rule: string; readonly text: string; readonly latex: string; readonly verdict: string }[];
  readonly latex?: string;
  /** How something was read that could have been meant otherwise. */
  readonly notes?: readonly string[];
}

/** Runs the lines of one problem and reports the last line's answer, or the first error. */
export function answerProblem(problem: BatchProblem): BatchResult {
  const reports = runWorking(problem.lines).lines.map(lineReport);
  const faulty = reports.findIndex((report) => report.error);
  const error = reports[faulty]?.error;
  if (error) return { id: problem.id, status: "error", error: { message: faultWords(error), line: faulty + 1, from: error.from, to: error.to } };
  const last = reports.filter((report) => report.answer).at(-1);
  if (!last?.answer) {
    return {
      id: problem.id,
      status: "error",
      error: {
        message: "there is nothing to answer here: no line asks for a result",
        line: Math.max(1, problem.lines.length),
        from: 0,
        to: problem.lines.at(-1)?.length ?? 0,
      },
    };
  }
  return { id: problem.id, status: "ok", ...lineResult(last, last.answer) };
}

function lineResult(line: LineReport, answer: AnswerReport): Omit<BatchResult, "id" | "status"> {
  return {
    answer,
    ...(line.verdict ? { verdict: line.verdict } : {}),
    checks: line.checks.map(({ kind, outcome, detail }) => ({ kind, outcome, detail })),
    steps: line.steps.map(plainStep),
    ...(line.latex === undefined ? {} : { latex: line.latex }),
    ...(line.notes ? { notes: line.notes } : {}),
  };
}

const plainStep = ({ rule, text, latex, verdict }: StepReport) => ({ rule, text, latex, verdict });
