import { NotationError, type Span } from "../notation/syntax.ts";
import type { Token } from "../notation/tokens.ts";

/**
 * Another spelling of a sentence. In both patterns words stand for themselves, `a|b` for either, `a?` may be left out, `{x}` is one name, `{x!}` one that
 * was not declared, and `{E}` (a capital) any stretch that is not empty.
 */
export interface Spelling {
  readonly typed: string;
  readonly means: string;
  /** Whether it is not read but refused, with the sentence offered: what was meant is likely, not certain. */
  readonly isOffered?: true;
}

type Captures = ReadonlyMap<string, readonly Token[]>;

const OPENING = "([{";
const CLOSING = ")]}";

function depthsOf(tokens: readonly Token[]): readonly number[] {
  let depth = 0;
  return tokens.map((token) => {
    if (token.kind === "mark" && CLOSING.includes(token.text)) depth -= 1;
    const own = depth;
    if (token.kind === "mark" && OPENING.includes(token.text)) depth += 1;
    return own;
  });
}

function isWord(token: Token | undefined, text: string): boolean {
  if (token?.kind === "word") return token.subscript === undefined && token.text.toLowerCase() === text;
  return token?.kind === "mark" && token.text === text;
}

/** What the placeholders of a pattern stand for, if the whole sentence is of that form. */
function captured(pattern: string, tokens: readonly Token[], declared: ReadonlySet<string>): Captures | undefined {
  const parts = pattern.split(" ");
  const depths = depthsOf(tokens);
  const from = (part: number, at: number): Captures | undefined => {
    const own = parts[part];
    if (own === undefined) return at === tokens.length ? new Map() : undefined;
    const key = /^\{(.*?)!?\}$/.exec(own)?.[1];
    if (key === undefined) {
      const words = own.replace(/\?$/, "").split("|");
      const taken = words.some((word) => isWord(tokens[at], word)) ? from(part + 1, at + 1) : undefined;
      return taken ?? (own.endsWith("?") ? from(part + 1, at) : undefined);
    }
    const with_ = (length: number): Captures | undefined => {
      const rest = from(part + 1, at + length);
      return rest && new Map([...rest, [key, tokens.slice(at, at + length)]]);
    };
    if (/^[a-z]/.test(key)) {
      const token = tokens[at];
      const isOpen = token?.kind === "word" && !(own.endsWith("!}") && declared.has(nameOf(token)));
      return isOpen ? with_(1) : undefined;
    }
    for (let length = 1; at + length <= tokens.length; length += 1) {
      if (at + length < tokens.length && (depths[at + length] ?? 0) > 0) continue;
      const found = with_(length);
      if (found) return found;
    }
    return undefined;
  };
  return from(0, 0);
}

function nameOf(token: Token & { readonly kind: "word" }): string {
  return token.subscript === undefined ? token.text : `${token.text}_${token.subscript}`;
}

/** The sentence in the words of the notation, token by token; what was typed keeps its place. Undefined where the spelling is none of these. */
function spelled(tokens: readonly Token[], { typed, means }: Spelling, declared: ReadonlySet<string>): readonly Token[] | undefined {
  const found = captured(typed, tokens, declared);
  if (!found) return undefined;
  const span = tokens[0]?.span ?? { from: 0, to: 0 };
  return means.split(" ").flatMap((part): readonly Token[] => {
    const key = /^\{(.*?)!?\}$/.exec(part)?.[1];
    if (key !== undefined) return found.get(key) ?? [];
    return [/^[a-z]/.test(part) ? { kind: "word", text: part, greek: false, span } : { kind: "mark", text: part, span }];
  });
}

/** How often one spelling may lead to another. */
const MOST_TURNS = 5;

/** A line's tokens in the words of the notation, where it is another spelling of a sentence; itself otherwise. */
export function respelled(source: string, tokens: readonly Token[], spellings: readonly Spelling[], declared: ReadonlySet<string>): readonly Token[] {
  const end = tokens.at(-1);
  let current = tokens.slice(0, -1);
  for (let turn = 0; turn < MOST_TURNS; turn += 1) {
    const [first] = current;
    if (!end || (first?.kind === "word" && declared.has(nameOf(first)))) break;
    const found = spellings.find(({ typed }) => captured(typed, current, declared));
    if (!found) break;
    if (found.isOffered) throw misread(source, current, found, declared);
    current = [...(spelled(current, found, declared) ?? [])];
  }
  return end ? [...current, end] : tokens;
}

/** A sentence of a form that is not read, with the one that was probably meant. */
export class Misread extends NotationError {
  readonly meant: string;

  constructor(word: string, meant: string, span: Span) {
    super(`a sentence that begins with “${word}” like this one is not read`, span);
    this.meant = meant;
  }
}

function misread(source: string, tokens: readonly Token[], { typed, means }: Spelling, declared: ReadonlySet<string>): Misread {
  const found = captured(typed, tokens, declared);
  const meant = means
    .split(" ")
    .map((part) => {
      const stretch = found?.get(/^\{(.*?)!?\}$/.exec(part)?.[1] ?? "");
      return stretch ? source.slice(stretch[0]?.span.from, stretch.at(-1)?.span.to) : part;
    })
    .join(" ");
  const span = tokens[0]?.span ?? { from: 0, to: source.length };
  return new Misread(source.slice(span.from, span.to), meant, span);
}
