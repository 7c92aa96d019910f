import type { Line } from "./line.ts";
import type { LineReport } from "./line-report.ts";
import type { Memory } from "./memory.ts";
import { illustratedReport } from "./report.ts";
import type { Settings } from "./settings.ts";
import { drained, linesOf, type Ran, untriedLine, type Watch, type Working } from "./working.ts";

const DEFECT = "not decided: this line met a defect in the program";

/** Reports of lines that stand: a line is never changed, so neither is its report. */
const REPORTS = new WeakMap<Line, LineReport>();

/** The report of a line, and what is kept of the run so far. */
export interface Reported extends Omit<Ran, "line"> {
  readonly report: LineReport;
}

/**
 * Runs a working and reports its lines, each as soon as it has been carried out. A line that fails in a way nobody foresaw is given up, and the
 * others stand. A line that did not have to be carried out again has the same report as before.
 */
export function* reportsOf(
  sources: readonly string[],
  memory?: Memory,
  settings: Settings = {},
  watch: Omit<Watch, "defect"> = {},
): Generator<Reported, Working, void> {
  const run = linesOf(sources, memory, settings, { ...watch, defect: DEFECT });
  for (;;) {
    const { done, value } = run.next();
    if (done) return value;
    yield { report: reportOf(value.line), memory: value.memory };
  }
}

/** As `reportsOf`, all at once. */
export function runDefended(...run: Parameters<typeof reportsOf>): { readonly working: Working; readonly reports: readonly LineReport[] } {
  const reports: LineReport[] = [];
  const working = drained(reportsOf(...run), ({ report }) => reports.push(report));
  return { working, reports };
}

/** Drawing and writing out are a line's own work, and may fail as well. */
function reportOf(line: Line): LineReport {
  const known = REPORTS.get(line);
  if (known) return known;
  const report = attempted(line);
  REPORTS.set(line, report);
  return report;
}

function attempted(line: Line): LineReport {
  try {
    return illustratedReport(line);
  } catch {
    return illustratedReport(untriedLine(line.source, DEFECT));
  }
}
