import { families } from "../expression/functions/registry.ts";
import { isWord } from "./english.ts";
import { isNear, MATHEMATICAL_WORDS, SENTENCE_WORDS } from "./keywords.ts";
import { greekCharacter } from "./letters.ts";
import { type Declarations, NotationError, type Span, UnknownWord } from "./syntax.ts";
import { type Token, wordName } from "./tokens.ts";

/** Tokens after the words have been given their meaning: what the parser works on. */
export type Lexeme = { readonly span: Span } & (
  | { readonly kind: "number"; readonly text: string }
  | { readonly kind: "name"; readonly name: string }
  /** A function of the table, by the name that was typed. */
  | { readonly kind: "function"; readonly name: string }
  | { readonly kind: "declared"; readonly name: string }
  | { readonly kind: "iterated"; readonly operator: "sum" | "product" | "integral" }
  | { readonly kind: "derivative"; readonly variable: string; readonly order: number }
  | { readonly kind: "differential"; readonly variable: string }
  | { readonly kind: "keyword"; readonly text: "and" | "or" | "if" | "otherwise" | "deg" | "cases" | "of" | "in" }
  | { readonly kind: "superscript"; readonly text: string }
  | { readonly kind: "unit"; readonly text: string }
  | { readonly kind: "command"; readonly text: string }
  /** \begin{cases} or \end{cases}. */
  | { readonly kind: "environment"; readonly name: string; readonly opens: boolean }
  | { readonly kind: "mark"; readonly text: string }
  | { readonly kind: "end" }
);

const KEYWORDS: ReadonlySet<string> = new Set(MATHEMATICAL_WORDS);
const ITERATED: Readonly<Record<string, "sum" | "product" | "integral">> = {
  sum: "sum",
  product: "product",
  int: "integral",
  "∑": "sum",
  "∏": "product",
  "∫": "integral",
  prod: "product",
};
/** LaTeX commands that are marks of the notation under another name; the empty ones only steer the layout. */
const COMMAND_MARKS: Readonly<Record<string, string>> = {
  cdot: "*",
  times: "*",
  ast: "*",
  div: "/",
  pm: "±",
  le: "<=",
  leq: "<=",
  leqslant: "<=",
  ge: ">=",
  geq: ">=",
  geqslant: ">=",
  ne: "!=",
  neq: "!=",
  lt: "<",
  gt: ">",
  to: "->",
  rightarrow: "->",
  infty: "∞",
  circ: "°",
  degree: "°",
  prime: "'",
  lvert: "|",
  rvert: "|",
  vert: "|",
  mid: "|",
  lbrack: "[",
  rbrack: "]",
  "{": "(",
  "}": ")",
  left: "",
  right: "",
  bigl: "",
  bigr: "",
  Bigl: "",
  Bigr: "",
  quad: "",
  qquad: "",
  displaystyle: "",
  textstyle: "",
  limits: "",
  "\\": "\\\\",
};
/** LaTeX commands that take groups; the parser knows them. */
const STRUCTURES = new Set(["frac", "dfrac", "tfrac", "sqrt", "binom", "dbinom", "tbinom", "overline", "bar", "lfloor", "rfloor", "lceil", "rceil"]);
const isEnvironment = (command: string): boolean => command === "begin" || command === "end";
const WORD_GROUPS = new Set(["operatorname", "mathrm", "text", "mathit", "textrm"]);

/** The names by which the notation knows the functions of the table. */
let functionNames: ReadonlySet<string> | undefined;

export function isFunctionName(word: string): boolean {
  functionNames ??= new Set(families().flatMap((entry) => [entry.name, ...Object.keys(entry.aliases ?? {})]));
  return functionNames.has(word) && word !== "factorial";
}

