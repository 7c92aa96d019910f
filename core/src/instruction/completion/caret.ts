import { SENTENCE_WORDS } from "../../notation/keywords.ts";
import { type Token, tokensIn } from "../../notation/tokens.ts";
import { isFunctionName } from "../../notation/words.ts";
import { remarkAt } from "../reading/line-body.ts";

/** Where the author is writing: what stands before the word under the caret, and that word so far. */
export interface Caret {
  readonly before: readonly Token[];
  readonly prefix: string;
  /** Where the word begins. */
  readonly from: number;
  /** How many brackets are open. */
  readonly depth: number;
  /** Whether what stands before is a complete operand, so that a word of the sentence may follow. */
  readonly afterOperand: boolean;
  /** Whether a space stands before the word. */
  readonly spaced: boolean;
}

/** The letters at the end of a text. */
function lettersAtEnd(text: string): string {
  let from = text.length;
  while (/[A-Za-z]/.test(text.charAt(from - 1))) from -= 1;
  return text.slice(from);
}

/** The place of the caret in a line; undefined in quotes, in remarks, and behind what cannot be read as tokens. */
export function caretAt(source: string, at: number): Caret | undefined {
  const written = source.slice(0, at);
  if (remarkAt(written) < at) return undefined;
  const prefix = lettersAtEnd(written);
  const from = at - prefix.length;
  // Letters behind a digit or an underscore are part of what stands there.
  if (prefix !== "" && /[_\\]/.test(source.charAt(from - 1))) return undefined;
  const before = tokensIn(written.slice(0, from))?.filter(({ kind }) => kind !== "end");
  if (!before) return undefined;
  const depth = before.reduce((open, token) => open + (token.kind === "mark" ? (BRACKETS[token.text] ?? 0) : 0), 0);
  return { before, prefix, from, depth: Math.max(0, depth), afterOperand: isOperandEnd(before.at(-1)), spaced: /\s/.test(source.charAt(from - 1)) };
}

const BRACKETS: Readonly<Record<string, 1 | -1>> = { "(": 1, "[": 1, "{": 1, ")": -1, "]": -1, "}": -1 };

function isOperandEnd(token: Token | undefined): boolean {
  if (!token) return false;
  if (token.kind === "mark") return [")", "]", "}", "'", "!", "|", "∞", "°", "%"].includes(token.text);
  if (token.kind === "word") return !(token.subscript === undefined && (SENTENCE_WORDS.has(token.text.toLowerCase()) || isFunctionName(token.text)));
  return ["number", "superscript", "quoted", "unit"].includes(token.kind);
}
