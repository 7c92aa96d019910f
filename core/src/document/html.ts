import { drawFigure } from "../graph/figure/figure-svg.ts";
import type { Picture } from "../graph/picture.ts";
import { DEFAULT_TURN, type Turn } from "../graph/surface-svg.ts";
import { drawSvg } from "../graph/svg.ts";
import { DEFAULT_SIZE } from "../graph/svg-elements.ts";
import { decimalSign, type Inline, type Line, withMarks } from "../notation/inline.ts";
import { limitSignLatex, writtenLatex } from "../notation/latex.ts";
import { unitLatex } from "../units/typeset.ts";
import { statementHtml, type Typeset, wordsHtml } from "./author-words.ts";
import type { Block, Caption, Case, Cell, CheckedBy, ParagraphRole, Row, WordsRole } from "./block.ts";
import { caseLabel, SIGNS } from "./derivation.ts";
import { nailHtml } from "./nail.ts";
import { pointsWords } from "./points.ts";
import { isWide } from "./wide.ts";

/** A text with the characters that mean something in HTML written as entities. */
export function escapeHtml(text: string): string {
  return text.replace(/&/g, "&amp;").replace(/</g, "&lt;").replace(/>/g, "&gt;").replace(/"/g, "&quot;");
}

/** How HTML is made: mathematics typeset, and what stands for a picture that belongs to the evidence. */
interface Setting {
  readonly typeset: Typeset;
  readonly evidencePicture: (picture: Picture) => string;
}

/** Blocks as static HTML that needs no script; the pictures of the evidence are drawn in it, unless they are kept elsewhere. */
export const blocksHtml = (blocks: readonly Block[], typeset: Typeset, evidencePicture: Setting["evidencePicture"] = (picture) => drawSvg(picture)): string =>
  allHtml(blocks, { typeset, evidencePicture });

const allHtml = (blocks: readonly Block[], setting: Setting): string => blocks.map((block) => blockHtml(block, setting)).join("");

const PARAGRAPHS: Readonly<Record<ParagraphRole, string>> = { answer: "sentence-answer", refusal: "sentence-answer", remark: "note", warning: "note" };
const WORDS: Readonly<Record<WordsRole, string>> = { introduction: "introduction", statement: "statement", text: "text", remarks: "remarks" };
const STATE_SIZE = { width: 220, height: 165 };
/** A surface of a page has a net of half the lines: it is not turned under the hand, and its faces are most of what a page weighs. */
const COARSE: Turn = { ...DEFAULT_TURN, moving: true };

function blockHtml(block: Block, setting: Setting): string {
  const line = (one: Line): string => lineHtml(one, setting);
  switch (block.kind) {
    case "heading":
      return `<h2><span class="number">${block.number}</span> ${escapeHtml(block.title)}${pointsHtml(block.points)}</h2>`;
    case "part":
      return `<div class="part"><p class="letter">(${block.letter})</p><div>${statementHtml(block.question, setting.typeset)}</div>${pointsHtml(block.points)}</div>`;
    case "author's words":
      return `<div class="${WORDS[block.role]}">${statementHtml(block.words, setting.typeset)}</div>`;
    case "hint":
      return `<details class="hint"><summary>Hint</summary>${statementHtml(block.words, setting.typeset)}</details>`;
    case "space":
      return `<div class="space" style="--lines: ${block.lines}" aria-hidden="true"></div>`;
    case "givens":
      return `<p class="givens"><span class="words">Given:</span> ${block.items.map(line).join(", ")}</p>`;
    case "sentence": {
      const number = block.number === undefined ? "" : `<span class="line-number">(${block.number})</span>`;
      const because = block.because ? ` <span class="reason">${wordsHtml(block.because, setting.typeset)}</span>` : "";
      return `<p class="sentence">${number}${line(block.line)}${because}</p>`;
    }
    case "fault":
      return `<p class="fault">${escapeHtml(block.message)}</p>`;
    case "derivation":
      return itemsHtml(block.items, setting);
    case "display":
      return `<div class="display">${line(block.line)}</div>`;
    case "results":
      return `<ul class="solutions">${block.items.map((item) => `<li>${line(item)}</li>`).join("")}</ul>`;
    case "paragraph":
      return `<p class="${PARAGRAPHS[block.role]}">${line(block.line)}</p>`;
    case "set aside":
      return `<ul class="rejected" aria-label="set aside">${block.items.map((item) => `<li>${line(item)}</li>`).join("")}</ul>`;
    case "table": {
      const row = (cells: readonly Cell[]): string => `<tr>${cells.map((cell) => `<td>${line(cell.line)}</td>`).join("")}</tr>`;
      const head = block.headings.map((cell) => `<th scope="col">${line(cell.line)}</th>`).join("");
      const caption = block.caption ? `<figcaption>${captionHtml("Table", block.caption, setting)}</figcaption>` : "";
      return `<figure class="table"><div><table><thead><tr>${head}</tr></thead><tbody>${block.rows.map(row).join("")}</tbody></table></div>${caption}</figure>`;
    }
    case "measures": {
      const rows = block.rows.map(
        ({ use, value, shown }) => `<tr><th scope="row"><code>${escapeHtml(use)}</code></th><td>${line(value)}</td><td>${line(shown)}</td></tr>`,
      );
      return `<table class="measures"><tbody>${rows.join("")}</tbody></table>`;
    }
    case "graph":
      return graphHtml(block.picture, block.states, captionHtml("Figure", block.caption, setting));
    case "figure":
      return `<figure class="graph">${drawFigure(block.picture)}<figcaption>${captionHtml("Figure", block.caption, setting)}</figcaption></figure>`;
    case "beside":
      return `<div class="beside">${block.blocks.map((one) => `<div>${blockHtml(one, setting)}</div>`).join("")}</div>`;
    case "answer": {
      const letter = block.letter === undefined ? "" : `<span class="letter">(${block.letter})</span> `;
      return `<div class="answer" role="group" aria-label="answer${block.letter === undefined ? "" : ` to part ${block.letter}`}">${letter}<div>${allHtml(block.blocks, setting)}</div></div>`;
    }
    case "folded":
      return `<details class="folded"><summary>${escapeHtml(block.label)}</summary>${allHtml(block.blocks, setting)}</details>`;
    case "evidence": {
      const drawn = block.picture
        ? `<figure class="graph">${setting.evidencePicture(block.picture)}<figcaption>${escapeHtml(block.picture.description)}</figcaption></figure>`
        : "";
      return `<details class="evidence"><summary aria-label="${block.verdict}: evidence">${nailHtml(block.verdict)}</summary><dl>${block.checks.map((check) => checkHtml(check, setting)).join("")}</dl>${drawn}</details>`;
    }
  }
}

const pointsHtml = (points: number | undefined): string => (points === undefined ? "" : ` <span class="points">${pointsWords(points)}</span>`);

function captionHtml(what: "Figure" | "Table", { number, words, line }: Caption, setting: Setting): string {
  const own = words ? wordsHtml(words, setting.typeset) : lineHtml(line, setting);
  return number === undefined ? own : `<b>${what} ${number}</b> ${own}`;
}

/** Rows of a derivation in columns: left side, sign, right side, reason; what is too wide for that stands across. */
function itemsHtml(items: readonly (Row | Case)[], setting: Setting): string {
  const line = (one: Line): string => lineHtml(one, setting);
  const shown = items.map((item) =>
    item.kind === "case"
      ? `<li class="case"><p>${escapeHtml(caseLabel(item, items))}: ${line(item.title)}</p>${itemsHtml(item.items, setting)}</li>`
      : rowHtml(item, setting),
  );
  return `<ol class="derivation">${shown.join("")}</ol>`;
}

function rowHtml(row: Row, setting: Setting): string {
  const line = (one: Line): string => lineHtml(one, setting);
  const sign = row.sign === undefined ? "" : SIGNS[row.sign];
  const alternatives = row.right.map((one, k) => (k === 0 ? line(one) : `<span class="or">or</span> ${line(row.left)} ${escapeHtml(sign)} ${line(one)}`));
  const right =
    row.right.length < 2 ? alternatives.join("") : `<span class="alternatives">${alternatives.map((one) => `<span>${one}</span>`).join(" ")}</span>`;
  const nail = row.verdict === "nailed" ? "" : ` ${nailHtml(row.verdict)}`;
  const reason = `<span class="because">${line(row.reason)}${nail}</span>`;
  const width = isWide(row) ? ' class="wide"' : row.sign === undefined ? ' class="alone"' : "";
  return `<li${width}><span class="left">${line(row.left)}</span><span class="sign">${escapeHtml(sign)}</span><span class="right">${right}</span>${reason}</li>`;
}

/** A graph with its numbered caption; several states of it stand side by side. */
function graphHtml(picture: Picture, states: readonly Picture[], caption: string): string {
  if (states.length === 0) return `<figure class="graph">${drawSvg(picture, DEFAULT_SIZE, COARSE)}<figcaption>${caption}</figcaption></figure>`;
  const row = [picture, ...states].map((one) => `<div>${drawSvg(one, STATE_SIZE)}<p>${escapeHtml(one.state ?? "")}</p></div>`).join("");
  return `<figure class="graph states"><div class="row">${row}</div><figcaption>${caption}</figcaption></figure>`;
}

function checkHtml({ heading, outcome, lines }: CheckedBy, setting: Setting): string {
  const shown = lines.map(({ subject, sides, note }) => {
    const both = sides ? `left ${lineHtml(sides.left, setting)}, right ${lineHtml(sides.right, setting)}; ` : "";
    return `<p>${subject ? `${lineHtml(subject, setting)}: ` : ""}${both}${escapeHtml(note)}</p>`;
  });
  return `<dt>${nailHtml(outcome)} ${heading}</dt><dd>${shown.join("")}</dd>`;
}

/** A line as HTML, its mathematics typeset. */
const lineHtml = (line: Line, setting: Setting): string =>
  withMarks(line)
    .map((inline) => inlineHtml(inline, setting))
    .join("");

function inlineHtml(inline: Inline, setting: Setting): string {
  switch (inline.kind) {
    case "words":
      return escapeHtml(inline.text);
    case "mathematics":
      return setting.typeset(`${inline.large ? "\\displaystyle " : ""}${writtenLatex(inline.written)}`, false);
    case "unit":
      return setting.typeset(unitLatex(inline.unit), false);
    case "limit":
      return setting.typeset(`\\displaystyle ${limitSignLatex(inline.variable, inline.at, inline.side)}`, false);
    case "decimal":
      return ` <span class="decimal">${decimalSign(inline)} ${setting.typeset(writtenLatex(inline.written), false)}</span>`;
    case "together":
      return `<span class="together">${inline.inlines.map((one) => inlineHtml(one, setting)).join("")}</span>`;
    case "aside":
      return ` <span class="note">${lineHtml(inline.inlines, setting)}</span>`;
    case "source":
      return `<code>${escapeHtml(inline.text)}</code>`;
  }
}
