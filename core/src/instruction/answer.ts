import type { StepVerdict } from "../check/step.ts";
import type { Check, Verdict } from "../check/verdict.ts";
import type { Step } from "../derivation/step.ts";
import type { Expression } from "../expression/expression.ts";
import type { FigurePicture } from "../graph/figure/figure.ts";
import type { Scene, Window } from "../graph/scene.ts";
import type { Line } from "../notation/inline.ts";
import type { Syntax } from "../notation/syntax.ts";
import type { OptimumPoint, Wanted } from "../solve/optima/optimum.ts";
import type { SolutionSet } from "../solve/solution.ts";
import type { Unit } from "../units/unit.ts";
import type { Measured } from "./figures/measured.ts";
import type { Question, Scope } from "./hand/question.ts";
import type { Antiderivative } from "./hand/up-to-constant.ts";
import type { AnswerUnits } from "./units.ts";

/** The result of a line, by kind; the batch command and the bench show it. `angles` are the unknowns shown in degrees too, `units` those
 * that follow from the units given. */
export type Answer =
  | {
      readonly kind: "solutions";
      readonly set: SolutionSet;
      readonly equation: Expression;
      /** Where they were asked for. */
      readonly scope: Scope;
      /** Whether some of the solutions of the equation were set aside by the author. */
      readonly kept?: boolean;
      /** How far their decimals go, where that was asked for. */
      readonly digits?: Digits;
      readonly angles: readonly string[];
      readonly units?: AnswerUnits;
    }
  | {
      readonly kind: "expression";
      readonly value: Expression;
      readonly conditions: readonly Expression[];
      readonly digits: Digits;
      readonly units?: AnswerUnits;
      /** What it is the value of, as the author wrote it. */
      readonly asked?: Syntax;
      /** The unit in which the author wants to see it. */
      readonly shownIn?: Unit;
      /** How it is written down where that is not its canonical form: a series by rising powers, a constant of integration last, a polar form. */
      readonly written?: Syntax;
      /** The constant of an indefinite integral, and what was integrated over. */
      readonly antiderivative?: Antiderivative;
      /** The order of what a series leaves out. */
      readonly remainder?: Expression;
    }
  /** There is none, and why; where the sides differ, what each tends to. */
  | { readonly kind: "no limit"; readonly why: string; readonly left?: Expression; readonly right?: Expression; readonly conditions: readonly Expression[] }
  | {
      readonly kind: "truth";
      readonly holds: boolean | undefined;
      readonly sentence: Line;
      readonly counterexample?: ReadonlyMap<string, Expression>;
      /** What probably went wrong, or how it would be right. */
      readonly hint?: Line;
      /** Where only one side is defined, so that nothing is said. */
      readonly exceptions?: readonly Expression[];
      /** How a line follows from the one before it, in words for its margin. */
      readonly reason?: { readonly line: number; readonly words: string };
    }
  | {
      readonly kind: "optimum";
      readonly wanted: Wanted;
      readonly points: readonly OptimumPoint[];
      readonly none?: string;
      readonly reason: string;
      readonly angles: readonly string[];
      readonly units?: AnswerUnits;
      readonly digits?: Digits;
    }
  | {
      readonly kind: "table";
      readonly columns: readonly Expression[];
      readonly rows: readonly (readonly (Expression | undefined)[])[];
      readonly digits?: Digits;
    }
  | { readonly kind: "figure"; readonly picture: FigurePicture; readonly measures: readonly Measured[]; readonly notes: readonly string[] }
  | {
      readonly kind: "graph";
      readonly scene: Scene;
      /** The same graph for the other values of a name. */
      readonly states: readonly Scene[];
      /** The same things in another window, with the marks that are known. */
      readonly inWindow: (window: Window) => Scene;
    };

/** What a line has come to: its answer, the way to it, and what the checks found. */
export interface Outcome {
  readonly answer?: Answer;
  /** What later lines refer to by this line's number, where it is no single value: a statement or an equation. */
  readonly statement?: Expression;
  /** The statement with the units of its numbers as factors. */
  readonly measured?: Expression;
  readonly steps: readonly Step[];
  readonly stepVerdicts: readonly StepVerdict[];
  readonly checks: readonly Check[];
  readonly verdict: Verdict | undefined;
  /** How something was read that could have been meant otherwise. */
  readonly notes?: readonly string[];
  /** The bent line that it follows from, directly or by way of others; what it says is judged on its own. */
  readonly followsBent?: number;
  /** What a next step by hand is held against, where that is more than the statement. */
  readonly question?: Question;
  /** The picture of what was found, made when it is asked for. */
  readonly pictured?: () => Scene | undefined;
}

export const NO_STEPS = { steps: [], stepVerdicts: [] } as const;

/** Thrown when a line cannot be carried out; the message says why and what would help. */
export class CannotDo extends Error {
  override readonly name = "CannotDo";
}

/** How far a decimal goes; what was asked for keeps its zeros. */
export interface Digits {
  readonly kind: "figures" | "decimals" | "usual";
  readonly count: number;
}

export const DEFAULT_FIGURES = 6;
export const DEFAULT_DIGITS: Digits = { kind: "usual", count: DEFAULT_FIGURES };
