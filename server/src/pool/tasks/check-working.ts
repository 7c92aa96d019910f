import { gzipSync } from "node:zlib";
import { runDefended } from "@nail-down/core/instruction/defended";
import { settingsOf } from "@nail-down/core/problemset/settings";
import { Progress } from "../progress.ts";

export interface WorkingToCheck {
  readonly lines: readonly string[];
  /** Of the set, whose settings hold for every line. */
  readonly frontMatter: string;
  /** Lines that are not tried again, by their numbers, and what is said of them. */
  readonly givenUp: ReadonlyMap<number, string>;
  /** Where the worker says which line it is at. */
  readonly progress: SharedArrayBuffer;
}

/** Runs and checks one working: the reports of its lines as JSON, compressed with gzip. */
export function checkWorking({ lines, frontMatter, givenUp, progress }: WorkingToCheck): Uint8Array {
  const at = new Progress(progress);
  const { settings } = settingsOf(frontMatter);
  const { reports } = runDefended(lines, undefined, settings, { begins: (line) => at.move(line), givenUp });
  return gzipSync(JSON.stringify(reports));
}
