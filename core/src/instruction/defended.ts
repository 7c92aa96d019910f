import type { LineReport } from "./line-report.ts";
import { illustratedReport } from "./report.ts";
import type { Settings } from "./settings.ts";
import { type Line, runWorking, type Watch, type Working } from "./working.ts";

/** A working that was run, and the reports of its lines. */
export interface Reported {
  readonly working: Working;
  readonly reports: readonly LineReport[];
}

const A_DEFECT = "not decided: this line met a defect in the program";

/** Runs a working and reports its lines. A line that fails in a way nobody foresaw is given up, and the others stand. */
export function runDefended(
  lines: readonly string[],
  memory: ReadonlyMap<string, Line> = new Map(),
  settings: Settings = {},
  { begins, givenUp }: Watch = {},
): Reported {
  const left = new Map(givenUp);
  for (;;) {
    let at = 0;
    const begin = (line: number): void => {
      at = line;
      begins?.(line);
    };
    try {
      const working = runWorking(lines, memory, settings, { begins: begin, givenUp: left });
      const reports = working.lines.map((line, index) => {
        // Drawing and writing out are a line's own work.
        begin(index + 1);
        return illustratedReport(line);
      });
      return { working, reports };
    } catch (error) {
      if (at === 0 || left.has(at)) throw error;
      left.set(at, A_DEFECT);
    }
  }
}
