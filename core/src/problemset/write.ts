import type { Problem, ProblemSet } from "./problem-set.ts";
import { readProblemSet } from "./read.ts";

/**
 * Writes a problem set as a file. Parts that are as they were read are written back to the letter, so that
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

function writeHead(set: ProblemSet): string {
  const { layout } = set;
  const front = set.frontMatter === "" ? "" : `---\n${set.frontMatter}\n---\n`;
  const keepFront = layout && frontMatterOf(layout.frontMatter) === set.frontMatter;
  const keepTitle = layout && sameTitle(layout.titleLine, set.title, 1);
  const keepIntroduction = layout && layout.introduction.trim() === set.introduction;
  const introduction = set.introduction === "" ? "\n" : `\n${set.introduction}\n\n`;
  return [
    keepFront ? layout.frontMatter : front,
    layout?.beforeTitle ?? (front === "" ? "" : "\n"),
    keepTitle ? layout.titleLine : `# ${set.title}\n`,
    keepIntroduction ? layout.introduction : introduction,
  ].join("");
}

function frontMatterOf(raw: string): string {
  return raw
    .split(/\r\n|\r|\n/)
    .slice(1, -2)
    .join("\n");
}

function sameTitle(line: string, title: string, level: 1 | 2): boolean {
  return level === 1 ? readProblemSet(line).title === title : readProblemSet(`# -\n${line}`).problems[0]?.title === title;
}

function writeProblem(problem: Problem): string {
  const { layout } = problem;
  const working = fencedWorking(problem.working);
  const keepWorking = layout && sameWorking(layout.working, problem.working);
  return [
    layout && sameTitle(layout.titleLine, problem.title, 2) ? layout.titleLine : `## ${problem.title}\n`,
    layout && layout.statement.trim() === problem.statement ? layout.statement : problem.statement === "" ? "\n" : `\n${problem.statement}\n\n`,
    keepWorking ? layout.working : working,
    layout && layout.remarks.trim() === problem.remarks ? layout.remarks : problem.remarks === "" ? "" : `\n${problem.remarks}\n`,
  ].join("");
}

function fencedWorking(lines: readonly string[]): string {
  return lines.length === 0 ? "" : `\`\`\`working\n${lines.map((line) => `${line}\n`).join("")}\`\`\`\n`;
}

function sameWorking(raw: string, lines: readonly string[]): boolean {
  if (raw === "") return lines.length === 0;
  const own = raw.split(/\r\n|\r|\n/).slice(1);
  const closing = own.findLastIndex((line) => /^ {0,3}(`{3,}|~{3,})\s*$/.test(line));
  const kept = own.slice(0, closing);
  return kept.length === lines.length && kept.every((line, k) => line === lines[k]);
}