/** Gives every word its meaning: declared names first, then functions, keywords, Greek letters; else a product of its letters. */
export function resolveWords(tokens: readonly Token[], declared: Declarations): readonly Lexeme[] {
  const lexemes: Lexeme[] = [];
  let openIntegrals = 0;
  for (let at = 0; at < tokens.length; at += 1) {
    const token = tokens[at];
    if (!token) break;
    const derivative = leadsDerivative(tokens, at, declared);
    if (derivative) {
      lexemes.push(derivative.lexeme);
      at = derivative.last;
    } else if (token.kind === "word") {
      const resolved = inRoot(tokens, at) ?? resolveWord(token, declared, openIntegrals > 0);
      openIntegrals += resolved.filter((part) => part.kind === "iterated" && part.operator === "integral").length;
      openIntegrals -= resolved.filter((part) => part.kind === "differential").length;
      lexemes.push(...resolved);
    } else if (token.kind === "command") {
      const group = WORD_GROUPS.has(token.text) || isEnvironment(token.text) ? wordGroup(tokens, at) : undefined;
      if (group && isEnvironment(token.text)) {
        const span = { from: token.span.from, to: tokens[group.last]?.span.to ?? token.span.to };
        lexemes.push({ kind: "environment", name: group.word.text, opens: token.text === "begin", span });
        at = group.last;
      } else if (group) {
        lexemes.push(...resolveWord(group.word, declared, openIntegrals > 0));
        at = group.last;
      } else {
        const lexeme = resolveCommand(token);
        if (lexeme?.kind === "iterated" && lexeme.operator === "integral") openIntegrals += 1;
        if (lexeme) lexemes.push(lexeme);
      }
    } else if (token.kind === "mark" && ITERATED[token.text]) {
      if (token.text === "∫") openIntegrals += 1;
      lexemes.push({ kind: "iterated", operator: ITERATED[token.text] ?? "sum", span: token.span });
    } else if (token.kind === "quoted") {
      throw new NotationError("words in quotes are no mathematics", token.span);
    } else {
      lexemes.push(token);
    }
  }
  return lexemes;
}

/** The words “of” and “in” of `root 2 of x^5 - x - 1` and `root of x - cos x in [0, 1]`. */
function inRoot(tokens: readonly Token[], at: number): readonly Lexeme[] | undefined {
  const word = tokens[at];
  if (word?.kind !== "word" || word.subscript !== undefined || (word.text !== "of" && word.text !== "in")) return undefined;
  const isRoot = (k: number): boolean => {
    const token = tokens[k];
    return token?.kind === "word" && token.text === "root";
  };
  const follows =
    word.text === "of"
      ? isRoot(at - 1) || (["number", "word"].includes(tokens[at - 1]?.kind ?? "") && isRoot(at - 2))
      : tokens.slice(0, at).some((_, k) => isRoot(k));
  return follows ? [{ kind: "keyword", text: word.text, span: word.span }] : undefined;
}

function resolveWord(token: Token & { kind: "word" }, declared: Declarations, inIntegral: boolean): readonly Lexeme[] {
  const { text, subscript, span } = token;
  const whole = wordName(token);
  const joined = subscript === undefined ? text : `${text}${subscript}`;
  if (declared.functions.has(whole)) return [{ kind: "declared", name: whole, span }];
  if (declared.names.has(whole)) return [{ kind: "name", name: whole, span }];
  if (declared.names.has(joined)) return [{ kind: "name", name: joined, span }];
  if (token.greek) return [{ kind: "name", name: whole, span }];
  if (inIntegral && subscript === undefined) {
    const differential = /^(.*)d([A-Za-z]|alpha|beta|theta|phi|rho|tau|omega)$/.exec(text);
    if (differential) {
      const [, before = "", variable = ""] = differential;
      const cut = span.from + before.length;
      const rest: readonly Lexeme[] = before === "" ? [] : resolveWord({ ...token, text: before, span: { from: span.from, to: cut } }, declared, false);
      return [...rest, { kind: "differential", variable, span: { from: cut, to: span.to } }];
    }
  }
  if (subscript === undefined) {
    if (KEYWORDS.has(text)) return [{ kind: "keyword", text: text as "and", span }];
    const operator = ITERATED[text];
    if (operator) return [{ kind: "iterated", operator, span }];
    if (text === "infinity") return [{ kind: "name", name: "infinity", span }];
    if (isFunctionName(text)) return [{ kind: "function", name: text, span }];
  }
  if (text.length === 1 || greekCharacter(text)) return [{ kind: "name", name: whole, span }];
  if (isNoProduct(text)) throw new UnknownWord(text, readings(text), span);
  return [...text].map((letter, k) => {
    const last = k === text.length - 1;
    return {
      kind: "name",
      name: last && subscript !== undefined ? `${letter}_${subscript}` : letter,
      span: { from: span.from + k, to: last ? span.to : span.from + k + 1 },
    };
  });
}

