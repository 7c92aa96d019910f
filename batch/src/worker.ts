import { parentPort } from "node:worker_threads";
import { answerProblem, type BatchProblem } from "./answer.ts";

/** Answers one problem after another; a defect in the core is reported as an error of that problem only. */
parentPort?.on("message", (problem: BatchProblem) => {
  const start = performance.now();
  const message = (failure: unknown): string => `this problem met a defect in the program: ${failure instanceof Error ? failure.message : String(failure)}`;
  try {
    const result = answerProblem(problem);
    parentPort?.postMessage({ ...result, ms: elapsed(start) });
  } catch (failure) {
    const error = { message: message(failure), line: 1, from: 0, to: problem.lines[0]?.length ?? 0 };
    parentPort?.postMessage({ id: problem.id, status: "error", error, ms: elapsed(start) });
  }
});

function elapsed(start: number): number {
  return Math.round((performance.now() - start) * 10) / 10;
}
