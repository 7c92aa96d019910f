import { answerProblem, type BatchProblem } from "./answer.ts";

/** Answers one problem; a defect in the core is reported as an error of that problem only. */
export default function answer(problem: BatchProblem): object {
  const start = performance.now();
  try {
    return { ...answerProblem(problem), ms: elapsed(start) };
  } catch (failure) {
    const message = `this problem met a defect in the program: ${failure instanceof Error ? failure.message : String(failure)}`;
    return { id: problem.id, status: "error", error: { message, line: 1, from: 0, to: problem.lines[0]?.length ?? 0 }, ms: elapsed(start) };
  }
}

function elapsed(start: number): number {
  return Math.round((performance.now() - start) * 10) / 10;
}
