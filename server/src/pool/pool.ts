import { availableParallelism } from "node:os";
import { Piscina } from "piscina";
import { FairQueue } from "./fair-queue.ts";
import { Progress } from "./progress.ts";
import type { WorkingToCheck } from "./tasks/check-working.ts";
import type * as worker from "./worker.ts";

type Tasks = typeof worker;
/** Tasks that take milliseconds: they have threads of their own, so that none waits behind a working. */
type QuickTask = "readContent" | "readFile" | "writeFile" | "faultInSettings" | "assembled" | "packed" | "compressed";
/** Tasks that may take as long as what an author asks for. */
type LongTask = "rendered";
type Asked<Name extends keyof Tasks> = Parameters<Tasks[Name]>[0];
type Answer<Name extends keyof Tasks> = ReturnType<Tasks[Name]>;

const QUICK = { threads: 2, seconds: 15, megabytes: 512 } as const;
const RENDER_SECONDS = 60;
/** A thread that was just made first reads the program: that is no line's time. */
const START_SECONDS = 60;
/** How often a working is looked at while it runs. */
const LOOK_AFTER = 100;
/** A working has so many times the time of a line; what is left of it then is given up. */
const LINES_OF_TIME = 30;

/** A task was stopped because it took more than it may. */
export class TookTooMuch extends Error {
  override readonly name = "TookTooMuch";
}

export interface WorkLimits {
  /** Threads that run workings. */
  readonly threads: number;
  /** What one line may take before it is given up, in seconds. */
  readonly lineSeconds: number;
  /** What the thread that works on it may hold, in megabytes. */
  readonly lineMegabytes: number;
}

/** Who the work is for, and whether it is still wanted. */
export interface For {
  readonly account: string;
  readonly signal?: AbortSignal;
}

/** A working that was checked: the reports of its lines as JSON, compressed with gzip. */
export interface Checked {
  readonly reports: Uint8Array;
  /** The lines that were given up. */
  readonly givenUp: readonly number[];
}

/** Where a check is kept, and found by whoever asks for the same. */
export interface KeptChecks {
  readonly find: () => Promise<Checked | undefined>;
  readonly keep: (checked: Checked) => Promise<void>;
}

/** What reads, runs and renders the texts of users: in threads, within limits of time and memory, in fair turns between accounts. */
export class WorkPool {
  readonly #quick: Piscina;
  readonly #long: Piscina;
  readonly #quickTurns: FairQueue;
  readonly #longTurns: FairQueue;
  readonly #lineSeconds: number;

  /** @param script the built worker (`worker.ts`) */
  constructor(script: URL, { threads, lineSeconds, lineMegabytes }: WorkLimits) {
    const common = { filename: script.href, idleTimeout: 60_000 };
    this.#quick = new Piscina({ ...common, minThreads: 1, maxThreads: QUICK.threads, resourceLimits: { maxOldGenerationSizeMb: QUICK.megabytes } });
    this.#long = new Piscina({ ...common, minThreads: 0, maxThreads: threads, resourceLimits: { maxOldGenerationSizeMb: lineMegabytes } });
    this.#quickTurns = new FairQueue(QUICK.threads, 1);
    this.#longTurns = new FairQueue(threads, Math.max(1, threads - 1));
    this.#lineSeconds = lineSeconds;
  }

  /** What waits and what is worked on, for whoever watches the server. */
  get load(): { readonly waiting: number; readonly running: number; readonly threads: number } {
    return {
      waiting: this.#quickTurns.length + this.#longTurns.length,
      running: this.#quickTurns.busy + this.#longTurns.busy,
      threads: this.#quick.threads.length + this.#long.threads.length,
    };
  }

  /** @throws TookTooMuch where the limits are reached */
  quick<Name extends QuickTask>(name: Name, asked: Asked<Name>, { account, signal }: For): Promise<Answer<Name>> {
    return this.#quickTurns.turn(account, () => this.#within(this.#quick, name, asked, QUICK.seconds, signal), signal);
  }

  /** @throws TookTooMuch where the limits are reached */
  long<Name extends LongTask>(name: Name, asked: Asked<Name>, { account, signal }: For): Promise<Answer<Name>> {
    return this.#longTurns.turn(account, () => this.#within(this.#long, name, asked, RENDER_SECONDS, signal), signal);
  }

