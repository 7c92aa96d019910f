import { type Token, tokensIn, wordName } from "../../notation/tokens.ts";
import { isFunctionName } from "../../notation/words.ts";
import { remarkAt } from "./line-body.ts";

/** A line that is moved, or beside which lines come and go: its number before and after, and the new numbers of the others. */
export interface Move {
  readonly from: number;
  readonly to: number;
  /** The new number of a line; undefined where it is gone. */
  readonly moved: (line: number) => number | undefined;
}

/** What stands in place of the number of a line that is gone, or that comes later now; it is a fault until the author mends it. */
export const GONE = "(?)";

const WHOLE = /^\d+$/;

/** A replacement of some characters. */
interface Change {
  readonly from: number;
  readonly to: number;
  readonly text: string;
}

/**
 * The text of a line with the numbers of the lines that it refers to as they are after a move, in mathematics and in the mathematics of its words.
 * A number in brackets that was no reference stays none. A line that cannot be split into tokens is returned as it is.
 *
 * @param functions the declared ones, whose arguments are no references
 */
export function renumbered(source: string, move: Move, functions: ReadonlySet<string> = new Set()): string {
  const tokens = tokensIn(source.slice(0, remarkAt(source))) ?? [];
  const isFunction = (token: Token | undefined): boolean =>
    token?.kind === "word" && (isFunctionName(token.text) || functions.has(wordName(token)) || functions.has(token.text));
  const changes = tokens.flatMap((token, k): readonly Change[] => {
    if (token.kind === "quoted") return [{ ...token.span, text: wordsRenumbered(source.slice(token.span.from, token.span.to), move) }];
    const [before, open, close] = [tokens[k - 2], tokens[k - 1], tokens[k + 1]];
    const isBracketed = isMark(open, "(") && isMark(close, ")") && token.kind === "number" && WHOLE.test(token.text);
    if (!isBracketed || !open || !close || isFunction(before)) return [];
    return [{ from: open.span.from, to: close.span.to, text: bracketed(token.text, move) }];
  });
  return changes.reduceRight((text, { from, to, text: put }) => text.slice(0, from) + put + text.slice(to), source);
}

/** As `renumbered`, for words in which mathematics stands between dollar signs. */
export function wordsRenumbered(words: string, move: Move): string {
  return words.replace(/\$[^$]*\$/g, (math) => math.replace(/\(\s*(\d+)\s*\)/g, (_, digits: string) => bracketed(digits, move)));
}

const isMark = (token: Token | undefined, mark: string): boolean => token?.kind === "mark" && token.text === mark;

/** A bracketed whole number after the move. */
function bracketed(digits: string, { from, to, moved }: Move): string {
  const number = Number(digits);
  if (number < 1 || number >= from) return number >= 1 && number < to ? `{${digits}}` : `(${digits})`;
  const now = moved(number);
  return now !== undefined && now < to ? `(${now})` : GONE;
}
