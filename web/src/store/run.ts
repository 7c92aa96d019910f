import type { News } from "../compute/bench-core.ts";
import { engine, unlessStopped } from "../compute/engine.ts";
import { bench, type Told } from "./bench.ts";
import { type SheetLine, sourcesOf } from "./sheet.ts";
import type { AppStore } from "./store.ts";

/** A run that takes longer than this, in milliseconds, is shown. */
const SLOW = 200;

/** Runs the working after an edit, line by line; a newer text ends the run of the older. */
export class Runner {
  readonly #store: AppStore;
  #runs = 0;
  /** The index of the line that is being carried out. */
  #at = 0;
  #slow: ReturnType<typeof setTimeout> | undefined;

  constructor(store: AppStore) {
    this.#store = store;
  }

  changed(): void {
    const { bench: now, sheet } = this.#store.getState();
    if (now.problemId === null) return;
    this.#runs += 1;
    // A line that is being worked on may take long; it is not waited for.
    if (now.run?.slow) engine.stop();
    clearTimeout(this.#slow);
    this.#at = 0;
    this.#slow = setTimeout(() => this.#store.dispatch(bench.runIsSlow(this.#at)), SLOW);
    this.#store.dispatch(bench.runStarted(performance.now()));
    void this.#run(this.#runs, sheet.present.lines);
  }

  async #run(own: number, lines: readonly SheetLine[]): Promise<void> {
    const { bench: before, sheet } = this.#store.getState();
    const known = new Map(Object.values(before.told).map((told) => [told.key, told]));
    const found: Record<string, Told> = {};
    const isNewest = (): boolean => own === this.#runs && this.#store.getState().bench.problemId === before.problemId;
    const givenUp = new Map(lines.flatMap(({ id }, k) => (before.givenUp[id] === undefined ? [] : [[k + 1, before.givenUp[id]] as const])));
    const hear = ({ lines: news, at }: News): void => {
      if (!isNewest()) return;
      if (at !== undefined) this.#at = at - 1;
      const changed: Record<string, Told> = {};
      for (const { line, key, report } of news) {
        const id = lines[line - 1]?.id;
        const told = report ? { key, report } : known.get(key);
        if (id === undefined || !told) continue;
        found[id] = told;
        if (this.#store.getState().bench.told[id] !== told) changed[id] = told;
      }
      const { run } = this.#store.getState().bench;
      // Where it is matters to those who wait.
      if (news.length === 0 && !run?.slow) return;
      const standing = news.at(-1)?.line ?? run?.standing ?? 0;
      this.#store.dispatch(bench.runWent({ told: changed, standing, at: this.#at, time: performance.now() }));
    };
    try {
      await engine.run({ lines: sourcesOf(sheet.present), settings: before.settings, givenUp, has: new Set(known.keys()) }, hear);
      if (!isNewest()) return;
      clearTimeout(this.#slow);
      this.#store.dispatch(bench.runEnded(found));
    } catch (error) {
      unlessStopped(error);
      if (!isNewest()) return;
      clearTimeout(this.#slow);
      this.#store.dispatch(bench.runStopped());
    }
  }
}
