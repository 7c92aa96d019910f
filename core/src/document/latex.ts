import { drawTikz } from "../graph/figure/figure-tikz.ts";
import { drawPgf } from "../graph/pgf.ts";
import type { Picture } from "../graph/picture.ts";
import { decimalSign, type Inline, type Line } from "../notation/inline.ts";
import { COMPARISONS_LATEX, limitSignLatex, writtenLatex } from "../notation/latex.ts";
import { textLatex } from "../notation/latex-text.ts";
import { unitLatex } from "../units/typeset.ts";
import type { Block, Caption, Case, CheckedBy, Row } from "./block.ts";
import { caseLabel } from "./derivation.ts";
import type { Details } from "./details.ts";
import { authorLatex } from "./latex-words.ts";
import { pointsWords } from "./points.ts";
import { isWide } from "./wide.ts";

/** A complete document for LaTeX, with standard packages only, around its parts (`partLatex`). */
export function documentLatex({ title, author, kind, date }: Details, parts: readonly string[]): string {
  return [
    "\\documentclass[11pt,a4paper]{article}",
    "\\usepackage[T1]{fontenc}",
    "\\usepackage[utf8]{inputenc}",
    "\\usepackage{lmodern,amsmath,amssymb,array,booktabs}",
    "\\usepackage[margin=22mm]{geometry}",
    "\\usepackage{pgfplots}",
    "\\usepackage[hidelinks]{hyperref}",
    "\\pgfplotsset{compat=newest}",
    "\\usetikzlibrary{arrows.meta}",
    "\\setlength{\\parindent}{0pt}\\setlength{\\parskip}{0.6em plus 0.2em}",
    "\\allowdisplaybreaks",
    `\\title{${textLatex(title)}\\\\\\large ${textLatex(kind)}}`,
    `\\author{${textLatex(author)}}`,
    `\\date{${date}}`,
    "\\begin{document}",
    "\\maketitle",
    ...parts.filter((part) => part !== ""),
    "\\end{document}",
    "",
  ].join("\n");
}

/** Blocks as a part of a document. */
export const partLatex = (blocks: readonly Block[]): string => withLatinCapitals(blocksLatex(blocks));

const LATIN_FORMS: Readonly<Record<string, string>> = {
  Α: "A",
  Β: "B",
  Ε: "E",
  Ζ: "Z",
  Η: "H",
  Ι: "I",
  Κ: "K",
  Μ: "M",
  Ν: "N",
  Ο: "O",
  Ρ: "P",
  Τ: "T",
  Χ: "X",
};

/** Greek letters that LaTeX has no command for, since they look like Latin ones. */
const withLatinCapitals = (latex: string): string => latex.replace(/[\u0391-\u03a7]/g, (letter) => LATIN_FORMS[letter] ?? letter).replaceAll("\\omicron", "o");

/** Blocks as the body of a LaTeX document. */
export const blocksLatex = (blocks: readonly Block[]): string =>
  blocks
    .map(blockLatex)
    .filter((one) => one !== "")
    .join("\n\n");

function blockLatex(block: Block): string {
  switch (block.kind) {
    case "heading":
      return `\\section*{${block.number}\\quad ${textLatex(block.title)}${worth(block.points)}}`;
    case "part":
      return `\\textbf{(${block.letter})} ${authorLatex(block.question)}${worth(block.points)}`;
    case "author's words":
      return authorLatex(block.words);
    case "hint":
      return `\\emph{Hint:} ${authorLatex(block.words)}`;
    case "space":
      return `\\vspace{${block.lines}\\baselineskip}`;
    case "givens":
      return `Given: ${block.items.map(lineLatex).join(", ")}.`;
    case "sentence": {
      const number = block.number === undefined ? "" : `(${block.number}) `;
      return `${number}${lineLatex(block.line)}${block.because ? ` ${authorLatex(block.because)}` : ""}`;
    }
    case "fault":
      return `\\textbf{${textLatex(block.message)}}`;
    case "derivation":
      return itemsLatex(block.items);
    case "display":
      return displayed(block.line);
    case "results":
      return block.items.map(displayed).join("\n");
    case "paragraph":
      return lineLatex(block.line);
    case "set aside":
      return block.items.map((item) => `Set aside: ${lineLatex(item)}.`).join("\n\n");
    case "table": {
      const row = (cells: readonly { readonly line: Line }[]): string => cells.map(({ line }) => lineLatex(line)).join(" & ");
      const table = `\\begin{tabular}{${"r".repeat(block.headings.length)}}\\toprule\n${row(block.headings)}\\\\\\midrule\n${block.rows.map((one) => `${row(one)}\\\\`).join("\n")}\n\\bottomrule\\end{tabular}`;
      return centred(table, block.caption ? captionLatex("Table", block.caption) : "");
    }
    case "measures":
      return `\\begin{tabular}{lll}\n${block.rows.map(({ use, value, shown }) => `\\texttt{${textLatex(use)}} & ${lineLatex(value)} & ${lineLatex(shown)}\\\\`).join("\n")}\n\\end{tabular}`;
    case "graph":
      return centred([block.picture, ...block.states].map(fitted).join("\n"), captionLatex("Figure", block.caption));
    case "figure":
      return centred(drawTikz(block.picture), captionLatex("Figure", block.caption));
    case "beside": {
      const width = (0.96 / block.blocks.length).toFixed(2);
      return block.blocks.map((one) => `\\begin{minipage}[t]{${width}\\linewidth}\n${blockLatex(one)}\n\\end{minipage}`).join("\\hfill\n");
    }
    case "answer": {
      const letter = block.letter === undefined ? "" : `\\textbf{(${block.letter})}\\quad `;
      return `\\medskip\\noindent\\fbox{\\begin{minipage}{0.96\\linewidth}\n${letter}${blocksLatex(block.blocks)}\n\\end{minipage}}\\medskip`;
    }
    case "folded":
      return blocksLatex(block.blocks);
    case "evidence":
      return block.verdict === "nailed" ? "" : `\\emph{${block.verdict}: ${block.checks.map(checkLatex).join("; ")}}`;
  }
}

