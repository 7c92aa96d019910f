import { Piscina } from "piscina";
import type { BatchProblem } from "./answer.ts";

const MEMORY_MEGABYTES = 1500;
/** Most terms live for one step only: a large nursery keeps them from being copied. */
const YOUNG_MEGABYTES = 96;
const USUAL_SECONDS = 10;

/** What is written for a problem: the worker's result, or what the pool says when it had to stop the worker. */
export type Written = (line: object) => void;

/**
 * A few workers that answer problems at the same time; results are written in the order of the problems. A problem over
 * its time is stopped with its worker, which is replaced, and the rest go on.
 */
export class Pool {
  readonly #workers: Piscina;
  readonly #write: Written;
  readonly #waiting: (() => void)[] = [];
  #free: number;
  /** Ends when everything that was added so far is written. */
  #written: Promise<void> = Promise.resolve();

  constructor(script: URL, size: number, write: Written) {
    const resourceLimits = { maxOldGenerationSizeMb: MEMORY_MEGABYTES, maxYoungGenerationSizeMb: YOUNG_MEGABYTES };
    this.#workers = new Piscina({ filename: script.href, minThreads: size, maxThreads: size, resourceLimits });
    this.#write = write;
    this.#free = size;
  }

  add(problem: BatchProblem): void {
    this.#writeInOrder(this.#answered(problem));
  }

  /** A line that is answered without computing, in its place in the order. */
  addAnswered(line: object): void {
    this.#writeInOrder(Promise.resolve(line));
  }

  /** Resolves when every problem has been written, and stops the workers. */
  async close(): Promise<void> {
    await this.#written;
    await this.#workers.destroy();
  }

  #writeInOrder(line: Promise<object>): void {
    this.#written = Promise.all([line, this.#written]).then(([ready]) => this.#write(ready));
  }

  async #answered(problem: BatchProblem): Promise<object> {
    await this.#turn();
    const seconds = problem.seconds ?? USUAL_SECONDS;
    const late = AbortSignal.timeout(seconds * 1000);
    const start = performance.now();
    try {
      return (await this.#workers.run(problem, { signal: late })) as object;
    } catch (failure) {
      const [status, message] = late.aborted
        ? (["timeout", `stopped after ${seconds} seconds`] as const)
        : (["error", `this problem was stopped: ${failure instanceof Error ? failure.message : String(failure)}`] as const);
      const error = { message, line: problem.lines.length, from: 0, to: problem.lines.at(-1)?.length ?? 0 };
      return { id: problem.id, status, error, ms: Math.round(performance.now() - start) };
    } finally {
      const next = this.#waiting.shift();
      if (next) next();
      else this.#free += 1;
    }
  }

  /** Waits for a worker, so that a problem's time begins when one takes it. */
  async #turn(): Promise<void> {
    if (this.#free === 0) return new Promise<void>((resolve) => this.#waiting.push(resolve));
    this.#free -= 1;
  }
}
