import type { LineReport } from "@nail-down/core/instruction/line-report";
import { illustratedReport } from "@nail-down/core/instruction/report";
import type { Settings } from "@nail-down/core/instruction/settings";
import { runWorking } from "@nail-down/core/instruction/working";

/** Runs and checks one working in a worker of the pool. */
export default function checkWorking({ lines, settings }: { readonly lines: readonly string[]; readonly settings: Settings }): readonly LineReport[] {
  return runWorking(lines, new Map(), settings).lines.map(illustratedReport);
}
