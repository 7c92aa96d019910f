import type { EnhancedStore } from "@reduxjs/toolkit";
import { ApiFault, api, type ProblemRecord } from "../api/client.ts";
import { engine, Stopped } from "../compute/engine.ts";
import { type BenchState, bench, type Draft, type SaveState } from "./bench.ts";
import { forgetDraft, keepDraft } from "./kept-draft.ts";

const SAVE_AFTER = 400;
const TRY_AGAIN_AFTER = 1500;
const RUN_AFTER = 60;

type BenchStore = EnhancedStore<{ bench: BenchState; session: unknown }>;

/** The bench's work in the background: keeps every draft in the browser at once, saves it to the server, and runs its lines. */
export function watchBench(store: BenchStore): void {
  const saver = new Saver(store);
  const runner = new Runner(store);
  let before = store.getState().bench;
  store.subscribe(() => {
    const now = store.getState().bench;
    const opened = now.problemId !== before.problemId;
    const changed = opened || now.draft !== before.draft;
    const needsSaving = now.save === "unsaved" && (changed || before.save !== "unsaved");
    const needsRunning = now.problemId !== null && (opened || now.draft.working !== before.draft.working);
    before = now;
    if (needsSaving) saver.changed(now);
    if (needsRunning) runner.changed();
  });
}

/** Saves one draft at a time, tries again while the server cannot be reached, and never overwrites what others changed. */
class Saver {
  readonly #store: BenchStore;
  #timer: ReturnType<typeof setTimeout> | undefined;
  #busy = false;

  constructor(store: BenchStore) {
    this.#store = store;
  }

  changed({ problemId, draft, version }: BenchState): void {
    if (problemId === null) return;
    keepDraft(problemId, { draft, version });
    this.#schedule(SAVE_AFTER);
  }

  #schedule(after: number): void {
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => void this.#save(), after);
  }

  async #save(): Promise<void> {
    const { problemId, draft, version, save } = this.#store.getState().bench;
    const wanted: readonly SaveState[] = ["unsaved", "unreachable"];
    if (problemId === null || !wanted.includes(save)) return;
    if (this.#busy) {
      this.#schedule(SAVE_AFTER);
      return;
    }
    this.#busy = true;
    this.#store.dispatch(bench.saving());
    try {
      const stored = await api.saveProblem(problemId, { ...draft, version });
      this.#done(problemId, draft, stored.version);
    } catch (error) {
      if (!(error instanceof ApiFault)) throw error;
      this.#failed(problemId, error);
    } finally {
      this.#busy = false;
    }
  }

  #done(problemId: string, draft: Draft, version: number): void {
    if (this.#store.getState().bench.problemId !== problemId) return;
    this.#store.dispatch(bench.saved({ version, draft }));
    if (this.#store.getState().bench.save === "saved") forgetDraft(problemId);
  }

  #failed(problemId: string, fault: ApiFault): void {
    if (this.#store.getState().bench.problemId !== problemId) return;
    if (fault.status === 409) this.#store.dispatch(bench.saveFailed({ save: "conflict", message: fault.message, theirs: fault.current as ProblemRecord }));
    else if (fault.status === 0 || fault.status >= 500) {
      this.#store.dispatch(bench.saveFailed({ save: "unreachable", message: fault.message }));
      this.#schedule(TRY_AGAIN_AFTER);
    } else this.#store.dispatch(bench.saveFailed({ save: "refused", message: fault.message }));
  }
}

/** Runs the working after an edit; a newer text stops the computation of the older. */
class Runner {
  readonly #store: BenchStore;
  #timer: ReturnType<typeof setTimeout> | undefined;
  #runs = 0;

  constructor(store: BenchStore) {
    this.#store = store;
  }

  changed(): void {
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => void this.#run(), RUN_AFTER);
  }

  async #run(): Promise<void> {
    const { problemId, draft, settings, running } = this.#store.getState().bench;
    if (problemId === null) return;
    this.#runs += 1;
    const own = this.#runs;
    if (running) engine.stop();
    this.#store.dispatch(bench.runStarted());
    try {
      const reports = await engine.run(draft.working, settings);
      if (own === this.#runs && this.#store.getState().bench.problemId === problemId) this.#store.dispatch(bench.runEnded(reports));
    } catch (error) {
      if (!(error instanceof Stopped)) throw error;
      if (own === this.#runs) this.#store.dispatch(bench.runStopped());
    }
  }
}
