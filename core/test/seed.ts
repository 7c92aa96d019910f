import fc from "fast-check";

declare const process: { readonly env: Readonly<Record<string, string | undefined>> };

/** Properties use the same cases every time; SEED=… explores others. */
fc.configureGlobal({ seed: Number(process.env["SEED"] ?? 20261) });

/** How many cases a property looks at; LONG=50 looks at fifty times as many, for a night. */
export function cases(count: number): { readonly numRuns: number } {
  return { numRuns: count * Number(process.env["LONG"] ?? 1) };
}
