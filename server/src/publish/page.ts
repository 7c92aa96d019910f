import { escapeHtml } from "@nail-down/core/document/html";
import { nailSymbols } from "@nail-down/core/document/nail";
import type { LineReport } from "@nail-down/core/instruction/line-report";
import type { Problem, ProblemSet } from "@nail-down/core/problemset/problem-set";
import { statementHtml } from "@nail-down/core/problemset/statement";
import type { PublicationKind } from "../data/schema.ts";
import { givensHtml, lineHtml, resultHtml } from "./lines.ts";
import { typeset } from "./typeset.ts";

const KIND_WORDS: Readonly<Record<PublicationKind, string>> = { handout: "Problems", worked: "Worked solutions", key: "Answer key" };

/** A problem with its working as the server found it. */
export interface CheckedProblem {
  readonly problem: Problem;
  readonly lines: readonly LineReport[];
}

export interface PageDetails {
  readonly set: ProblemSet;
  readonly author: string;
  readonly kind: PublicationKind;
  readonly problems: readonly CheckedProblem[];
  readonly date: Date;
}

/** On paper, for whoever hands it in. */
const NAME_LINE = `<p class="name-line" aria-hidden="true">Name</p>`;

/** A text as a string of a style sheet. */
const cssString = (text: string): string => `"${text.replace(/["\\\n\r\f]/g, (character) => `\\${character.charCodeAt(0).toString(16)} `)}"`;

/** The published page: one static HTML document that needs no script. */
export function pageHtml({ set, author, kind, problems, date }: PageDetails): string {
  const introduction = set.introduction === "" ? "" : `<div class="introduction">${statementHtml(set.introduction, typeset)}</div>`;
  const day = date.toISOString().slice(0, 10);
  return `<!doctype html>
<html lang="en" style="${escapeHtml(`--running-title: ${cssString(`${set.title} – ${KIND_WORDS[kind]}`)}`)}">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<meta name="robots" content="noindex">
<title>${escapeHtml(set.title)} – ${KIND_WORDS[kind]}</title>
<link rel="stylesheet" href="/typesetting/index.css">
<link rel="stylesheet" href="/typesetting/katex.min.css">
<link rel="stylesheet" href="/page.css">
</head>
<body>
${kind === "worked" ? nailSymbols() : ""}
<main>
<header><p class="kind">${KIND_WORDS[kind]}</p><h1>${escapeHtml(set.title)}</h1><p class="by">${escapeHtml(author)}, <time datetime="${day}">${day}</time></p></header>
${kind === "handout" ? NAME_LINE : ""}
${introduction}
${problems.map((checked, index) => problemHtml(checked, index + 1, kind, figuresOf(problems.slice(0, index)))).join("\n")}
<footer>Every line was run and checked again when this page was published. Made with Nail Down.</footer>
</main>
</body>
</html>
`;
}

/** How many numbered figures stand in problems. */
const figuresOf = (problems: readonly CheckedProblem[]): number =>
  problems.flatMap(({ lines }) => lines.flatMap(({ blocks }) => blocks)).filter(({ kind }) => kind === "graph" || kind === "figure").length;

/** Problems that are not seen yet are not laid out, so that figures are counted on from those before, which may not have been. */
function problemHtml({ problem, lines }: CheckedProblem, number: number, kind: PublicationKind, figuresBefore: number): string {
  const statement = statementHtml(problem.statement, typeset);
  const solution = kind === "worked" ? workingHtml(lines, number) : kind === "key" ? keyHtml(lines, number) : "";
  const remarks = kind === "worked" && problem.remarks !== "" ? `<div class="remarks">${statementHtml(problem.remarks, typeset)}</div>` : "";
  return `<article style="counter-reset: graph ${figuresBefore}"><h2><span class="number">${number}</span> ${escapeHtml(problem.title)}</h2><div class="statement">${statement}</div>${solution}${remarks}</article>`;
}

function workingHtml(lines: readonly LineReport[], problem: number): string {
  const items = runsOf(lines)
    .map((run) => (run.kind === "givens" ? givensHtml(run.lines) : lineHtml(run.line, run.number)))
    .join("");
  return items === "" ? "" : `<section class="working" aria-label="working of problem ${problem}"><ol>${items}</ol></section>`;
}

type Run =
  | { readonly kind: "givens"; readonly lines: readonly LineReport[] }
  | { readonly kind: "line"; readonly line: LineReport; readonly number: number | undefined };

/**
 * What is given in lines that follow each other is said together; a given that another line refers to, with a reason of its own, or with a fault, stands alone. Lines have their
 * number where another one refers to it.
 */
function runsOf(lines: readonly LineReport[]): readonly Run[] {
  const referred = new Set(lines.flatMap(({ references }) => references));
  const runs: Run[] = [];
  for (const [index, line] of lines.entries()) {
    const number = index + 1;
    const last = runs.at(-1);
    const isPlain = line.instruction === "given" && !line.error && line.because === undefined && !referred.has(number);
    if (!isPlain) runs.push({ kind: "line", line, number: referred.has(number) ? number : undefined });
    else if (last?.kind === "givens") runs[runs.length - 1] = { ...last, lines: [...last.lines, line] };
    else runs.push({ kind: "givens", lines: [line] });
  }
  return runs;
}

/** The answers alone: the last line that answers with values. */
function keyHtml(lines: readonly LineReport[], problem: number): string {
  const last = lines.filter((line) => line.answer && ["solutions", "expression", "table"].includes(line.answer.kind)).at(-1);
  return last ? `<section class="key" aria-label="answer to problem ${problem}">${resultHtml(last.blocks)}</section>` : "";
}
