import type { Expression } from "../../expression/expression.ts";

/** A solution of a system as it is claimed. */
export interface ClaimedPoint {
  readonly values: ReadonlyMap<string, Expression>;
  readonly free: readonly string[];
  readonly integers: readonly string[];
  readonly conditions: readonly Expression[];
}

/** A system with the solutions claimed for it, as the judge sees them. */
export interface ClaimedSystem {
  readonly equations: readonly (Expression & { readonly kind: "relation" })[];
  readonly unknowns: readonly string[];
  readonly solutions: readonly ClaimedPoint[];
  /** Solutions apart from the reals. */
  readonly apart: readonly ClaimedPoint[];
  /** Values of unknowns that were set aside. */
  readonly rejected: readonly ReadonlyMap<string, Expression>[];
  readonly domain: "real" | "complex";
  readonly assumptions: readonly Expression[];
  /** What solutions must satisfy to be asked for. */
  readonly within: readonly Expression[];
}
