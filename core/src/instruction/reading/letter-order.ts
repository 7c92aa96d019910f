import { family } from "../../expression/functions/registry.ts";
import { stemOf } from "../../notation/elaborate.ts";
import { SENTENCE_WORDS } from "../../notation/keywords.ts";
import type { Token } from "../../notation/tokens.ts";

/** The letters of a line in the order in which they first stand there, subscripts left out: m, g, h, v of `solve m g h = 1/2 m v^2`. */
export function letterOrder(tokens: readonly Token[], declared: ReadonlySet<string>): ReadonlyMap<string, number> {
  const stems = tokens.flatMap((token) => {
    if (token.kind !== "word" || SENTENCE_WORDS.has(token.text.toLowerCase()) || family(token.text)) return [];
    return token.greek || token.subscript !== undefined || declared.has(token.text) ? [stemOf(token.text)] : [...token.text];
  });
  return new Map([...new Set(stems)].map((stem, k) => [stem, k]));
}