  /**
   * Runs and checks a working; lines that take too much are given up, and the others stand. `at` is told of each line that begins. What is kept is
   * looked for when the turn comes: the same may have been worked out meanwhile.
   */
  check(
    { lines, frontMatter }: Pick<WorkingToCheck, "lines" | "frontMatter">,
    { account, signal }: For,
    { find, keep }: KeptChecks,
    at: (line: number) => void,
  ): Promise<Checked> {
    const work = async (): Promise<Checked> => {
      const kept = await find();
      if (kept) return kept;
      const checked = await this.#checked({ lines, frontMatter }, signal, at);
      await keep(checked);
      return checked;
    };
    return this.#longTurns.turn(account, work, signal);
  }

  async close(): Promise<void> {
    await Promise.all([this.#quick.destroy(), this.#long.destroy()]);
  }

  async #within<Name extends QuickTask | LongTask>(
    pool: Piscina,
    name: Name,
    asked: Asked<Name>,
    seconds: number,
    signal: AbortSignal | undefined,
  ): Promise<Answer<Name>> {
    const limit = AbortSignal.timeout(seconds * 1000);
    try {
      return (await pool.run(asked, { name, signal: signal ? AbortSignal.any([signal, limit]) : limit })) as Answer<Name>;
    } catch (error) {
      signal?.throwIfAborted();
      if (limit.aborted) throw new TookTooMuch(`this takes more than ${seconds} seconds`);
      if (isOutOfMemory(error)) throw new TookTooMuch("this needs more memory than there is for it");
      throw error;
    }
  }

  /** Begins anew without the line that was given up, as often as it takes. */
  async #checked(
    { lines, frontMatter }: Pick<WorkingToCheck, "lines" | "frontMatter">,
    signal: AbortSignal | undefined,
    at: (line: number) => void,
  ): Promise<Checked> {
    const givenUp = new Map<number, string>();
    const end = Date.now() + LINES_OF_TIME * this.#lineSeconds * 1000;
    for (;;) {
      const tried = await this.#tried({ lines, frontMatter, givenUp }, signal, at);
      if (tried.kind === "done") return { reports: tried.reports, givenUp: [...givenUp.keys()] };
      if (givenUp.size >= lines.length) throw new TookTooMuch("this working cannot be run");
      // What fails at a line that is given up already does not fail because of it.
      const first = givenUp.has(tried.line) ? 1 : tried.line;
      const last = first !== tried.line || Date.now() > end ? lines.length : tried.line;
      for (let line = first; line <= last; line++) givenUp.set(line, line === tried.line ? tried.why : "not decided: other lines took all the time");
    }
  }

  async #tried(
    working: Omit<WorkingToCheck, "progress">,
    signal: AbortSignal | undefined,
    at: (line: number) => void,
  ): Promise<{ readonly kind: "done"; readonly reports: Uint8Array } | { readonly kind: "stopped"; readonly line: number; readonly why: string }> {
    const shared = Progress.shared();
    const progress = new Progress(shared);
    const tooSlow = new AbortController();
    let [moves, since] = [progress.moves, Date.now()];
    const watch = setInterval(() => {
      if (progress.moves !== moves) {
        [moves, since] = [progress.moves, Date.now()];
        at(progress.line);
      } else if (Date.now() - since > (moves === 0 ? START_SECONDS : this.#lineSeconds) * 1000) tooSlow.abort();
    }, LOOK_AFTER);
    try {
      const stop = signal ? AbortSignal.any([signal, tooSlow.signal]) : tooSlow.signal;
      const reports = (await this.#long.run({ ...working, progress: shared } satisfies WorkingToCheck, { name: "checkWorking", signal: stop })) as Uint8Array;
      return { kind: "done", reports };
    } catch (error) {
      signal?.throwIfAborted();
      return { kind: "stopped", line: Math.max(1, progress.line), why: this.#why(tooSlow.signal.aborted, error) };
    } finally {
      clearInterval(watch);
    }
  }

  #why(wasSlow: boolean, error: unknown): string {
    if (wasSlow) return `not decided: it was stopped after ${this.#lineSeconds} seconds`;
    if (isOutOfMemory(error)) return "not decided: it needs more memory than there is for a line";
    return "not decided: it met a defect in the program";
  }
}

const isOutOfMemory = (error: unknown): boolean => error instanceof Error && "code" in error && error.code === "ERR_WORKER_OUT_OF_MEMORY";

/** Threads for workings where nothing is set: one for each core, and never fewer than two, so that no account has them all. */
export const usualThreads = (): number => Math.max(2, availableParallelism());
