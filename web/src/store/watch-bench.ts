import { queries } from "../api/queries.ts";
import { keepHistory } from "./kept-history.ts";
import { Runner } from "./run.ts";
import { Saver } from "./save.ts";
import type { AppStore } from "./store.ts";

/** The bench's work in the background: keeps every draft in the browser at once, saves it to the server, and runs its lines. */
export function watchBench(store: AppStore): void {
  const saver = new Saver(store);
  const runner = new Runner(store);
  let before = store.getState();
  addEventListener("beforeunload", (event) => {
    const { problemId, save, kept } = store.getState().bench;
    // Only what is neither on the server nor in the browser would be lost.
    if (problemId !== null && save !== "saved" && !kept) event.preventDefault();
  });
  addEventListener("pagehide", () => {
    const { bench, sheet } = store.getState();
    if (bench.problemId !== null) keepHistory(bench.problemId, sheet);
  });
  store.subscribe(() => {
    const [then, now] = [before, store.getState()];
    before = now;
    const opened = now.bench.problemId !== then.bench.problemId;
    const written = opened || now.sheet.present !== then.sheet.present;
    const cameBack = then.session.expired && !now.session.expired;
    if (now.bench.save === "unsaved" && (written || then.bench.save !== "unsaved")) saver.changed();
    else if (cameBack) saver.tryAgain();
    if (cameBack) store.dispatch(queries.util.invalidateTags(["Shelf", "Set"]));
    const goesOn = then.bench.stopped && !now.bench.stopped && now.bench.run === null;
    const runs = opened || goesOn || now.sheet.present.lines !== then.sheet.present.lines || now.bench.givenUp !== then.bench.givenUp;
    if (now.bench.problemId !== null && runs) runner.changed();
  });
}
