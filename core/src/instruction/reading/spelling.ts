import { NotationError, type Span } from "../../notation/syntax.ts";
import { type Token, wordName } from "../../notation/tokens.ts";
import { isFunctionName } from "../../notation/words.ts";

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

/** A part of a pattern. */
type Part =
  | { readonly kind: "words"; readonly words: ReadonlySet<string>; readonly mayLack: boolean }
  | { readonly kind: "name"; readonly key: string; readonly undeclared: boolean }
  | { readonly kind: "stretch"; readonly key: string };

const patterns = new Map<string, readonly Part[]>();

function partsOf(pattern: string): readonly Part[] {
  const known = patterns.get(pattern);
  if (known) return known;
  const parts = pattern.split(" ").map((own): Part => {
    const key = keyOf(own);
    if (key === undefined) return { kind: "words", words: new Set(own.replace(/\?$/, "").split("|")), mayLack: own.endsWith("?") };
    return /^[a-z]/.test(key) ? { kind: "name", key, undeclared: own.endsWith("!}") } : { kind: "stretch", key };
  });
  patterns.set(pattern, parts);
  return parts;
}

/** The placeholder that a part of a pattern is: x of {x!}. */
function keyOf(part: string): string | undefined {
  return /^\{(.*?)!?\}$/.exec(part)?.[1];
}

/** What the placeholders of a pattern stand for, if the whole sentence is of that form. */
function captured(pattern: string, tokens: readonly Token[], declared: ReadonlySet<string>): Captures | undefined {
  const parts = partsOf(pattern);
  const [first] = parts;
  if (first?.kind === "words" && !first.mayLack && !saysOneOf(tokens[0], first.words)) return undefined;
  const depths = depthsOf(tokens);
  const from = (part: number, at: number): Captures | undefined => {
    const own = parts[part];
    if (own === undefined) return at === tokens.length ? new Map() : undefined;
    const token = tokens[at];
    const taking = (key: string, length: number): Captures | undefined => {
      const rest = from(part + 1, at + length);
      return rest && new Map([...rest, [key, tokens.slice(at, at + length)]]);
    };
    switch (own.kind) {
      case "words":
        return (saysOneOf(token, own.words) ? from(part + 1, at + 1) : undefined) ?? (own.mayLack ? from(part + 1, at) : undefined);
      case "name":
        return token?.kind === "word" && !(own.undeclared && isTaken(token, declared)) ? taking(own.key, 1) : undefined;
      case "stretch":
        for (let length = 1; at + length <= tokens.length; length += 1) {
          const isInside = at + length < tokens.length && (depths[at + length] ?? 0) > 0;
          const found = isInside ? undefined : taking(own.key, length);
          if (found) return found;
        }
        return undefined;
    }
  };
  return from(0, 0);
}

/** Whether a word has a meaning already: it is declared, or a function of the table. */
function isTaken(token: Token & { readonly kind: "word" }, declared: ReadonlySet<string>): boolean {
  return declared.has(wordName(token)) || isFunctionName(token.text);
}

function saysOneOf(token: Token | undefined, words: ReadonlySet<string>): boolean {
  if (token?.kind === "word") return token.subscript === undefined && words.has(token.text.toLowerCase());
  return token?.kind === "mark" && words.has(token.text);
}

/** The sentence in the words of the notation, token by token; what was typed keeps its place. Undefined where the spelling is none of these. */
function spelled(tokens: readonly Token[], { typed, means }: Spelling, declared: ReadonlySet<string>): readonly Token[] | undefined {
  const found = captured(typed, tokens, declared);
  if (!found) return undefined;
  const span = tokens[0]?.span ?? { from: 0, to: 0 };
  return means.split(" ").flatMap((part): readonly Token[] => {
    const key = keyOf(part);
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
    if (!end || (first?.kind === "word" && declared.has(wordName(first)))) break;
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
      const stretch = found?.get(keyOf(part) ?? "");
      return stretch ? source.slice(stretch[0]?.span.from, stretch.at(-1)?.span.to) : part;
    })
    .join(" ");
  const span = tokens[0]?.span ?? { from: 0, to: source.length };
  return new Misread(source.slice(span.from, span.to), meant, span);
}
