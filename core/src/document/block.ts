import type { Verdict } from "../check/verdict.ts";
import type { Comparison } from "../expression/expression.ts";
import type { FigurePicture } from "../graph/figure/figure.ts";
import type { Picture } from "../graph/picture.ts";
import type { Line } from "../notation/inline.ts";
import type { AuthorWords } from "./author-words.ts";

/** A cell of a table: what it shows, the characters in which it is written, and its number as a decimal where it is one. */
export interface Cell {
  readonly line: Line;
  readonly text: string;
  readonly number?: string;
}

/** One line of a derivation: what stands left of the sign, the sign, and what stands right of it; several right sides are alternatives. */
export interface Row {
  readonly kind: "row";
  /** Whether a practised reader takes it in passing. */
  readonly routine: boolean;
  /** Why, or what was done. */
  readonly reason: Line;
  /** Empty where the row goes on from the one above. */
  readonly left: Line;
  readonly sign?: Comparison;
  readonly right: readonly Line[];
  readonly verdict: Verdict;
  /** Why the step is right. */
  readonly why: string;
  /** A candidate that is put back. */
  readonly isPutBack?: true;
}

/** What follows where one of several alternatives holds. */
export interface Case {
  readonly kind: "case";
  readonly title: Line;
  readonly items: readonly (Row | Case)[];
}

/** A line of evidence; each side as it came out of putting in, and simplified where that differs. */
export interface EvidenceLine {
  readonly subject?: Line;
  readonly sides?: { readonly left: Line; readonly right: Line };
  readonly note: string;
  /** How it is known. */
  readonly grounds?: string;
  /** The digits to which both sides were found to agree. */
  readonly digits?: number;
}

/** What one kind of check found. */
export interface CheckedBy {
  readonly heading: string;
  readonly outcome: Verdict;
  readonly lines: readonly EvidenceLine[];
}

/** A part of a document, as plain data that can be stored and sent. A rendering has to know every kind. */
export type Block =
  /** The heading of a problem. */
  | { readonly kind: "heading"; readonly number: number; readonly title: string; readonly points?: number }
  /** A question of a problem, and what it is worth. */
  | { readonly kind: "part"; readonly letter: string; readonly question: AuthorWords; readonly points?: number }
  | { readonly kind: "author's words"; readonly role: WordsRole; readonly words: AuthorWords }
  /** What readers may open before they look at the solution. */
  | { readonly kind: "hint"; readonly words: AuthorWords }
  /** Room to write on paper, in lines. */
  | { readonly kind: "space"; readonly lines: number }
  /** What is given, all together. */
  | { readonly kind: "givens"; readonly items: readonly Line[] }
  /** What is done next, and the author's reason; with its number where another line refers to it. */
  | { readonly kind: "sentence"; readonly line: Line; readonly because?: AuthorWords; readonly number?: number }
  /** Why a line could not be carried out. */
  | { readonly kind: "fault"; readonly message: string }
  /** The way to an answer, relation signs under each other, with the reasons beside. */
  | { readonly kind: "derivation"; readonly items: readonly (Row | Case)[] }
  /** The one value that is found, with what is said of it. */
  | { readonly kind: "display"; readonly line: Line }
  /** What is found: values, with what is said of each; in order of importance. */
  | { readonly kind: "results"; readonly items: readonly Line[] }
  | { readonly kind: "paragraph"; readonly role: ParagraphRole; readonly line: Line }
  /** Candidates that are no answer, each with its reason; `tried` where they were put back, which the way may show. */
  | { readonly kind: "set aside"; readonly items: readonly Line[]; readonly tried?: true }
  | { readonly kind: "table"; readonly headings: readonly Cell[]; readonly rows: readonly (readonly Cell[])[]; readonly caption?: Caption }
  /** What is measured in a figure: how it is written in a line, exactly, and in the state that is shown. */
  | { readonly kind: "measures"; readonly rows: readonly { readonly use: string; readonly value: Line; readonly shown: Line }[] }
  /** A graph, in several states side by side where there are more. */
  | { readonly kind: "graph"; readonly picture: Picture; readonly states: readonly Picture[]; readonly caption: Caption }
  | { readonly kind: "figure"; readonly picture: FigurePicture; readonly caption: Caption }
  /** Figures and tables next to each other. */
  | { readonly kind: "beside"; readonly blocks: readonly Block[] }
  /** The final answer, of a part where there are several. */
  | { readonly kind: "answer"; readonly letter?: string; readonly blocks: readonly Block[] }
  /** What is long and seldom wanted. */
  | { readonly kind: "folded"; readonly label: string; readonly blocks: readonly Block[] }
  /** One quiet mark at what was found, and behind it what the checks have shown. */
  | { readonly kind: "evidence"; readonly verdict: Verdict; readonly checks: readonly CheckedBy[]; readonly picture?: Picture };

/** What a figure or table shows, and its number where figures are numbered. */
export interface Caption {
  readonly line: Line;
  readonly words?: AuthorWords;
  readonly number?: string;
}

export type WordsRole = "introduction" | "statement" | "text" | "remarks";

/** An answer in words, one that says no, a remark beside an answer, something to be looked at. */
export type ParagraphRole = "answer" | "refusal" | "remark" | "warning";
