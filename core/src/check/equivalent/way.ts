import type { World } from "../../expression/domain.ts";
import type { Expression } from "../../expression/expression.ts";
import type { Equivalence } from "./equivalence.ts";

/** Two statements that are claimed to have the same solutions for an unknown, as the judge sees them. */
export interface EquivalenceClaim {
  readonly unknown: string;
  readonly before: Expression;
  readonly after: Expression;
  /** The alternatives of `after`. */
  readonly alternatives: readonly Expression[];
  /** What the difference of the new sides was multiplied by to give that of the old ones, where the claim says so. */
  readonly factor?: Expression;
  readonly assumptions: readonly Expression[];
}

/**
 * One way to prove that two statements have the same solutions. The theorem says what makes them the same and what it asks for; a way
 * answers only where it has shown what the theorem asks for, and says undefined where it does not apply.
 */
export interface EquivalenceWay {
  readonly name: string;
  readonly theorem: string;
  readonly source: string;
  /** Whether the theorem holds for complex unknowns too. */
  readonly worlds: readonly World[];
  readonly proves: (claim: EquivalenceClaim) => Equivalence | undefined;
}

export const REAL: readonly World[] = ["real"];
export const BOTH: readonly World[] = ["real", "complex"];
export const SAME: Equivalence = { kind: "same" };
