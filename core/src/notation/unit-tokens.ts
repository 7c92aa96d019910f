import { readUnit } from "../units/read.ts";
import { greekCharacter } from "./letters.ts";
import type { Token } from "./tokens.ts";

/** Marks that stand in units. */
const MARKS: ReadonlySet<string> = new Set(["(", ")", "/", "*", "^", "-", "°"]);

function piece(token: Token): string | undefined {
  switch (token.kind) {
    case "word":
      return token.subscript === undefined ? (token.greek ? greekCharacter(token.text) : token.text) : undefined;
    case "number":
      return token.text;
    case "superscript":
      return `^${token.text}`;
    case "mark":
      return MARKS.has(token.text) ? token.text : undefined;
    case "command":
    case "quoted":
    case "unit":
    case "end":
      return undefined;
  }
}

/** Some tokens as one unit, where they are one. */
export function asUnit(tokens: readonly Token[]): (Token & { readonly kind: "unit" }) | undefined {
  const [first] = tokens;
  const last = tokens.at(-1);
  if (!first || !last) return undefined;
  let text = "";
  for (const [k, token] of tokens.entries()) {
    const own = piece(token);
    if (own === undefined) return undefined;
    text += (k > 0 && token.span.from > (tokens[k - 1]?.span.to ?? 0) ? " " : "") + own;
  }
  return readUnit(text) ? { kind: "unit", text, span: { from: first.span.from, to: last.span.to } } : undefined;
}

const isMark = (token: Token | undefined, mark: string): boolean => token?.kind === "mark" && token.text === mark;

/** Whether a value can end with a token. */
function endsValue(token: Token | undefined): boolean {
  if (token?.kind === "mark") return [")", "]", "}", "°", "!", "|"].includes(token.text);
  return token?.kind === "number" || token?.kind === "word" || token?.kind === "superscript" || token?.kind === "command";
}

/** A unit in square brackets behind a value, `12 [m/s]`, becomes one token; other brackets stay. */
export function withBracketedUnits(tokens: readonly Token[]): readonly Token[] {
  const result: Token[] = [];
  for (let at = 0; at < tokens.length; at += 1) {
    const token = tokens[at];
    if (!token) break;
    const close = isMark(token, "[") && endsValue(tokens[at - 1]) ? tokens.findIndex((other, k) => k > at && isMark(other, "]")) : -1;
    const unit = close > 0 ? asUnit(tokens.slice(at + 1, close)) : undefined;
    if (unit) at = close;
    result.push(unit ?? token);
  }
  return result;
}

/** Where units are read without brackets: those at the end, behind a number or a bracket and a space, become one token. */
export function withTrailingUnit(tokens: readonly Token[]): readonly Token[] {
  const end = tokens.at(-1);
  if (end?.kind !== "end") return tokens;
  for (let at = 1; at < tokens.length - 1; at += 1) {
    const [before, token] = [tokens[at - 1], tokens[at]];
    if (!before || !token || token.span.from === before.span.to) continue;
    if (before.kind !== "number" && !isMark(before, ")") && !isMark(before, "]")) continue;
    const unit = asUnit(tokens.slice(at, -1));
    if (unit) return [...tokens.slice(0, at), unit, end];
  }
  return tokens;
}
