import type { Witness } from "../../calculus/limit/sided.ts";
import type { LimitPlace, Step } from "../../derivation/step.ts";
import type { Expression } from "../../expression/expression.ts";
import type { DefiniteIntegral } from "../../expression/integral.ts";

/** The exact value of an integral, ±∞ where it diverges, the way to it, and what must hold of the letters. */
export interface IntegralValue {
  readonly value: Expression;
  readonly steps: readonly Step[];
  readonly conditions: readonly Expression[];
  /** What was asked, with integrands in the form in which they were integrated, piece by piece, and inner integrals put in. */
  readonly inPieces: Expression;
}

/** Why an integral has no value, not even an infinite one. */
export type NoValue =
  | { readonly kind: "opposite infinities"; readonly steps: readonly Step[]; readonly parts: readonly Expression[]; readonly conditions: readonly Expression[] }
  | {
      readonly kind: "oscillates";
      readonly steps: readonly Step[];
      readonly antiderivative: Expression;
      readonly place: LimitPlace;
      readonly witnesses: readonly [Witness, Witness];
      readonly conditions: readonly Expression[];
    };

export type IntegralFound = ({ readonly kind: "value" } & IntegralValue) | NoValue;

/** Whether the judge confirms a step after those before it; an antiderivative that jumps between the bounds gives a wrong difference, and only the judge sees that. */
export type Confirmed = (step: Step, before: readonly Step[], assumptions: readonly Expression[]) => boolean;

/** One way to the value of a definite integral; undefined where it does not lead to one. */
export type Way = (integral: DefiniteIntegral, search: IntegralSearch) => IntegralFound | undefined;

/** What a way may use: what is known of the letters, the judge, and the search itself for other integrals. */
export interface IntegralSearch {
  readonly assumptions: readonly Expression[];
  readonly confirmed: Confirmed;
  readonly integrate: (integral: DefiniteIntegral) => IntegralFound | undefined;
}
