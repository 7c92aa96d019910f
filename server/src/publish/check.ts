import type { LineReport } from "@nail-down/core/instruction/line-report";
import type { Settings } from "@nail-down/core/instruction/settings";
import { Piscina } from "piscina";

const SECONDS_PER_WORKING = 30;
const MEMORY_MEGABYTES = 1000;

/** Re-runs and re-checks workings on the server: what an author's browser found is not trusted for publishing. */
export interface Checker {
  readonly check: (lines: readonly string[], settings: Settings) => Promise<readonly LineReport[]>;
  readonly close: () => Promise<void>;
}

export function createChecker(worker: URL, threads: number): Checker {
  const pool = new Piscina({ filename: worker.href, minThreads: 0, maxThreads: threads, resourceLimits: { maxOldGenerationSizeMb: MEMORY_MEGABYTES } });
  return {
    check: async (lines, settings) =>
      (await pool.run({ lines, settings }, { signal: AbortSignal.timeout(SECONDS_PER_WORKING * 1000) })) as readonly LineReport[],
    close: () => pool.destroy(),
  };
}
