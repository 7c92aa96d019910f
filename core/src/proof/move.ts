import type { RuleName } from "../derivation/rules/catalogue.ts";
import type { Expression } from "../expression/expression.ts";
import type { Setting } from "./rule.ts";

/** A step that a proof may take: the rule with what its wording names, and the form it leads to. */
export interface Move {
  readonly rule: RuleName;
  readonly pieces: readonly (Expression | readonly Expression[])[];
  readonly after: Expression;
  readonly cost: number;
}

/** What one can do with an expression besides using formulas: algebra with fractions, brackets, roots and logarithms. */
export interface Manipulation {
  readonly moves: (e: Expression, setting: Setting) => readonly Move[];
}
