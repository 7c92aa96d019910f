import { closes, isHeading, joined, type SourceLine, sourceLines } from "./source-lines.ts";

/** The parts of a file that are words, by the info string of the block that holds them where they cannot stand as they are. */
export type ProseKind = "introduction" | "statement" | "remarks";

const KINDS: ReadonlySet<string> = new Set<ProseKind | "working">(["introduction", "statement", "remarks", "working"]);

/** Words without the blank lines before them and the blanks behind them. */
function trimmed(text: string): string {
  const blank = /^(?:[ \t]*(?:\r\n|\r|\n))*/.exec(text)?.[0].length ?? 0;
  return text.slice(blank).trimEnd();
}

/** A heading of the file's own kind, which in words stands one blank further in: CommonMark takes up to three (4.2), so that it stays a heading. */
const INDENTED_HEADING = /^ +#{1,2}(?:[ \t]|$)/;

/** The words that stand in some lines of a file; a fenced block with their kind as its info string holds them to the letter. */
export function proseIn(lines: readonly SourceLine[], kind: ProseKind): string {
  const [first, ...rest] = lines.filter(({ text, fenced }) => fenced || text.trim() !== "");
  if (first?.opens?.info === kind && rest.length > 0 && rest.every(({ fenced }) => fenced))
    return verbatim(lines.slice(lines.indexOf(first) + 1), first.opens.fence);
  return trimmed(lines.map((line) => (!line.fenced && INDENTED_HEADING.test(line.text) ? line.raw.slice(1) : line.raw)).join(""));
}

/** What stands in a fenced block, without the end of its last line. */
function verbatim(lines: readonly SourceLine[], fence: string): string {
  const close = lines.findLastIndex(({ text }) => closes(text, fence));
  const inside = joined(close < 0 ? lines : lines.slice(0, close));
  return inside.replace(/(?:\r\n|\r|\n)$/, "");
}

/** Words as they stand in a file: as they are where they come back so, else in a fenced block. */
export function proseOf(words: string, kind: ProseKind): string {
  const lines = sourceLines(words);
  const plain = lines
    .map((line) => (isHeading(line, 1) || isHeading(line, 2) || (!line.fenced && INDENTED_HEADING.test(line.text)) ? ` ${line.raw}` : line.raw))
    .join("");
  const read = sourceLines(plain);
  const isQuiet = !read.some(({ opens }) => opens && KINDS.has(opens.info)) && closesItsFences(plain);
  if (isQuiet && proseIn(read, kind) === words) return plain;
  const fence = fenceFor(words);
  // A carriage return at the end of the words must not become a part of the end of their line.
  return `${fence}${kind}\n${words}${words.endsWith("\r") ? "\r\n" : "\n"}${fence}`;
}

/** Whether what follows would stand outside of every fenced block. */
const closesItsFences = (text: string): boolean => sourceLines(`${text}\n-`).at(-1)?.fenced === false;

/** A fence that nothing in a text closes. */
export function fenceFor(text: string): string {
  const longest = Math.max(0, ...[...text.matchAll(/^ {0,3}(`{3,})/gm)].map(([, fence]) => fence?.length ?? 0));
  return "`".repeat(Math.max(3, longest + 1));
}
