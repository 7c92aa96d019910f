import type { EnhancedStore } from "@reduxjs/toolkit";
import { ApiFault, api, type ProblemRecord } from "../api/client.ts";
import { engine, Stopped } from "../compute/engine.ts";
import { type BenchState, bench, type Draft, type SaveState } from "./bench.ts";
import { forgetDraft, keepDraft } from "./kept-draft.ts";
import type { SessionState } from "./session.ts";

const SAVE_AFTER = 400;
const TRY_AGAIN_AFTER = 1500;
const RUN_AFTER = 60;

type BenchStore = EnhancedStore<{ bench: BenchState; session: SessionState }>;

/** The bench's work in the background: keeps every draft in the browser at once, saves it to the server, and runs its lines. */
export function watchBench(store: BenchStore): void {
  const saver = new Saver(store);
  const runner = new Runner(store);
  let before = store.getState().bench;
  let wasExpired = false;
  addEventListener("beforeunload", (event) => {
    const { problemId, save, kept } = store.getState().bench;
    // Only what is neither on the server nor in the browser would be lost.
    if (problemId !== null && save !== "saved" && !kept) event.preventDefault();
  });
  store.subscribe(() => {
    const { bench: now, session } = store.getState();
    const cameBack = wasExpired && !session.expired;
    wasExpired = session.expired;
    const opened = now.problemId !== before.problemId;
    const changed = opened || now.draft !== before.draft;
    const needsSaving = now.save === "unsaved" && (changed || before.save !== "unsaved");
    const needsRunning = now.problemId !== null && (opened || now.draft.working !== before.draft.working);
    before = now;
    if (needsSaving) saver.changed(now);
    else if (cameBack) saver.tryAgain();
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

  changed({ problemId, draft, version, kept }: BenchState): void {
    if (problemId === null) return;
    const isKept = keepDraft(problemId, { draft, version });
    if (isKept !== kept) this.#store.dispatch(bench.kept(isKept));
    this.#schedule(SAVE_AFTER);
  }

  tryAgain(): void {
    this.#schedule(0);
  }

  #schedule(after: number): void {
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => void this.#save(), after);
  }

  async #save(): Promise<void> {
    const { problemId, draft, version, save } = this.#store.getState().bench;
    const wanted: readonly SaveState[] = ["unsaved", "unreachable", "signed out"];
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
    else if (fault.status === 401) this.#store.dispatch(bench.saveFailed({ save: "signed out", message: fault.message }));
    else if (isPassing(fault)) {
      this.#store.dispatch(bench.saveFailed({ save: "unreachable", message: fault.message }));
      this.#schedule(TRY_AGAIN_AFTER);
    } else this.#store.dispatch(bench.saveFailed({ save: "refused", message: fault.message }));
  }
}

/** Faults that may pass by themselves: the server is away, cannot store, or is asked too often. */
const isPassing = ({ status }: ApiFault): boolean => status === 0 || status === 429 || status >= 500;

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
