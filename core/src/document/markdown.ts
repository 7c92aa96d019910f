import type { Inline, Line } from "../notation/inline.ts";
import { COMPARISONS_LATEX, limitSignLatex, writtenLatex } from "../notation/latex.ts";
import { unitLatex } from "../units/typeset.ts";
import { type AuthorWords, MATH, mathLatex } from "./author-words.ts";
import type { Block, Caption, Case, CheckedBy, Row } from "./block.ts";
import { caseLabel } from "./derivation.ts";
import type { Details } from "./details.ts";
import { pointsWords } from "./points.ts";

/** A document in CommonMark with `$…$` in LaTeX, around its parts (`blocksMarkdown`). */
export const documentMarkdown = ({ title, author, kind, date }: Details, parts: readonly string[]): string =>
  `${[`# ${escaped(title)}`, `${kind}, ${escaped(author)}, ${date}`, ...parts.filter((part) => part !== "")].join("\n\n")}\n`;

/** Blocks as paragraphs of CommonMark. */
export const blocksMarkdown = (blocks: readonly Block[]): string =>
  blocks
    .map(blockMarkdown)
    .filter((one) => one !== "")
    .join("\n\n");

function blockMarkdown(block: Block): string {
  switch (block.kind) {
    case "heading":
      return `## ${block.number} ${escaped(block.title)}${worth(block.points)}`;
    case "part":
      return `**(${block.letter})** ${authorMarkdown(block.question)}${worth(block.points)}`;
    case "author's words":
      return authorMarkdown(block.words);
    case "hint":
      return `*Hint:* ${authorMarkdown(block.words)}`;
    case "space":
      return "";
    case "givens":
      return `Given: ${block.items.map(lineMarkdown).join(", ")}.`;
    case "sentence": {
      const number = block.number === undefined ? "" : `(${block.number}) `;
      return `${number}${lineMarkdown(block.line)}${block.because ? ` *${authorMarkdown(block.because)}*` : ""}`;
    }
    case "fault":
      return `**${escaped(block.message)}**`;
    case "derivation":
      return itemsMarkdown(block.items).join("\n\n");
    case "display":
      return lineMarkdown(block.line);
    case "results":
      return block.items.map((item) => `- ${lineMarkdown(item)}`).join("\n");
    case "paragraph":
      return lineMarkdown(block.line);
    case "set aside":
      return block.items.map((item) => `- Set aside: ${lineMarkdown(item)}`).join("\n");
    case "table": {
      const row = (cells: readonly string[]): string => `| ${cells.map((cell) => cell.replaceAll("|", "\\|")).join(" | ")} |`;
      const rows = [block.headings, ...block.rows].map((cells) => row(cells.map(({ line }) => lineMarkdown(line))));
      const table = [rows[0], row(block.headings.map(() => "---:")), ...rows.slice(1)].join("\n");
      return block.caption ? `${table}\n\n${captionMarkdown("Table", block.caption)}` : table;
    }
    case "measures":
      return block.rows.map(({ use, value, shown }) => `- \`${use}\`: ${lineMarkdown(value)}${shown.length > 0 ? `, ${lineMarkdown(shown)}` : ""}`).join("\n");
    case "graph":
      return `${captionMarkdown("Figure", block.caption)}\n\n${[block.picture, ...block.states].map(({ description }) => `> ${escaped(description)}`).join("\n>\n")}`;
    case "figure":
      return `${captionMarkdown("Figure", block.caption)}\n\n> ${escaped(block.picture.description)}`;
    case "beside":
      return blocksMarkdown(block.blocks);
    case "answer":
      return `**Answer${block.letter === undefined ? "" : ` (${block.letter})`}:**\n\n${blocksMarkdown(block.blocks)}`;
    case "folded":
      return `*${block.label}*\n\n${blocksMarkdown(block.blocks)}`;
    case "evidence":
      return block.verdict === "nailed" ? "" : `*${block.verdict}: ${block.checks.map(checkMarkdown).join("; ")}*`;
  }
}

const worth = (points: number | undefined): string => (points === undefined ? "" : ` (${pointsWords(points)})`);
const checkMarkdown = ({ heading, lines }: CheckedBy): string => `${heading} ${lines.map(({ note }) => escaped(note)).join(", ")}`;

/** Characters that mean something in CommonMark. */
const escaped = (text: string): string => text.replace(/[\\`*_{}[\]<>$#]/g, (letter) => `\\${letter}`);

/** The author's words stay as they are written; what stands between dollar signs becomes LaTeX. */
function authorMarkdown({ markdown, known }: AuthorWords): string {
  return markdown.replace(new RegExp(MATH, "g"), (_, fence: string, source: string) => `${fence}${mathLatex(source, known)}${fence}`);
}

function captionMarkdown(what: "Figure" | "Table", { number, words, line }: Caption): string {
  const own = words ? authorMarkdown(words) : lineMarkdown(line);
  return number === undefined ? own : `**${what} ${number}** ${own}`;
}

function itemsMarkdown(items: readonly (Row | Case)[]): readonly string[] {
  return items.flatMap((item) =>
    item.kind === "row"
      ? [`${item.reason.length > 0 ? `${lineMarkdown(item.reason)}\n\n` : ""}$$${rowMath(item).trim()}$$`]
      : [`**${caseLabel(item, items)}:** ${lineMarkdown(item.title)}`, ...itemsMarkdown(item.items)],
  );
}

function rowMath({ left, sign, right }: Row): string {
  const lead = `${left.map(inMath).join("")} ${sign === undefined ? "" : COMPARISONS_LATEX[sign]}`;
  return right.map((one) => `${lead} ${one.map(inMath).join("")}`).join(" \\quad\\text{or}\\quad ");
}

/** A line of words with mathematics between dollar signs. */
export const lineMarkdown = (line: Line): string => line.map(inWords).join("").trim();

function inWords(inline: Inline): string {
  switch (inline.kind) {
    case "words":
      return escaped(inline.text);
    case "decimal":
      return ` $${inMath(inline)}$`;
    case "together":
      return inline.inlines.map(inWords).join("");
    case "aside":
      return ` (${inline.inlines.map(inWords).join("")})`;
    case "source":
      return `\`${inline.text}\``;
    case "mathematics":
    case "unit":
    case "limit":
      return `$${inMath(inline)}$`;
  }
}

function inMath(inline: Inline): string {
  switch (inline.kind) {
    case "words":
      return /^ ?= ?$/.test(inline.text) ? " = " : `\\text{${inline.text.replace(/[\\{}$]/g, "")}}`;
    case "mathematics":
      return writtenLatex(inline.written);
    case "unit":
      return unitLatex(inline.unit);
    case "limit":
      return limitSignLatex(inline.variable, inline.at, inline.side);
    case "decimal":
      return `${inline.isExact ? "=" : "\\approx"} ${writtenLatex(inline.written)}`;
    case "together":
      return inline.inlines.map(inMath).join("");
    case "aside":
      return `\\quad\\text{(}${inline.inlines.map(inMath).join("")}\\text{)}`;
    case "source":
      return `\\texttt{${inline.text}}`;
  }
}
