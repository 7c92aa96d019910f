import type { Token } from "../../notation/tokens.ts";
import { isFunctionName } from "../../notation/words.ts";
import type { ReadingNote } from "./reading-note.ts";

const isMark = (token: Token | undefined, ...texts: readonly string[]): boolean => token?.kind === "mark" && texts.includes(token.text);

/** Whether a token goes on with the factors that a function without brackets takes: letters, numbers and their powers. */
const isFactor = (token: Token | undefined): boolean =>
  token?.kind === "number" || token?.kind === "superscript" || isMark(token, "^") || (token?.kind === "word" && !isFunctionName(token.text));

/**
 * Notes where a function without brackets takes a sum in brackets behind a letter, as cos x (2 sin x − 1) does: how it is read, and how the product is
 * written.
 */
export function swallowedBrackets(tokens: readonly Token[], source: string): readonly ReadingNote[] {
  return tokens.flatMap((token, at): readonly ReadingNote[] => {
    if (token.kind !== "word" || !isFunctionName(token.text)) return [];
    const isRaised = isMark(tokens[at + 1], "^") && tokens[at + 2]?.kind === "number";
    const first = at + (isRaised ? 3 : tokens[at + 1]?.kind === "superscript" ? 2 : 1);
    let bracket = first;
    while (isFactor(tokens[bracket])) bracket += 1;
    const close = bracket > first && isMark(tokens[bracket], "(") ? closingOf(tokens, bracket) : undefined;
    const isSum = close !== undefined && tokens.slice(bracket, close).some((inner) => isMark(inner, "+", "-", "±"));
    if (close === undefined || !isSum) return [];
    const cut = (from: number, to: number): string => source.slice(tokens[from]?.span.from, tokens[to]?.span.to);
    const [name, factors, sum] = [cut(at, first - 1), cut(first, bracket - 1), cut(bracket, close)];
    const product = `${name}(${factors}) ${sum}`;
    return [
      {
        text: `“${cut(at, close)}” is read as ${name}(${factors} ${sum}); for the product write ${product}`,
        instead: { span: { from: token.span.from, to: tokens[close]?.span.to ?? token.span.to }, text: product },
      },
    ];
  });
}

function closingOf(tokens: readonly Token[], open: number): number | undefined {
  let depth = 0;
  for (let at = open; at < tokens.length; at += 1) {
    if (isMark(tokens[at], "(")) depth += 1;
    if (isMark(tokens[at], ")")) depth -= 1;
    if (depth === 0) return at;
  }
  return undefined;
}