const worth = (points: number | undefined): string => (points === undefined ? "" : `\\hfill ${pointsWords(points)}`);
const centred = (drawing: string, caption: string): string => `\\begin{center}\n${drawing}\n${caption === "" ? "" : `\n{\\small ${caption}}\n`}\\end{center}`;
/** A graph no wider than the page. */
const fitted = (picture: Picture): string => `\\resizebox{\\ifdim\\width>\\linewidth \\linewidth\\else\\width\\fi}{!}{${drawPgf(picture)}}`;
const checkLatex = ({ heading, lines }: CheckedBy): string => `${heading} ${lines.map(({ note }) => textLatex(note)).join(", ")}`;

function captionLatex(what: "Figure" | "Table", { number, words, line }: Caption): string {
  const own = words ? authorLatex(words) : lineLatex(line);
  return number === undefined ? own : `\\textbf{${what} ${number}}\\quad ${own}`;
}

/** Rows with their signs under each other and the reasons beside; those too wide for that are set by themselves. */
function itemsLatex(items: readonly (Row | Case)[]): string {
  const parts: string[] = [];
  let columns: string[] = [];
  const close = (): void => {
    if (columns.length > 0) parts.push(`\\begin{alignat*}{2}\n${columns.join(" \\\\\n")}\n\\end{alignat*}`);
    columns = [];
  };
  for (const item of items) {
    if (item.kind === "row" && !isWide(item)) columns.push(...columnsLatex(item));
    else {
      close();
      parts.push(
        item.kind === "case"
          ? `\\textbf{${caseLabel(item, items)}:} ${lineLatex(item.title)}\n\n${itemsLatex(item.items)}`
          : `\\emph{${lineLatex(item.reason)}}\n\\begin{multline*}\n${rowMath(item)}\n\\end{multline*}`,
      );
    }
  }
  close();
  return parts.join("\n\n");
}

function columnsLatex({ left, sign, right, reason }: Row): readonly string[] {
  const shownSign = sign === undefined ? "" : COMPARISONS_LATEX[sign];
  const beside = reason.length > 0 ? ` &\\qquad& \\parbox[t]{0.38\\linewidth}{\\raggedright\\small\\itshape ${lineLatex(reason)}}` : "";
  return right.map((one, k) =>
    k === 0 ? `${mathLine(left)} &${shownSign} ${mathLine(one)}${beside}` : `\\text{or}\\quad ${mathLine(left)} &${shownSign} ${mathLine(one)}`,
  );
}

function rowMath({ left, sign, right }: Row): string {
  const lead = `${mathLine(left)} ${sign === undefined ? "" : COMPARISONS_LATEX[sign]}`;
  return right.map((one) => `${lead} ${mathLine(one)}`).join(" \\\\ \\text{or}\\quad ");
}

const DECIMAL_SIGNS = { "=": "=", "≈": "\\approx" } as const;

const displayed = (line: Line): string => `\\[ ${mathLine(line)} \\]`;

/** A line in mathematics, its words as text. */
const mathLine = (line: Line): string => line.map((inline) => inlineLatex(inline, true)).join("");

/** A line of words with mathematics in it. */
export const lineLatex = (line: Line): string => line.map((inline) => inlineLatex(inline, false)).join("");

function inlineLatex(inline: Inline, inMath: boolean): string {
  const math = (latex: string): string => (inMath ? latex : `$${latex}$`);
  const plainText = (latex: string): string => (inMath ? `\\text{${latex}}` : latex);
  switch (inline.kind) {
    case "words":
      return inMath && /^ ?= ?$/.test(inline.text) ? " = " : plainText(textLatex(inline.text));
    case "mathematics":
      return math(`${inline.large && !inMath ? "\\displaystyle " : ""}${writtenLatex(inline.written)}`);
    case "unit":
      return math(unitLatex(inline.unit));
    case "limit":
      return math(limitSignLatex(inline.variable, inline.at, inline.side));
    case "decimal":
      return `${inMath ? "" : " "}${math(`${DECIMAL_SIGNS[decimalSign(inline)]} ${writtenLatex(inline.written)}`)}`;
    case "together":
      return inline.inlines.map((one) => inlineLatex(one, inMath)).join("");
    case "aside":
      return `${inMath ? "\\quad " : " "}${plainText("(")}${inline.inlines.map((one) => inlineLatex(one, inMath)).join("")}${plainText(")")}`;
    case "source":
      return plainText(`\\texttt{${textLatex(inline.text)}}`);
  }
}
