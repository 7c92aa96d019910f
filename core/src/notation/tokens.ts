import { greekCharacter, greekName } from "./letters.ts";
import { NotationError, type Span } from "./syntax.ts";

/** Tokens of the notation; LaTeX commands come through as `command` and are given their meaning by the parser. */
export type Token = { readonly span: Span } & (
  | { readonly kind: "number"; readonly text: string }
  /** A run of letters, or one Greek letter by its name, with the subscript that was attached. */
  | { readonly kind: "word"; readonly text: string; readonly subscript?: string; readonly greek: boolean }
  | { readonly kind: "superscript"; readonly text: string }
  | { readonly kind: "command"; readonly text: string }
  | { readonly kind: "mark"; readonly text: string }
  /** Words in quotes, which some sentences have beside mathematics. */
  | { readonly kind: "quoted"; readonly text: string }
  /** A unit behind a value; see `unit-tokens.ts`. */
  | { readonly kind: "unit"; readonly text: string }
  | { readonly kind: "end" }
);

/** The name that a word writes, with its subscript: v_0. */
export function wordName({ text, subscript }: Token & { readonly kind: "word" }): string {
  return subscript === undefined ? text : `${text}_${subscript}`;
}

const SUPERSCRIPTS: Readonly<Record<string, string>> = {
  "⁰": "0",
  "¹": "1",
  "²": "2",
  "³": "3",
  "⁴": "4",
  "⁵": "5",
  "⁶": "6",
  "⁷": "7",
  "⁸": "8",
  "⁹": "9",
  "⁻": "-",
  "⁺": "+",
};
const SUBSCRIPTS: Readonly<Record<string, string>> = {
  "₀": "0",
  "₁": "1",
  "₂": "2",
  "₃": "3",
  "₄": "4",
  "₅": "5",
  "₆": "6",
  "₇": "7",
  "₈": "8",
  "₉": "9",
};
/** Characters and character pairs that mean one mark of the notation. */
const MARKS: readonly (readonly [string, string])[] = [
  ["!=", "!="],
  ["==", "="],
  ["=>", "=>"],
  ["⇒", "=>"],
  ["∴", "=>"],
  ["+-", "±"],
  ["<=", "<="],
  [">=", ">="],
  ["->", "->"],
  ["≠", "!="],
  ["≤", "<="],
  ["≥", ">="],
  ["→", "->"],
  ["−", "-"],
  ["–", "-"],
  ["·", "*"],
  ["⋅", "*"],
  ["×", "*"],
  ["...", "…"],
  ["…", "…"],
  ["÷", "/"],
  ["∙", "*"],
  ["∑", "∑"],
  ["∏", "∏"],
  ["∫", "∫"],
  ["√", "√"],
  ["∞", "∞"],
  ["±", "±"],
  ["°", "°"],
  ["’", "'"],
  ["′", "'"],
  ...[..."+-*/^!|()[]{}=<>,_'&:;.?%‰≈"].map((mark) => [mark, mark] as const),
];
/** Fractions that are one character. */
const FRACTIONS: Readonly<Record<string, readonly [string, string]>> = {
  "½": ["1", "2"],
  "⅓": ["1", "3"],
  "⅔": ["2", "3"],
  "¼": ["1", "4"],
  "¾": ["3", "4"],
  "⅕": ["1", "5"],
  "⅙": ["1", "6"],
  "⅛": ["1", "8"],
};
/** Words whose subscript is an expression of its own (`log_2 x`, `sum_(k=1)^n`). */
const SUBSCRIPTED_WORDS = new Set(["log", "sum", "product", "int"]);
const SPACE = /\s|~/;

/** How many digits a number may have that is typed, and how far its exponent may go. */
const MOST_DIGITS = 1000;
const LARGEST_EXPONENT = 10_000;

/** A number that is no longer than it may be. */
function numberToken(text: string, span: Span): Token {
  const [mantissa = "", exponent = "0"] = text.split("e");
  const digits = mantissa.replace(".", "").length;
  if (digits > MOST_DIGITS) throw new NotationError(`a number of at most ${MOST_DIGITS} digits was expected, and this one has ${digits}`, span);
  if (Math.abs(Number(exponent)) > LARGEST_EXPONENT) throw new NotationError(`an exponent of at most ${LARGEST_EXPONENT} was expected here`, span);
  return { kind: "number", text, span };
}

