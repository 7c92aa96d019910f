import { Worker } from "node:worker_threads";
import type { BatchProblem } from "./answer.ts";

const MEMORY_MEGABYTES = 1500;

/** Most terms live for one step only: a large nursery keeps them from being copied. */
const YOUNG_MEGABYTES = 96;

interface Job {
  readonly index: number;
  readonly problem: BatchProblem;
}

/** What is written for a problem: the worker's result, or what the pool says when it had to stop the worker. */
export type Written = (line: object) => void;

/**
 * A few workers that answer problems at the same time; results are written in the order of the problems. A problem over
 * its time is stopped with its worker, which is replaced, and the rest go on.
 */
export class Pool {
  readonly #script: URL;
  readonly #write: Written;
  readonly #waiting: Job[] = [];
  readonly #idle: Worker[] = [];
  readonly #finished = new Map<number, object>();
  readonly #jobs = new Map<Worker, { job: Job; timer: NodeJS.Timeout; start: number }>();
  #next = 0;
  #count = 0;
  #whenEmpty: (() => void) | undefined;

  constructor(script: URL, size: number, write: Written) {
    this.#script = script;
    this.#write = write;
    for (let k = 0; k < size; k += 1) this.#start();
  }

  add(problem: BatchProblem): void {
    this.#waiting.push({ index: this.#count, problem });
    this.#count += 1;
    this.#assign();
  }

  /** A line that is answered without computing, in its place in the order. */
  addAnswered(line: object): void {
    const index = this.#count;
    this.#count += 1;
    this.#finish(index, line);
  }

  /** Resolves when every problem has been written, and stops the workers. */
  async close(): Promise<void> {
    if (this.#next < this.#count) {
      await new Promise<void>((resolve) => {
        this.#whenEmpty = resolve;
      });
    }
    await Promise.all(this.#idle.map((worker) => worker.terminate()));
  }

  #start(): void {
    const worker = new Worker(this.#script, { resourceLimits: { maxOldGenerationSizeMb: MEMORY_MEGABYTES, maxYoungGenerationSizeMb: YOUNG_MEGABYTES } });
    worker.on("message", (result: object) => {
      const running = this.#release(worker);
      this.#idle.push(worker);
      if (running) this.#finish(running.job.index, result);
      this.#assign();
    });
    worker.on("error", (failure: Error) => {
      const running = this.#release(worker);
      if (running) this.#finish(running.job.index, this.#stopped(running, "error", `this problem was stopped: ${failure.message}`));
      this.#start();
      this.#assign();
    });
    this.#idle.push(worker);
  }

  #release(worker: Worker): { job: Job; timer: NodeJS.Timeout; start: number } | undefined {
    const running = this.#jobs.get(worker);
    clearTimeout(running?.timer);
    this.#jobs.delete(worker);
    return running;
  }

  #assign(): void {
    while (this.#idle.length > 0 && this.#waiting.length > 0) {
      const worker = this.#idle.shift();
      const job = this.#waiting.shift();
      if (!worker || !job) return;
      const seconds = job.problem.seconds ?? 10;
      const timer = setTimeout(() => this.#timeOut(worker), seconds * 1000);
      this.#jobs.set(worker, { job, timer, start: performance.now() });
      worker.postMessage(job.problem);
    }
  }

  #timeOut(worker: Worker): void {
    const running = this.#release(worker);
    worker.removeAllListeners();
    void worker.terminate();
    if (running) this.#finish(running.job.index, this.#stopped(running, "timeout", `stopped after ${running.job.problem.seconds ?? 10} seconds`));
    this.#start();
    this.#assign();
  }

  #stopped({ job, start }: { job: Job; start: number }, status: "error" | "timeout", message: string): object {
    const error = { message, line: job.problem.lines.length, from: 0, to: job.problem.lines.at(-1)?.length ?? 0 };
    return { id: job.problem.id, status, error, ms: Math.round(performance.now() - start) };
  }

  #finish(index: number, line: object): void {
    this.#finished.set(index, line);
    for (let ready = this.#finished.get(this.#next); ready; ready = this.#finished.get(this.#next)) {
      this.#finished.delete(this.#next);
      this.#next += 1;
      this.#write(ready);
    }
    if (this.#next === this.#count) this.#whenEmpty?.();
  }
}
