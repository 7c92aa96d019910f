import { randomUUID } from "node:crypto";
import { EventEmitter, once, setMaxListeners } from "node:events";
import type { Logger } from "pino";
import { clearAttempts } from "../data/attempts.ts";
import { clearChecks } from "../data/checked-workings.ts";
import {
  addJob,
  cancelJob,
  claimJob,
  clearJobs,
  failJob,
  findJob,
  hasEnded,
  type Job,
  jobsOf,
  keepJobs,
  type NewJob,
  releaseJobs,
  resultOf,
} from "../data/jobs.ts";
import { errorShape } from "../operating/log.ts";
import { TookTooMuch } from "../pool/pool.ts";
import type { ServedPages } from "../publish/served-pages.ts";
import { carryOut, type Workshop } from "./carry-out.ts";

/** How many sets are worked on at once: their problems take turns in the pool. */
const AT_ONCE = 8;
/** A job whose owner is not heard of for so long is taken over, in milliseconds. */
const OWNED_FOR = 10_000;
const HEARD_EVERY = 2000;
/** How often the database is asked what other processes did. */
const LOOK_AFTER = 300;
const CLEAR_EVERY = 10 * 60_000;
/** What was done can be fetched for so long. */
const KEPT_FOR = 3600_000;

interface Setting extends Workshop {
  readonly pages: ServedPages;
  readonly log: Logger;
}

/**
 * Works on the jobs in the database, as one of any number of processes: each takes what waits, keeps it while it goes on, and takes over
 * what another left behind.
 */
export class JobRunner {
  readonly #setting: Setting;
  readonly #owner = randomUUID();
  readonly #running = new Map<string, AbortController>();
  /** Tells those who wait in this process that something changed. */
  readonly #changes = new EventEmitter().setMaxListeners(0);
  readonly #timers: readonly NodeJS.Timeout[];
  #claiming = false;
  #stopped = false;

  constructor(setting: Setting) {
    this.#setting = setting;
    this.#timers = [
      setInterval(() => void this.#quietly(() => this.#claim()), LOOK_AFTER),
      setInterval(() => void this.#quietly(() => this.#keep()), HEARD_EVERY),
      setInterval(() => void this.#quietly(() => this.#clear()), CLEAR_EVERY),
    ];
  }

  get running(): number {
    return this.#running.size;
  }

  /** @throws LimitReached where the account has as many as it may have */
  async add(job: NewJob): Promise<Job> {
    const added = await addJob(this.#setting.database, job);
    void this.#quietly(() => this.#claim());
    return added;
  }

  /** A job of the account; to anyone else it does not exist. */
  find(accountId: string, id: string): Promise<Job | undefined> {
    return findJob(this.#setting.database, accountId, id);
  }

  /** The jobs of an account that are known, the newest first. */
  of(accountId: string): Promise<readonly Job[]> {
    return jobsOf(this.#setting.database, accountId);
  }

  async cancel(accountId: string, id: string): Promise<boolean> {
    const cancelled = await cancelJob(this.#setting.database, accountId, id);
    this.#running.get(id)?.abort();
    this.#changes.emit("change");
    return cancelled;
  }

  /** A job as it is, and again whenever it has changed, until it has ended, or this process ends. */
  async *watch(accountId: string, id: string, signal: AbortSignal): AsyncGenerator<Job> {
    let last = "";
    while (!signal.aborted && !this.#stopped) {
      const job = await this.find(accountId, id);
      if (!job) return;
      const now = JSON.stringify([job.state, job.progress]);
      if (now !== last) yield job;
      last = now;
      if (hasEnded(job)) return;
      await this.#changed(signal);
    }
  }

  /** A job when it has ended; undefined where nobody waits for it any more. */
  async ended(accountId: string, id: string, signal: AbortSignal): Promise<Job | undefined> {
    for await (const job of this.watch(accountId, id, signal)) if (hasEnded(job)) return job;
    return undefined;
  }

  /** What a job came to that is done, compressed with gzip (`carry-out.ts`). */
  result(id: string): Promise<Buffer | undefined> {
    return resultOf(this.#setting.database, id);
  }

  /** Leaves the jobs to whoever comes next. */
  async stop(): Promise<void> {
    this.#stopped = true;
    this.#changes.emit("change");
    for (const timer of this.#timers) clearInterval(timer);
    for (const controller of this.#running.values()) controller.abort();
    await this.#quietly(() => releaseJobs(this.#setting.database, this.#owner));
  }

  async #changed(signal: AbortSignal): Promise<void> {
    const stop = AbortSignal.any([signal, AbortSignal.timeout(LOOK_AFTER)]);
    await once(this.#changes, "change", { signal: stop }).catch(() => undefined);
  }

  /** What could not be done now is tried again: the database may be busy. */
  async #quietly(work: () => Promise<void>): Promise<void> {
    try {
      await work();
    } catch (error) {
      this.#setting.log.warn({ fault: errorShape(error) }, "the jobs could not be looked after");
    }
  }

  async #claim(): Promise<void> {
    if (this.#claiming) return;
    this.#claiming = true;
    try {
      while (!this.#stopped && this.#running.size < AT_ONCE) {
        const job = await claimJob(this.#setting.database, this.#owner, Date.now() + OWNED_FOR);
        if (!job) return;
        void this.#run(job);
      }
    } finally {
      this.#claiming = false;
    }
  }

  async #run(job: Job): Promise<void> {
    const controller = new AbortController();
    setMaxListeners(0, controller.signal);
    this.#running.set(job.id, controller);
    try {
      for (const address of await carryOut(job, this.#owner, this.#setting, controller.signal)) this.#setting.pages.forget(address);
    } catch (error) {
      if (!controller.signal.aborted) await this.#quietly(() => this.#failed(job, error));
    } finally {
      this.#running.delete(job.id);
      this.#changes.emit("change");
      void this.#quietly(() => this.#claim());
    }
  }

  async #failed(job: Job, error: unknown): Promise<void> {
    const { database, log } = this.#setting;
    if (!(error instanceof TookTooMuch)) log.error({ fault: errorShape(error) }, "a job failed");
    const message =
      error instanceof TookTooMuch ? `the page could not be made: ${error.message}` : "something went wrong on the server; nothing you wrote is lost";
    await failJob(database, job.id, this.#owner, message);
  }

  /** Stays the owner of what is worked on, and stops what was cancelled. */
  async #keep(): Promise<void> {
    if (this.#running.size === 0) return;
    const kept = await keepJobs(this.#setting.database, this.#owner, Date.now() + OWNED_FOR);
    for (const [id, controller] of this.#running) if (!kept.has(id)) controller.abort();
  }

  async #clear(): Promise<void> {
    await clearJobs(this.#setting.database, Date.now() - KEPT_FOR);
    await clearChecks(this.#setting.database);
    await clearAttempts(this.#setting.database);
  }
}
