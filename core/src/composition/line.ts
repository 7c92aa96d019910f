import type { AuthorWords, Known } from "../document/author-words.ts";
import type { Block, Caption } from "../document/block.ts";
import { type Detail, derivationBlock, rowsOf } from "../document/derivation.ts";
import { CHECK_HEADINGS } from "../document/verdict-words.ts";
import type { LineReport } from "../instruction/line-report.ts";
import { bodyOf } from "../instruction/reading/line-body.ts";
import type { Printed } from "../instruction/reading/printed.ts";
import { faultWords } from "../instruction/report-words.ts";
import { type Line, sentenceCase, words } from "../notation/inline.ts";
import { linePlain } from "../notation/line-plain.ts";

/** Where a line stands in what is published. */
export interface Place {
  /** Its number, where that is shown. */
  readonly number?: number;
  readonly detail: Detail;
  /** Whether its author looks at it, who wants to know of what is expected that it holds. */
  readonly forAuthor?: true;
  /** The numbers of its figure or table. */
  readonly figure?: string;
  /** What the author's words may speak of. */
  readonly known: Known;
  /** Whether it is the final answer, of a part where there are several. */
  readonly answers?: { readonly letter?: string };
}

/** Lines whose result says no more than their sentence. */
const SILENT: ReadonlySet<string> = new Set(["let", "given", "stated"]);
/** Lines that say what is expected: where it holds, that is all there is to say. */
const CLAIMS: ReadonlySet<string> = new Set(["expect", "hand line"]);
/** Lines that are pictures or tables: their sentence is the caption. */
const PICTURES: ReadonlySet<string> = new Set(["graph", "figure", "tabulate"]);

/** A line of a working as it is published: what is done, the way, what is found, and the evidence behind one mark. */
export function lineBlocks(report: LineReport, place: Place): readonly Block[] {
  if (report.ignored) return [];
  if (report.prints) return report.prints.kind === "text" ? [printedBlock(report.prints, place.known)] : [];
  if (report.error) return [...sentenceBlocks(report, place), { kind: "fault", message: faultWords(report.error) }];
  const isPicture = PICTURES.has(report.instruction ?? "");
  const detail = report.printing.detail ?? place.detail;
  return [
    ...(isPicture ? referenceBlocks(report, place) : sentenceBlocks(report, place)),
    ...(report.notes ?? []).map((note): Block => ({ kind: "paragraph", role: "remark", line: [words(`${sentenceCase(note)}.`)] })),
    ...derivationBlock(report.way, detail),
    ...foundBlocks(report, { ...place, detail }),
    ...evidenceBlocks(report),
  ];
}

/** A line that only prints; a part with its letter. */
export function printedBlock(prints: Printed, known: Known, letter = "a"): Block {
  switch (prints.kind) {
    case "text":
      return { kind: "author's words", role: "text", words: { markdown: prints.markdown, known } };
    case "hint":
      return { kind: "hint", words: { markdown: prints.markdown, known } };
    case "part":
      return { kind: "part", letter, question: { markdown: prints.question, known }, ...(prints.points === undefined ? {} : { points: prints.points }) };
  }
}

const authorWords = (markdown: string, { known }: Place): AuthorWords => ({ markdown, known });

function sentenceBlocks({ source, sentence, printing }: LineReport, place: Place): readonly Block[] {
  // What could not be read stands as it was typed.
  const line = sentence.length > 0 ? ended(sentence) : [words(bodyOf(source).body.trim())];
  const because = printing.because === undefined ? {} : { because: authorWords(printing.because, place) };
  return [{ kind: "sentence", line, ...because, ...(place.number === undefined ? {} : { number: place.number }) }];
}

/** A sentence with its full stop. */
const ended = (line: Line): Line => (/[.:?!]$/.test(linePlain(line)) ? line : [...line, words(".")]);

/** What the author says of a figure or table, with its number. */
function referenceBlocks({ printing, instruction }: LineReport, place: Place): readonly Block[] {
  if (printing.because === undefined) return [];
  const line = place.figure === undefined ? [] : [words(`${instruction === "tabulate" ? "Table" : "Figure"} ${place.figure}:`)];
  return [{ kind: "sentence", line, because: authorWords(printing.because, place) }];
}

