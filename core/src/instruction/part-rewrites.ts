import type { Part } from "../notation/parts.ts";
import { present } from "../notation/present.ts";
import type { Syntax } from "../notation/syntax.ts";
import { writtenText } from "../notation/text.ts";
import { reasonFrom } from "./answers/reason.ts";
import { ORDINALS } from "./carrying-out/rewriting-line.ts";
import type { Memory } from "./memory.ts";
import { INSTRUCTIONS } from "./registry.ts";
import type { Settings } from "./settings.ts";
import { runWorking } from "./working.ts";

/** A rewrite of a part of a line: the sentence that carries it out with its reason, and what the line comes to. */
export interface PartRewrite {
  readonly sentence: string;
  /** The result in the notation, by which equal ones are told. */
  readonly text: string;
  readonly result: Syntax;
}

/** A sentence that rewrites a part, and the words by which it is offered: “expand only powers”. */
export interface PartSentence {
  readonly words: string;
  readonly sentence: string;
}

/** The sentences that rewrite a part of line n, or all of what stands there, in the order of the registry. */
export function partSentences({ text: part, letters, isWhole, place }: Part, line: number): readonly PartSentence[] {
  const ordinal = place === undefined ? undefined : ORDINALS[place - 1];
  const target = isWhole ? `(${line})` : `the ${ordinal === undefined ? "" : `${ordinal} `}part ${part} of (${line})`;
  return rewritesOf(target, letters);
}

/** The sentences that rewrite something, by how it is named in a sentence and the letters in it, in the order of the registry. */
export function rewritesOf(target: string, letters: readonly string[]): readonly PartSentence[] {
  const forms = INSTRUCTIONS.flatMap(({ rewrites = [] }) => rewrites);
  return forms
    .flatMap((form) => (form.includes("{x}") ? letters.map((letter) => form.replace("{x}", () => letter)) : [form]))
    .map((form) => ({ words: form.replace(/ (in )?\{E\}/, ""), sentence: form.replace("{E}", () => target) }));
}

/** What such a sentence comes to as the next line; undefined where it cannot be carried out, changes nothing of line n, or is not proven. */
export function partRewrite(lines: readonly string[], line: number, sentence: string, memory: Memory, settings: Settings): PartRewrite | undefined {
  const [before, after] = runWorking([...lines, `(${line})`, sentence], memory, settings)
    .lines.slice(-2)
    .map(({ outcome }) => outcome);
  const answer = after?.answer;
  if (!after || answer?.kind !== "expression" || before?.answer?.kind !== "expression" || after.verdict !== "nailed") return undefined;
  const result = answer.written ?? present(answer.value);
  const found = writtenText(result);
  if (found === writtenText(present(before.answer.value))) return undefined;
  const reason = reasonFrom(after.steps.filter(({ rule }) => rule !== "put the part back"));
  return { sentence: reason === undefined ? sentence : `${sentence} because "${reason}"`, text: found, result };
}