/** Whether a run of letters is something else than a product of symbols: a word, nearly a word of a sentence, or a function written together with its argument. */
function isNoProduct(run: string): boolean {
  const lower = run.toLowerCase();
  const isNearly = run.length >= 3 && run === lower && [...SENTENCE_WORDS].some((word) => word.length >= 4 && isNear(lower, word, 1));
  return SENTENCE_WORDS.has(lower) && run.length > 2 ? true : isWord(run) || isNearly || written(run) !== undefined;
}

/** A word of so many letters may be a product of symbols: vat, mad. */
const LONGEST_PRODUCT = 3;

/** What a run of letters may have been meant for, with spaces: its parts where it holds a function or pi, and the product of its letters. */
function readings(run: string): readonly string[] {
  const parts = written(run);
  const isProduct = !parts && run.length === LONGEST_PRODUCT && !SENTENCE_WORDS.has(run.toLowerCase()) && run === run.toLowerCase();
  return [...(parts ? [parts] : []), ...(isProduct ? [[...run].join(" ")] : [])];
}

/** `sinx` as `sin x`, `xlnx` as `x ln x`, `pir` as `pi r`; undefined for a run that neither begins nor ends with a function or pi. */
function written(run: string): string | undefined {
  if (run.length < 3) return undefined;
  for (let length = run.length - 1; length >= 2; length -= 1) {
    for (let from = 0; from + length <= run.length; from += 1) {
      const word = run.slice(from, from + length);
      if (word !== "pi" && !isFunctionName(word)) continue;
      const [before, after] = [run.slice(0, from), run.slice(from + length)];
      const isShort = before.length <= 2 && (after.length <= 2 || written(after) !== undefined);
      // Words hold many names of functions: only where little stands around one is it meant.
      if (!isShort) continue;
      return [...before, word, written(after) ?? [...after].join(" ")].filter((part) => part !== "").join(" ");
    }
  }
  return undefined;
}

function resolveCommand(token: Token & { kind: "command" }): Lexeme | undefined {
  const { text, span } = token;
  const mark = COMMAND_MARKS[text];
  if (mark !== undefined) return mark === "" ? undefined : { kind: "mark", text: mark, span };
  const operator = ITERATED[text];
  if (operator) return { kind: "iterated", operator, span };
  if (isEnvironment(text)) throw new NotationError("the name of an environment in braces was expected here", span);
  if (STRUCTURES.has(text)) return token;
  if (isFunctionName(text)) return { kind: "function", name: text, span };
  throw new NotationError(`the LaTeX command \\${text} is not known here`, span);
}

/** \operatorname{arsinh}, \mathrm{e}: the word in the braces. */
function wordGroup(tokens: readonly Token[], at: number): { word: Token & { kind: "word" }; last: number } | undefined {
  const [open, word, close] = tokens.slice(at + 1, at + 4);
  const braces = open?.kind === "mark" && open.text === "{" && close?.kind === "mark" && close.text === "}";
  return braces && word?.kind === "word" ? { word, last: at + 3 } : undefined;
}

/** Recognises d/dx and d^2/dx^2 (also d²/dx²), unless d is a declared name. */
function leadsDerivative(tokens: readonly Token[], start: number, declared: Declarations): { lexeme: Lexeme; last: number } | undefined {
  if (declared.names.has("d")) return undefined;
  let at = start;
  const first = tokens[at];
  if (first?.kind !== "word" || first.text !== "d" || first.subscript !== undefined) return undefined;
  const order = (): number => {
    const mark = tokens[at + 1];
    if (mark?.kind === "superscript") {
      at += 1;
      return Number(mark.text);
    }
    const value = tokens[at + 2];
    if (mark?.kind !== "mark" || mark.text !== "^" || value?.kind !== "number") return 1;
    at += 2;
    return Number(value.text);
  };
  const upper = order();
  const slash = tokens[at + 1];
  const below = tokens[at + 2];
  if (slash?.kind !== "mark" || slash.text !== "/" || below?.kind !== "word" || !/^d./.test(below.text) || below.greek) return undefined;
  if (below.span.from !== slash.span.to) return undefined;
  at += 2;
  const lower = order();
  if (upper !== lower || !Number.isInteger(upper) || upper < 1) return undefined;
  const variable = below.text.slice(1) + (below.subscript === undefined ? "" : `_${below.subscript}`);
  const end = tokens[at]?.span.to ?? below.span.to;
  return { lexeme: { kind: "derivative", variable, order: upper, span: { from: first.span.from, to: end } }, last: at };
}
