import { family } from "../../expression/functions/registry.ts";
import { stemOf } from "../../notation/elaborate.ts";
import { MATHEMATICAL_WORDS, SENTENCE_WORDS } from "../../notation/keywords.ts";
import { greekCharacter } from "../../notation/letters.ts";
import type { Token } from "../../notation/tokens.ts";

/**
 * The order of the letters of a line, subscripts left out: letters that stand in one product keep the order that they have there, as m, g, h in
 * `solve m g h = 1/2 m v^2`; what no product says is the alphabet's.
 */
export function letterOrder(tokens: readonly Token[], declared: ReadonlySet<string>): ReadonlyMap<string, number> {
  const after = new Map<string, Set<string>>();
  for (const run of productsIn(tokens, declared)) {
    for (const stem of run) after.set(stem, after.get(stem) ?? new Set());
    run.forEach((later, k) => {
      for (const earlier of run.slice(0, k)) if (earlier !== later && !reaches(after, later, earlier)) after.get(earlier)?.add(later);
    });
  }
  const open = new Set([...after.keys()].sort());
  const order = new Map<string, number>();
  while (open.size > 0) {
    const next = [...open].find((stem) => ![...open].some((other) => after.get(other)?.has(stem))) ?? [...open][0] ?? "";
    open.delete(next);
    order.set(next, order.size);
  }
  return order;
}

/** Whether one letter is known to stand before another. */
function reaches(after: ReadonlyMap<string, ReadonlySet<string>>, from: string, to: string): boolean {
  return from === to || [...(after.get(from) ?? [])].some((next) => reaches(after, next, to));
}

/** The letters that stand beside each other as factors. */
function productsIn(tokens: readonly Token[], declared: ReadonlySet<string>): readonly (readonly string[])[] {
  const runs: string[][] = [[]];
  tokens.forEach((token, k) => {
    const isExponent = isMark(tokens[k - 1], "^");
    const letters = isExponent ? [] : lettersOf(token, declared);
    if (letters.length > 0) runs.at(-1)?.push(...letters);
    else if (!isExponent && token.kind !== "number" && !isMark(token, "^") && !isMark(token, "*")) runs.push([]);
  });
  return runs;
}

const isWord = (text: string): boolean => SENTENCE_WORDS.has(text) || MATHEMATICAL_WORDS.some((word) => word === text);

const isMark = (token: Token | undefined, text: string): boolean => token?.kind === "mark" && token.text === text;

function lettersOf(token: Token, declared: ReadonlySet<string>): readonly string[] {
  if (token.kind !== "word" || isWord(token.text.toLowerCase()) || family(token.text)) return [];
  const isOne = token.greek || greekCharacter(token.text) !== undefined || token.subscript !== undefined || declared.has(token.text);
  return isOne ? [stemOf(token.text)] : [...token.text];
}
