import type { Block } from "@nail-down/core/document/block";
import { blocksHtml, escapeHtml, lineHtml as inlinesHtml } from "@nail-down/core/document/html";
import { nailHtml } from "@nail-down/core/document/nail";
import { CHECK_HEADINGS } from "@nail-down/core/document/verdict-words";
import { drawSvg } from "@nail-down/core/graph/svg";
import type { CheckReport, LineReport, StepReport } from "@nail-down/core/instruction/line-report";
import { faultWords } from "@nail-down/core/instruction/report-words";
import type { Piece } from "@nail-down/core/instruction/sentence";
import { sentenceCase } from "@nail-down/core/notation/inline";
import { wordsHtml } from "@nail-down/core/problemset/statement";
import { typeset } from "./typeset.ts";

const math = (latex: string): string => typeset(latex, false);
/** Answers and steps have room for full-size fractions. */
const large = (latex: string): string => typeset(`\\displaystyle ${latex}`, false);

/** A line of a working as the published page shows it, with its number where another line refers to it. */
export function lineHtml(line: LineReport, number: number | undefined): string {
  if (line.ignored) return "";
  const sentence = sentenceHtml(line.pieces.map((piece, k) => (piece.kind === "words" && k === 0 ? { ...piece, text: sentenceCase(piece.text) } : piece)));
  const reason = line.because === undefined ? "" : `<p class="reason">${wordsHtml(line.because, typeset)}</p>`;
  const verdict = line.error ? "" : line.verdict ? nailHtml(line.verdict) : "";
  const notes = (line.notes ?? []).map((note) => `<p class="note">${escapeHtml(sentenceCase(note))}.</p>`).join("");
  const result = line.error ? `<p class="fault">${escapeHtml(faultWords(line.error))}</p>` : resultHtml(line.blocks);
  return `<li class="line"${number === undefined ? "" : ` value="${number}"`}><div class="body"><div class="sentence">${sentence}</div>${notes}${stepsHtml(line.steps)}${result}${radicalsHtml(line.radicals)}${evidenceHtml(line.checks, line.picture)}</div>${reason}<span class="verdict">${verdict}</span></li>`;
}

/** What is given, all together: the statements of several lines in one sentence. */
export function givensHtml(lines: readonly LineReport[]): string {
  const statements = lines.map(
    ({ pieces: [, ...rest], notes = [] }) => sentenceHtml(rest) + notes.map((note) => ` <span class="note">(${escapeHtml(note)})</span>`).join(""),
  );
  return `<li class="line"><div class="body"><div class="sentence"><span class="words">Given:</span> ${statements.join(", ")}</div></div></li>`;
}

function sentenceHtml(pieces: readonly Piece[]): string {
  return pieces
    .map((piece) => (piece.kind === "words" ? `<span class="words">${escapeHtml(piece.text)}</span>` : math(piece.latex)))
    .join(" ")
    .replaceAll(' <span class="words">,</span>', ",");
}

/** What a line came to. */
export const resultHtml = (blocks: readonly Block[]): string => (blocks.length === 0 ? "" : `<div class="result">${blocksHtml(blocks, typeset)}</div>`);

function radicalsHtml(radicals: LineReport["radicals"]): string {
  if (!radicals) return "";
  return `<details class="radicals"><summary>By radicals</summary>${radicals.map((one) => `<p>${large(one)}</p>`).join("")}</details>`;
}

function stepsHtml(steps: readonly StepReport[]): string {
  if (steps.length === 0) return "";
  const items = steps.map(
    (step) =>
      `<li><span class="step-words">${inlinesHtml(step.words, typeset)}</span><span class="step-math">${inlinesHtml(step.result, typeset)}</span>${step.verdict === "nailed" ? "" : nailHtml(step.verdict)}</li>`,
  );
  return `<details class="steps" open><summary>${steps.length === 1 ? "1 step" : `${steps.length} steps`}</summary><ol>${items.join("")}</ol></details>`;
}

function evidenceHtml(checks: readonly CheckReport[], picture: LineReport["picture"]): string {
  if (checks.length === 0) return "";
  const items = checks.map((check) => {
    const lines = check.lines.map((line) => {
      const sides = line.sides ? `left ${inlinesHtml(line.sides.left, typeset)}, right ${inlinesHtml(line.sides.right, typeset)}; ` : "";
      return `<p>${line.subject ? `${inlinesHtml(line.subject, typeset)}: ` : ""}${sides}${escapeHtml(line.note)}</p>`;
    });
    return `<dt>${nailHtml(check.outcome)} ${CHECK_HEADINGS[check.kind]}</dt><dd>${lines.join("")}</dd>`;
  });
  const drawn = picture ? `<figure class="graph">${drawSvg(picture)}<figcaption>${escapeHtml(picture.description)}</figcaption></figure>` : "";
  return `<details class="evidence"><summary>Evidence</summary><dl>${items.join("")}</dl>${drawn}</details>`;
}