/** What a line came to, as far as the way that is shown does not say it; the answer of the problem is set off. */
export function foundBlocks(report: LineReport, place: Place): readonly Block[] {
  const { answer, blocks, instruction = "", radicals = [] } = report;
  if (SILENT.has(instruction) || (answer?.kind === "truth" && answer.holds === true && CLAIMS.has(instruction) && !place.forAuthor)) return [];
  const shown = place.detail === "answer" ? [] : rowsOf(report.way);
  const isTried = shown.some(({ isPutBack }) => isPutBack);
  const saysAnswer = shown.length > 0 && report.saysAnswer === true;
  const found = blocks.filter((block) => !(isTried && block.kind === "set aside" && block.tried)).map((block) => captioned(block, report, place));
  const folded: readonly Block[] =
    radicals.length > 0 ? [{ kind: "folded", label: "By radicals", blocks: radicals.map((line) => ({ kind: "display", line }) as const) }] : [];
  if (place.answers) return [...answerBlocks(found, report, place.answers), ...folded];
  const said = saysAnswer
    ? found.filter(({ kind }) => kind !== "display" && kind !== "results")
    : place.forAuthor || answer?.kind !== "solutions"
      ? found
      : found.map(concluded);
  return [...said, ...folded];
}

/** The longest conclusion that is said in a sentence. */
const LONGEST_CONCLUSION = 70;

/** Few short solutions as the sentence that ends a derivation; longer lists stay lists. */
function concluded(block: Block): Block {
  const isShort = block.kind === "results" && block.items.reduce((length, item) => length + linePlain(item).length, 0) <= LONGEST_CONCLUSION;
  if (!isShort || block.items.some((item) => item.some(({ kind }) => kind === "aside"))) return block;
  const line = block.items.flatMap((item, k): Line => (k === 0 ? item : [words(" or "), ...item]));
  return { kind: "paragraph", role: "answer", line: [words("So "), ...line, words(".")] };
}

/** The values in a box of their own, and what is said of them below it. */
function answerBlocks(found: readonly Block[], report: LineReport, answers: NonNullable<Place["answers"]>): readonly Block[] {
  const isValue = (block: Block): boolean =>
    block.kind === "display" || block.kind === "results" || block.kind === "table" || (block.kind === "paragraph" && block.role !== "remark");
  // Of an optimum the best points are the answer, not the others beside them.
  const values = report.answer?.kind === "optimum" ? found.filter(isValue).slice(0, 1) : found.filter(isValue);
  if (values.length === 0) return found;
  return [{ kind: "answer", ...answers, blocks: values.map((block) => named(block, report)) }, ...found.filter((block) => !values.includes(block))];
}

/** The longest left side that is repeated before a value. */
const LONGEST_LEFT = 24;

/** A value with what it is the value of, where the whole way to it is one chain of equal forms. */
function named(block: Block, { way, saysAnswer, instruction }: LineReport): Block {
  const [first, ...rest] = rowsOf(way);
  if (block.kind !== "display" || instruction === "evaluate" || !saysAnswer || !first || first.left.length === 0) return block;
  const isChain = first.sign === "=" && rest.every(({ left, sign }) => left.length === 0 && sign === "=");
  return isChain && linePlain(first.left).length <= LONGEST_LEFT ? { kind: "display", line: [...first.left, words(" = "), ...block.line] } : block;
}

/** Pictures and tables with their numbers, and the author's captions. */
function captioned(block: Block, { printing, sentence }: LineReport, place: Place): Block {
  const own = printing.caption === undefined ? {} : { words: authorWords(printing.caption, place) };
  const number = place.figure === undefined ? {} : { number: place.figure };
  const caption = (line: Line): Caption => ({ line, ...own, ...number });
  if (block.kind === "graph" || block.kind === "figure") return { ...block, caption: caption(block.caption.line) };
  return block.kind === "table" ? { ...block, caption: caption(sentence) } : block;
}

function evidenceBlocks({ verdict, checks, picture, instruction = "" }: LineReport): readonly Block[] {
  if (!verdict || SILENT.has(instruction)) return [];
  return [
    {
      kind: "evidence",
      verdict,
      checks: checks.map(({ kind, outcome, lines }) => ({ heading: CHECK_HEADINGS[kind], outcome, lines })),
      ...(picture ? { picture } : {}),
    },
  ];
}
