import { ApiFault, api, type ProblemRecord } from "../api/client.ts";
import { problemStored } from "../api/queries.ts";
import { bench, type SaveState } from "./bench.ts";
import { forgetDraft, keepDraft } from "./kept-draft.ts";
import { type Draft, sourcesOf } from "./sheet.ts";
import type { AppStore } from "./store.ts";

const SAVE_AFTER = 400;
const TRY_AGAIN_AFTER = 1500;

/** Saves one draft at a time, tries again while the server cannot be reached, and never overwrites what others changed. */
export class Saver {
  readonly #store: AppStore;
  #timer: ReturnType<typeof setTimeout> | undefined;
  #busy = false;

  constructor(store: AppStore) {
    this.#store = store;
  }

  changed(): void {
    const {
      bench: { problemId, version, kept },
      sheet,
    } = this.#store.getState();
    if (problemId === null) return;
    const { title, statement } = sheet.present;
    const isKept = keepDraft(problemId, { draft: { title, statement, working: sourcesOf(sheet.present) }, version });
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
    const {
      bench: { problemId, version, save },
      sheet: { present },
    } = this.#store.getState();
    const wanted: readonly SaveState[] = ["unsaved", "unreachable", "signed out"];
    if (problemId === null || !wanted.includes(save)) return;
    if (this.#busy) {
      this.#schedule(SAVE_AFTER);
      return;
    }
    this.#busy = true;
    this.#store.dispatch(bench.saving());
    const { title, statement } = present;
    try {
      const stored = await api.saveProblem(problemId, { title, statement, working: sourcesOf(present), version });
      this.#store.dispatch(problemStored(stored));
      this.#done(problemId, present, stored.version);
    } catch (error) {
      if (!(error instanceof ApiFault)) throw error;
      this.#failed(problemId, error);
    } finally {
      this.#busy = false;
    }
  }

  #done(problemId: string, stored: Draft, version: number): void {
    const { bench: now, sheet } = this.#store.getState();
    if (now.problemId !== problemId) return;
    const isNewest = sheet.present === stored;
    this.#store.dispatch(bench.saved({ version, isNewest }));
    if (isNewest) forgetDraft(problemId);
    else this.#schedule(SAVE_AFTER);
  }

  #failed(problemId: string, fault: ApiFault): void {
    if (this.#store.getState().bench.problemId !== problemId) return;
    const refuse = (save: "unreachable" | "signed out" | "conflict" | "refused", theirs?: ProblemRecord): void => {
      this.#store.dispatch(bench.saveFailed({ save, message: fault.message, ...(theirs ? { theirs } : {}) }));
    };
    if (fault.status === 409) refuse("conflict", fault.current as ProblemRecord);
    else if (fault.status === 401) refuse("signed out");
    else if (isPassing(fault)) {
      refuse("unreachable");
      this.#schedule(TRY_AGAIN_AFTER);
    } else refuse("refused");
  }
}

/** Faults that may pass by themselves: the server is away, cannot store, or is asked too often. */
const isPassing = ({ status }: ApiFault): boolean => status === 0 || status === 429 || status >= 500;