/** The tokens of a text; undefined where it cannot be split into tokens. */
export function tokensIn(source: string): readonly Token[] | undefined {
  try {
    return tokenize(source);
  } catch (error) {
    if (error instanceof NotationError) return undefined;
    throw error;
  }
}

/** Splits text into tokens; throws NotationError at a character that the notation does not know, and at a number that is too long. */
export function tokenize(source: string): readonly Token[] {
  const tokens: Token[] = [];
  let at = 0;
  const push = (token: Token): void => {
    tokens.push(token);
    at = token.span.to;
  };
  while (at < source.length) {
    const rest = source.slice(at);
    const character = String.fromCodePoint(rest.codePointAt(0) ?? 0);
    const span = (length: number): Span => ({ from: at, to: at + length });
    if (SPACE.test(character)) {
      at += 1;
      continue;
    }
    const number = /^(?:\d+(?:\.\d+)?|\.\d+)(?:e[+-]?\d+(?![A-Za-z_]))?/.exec(rest);
    if (number) {
      push(numberToken(number[0], span(number[0].length)));
    } else if (/[A-Za-z]/.test(character) || greekName(character) || changeOf(rest)) {
      push(word(rest, at, tokens));
      tokens.push(...attachedBase(tokens.at(-1), source));
      at = tokens.at(-1)?.span.to ?? at;
    } else if (character === "∈") {
      push({ kind: "word", text: "in", greek: false, span: span(1) });
    } else if (FRACTIONS[character]) {
      const [numerator, denominator] = FRACTIONS[character];
      pushFraction(tokens, span(1), numerator, denominator);
      at += 1;
    } else if (SUPERSCRIPTS[character]) {
      const run = /^[⁰¹²³⁴⁵⁶⁷⁸⁹⁻⁺]+/.exec(rest)?.[0] ?? character;
      push({ kind: "superscript", text: [...run].map((digit) => SUPERSCRIPTS[digit] ?? "").join(""), span: span(run.length) });
    } else if (/^"[^"]*"/.test(rest)) {
      const quoted = /^"([^"]*)"/.exec(rest);
      push({ kind: "quoted", text: quoted?.[1] ?? "", span: span(quoted?.[0].length ?? 1) });
    } else if (character === "\\") {
      const command = /^\\(?:[A-Za-z]+|.)/.exec(rest)?.[0] ?? "\\";
      const greek = commandLetter(command.slice(1));
      if (/^\\[,;:! ]$/.test(command)) at += command.length;
      else if (greek) push(withSubscript(greek, command.length, rest.slice(command.length), at));
      else push({ kind: "command", text: command.slice(1), span: span(command.length) });
    } else {
      const mark = MARKS.find(([text]) => rest.startsWith(text));
      if (!mark) throw new NotationError(`the character “${character}” is not part of the notation`, span(character.length));
      push({ kind: "mark", text: mark[1], span: span(mark[0].length) });
    }
  }
  tokens.push({ kind: "end", span: { from: source.length, to: source.length } });
  return tokens;
}

/** ½, and 2½ as the sum of both. */
function pushFraction(tokens: Token[], span: Span, numerator: string, denominator: string): void {
  const before = tokens.at(-1);
  const whole = before?.kind === "number" && before.span.to === span.from && /^\d+$/.test(before.text) ? before : undefined;
  if (whole) tokens.pop();
  const mark = (text: string): Token => ({ kind: "mark", text, span });
  tokens.push({ ...mark("("), span: whole?.span ?? span }, ...(whole ? [whole, mark("+")] : []));
  tokens.push({ kind: "number", text: numerator, span }, mark("/"), { kind: "number", text: denominator, span }, mark(")"));
}

