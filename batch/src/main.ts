import { readFileSync } from "node:fs";
import { availableParallelism } from "node:os";
import { createInterface } from "node:readline";
import { ProblemSetError } from "@nail-down/core/problemset/problem-set";
import type { BatchProblem } from "./answer.ts";
import { Pool } from "./pool.ts";
import { reportFile } from "./report-file.ts";

/** One worker for two cores: its compiler and its garbage collector keep the other one busy. */
const WORKERS = Math.max(1, Math.floor(availableParallelism() / 2));

/** A problem from one line of JSON, or what is wrong with the line. */
function readProblem(line: string): { problem: BatchProblem } | { fault: object } {
  const fault = (id: string, message: string): { fault: object } => ({
    fault: { id, status: "error", error: { message, line: 0, from: 0, to: line.length }, ms: 0 },
  });
  try {
    const value: unknown = JSON.parse(line);
    if (typeof value !== "object" || value === null) return fault("", "an object with id and lines was expected");
    const id = "id" in value && (typeof value.id === "string" || typeof value.id === "number") ? String(value.id) : "";
    if (!("lines" in value) || !Array.isArray(value.lines) || !value.lines.every((one) => typeof one === "string"))
      return fault(id, "“lines” must be a list of strings");
    const seconds = "seconds" in value && typeof value.seconds === "number" && value.seconds > 0 ? value.seconds : undefined;
    return { problem: { id, lines: value.lines, ...(seconds === undefined ? {} : { seconds }) } };
  } catch (error) {
    return fault("", `this line is no JSON: ${error instanceof Error ? error.message : String(error)}`);
  }
}

async function answerLines(): Promise<void> {
  const pool = new Pool(new URL("./worker.js", import.meta.url), WORKERS, (line) => process.stdout.write(`${JSON.stringify(line)}\n`));
  for await (const line of createInterface({ input: process.stdin, crlfDelay: Number.POSITIVE_INFINITY })) {
    if (line.trim() === "") continue;
    const read = readProblem(line);
    if ("problem" in read) pool.add(read.problem);
    else pool.addAnswered(read.fault);
  }
  await pool.close();
}

/** Reports a problem-set file; the exit status is 1 when a line is bent or cannot be carried out, 2 when the file cannot be read. */
function answerFile(path: string): number {
  try {
    const { report, faulty } = reportFile(readFileSync(path, "utf8"));
    process.stdout.write(report);
    return faulty ? 1 : 0;
  } catch (error) {
    if (!(error instanceof ProblemSetError) && !(error instanceof Error && "code" in error)) throw error;
    process.stderr.write(`${path}: ${error.message}\n`);
    return 2;
  }
}

// A reader that has seen enough closes its end: that is no fault.
process.stdout.on("error", () => process.exit(0));

const [path] = process.argv.slice(2);
if (path === undefined) await answerLines();
else process.exitCode = answerFile(path);
