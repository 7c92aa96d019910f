import type { Expression } from "../expression/expression.ts";
import { statedWhole } from "../expression/whole.ts";
import { present } from "./present.ts";
import { name, type Syntax } from "./syntax.ts";

/** What stands in a line of a document. Mathematics is its written form: each rendering makes of it what it needs. */
export type Inline =
  | { readonly kind: "words"; readonly text: string }
  /** In running text, or by itself with room for full-size fractions; `choosable` where its parts may be chosen to be rewritten. */
  | { readonly kind: "mathematics"; readonly written: Syntax; readonly large?: true; readonly choosable?: true }
  /** A unit by itself. */
  | { readonly kind: "unit"; readonly unit: string }
  /** lim, with where a variable goes below it, before what the limit is taken of. */
  | { readonly kind: "limit"; readonly variable: string; readonly at: Syntax; readonly side?: "left" | "right" }
  /** The decimal beside what it is close to, or equal to. */
  | { readonly kind: "decimal"; readonly written: Syntax; readonly isExact?: true }
  /** What is not parted at the end of a line where that can be helped. */
  | { readonly kind: "together"; readonly inlines: readonly Inline[] }
  /** Said quietly: what a solution needs, how often it counts. */
  | { readonly kind: "aside"; readonly inlines: readonly Inline[] }
  /** Something as it is typed in a line. */
  | { readonly kind: "source"; readonly text: string };

export const words = (text: string): Inline => ({ kind: "words", text });
export const mathematics = (written: Syntax): Inline => ({ kind: "mathematics", written });
export const large = (written: Syntax): Inline => ({ kind: "mathematics", written, large: true });
/** Mathematics with room for full-size fractions. */
export const atFullSize = (piece: Inline): Inline => (piece.kind === "mathematics" ? { ...piece, large: true } : piece);
/** Mathematics whose parts may be chosen. */
export const choosable = (piece: Inline): Inline => (piece.kind === "mathematics" ? { ...piece, choosable: true } : piece);
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

/** Pieces with spaces between them, commas close to what they follow. */
export const spaced = (pieces: readonly Inline[]): Line =>
  pieces.flatMap((piece, k): readonly Inline[] => (k === 0 || (piece.kind === "words" && piece.text === ",") ? [piece] : [words(" "), piece]));

/** What was read one after the other as a sentence, with a capital at its beginning. */
export const sentenceOf = (pieces: readonly Inline[]): Line => spaced(asSentence(pieces));

/** The same with a capital at its beginning. */
export function asSentence(line: Line): Line {
  const [first, ...rest] = line;
  return first?.kind === "words" ? [words(sentenceCase(first.text)), ...rest] : line;
}

/** How a decimal is joined to what it stands beside. */
export const decimalSign = ({ isExact }: Inline & { readonly kind: "decimal" }): "=" | "≈" => (isExact ? "=" : "≈");

/** A line whose marks stay with what they follow: mathematics and the words behind it that begin with one are together. */
export function withMarks(line: Line): Line {
  const joined: Inline[] = [];
  for (const inline of line) {
    const last = joined.at(-1);
    const mark = inline.kind === "words" ? (/^[,.;:)]+/.exec(inline.text)?.[0] ?? "") : "";
    if (mark === "" || !last || last.kind === "words" || inline.kind !== "words") joined.push(inline);
    else joined.splice(-1, 1, together(last, words(mark)), words(inline.text.slice(mark.length)));
  }
  return joined;
}

/** What may stand in a sentence: words, a number, an expression, or what was said before. */
type Sayable = string | number | Expression | Line;

const isLine = (part: Exclude<Sayable, string | number>): part is Line => Array.isArray(part);

/** A sentence with mathematics in it: say`the modulus of ${z} is never negative`. */
export function say(strings: TemplateStringsArray, ...parts: readonly Sayable[]): Line {
  return strings.flatMap((text, k): Line => {
    const part = parts[k];
    const before: Line = text === "" ? [] : [words(text)];
    if (part === undefined) return before;
    if (typeof part === "string" || typeof part === "number") return [...before, words(String(part))];
    return [...before, ...(isLine(part) ? part : stated(part))];
  });
}

/** An expression in a sentence; that a number is whole is said in words. */
function stated(e: Expression): Line {
  const whole = statedWhole(e);
  return whole ? [mathematics(present(whole)), words(" whole")] : [mathematics(present(e))];
}

/** Several conditions, in a sentence. */
export const allOf = (conditions: readonly Expression[]): Line => joined(conditions.map(stated), " and ");

/** A name, in a sentence. */
export const asName = (title: string): Line => [mathematics(name(title))];

/** Sentences one after the other. */
export const joined = (lines: readonly Line[], between: string): Line => lines.flatMap((line, k) => [...(k > 0 ? [words(between)] : []), ...line]);
