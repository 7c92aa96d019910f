import { equal } from "../units/dimension.ts";
import { readUnit } from "../units/read.ts";
import { isEveryday, symbolOfWord } from "../units/unit.ts";
import { SENTENCE_WORDS } from "./keywords.ts";
import { greekCharacter } from "./letters.ts";
import { NotationError } from "./syntax.ts";
import type { Token } from "./tokens.ts";

/** Marks that stand in units. */
const MARKS: ReadonlySet<string> = new Set(["(", ")", "/", "*", "^", "-", "°", "%", "‰"]);

function piece(token: Token): string | undefined {
  switch (token.kind) {
    case "word":
      return wordPiece(token);
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

/** A symbol or a word for one; m2 and s2 are often typed for squares. */
function wordPiece({ text, subscript, greek }: Token & { readonly kind: "word" }): string | undefined {
  const symbol = greek ? greekCharacter(text) : (symbolOfWord(text) ?? text);
  if (subscript === undefined || symbol === undefined) return symbol;
  return /^[2-4]$/.test(subscript) ? `${symbol}^${subscript}` : undefined;
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

/** A unit holds words, and marks with numbers between them; a number first is no unit but an interval. */
function mayStandInUnit(token: Token, place: number): boolean {
  return piece(token) !== undefined && (place > 0 || token.kind === "word");
}

const NO_UNIT = "a unit was expected in these square brackets, such as [m/s^2]; groups are written in round ones";

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
    const inside = close > 0 ? tokens.slice(at + 1, close) : [];
    const unit = asUnit(inside);
    const isMeantSo = inside.length > 0 && !unit && tokens[at - 1]?.kind !== "word" && inside.every(mayStandInUnit);
    if (isMeantSo) throw new NotationError(NO_UNIT, { from: token.span.from, to: tokens[close]?.span.to ?? token.span.to });
    if (unit) at = close;
    result.push(unit ?? token);
  }
  return result;
}

/** A stretch of tokens that may be a unit behind a value. */
export interface UnitRun {
  readonly from: number;
  readonly to: number;
  readonly unit: Token & { readonly kind: "unit" };
}

/** What may follow a unit that ends its term. */
const AFTER: ReadonlySet<string> = new Set(["+", "-", "±", "=", "!=", "<", "<=", ">", ">=", ",", ")", "]", "*", "/", "|", ":", "≈"]);
/** Units are short. */
const MOST_TOKENS = 16;

function endsTerm(tokens: readonly Token[], at: number): boolean {
  const token = tokens[at];
  if (token === undefined || token.kind === "end") return true;
  if (token.kind === "mark") return AFTER.has(token.text);
  if (token.kind === "word") return SENTENCE_WORDS.has(token.text) || ["and", "or", "if", "otherwise"].includes(token.text);
  return token.kind === "number";
}

/**
 * The stretches that may be units: behind a number or a bracket and a space, and at the end of their term. `isLetter` says which words are
 * letters for certain; units in brackets of their own, (kg m^2)/s, are read where `always`.
 */
export function unitRuns(tokens: readonly Token[], isLetter: (word: Token) => boolean, always: boolean): readonly UnitRun[] {
  const runs: UnitRun[] = [];
  for (let at = 1; at < tokens.length; at += 1) {
    const run = runAt(tokens, at, isLetter, always);
    if (!run) continue;
    runs.push(run);
    at = run.to - 1;
  }
  return runs.filter((run) => tokens[run.to]?.kind !== "number" || runs.some((next) => isSmaller(run, next)));
}

function runAt(tokens: readonly Token[], from: number, isLetter: (word: Token) => boolean, always: boolean): UnitRun | undefined {
  const [before, first] = [tokens[from - 1], tokens[from]];
  if (!before || !first || (before.kind !== "number" && !isMark(before, ")") && !isMark(before, "]"))) return undefined;
  if (!always && first.kind !== "word" && first.kind !== "mark") return undefined;
  const isDegree = isMark(first, "°") && tokens[from + 1]?.kind === "word";
  if (!isDegree && !isMark(first, "%") && !isMark(first, "‰") && first.span.from === before.span.to) return undefined;
  for (let to = Math.min(tokens.length, from + MOST_TOKENS); to > from; to -= 1) {
    const own = tokens.slice(from, to);
    if (!endsTerm(tokens, to) || own.some((token) => isLetterLike(token, isLetter, always))) continue;
    const unit = asUnit(own);
    // Degrees are read by the parser, which knows angles.
    if (unit && (always || unit.text !== "deg")) return { from, to, unit };
  }
  return undefined;
}

/** Whether a token keeps a stretch from being a unit: a letter of the problem, or what stands in units only where nothing else can. */
function isLetterLike(token: Token, isLetter: (word: Token) => boolean, always: boolean): boolean {
  if (token.kind === "word") return isLetter(token) || (!always && !isEveryday(wordPiece(token)?.replace(/\^.*/, "") ?? ""));
  return !always && (isMark(token, "*") || isMark(token, "("));
}

/** Whether a run goes on with a smaller part in the next one: 2 h 30 min. */
function isSmaller(run: UnitRun, next: UnitRun): boolean {
  if (next.from !== run.to + 1) return false;
  const [whole, part] = [readUnit(run.unit.text), readUnit(next.unit.text)];
  const isNumber = whole?.factor.kind === "number" && part?.factor.kind === "number";
  return whole !== undefined && part !== undefined && isNumber && equal(whole.dimension, part.dimension);
}

/** The tokens with each run as one unit; a value in several units, 2 h 30 min, becomes a sum in brackets. */
export function withUnits(tokens: readonly Token[], runs: readonly UnitRun[]): readonly Token[] {
  const result: Token[] = [];
  let open = false;
  for (let at = 0; at < tokens.length; at += 1) {
    const token = tokens[at];
    const run = runs.find(({ from }) => from === at);
    if (!run) {
      if (token) result.push(token);
      continue;
    }
    const goesOn = runs.some((next) => isSmaller(run, next));
    const mark = (text: string): Token => ({ kind: "mark", text, span: run.unit.span });
    if (goesOn && !open) result.splice(-1, 0, mark("("));
    result.push(run.unit);
    if (goesOn) result.push(mark("+"));
    else if (open) result.push(mark(")"));
    open = goesOn;
    at = run.to - 1;
  }
  return result;
}
