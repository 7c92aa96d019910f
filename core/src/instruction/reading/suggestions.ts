import { nearest, SENTENCE_WORDS } from "../../notation/keywords.ts";
import { UnknownWord } from "../../notation/syntax.ts";
import type { Environment } from "../environment.ts";
import { Misread } from "./spelling.ts";

/** Words for signs. */
const MEANT: Readonly<Record<string, string>> = {
  equals: "=",
  plus: "+",
  minus: "-",
  squared: "^2",
  cubed: "^3",
  divided: "/",
  multiplied: "*",
  degrees: "deg",
};

/** Whole sentences that may have been meant by a line that cannot be read, the likeliest first. */
export function suggestions(source: string, error: Error, { quantities, functions }: Environment, spelledWords: readonly string[]): readonly string[] {
  if (error instanceof Misread) return [error.meant];
  if (!(error instanceof UnknownWord)) return [];
  const { word, readings, span } = error;
  const put = (instead: string): string => `${source.slice(0, span.from)}${instead}${source.slice(span.to)}`;
  const near = MEANT[word.toLowerCase()] ?? nearest(word, [...SENTENCE_WORDS, ...spelledWords]);
  const declared = nearest(word, [...quantities, ...functions.keys()]);
  return [...[near, declared].flatMap((one) => (one === undefined ? [] : [put(one)])), ...readings.map(put)];
}
