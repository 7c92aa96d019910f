import { drawFigure } from "../graph/figure/figure-svg.ts";
import type { Picture } from "../graph/picture.ts";
import { drawSvg } from "../graph/svg.ts";
import type { Inline, Line } from "../notation/inline.ts";
import { limitSignLatex, writtenLatex } from "../notation/latex.ts";
import type { Block, Cell, ParagraphRole } from "./block.ts";

/** Typesets LaTeX as HTML; `display` for a formula on its own line. */
export type Typeset = (latex: string, display: boolean) => string;

/** A text with the characters that mean something in HTML written as entities. */
export function escapeHtml(text: string): string {
  return text.replace(/&/g, "&amp;").replace(/</g, "&lt;").replace(/>/g, "&gt;").replace(/"/g, "&quot;");
}

/** Blocks as static HTML that needs no script. */
export const blocksHtml = (blocks: readonly Block[], typeset: Typeset): string => blocks.map((block) => blockHtml(block, typeset)).join("");

const PARAGRAPHS: Readonly<Record<ParagraphRole, string>> = { answer: "sentence-answer", refusal: "sentence-answer", remark: "note", warning: "note" };
const STATE_SIZE = { width: 220, height: 165 };

function blockHtml(block: Block, typeset: Typeset): string {
  const line = (one: Line): string => lineHtml(one, typeset);
  switch (block.kind) {
    case "display":
      return `<div>${line(block.line)}</div>`;
    case "results":
      return `<ul class="solutions">${block.items.map((item) => `<li>${line(item)}</li>`).join("")}</ul>`;
    case "paragraph":
      return `<p class="${PARAGRAPHS[block.role]}">${line(block.line)}</p>`;
    case "set aside":
      return `<ul class="rejected" aria-label="set aside">${block.items.map((item) => `<li>${line(item)}</li>`).join("")}</ul>`;
    case "table": {
      const row = (cells: readonly Cell[]): string => `<tr>${cells.map((cell) => `<td>${line(cell.line)}</td>`).join("")}</tr>`;
      const head = block.headings.map((cell) => `<th scope="col">${line(cell.line)}</th>`).join("");
      return `<table><thead><tr>${head}</tr></thead><tbody>${block.rows.map(row).join("")}</tbody></table>`;
    }
    case "measures": {
      const rows = block.rows.map(
        ({ use, value, shown }) => `<tr><th scope="row"><code>${escapeHtml(use)}</code></th><td>${line(value)}</td><td>${line(shown)}</td></tr>`,
      );
      return `<table class="measures"><tbody>${rows.join("")}</tbody></table>`;
    }
    case "graph":
      return graphHtml(block.picture, block.states, line(block.caption));
    case "figure":
      return `<figure class="graph numbered">${drawFigure(block.picture)}<figcaption>${line(block.caption)}</figcaption></figure>`;
  }
}

/** A graph with its numbered caption; several states of it stand side by side. */
function graphHtml(picture: Picture, states: readonly Picture[], caption: string): string {
  if (states.length === 0) return `<figure class="graph numbered">${drawSvg(picture)}<figcaption>${caption}</figcaption></figure>`;
  const row = [picture, ...states].map((one) => `<div>${drawSvg(one, STATE_SIZE)}<p>${escapeHtml(one.state ?? "")}</p></div>`).join("");
  return `<figure class="graph numbered states"><div class="row">${row}</div><figcaption>${caption}</figcaption></figure>`;
}

/** A line as HTML, its mathematics typeset. */
export const lineHtml = (line: Line, typeset: Typeset): string => line.map((inline) => inlineHtml(inline, typeset)).join("");

function inlineHtml(inline: Inline, typeset: Typeset): string {
  switch (inline.kind) {
    case "words":
      return escapeHtml(inline.text);
    case "mathematics":
      return typeset(`${inline.large ? "\\displaystyle " : ""}${writtenLatex(inline.written)}`, false);
    case "limit":
      return typeset(`\\displaystyle ${limitSignLatex(inline.variable, inline.at, inline.side)}`, false);
    case "decimal":
      return ` <span class="decimal">≈ ${typeset(writtenLatex(inline.written), false)}</span>`;
    case "together":
      return `<span class="together">${lineHtml(inline.inlines, typeset)}</span>`;
    case "aside":
      return ` <span class="note">${lineHtml(inline.inlines, typeset)}</span>`;
    case "source":
      return `<code>${escapeHtml(inline.text)}</code>`;
  }
}
