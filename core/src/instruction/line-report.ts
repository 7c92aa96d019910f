import type { Approach, CheckKind, Verdict } from "../check/verdict.ts";
import type { Block, Case, EvidenceLine, Row } from "../document/block.ts";
import type { Picture } from "../graph/picture.ts";
import type { CurveKind, MarkKind } from "../graph/scene.ts";
import type { Line } from "../notation/inline.ts";
import type { Syntax } from "../notation/syntax.ts";
import type { Nature } from "../solve/optima/optimum.ts";
import type { LineAsRead } from "./line.ts";

/** A value in the notation, typeset, and as decimals where it is a number (the VALUE of the notation's section 5). */
export interface Value {
  readonly text: string;
  readonly latex: string;
  readonly re?: string;
  readonly im?: string;
  /** The decimal to the digits that were asked for. */
  readonly rounded?: string;
  /** Where it is an angle on a line written in degrees: "30°", "≈ 33.6901°". */
  readonly degrees?: string;
  /** The unit of the number, where the units of the givens determine one: `m/s^2`. */
  readonly unit?: string;
}

export interface SolutionReport {
  readonly values: Readonly<Record<string, Value>>;
  readonly multiplicity?: number;
  readonly parameters?: Readonly<Record<string, "integer" | "free">>;
  readonly conditions?: readonly string[];
}

export interface OptimumReport {
  readonly values: Readonly<Record<string, Value>>;
  readonly value: Value;
  readonly nature: Nature;
  /** Where the nature hangs on letters: what the point is under which condition. */
  readonly natures?: readonly { readonly nature: Nature; readonly condition: string }[];
  readonly global?: boolean;
  readonly end?: boolean;
  readonly parameters?: Readonly<Record<string, "free" | "integer">>;
  readonly conditions?: readonly string[];
}

/** The ANSWER of the notation's section 5. */
export type AnswerReport =
  | {
      readonly kind: "solutions";
      readonly variables: readonly string[];
      readonly domain: "real" | "complex";
      readonly complete: boolean;
      readonly reason: string;
      readonly solutions: readonly SolutionReport[];
      readonly rejected?: readonly { readonly values: Readonly<Record<string, Value>>; readonly reason: string }[];
      readonly complexSolutions?: readonly SolutionReport[];
    }
  | {
      readonly kind: "expression";
      readonly value: Value & { readonly entries?: readonly Value[]; readonly shape?: readonly [number, number] };
      readonly decimal?: string;
      readonly conditions?: readonly string[];
      /** What a function tends to from each side, where that differs; and why there is no limit. */
      readonly left?: Value;
      readonly right?: Value;
      readonly why?: string;
      /** The order of what a series leaves out. */
      readonly remainder?: string;
    }
  | {
      readonly kind: "truth";
      readonly holds: boolean | null;
      readonly sentence: string;
      /** What probably went wrong, or how it would be right. */
      readonly hint?: string;
      readonly counterexample?: Readonly<Record<string, Value>>;
      readonly exceptions?: readonly string[];
      /** Words for the margin of a line, which say how it follows. */
      readonly reason?: { readonly line: number; readonly words: string };
    }
  | {
      readonly kind: "optimum";
      readonly points: readonly OptimumReport[];
      readonly none?: string;
    }
  | { readonly kind: "table"; readonly columns: readonly string[]; readonly rows: readonly (readonly Value[])[] }
  | {
      readonly kind: "figure";
      /** What is measured: as it is used in expressions, exactly with free names, and in the state shown. */
      readonly measures: readonly { readonly text: string; readonly value: Value; readonly shown: Value }[];
      readonly notes: readonly string[];
    }
  | {
      readonly kind: "graph";
      readonly curves: readonly { readonly label: string; readonly kind: CurveKind }[];
      readonly marks: readonly {
        readonly kind: MarkKind;
        readonly x?: Value;
        readonly y?: Value;
        readonly curves: readonly number[];
        readonly text?: string;
      }[];
    };

export interface StepReport {
  readonly rule: string;
  readonly text: string;
  readonly latex: string;
  readonly verdict: Verdict;
  readonly why: string;
}

export interface CheckReport {
  readonly kind: CheckKind;
  readonly outcome: Verdict;
  readonly detail: string;
  readonly lines: readonly EvidenceLine[];
  /** What the author could add to have it decided. */
  readonly advice?: string;
  /** How near to a limit a function came. */
  readonly approach?: readonly Approach[];
}

/** What is wrong with a line, its characters, and the sentence that was probably meant. */
export interface FaultReport {
  readonly message: string;
  readonly from: number;
  readonly to: number;
  readonly suggestion?: string;
  /** The line was given up while it was worked on: nothing is known about what it says. */
  readonly notDecided?: true;
}

/** Everything about a line in plain data: it can be stored as JSON, sent, and shown. Mathematics is in LaTeX. */
export interface LineReport extends LineAsRead {
  /** How something was read that could have been meant otherwise. */
  readonly notes?: readonly string[];
  readonly error?: FaultReport;
  readonly answer?: AnswerReport;
  /** What it came to, as blocks of a document. */
  readonly blocks: readonly Block[];
  readonly verdict?: Verdict;
  readonly checks: readonly CheckReport[];
  readonly steps: readonly StepReport[];
  /** The way to the answer for a reader; `saysAnswer` where its last row is the answer. */
  readonly way: readonly (Row | Case)[];
  readonly saysAnswer?: true;
  /** What stands for this line in the author's words. */
  readonly value?: Syntax;
  /** The result as one line of LaTeX. */
  readonly latex?: string;
  /** Evidence to look at: the sides of an equation as curves, with the solutions marked. */
  readonly picture?: Picture;
  /** Named roots in the solutions by radicals, as equations: to be folded away, since they are long. */
  readonly radicals?: readonly Line[];
}
