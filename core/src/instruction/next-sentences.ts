import { freeNames } from "../expression/expression.ts";
import { writtenLatex } from "../notation/latex.ts";
import { present } from "../notation/present.ts";
import { text, writtenText } from "../notation/text.ts";
import { aboveOf } from "./above.ts";
import type { Answer } from "./answer.ts";
import { decimals } from "./answers/decimals.ts";
import { decimalSyntax } from "./answers/written-decimal.ts";
import { PLACE } from "./completion/form.ts";
import type { Line } from "./line.ts";
import type { Memory } from "./memory.ts";
import { rewritesOf } from "./part-rewrites.ts";
import { INSTRUCTIONS } from "./registry.ts";
import { answerLatex } from "./report.ts";
import type { Settings } from "./settings.ts";
import { runWorking } from "./working.ts";

/** A sentence that could come next. */
export interface NextSentence {
  readonly sentence: string;
  /** What it would come to, as LaTeX; absent where places are to be filled in first. */
  readonly preview?: string;
}

/** The sentences that the registry offers below a line, in its order; the line has to stand in the working. */
export function sentencesAfter(lines: readonly string[], line: number, memory: Memory, settings: Settings): readonly string[] {
  const { lines: ran, environment } = runWorking(lines.slice(0, line), memory, settings);
  const outcome = ran[line - 1]?.outcome;
  if (!outcome) return [];
  const above = aboveOf(line, outcome, environment);
  const rewrites = above.value && above.letters.length > 0 ? rewritesOf(`(${line})`, above.letters) : [];
  return [...INSTRUCTIONS.flatMap(({ follows }) => follows?.(above) ?? []), ...rewrites.map(({ sentence }) => sentence)];
}

/** What such a sentence would come to as the next line; undefined where it cannot be carried out, or changes nothing. */
export function tried(lines: readonly string[], line: number, sentence: string, memory: Memory, settings: Settings): NextSentence | undefined {
  if (sentence.includes(PLACE)) return { sentence };
  const [before, after] = runWorking([...lines.slice(0, line), sentence], memory, settings).lines.slice(-2);
  const answer = after?.outcome?.answer;
  if (!after || after.error || after.outcome?.verdict === "bent") return undefined;
  if (!answer) return { sentence };
  const isSame = answer.kind === "expression" && answer.digits.kind === "usual" && !answer.shownIn && formOf(after) === formOf(before);
  return isSame ? undefined : { sentence, preview: shortLatex(answer) };
}

/** A longer exact form of a number is no preview: its decimal is. */
const LONGEST = 60;
const FIGURES = 4;

function shortLatex(answer: Answer): string {
  const exact = answerLatex(answer);
  const decimal = answer.kind === "expression" && exact.length > LONGEST && freeNames(answer.value).size === 0 ? decimals(answer.value, FIGURES) : undefined;
  return decimal ? `\\approx ${writtenLatex(decimalSyntax(decimal.re, decimal.im, undefined))}` : exact;
}

/** What a line came to or states, as it is written. */
function formOf(line: Line | undefined): string | undefined {
  const { answer, statement } = line?.outcome ?? {};
  if (answer?.kind === "expression") return writtenText(answer.written ?? present(answer.value));
  return statement && text(statement);
}
