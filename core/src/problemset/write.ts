import type { Problem, ProblemSet } from "./problem-set.ts";
import { fenceFor, type ProseKind, proseIn, proseOf } from "./prose.ts";
import { sourceLines } from "./source-lines.ts";
import { headingOf, titleOf } from "./title.ts";

/**
 * Writes a problem set as a file: what is read from it is the set again. Parts that are as they were read are written back to the letter, so that
 * write(read(file)) is the file; new and changed parts get the plain layout.
 */
export function writeProblemSet(set: ProblemSet): string {
  const head = writeHead(set);
  return set.problems.reduce((text, problem) => `${endOfParagraph(text, problem)}${writeProblem(problem)}`, head);
}

/** A new problem stands apart from what comes before it. */
function endOfParagraph(text: string, problem: Problem): string {
  if (problem.layout || text.endsWith("\n\n")) return text;
  return text.endsWith("\n") ? `${text}\n` : `${text}\n\n`;
}

function writeHead({ title, frontMatter, introduction, layout }: ProblemSet): string {
  const front = frontMatter === "" ? "" : `---\n${frontMatter}\n---\n`;
  return onLinesOfTheirOwn([
    layout && frontMatterOf(layout.frontMatter) === frontMatter ? layout.frontMatter : front,
    layout?.beforeTitle ?? (front === "" ? "" : "\n"),
    layout && titleOf(layout.titleLine) === title ? layout.titleLine : `# ${headingOf(title)}\n`,
    keptProse(introduction, "introduction", layout?.introduction) ?? (introduction === "" ? "\n" : paragraph(introduction, "introduction")),
  ]);
}

/** Parts after each other; the last line of what was read may have no end. */
const onLinesOfTheirOwn = (parts: readonly string[]): string =>
  parts.reduce((text, part) => (text === "" || part === "" || /[\r\n]$/.test(text) ? text + part : `${text}\n${part}`), "");

function frontMatterOf(raw: string): string {
  return raw
    .split(/\r\n|\r|\n/)
    .slice(1, -2)
    .join("\n");
}

/** Words as they stood before, where they have not changed. */
const keptProse = (words: string, kind: ProseKind, before: string | undefined): string | undefined =>
  before !== undefined && proseIn(sourceLines(before), kind) === words ? before : undefined;

/** Words with a blank line on each side. */
const paragraph = (words: string, kind: ProseKind): string => `\n${proseOf(words, kind)}\n\n`;

function writeProblem({ title, statement, working, remarks, layout }: Problem): string {
  return onLinesOfTheirOwn([
    layout && titleOf(layout.titleLine) === title ? layout.titleLine : `## ${headingOf(title)}\n`,
    keptProse(statement, "statement", layout?.statement) ?? (statement === "" ? "\n" : paragraph(statement, "statement")),
    layout && sameWorking(layout.working, working) ? layout.working : fencedWorking(working, remarks !== ""),
    keptProse(remarks, "remarks", layout?.remarks) ?? (remarks === "" ? "" : `\n${proseOf(remarks, "remarks")}\n`),
  ]);
}

/** The working in its block; one without lines where words follow, which would be the statement else. */
function fencedWorking(lines: readonly string[], wordsFollow: boolean): string {
  if (lines.length === 0 && !wordsFollow) return "";
  // The end of a line ends an instruction: between its words it is as good as a blank.
  const own = lines.map((line) => `${line.replace(/[\r\n]/g, " ")}\n`).join("");
  const fence = fenceFor(own);
  return `${fence}working\n${own}${fence}\n`;
}

function sameWorking(raw: string, lines: readonly string[]): boolean {
  const own = sourceLines(raw).slice(1, -1);
  return own.length === lines.length && own.every(({ text }, k) => text === lines[k]);
}
