import { lazy, type ReactNode, Suspense } from "react";

/** Charts are loaded with the first that is shown: most sheets have none. */
export const ApproachChart = lazy(async () => ({ default: (await import("./approach-chart.tsx")).ApproachChart }));
export const DifferenceChart = lazy(async () => ({ default: (await import("./difference-chart.tsx")).DifferenceChart }));
export const TableChart = lazy(async () => ({ default: (await import("./table-chart.tsx")).TableChart }));

/** Where a chart stands while it is loaded. */
export function Chart({ children }: { readonly children: ReactNode }) {
  return <Suspense fallback={<span className="text-steel">…</span>}>{children}</Suspense>;
}
