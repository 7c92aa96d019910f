import type { Expression } from "../expression/expression.ts";
import type { Syntax } from "../notation/syntax.ts";
import { type Pieces, type RuleName, wording } from "./rules.ts";

/**
 * What a step claims, in a form that the checker can test:
 * - `equivalent`: before and after have the same solutions for the unknown, where the conditions hold;
 * - `implies`: every solution of before solves after, since both sides were raised to a power; after may have more;
 * - `equal`: before and after have the same value;
 * - `put in`: replacing the names by the values in `before` gives `after`;
 * - `holds`: the statement is true.
 */
export type Claim =
  | { readonly kind: "equivalent"; readonly unknown: string; readonly before: Expression; readonly after: Expression }
  | { readonly kind: "implies"; readonly unknown: string; readonly before: Expression; readonly after: Expression; readonly power: Expression }
  | { readonly kind: "equal"; readonly before: Expression; readonly after: Expression }
  | { readonly kind: "put in"; readonly before: Expression; readonly values: ReadonlyMap<string, Expression>; readonly after: Expression }
  | { readonly kind: "holds"; readonly statement: Expression };

/** One step of a derivation: the rule, its words, and what it claims. */
export interface Step {
  readonly rule: RuleName;
  readonly text: string;
  readonly claim: Claim;
  /** How the result is written where that differs from its canonical form; it must mean the same. */
  readonly written?: Syntax;
  /** What must not fail for the step to be right: a divisor is not 0, a radicand not negative. */
  readonly conditions: readonly Expression[];
}

export interface StepOptions {
  readonly written?: Syntax;
  readonly conditions?: readonly Expression[];
}

/** A step with the wording of its rule. */
export function step<Name extends RuleName>(rule: Name, pieces: Pieces<Name>, claim: Claim, options: StepOptions = {}): Step {
  return {
    rule,
    text: wording(rule, pieces),
    claim,
    conditions: options.conditions ?? [],
    ...(options.written ? { written: options.written } : {}),
  };
}

/** What stands on the paper after the step. */
export function resultOf(claim: Claim): Expression {
  return claim.kind === "holds" ? claim.statement : claim.after;
}
