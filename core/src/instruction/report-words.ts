import type { FaultReport } from "./line-report.ts";

/** What is wrong with a line, and what was probably meant. */
export function faultWords({ message, suggestion }: Pick<FaultReport, "message" | "suggestion">): string {
  return suggestion === undefined ? message : `${message}; perhaps “${suggestion}” was meant`;
}
