import type { Expression } from "../expression/expression.ts";
import type { PartedLatex } from "./parts.ts";
import { present } from "./present.ts";
import type { Syntax } from "./syntax.ts";

/** What stands in a line of a document. Mathematics is its written form: each rendering makes of it what it needs. */
export type Inline =
  | { readonly kind: "words"; readonly text: string }
  /** In running text, or by itself with room for full-size fractions; its parts may be chosen on the bench. */
  | { readonly kind: "mathematics"; readonly written: Syntax; readonly large?: true; readonly parts?: PartedLatex }
  /** lim, with where a variable goes below it, before what the limit is taken of. */
  | { readonly kind: "limit"; readonly variable: string; readonly at: Syntax; readonly side?: "left" | "right" }
  /** The decimal beside what it is close to. */
  | { readonly kind: "decimal"; readonly written: Syntax }
  /** What is not parted at the end of a line where that can be helped. */
  | { readonly kind: "together"; readonly inlines: readonly Inline[] }
  /** Said quietly: what a solution needs, how often it counts. */
  | { readonly kind: "aside"; readonly inlines: readonly Inline[] }
  /** Something as it is typed in a line. */
  | { readonly kind: "source"; readonly text: string };

export const words = (text: string): Inline => ({ kind: "words", text });
export const mathematics = (written: Syntax): Inline => ({ kind: "mathematics", written });
export const large = (written: Syntax): Inline => ({ kind: "mathematics", written, large: true });
export const decimal = (written: Syntax): Inline => ({ kind: "decimal", written });
export const together = (...inlines: readonly Inline[]): Inline => ({ kind: "together", inlines });
export const aside = (...inlines: readonly Inline[]): Inline => ({ kind: "aside", inlines });

/** Inlines that follow each other. */
export type Line = readonly Inline[];

/** Several expressions with words between them. */
export function listed(items: readonly Expression[], between: string): readonly Inline[] {
  return items.flatMap((item, k) => [...(k > 0 ? [words(between)] : []), mathematics(present(item))]);
}

/** A sentence that begins with a capital, where it begins with a word of more than one letter. */
export const sentenceCase = (text: string): string => text.replace(/^[a-z](?=[a-z])/, (letter) => letter.toUpperCase());
