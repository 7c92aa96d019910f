import type { Expression } from "../../expression/expression.ts";
import type { Domain } from "../solution.ts";
import type { Relation } from "./branches/state.ts";

/** Equations for several unknowns, where solutions are wanted, and what is known. */
export interface SystemTask {
  readonly equations: readonly Relation[];
  readonly unknowns: readonly string[];
  readonly domain: Domain;
  readonly assumptions: readonly Expression[];
  /** The way the author prefers for linear equations. */
  readonly way?: "elimination" | "substitution" | undefined;
  /** Whether a part of the usual effort is enough, as in `Task`. */
  readonly brief?: boolean;
}
