import type { LineReport } from "@nail-down/core/instruction/line-report";
import { illustratedReport } from "@nail-down/core/instruction/report";
import { runWorking } from "@nail-down/core/instruction/working";

/** Runs and checks one working in a worker of the pool. */
export default function checkWorking(lines: readonly string[]): readonly LineReport[] {
  return runWorking(lines).lines.map(illustratedReport);
}
