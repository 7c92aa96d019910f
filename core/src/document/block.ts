import type { FigurePicture } from "../graph/figure/figure.ts";
import type { Picture } from "../graph/picture.ts";
import type { Line } from "../notation/inline.ts";

/** A cell of a table: what it shows, the characters in which it is written, and its number as a decimal where it is one. */
export interface Cell {
  readonly line: Line;
  readonly text: string;
  readonly number?: string;
}

/** A part of a document, as plain data that can be stored and sent. A rendering has to know every kind. */
export type Block =
  /** The one value that is found, with what is said of it. */
  | { readonly kind: "display"; readonly line: Line }
  /** What is found: values, with what is said of each; in order of importance. */
  | { readonly kind: "results"; readonly items: readonly Line[] }
  | { readonly kind: "paragraph"; readonly role: ParagraphRole; readonly line: Line }
  /** Candidates that are no answer, each with its reason. */
  | { readonly kind: "set aside"; readonly items: readonly Line[] }
  | { readonly kind: "table"; readonly headings: readonly Cell[]; readonly rows: readonly (readonly Cell[])[] }
  /** What is measured in a figure: how it is written in a line, exactly, and in the state that is shown. */
  | { readonly kind: "measures"; readonly rows: readonly { readonly use: string; readonly value: Line; readonly shown: Line }[] }
  /** A graph, in several states side by side where there are more. */
  | { readonly kind: "graph"; readonly picture: Picture; readonly states: readonly Picture[]; readonly caption: Line }
  | { readonly kind: "figure"; readonly picture: FigurePicture; readonly caption: Line };

/** An answer in words, one that says no, a remark beside an answer, something to be looked at. */
export type ParagraphRole = "answer" | "refusal" | "remark" | "warning";
