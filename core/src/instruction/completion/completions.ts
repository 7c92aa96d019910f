import { INSTRUCTIONS } from "../registry.ts";
import { caretAt } from "./caret.ts";
import { declaredAt, functionsAt, lettersAt, linesAt, unitsAt } from "./mathematics.ts";
import type { Completion, Scope } from "./scope.ts";
import { clausesAt, endingsAt, instructionsAt } from "./sentence-words.ts";

/** More than a hand goes through are not offered. */
const MOST = 9;

/** What is offered at a place. */
export interface Offered {
  readonly completions: readonly Completion[];
  /** Nothing was typed that asks for them: they say what may follow, and are not taken by the keys that would take them. */
  readonly quiet: boolean;
}

/**
 * What can be put in at a place of a line, the likeliest first: instructions where a sentence begins, then the words that may follow, what the
 * problem has declared, lines, units, functions and Greek letters.
 */
export function completionsAt(source: string, at: number, scope: Scope): Offered {
  const caret = caretAt(source, at);
  if (!caret || (caret.prefix === "" && caret.before.length === 0)) return NOTHING;
  const clauses = clausesAt(INSTRUCTIONS, caret, at, scope);
  if (caret.prefix === "" && caret.afterOperand) return { completions: caret.spaced ? clauses.slice(0, MOST) : [], quiet: true };
  const found = [
    ...instructionsAt(INSTRUCTIONS, caret, at),
    ...unitsAt(caret, at),
    ...clauses,
    ...endingsAt(caret, at),
    ...linesAt(caret, at, source, scope),
    ...declaredAt(caret, at, scope),
    ...functionsAt(caret, at),
    ...lettersAt(caret, at),
  ];
  return { completions: found.filter((one, k) => found.findIndex(({ text }) => text === one.text) === k).slice(0, MOST), quiet: false };
}

const NOTHING: Offered = { completions: [], quiet: true };
