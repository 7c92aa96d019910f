import type { Span } from "../../notation/syntax.ts";
import type { Token } from "../../notation/tokens.ts";
import { isFunctionName } from "../../notation/words.ts";

/** How something was read that could have been meant otherwise. */
export interface ReadingNote {
  readonly text: string;
  /** What is put in the place of some characters for the other reading. */
  readonly instead?: { readonly span: Span; readonly text: string };
  /** Said while the line is written, and not beside it when it stands. */
  readonly passing?: true;
}

const isMark = (token: Token | undefined, ...texts: readonly string[]): boolean => token?.kind === "mark" && texts.includes(token.text);

/** Whether two tokens stand without a space between them. */
const touches = (a: Token | undefined, b: Token | undefined): boolean => a !== undefined && b !== undefined && a.span.to === b.span.from;

/** Notes where a number follows a slash and letters touch it: 1/2x is half of x. */
export function slashNotes(tokens: readonly Token[], source: string): readonly ReadingNote[] {
  return tokens.flatMap((slash, at): readonly ReadingNote[] => {
    const [above, below, after] = [tokens[at - 1], tokens[at + 1], tokens[at + 2]];
    if (!isMark(slash, "/") || above?.kind !== "number" || below?.kind !== "number" || after?.kind !== "word" || !touches(below, after)) return [];
    if (isFunctionName(after.text)) return [];
    const [fraction, factor] = [source.slice(above.span.from, below.span.to), source.slice(after.span.from, after.span.to)];
    return [
      {
        text: `“${fraction}${factor}” is read as (${fraction}) ${factor}`,
        instead: { span: { from: below.span.from, to: after.span.to }, text: `(${below.text}${factor})` },
        passing: true,
      },
    ];
  });
}

/** Notes where a run of letters that is no name is read as a product. */
export function productNotes(tokens: readonly Token[], isName: (word: string) => boolean): readonly ReadingNote[] {
  const runs = tokens.flatMap((token) => (token.kind === "word" && !token.greek && token.text.length > 1 && !isFunctionName(token.text) ? [token] : []));
  return runs
    .filter(({ text }, k) => !isName(text) && runs.findIndex((other) => other.text === text) === k)
    .map(({ text }) => ({ text: `“${text}” is the product ${[...text].join(" ")}; as one quantity it is declared first: given ${text}`, passing: true }));
}