/** The base of log3(81) and log10 x, which stands at the word; log3x is the logarithm of 3x. */
function attachedBase(token: Token | undefined, source: string): readonly Token[] {
  if (token?.kind !== "word" || token.text !== "log") return [];
  const from = token.span.to;
  const digits = /^\d+(?=\s*\(|\s+[\p{L}\d])/u.exec(source.slice(from))?.[0];
  if (digits === undefined) return [];
  const span = { from, to: from + digits.length };
  return [
    { kind: "mark", text: "_", span: { from, to: from } },
    { kind: "number", text: digits, span },
  ];
}

/** Δ and the letter it belongs to, which are one name: Δt, \\Delta x. */
const CHANGE = /^(?:Δ|∆|\\Delta\s*)(?:([A-Za-z]+)|([α-ωΑ-Ω])|\\([a-z]+))/u;

function changeOf(rest: string): { readonly name: string; readonly length: number } | undefined {
  const [whole = "", letters, character, command] = CHANGE.exec(rest) ?? [];
  const greek = letters ?? greekName(character ?? "") ?? (command && commandLetter(command));
  if (greek === undefined) return undefined;
  const isRun = letters !== undefined && !greekCharacter(letters);
  return { name: `Δ${isRun ? letters.charAt(0) : greek}`, length: whole.length - (isRun ? letters.length - 1 : 0) };
}

function word(rest: string, at: number, before: readonly Token[]): Token {
  const change = changeOf(rest);
  if (change) return withSubscript(change.name, change.length, rest.slice(change.length), at);
  const greek = greekName(rest.charAt(0));
  // The base of a logarithm and the bound of an integral are one letter: log_b x, int_a^b.
  const bound = isMark(before.at(-1), "_") && isSubscripted(before.at(-2));
  const letters = greek ? rest.charAt(0) : ((bound ? /^[A-Za-z]/ : /^[A-Za-z]+/).exec(rest)?.[0] ?? "");
  const after = rest.slice(letters.length);
  const text = greek ?? letters;
  if (bound || SUBSCRIPTED_WORDS.has(text)) return { kind: "word", text, greek: greek !== undefined, span: { from: at, to: at + letters.length } };
  return withSubscript(text, letters.length, after, at, greek !== undefined);
}

const ATTACHED = /^\d+|^[₀₁₂₃₄₅₆₇₈₉]+|^_\{([A-Za-z0-9,]+|\\[A-Za-z]+|\\(?:mathrm|text)\{[A-Za-z0-9]+\})\}|^_([A-Za-z0-9]+)|^_([α-ωΑ-Ω])|^_\\([A-Za-z]+)/u;

/** A word token with the subscript that follows it in the text, if one does. */
function withSubscript(text: string, length: number, after: string, at: number, greek = true): Token {
  const attached = ATTACHED.exec(after);
  const span = { from: at, to: at + length + (attached?.[0].length ?? 0) };
  return { kind: "word", text, greek, span, ...(attached ? { subscript: subscriptText(attached) } : {}) };
}

/** The Greek letter that a LaTeX command stands for, `\varphi` as `\phi`. */
function commandLetter(command: string): string | undefined {
  const plain = command.replace(/^var(?=epsilon|theta|phi|rho|sigma|kappa|pi)/, "");
  return greekCharacter(plain) ? plain : undefined;
}

function subscriptText(match: RegExpExecArray): string {
  const inner = match[1] ?? match[2] ?? match[3] ?? match[4] ?? match[0];
  const plain = [...inner].map((digit) => SUBSCRIPTS[digit] ?? greekName(digit) ?? digit).join("");
  return plain.replace(/^\\(?:mathrm|text)\{(.*)\}$/, "$1").replace(/[\\,]/g, "");
}

function isMark(token: Token | undefined, text: string): boolean {
  return token?.kind === "mark" && token.text === text;
}

function isSubscripted(token: Token | undefined): boolean {
  return (
    (token?.kind === "word" && SUBSCRIPTED_WORDS.has(token.text)) ||
    (token?.kind === "mark" && "∑∏∫".includes(token.text)) ||
    (token?.kind === "command" && ["log", "sum", "prod", "int"].includes(token.text))
  );
}
