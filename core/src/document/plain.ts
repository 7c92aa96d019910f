import { linePlain } from "../notation/line-plain.ts";
import { writtenPlain } from "../notation/plain.ts";
import { type AuthorWords, authorTokens, mathOf } from "./author-words.ts";
import type { Block, Case, CheckedBy, Row } from "./block.ts";
import { caseLabel, SIGNS } from "./derivation.ts";
import { pointsWords } from "./points.ts";

/** Blocks in plain words, a paragraph each, for a reader that speaks and for logs. */
export const blocksPlain = (blocks: readonly Block[]): string => blocks.map(blockPlain).join("\n");

function blockPlain(block: Block): string {
  switch (block.kind) {
    case "heading":
      return `${block.number} ${block.title}${worth(block.points)}`;
    case "part":
      return `(${block.letter}) ${wordsPlain(block.question)}${worth(block.points)}`;
    case "author's words":
      return wordsPlain(block.words);
    case "hint":
      return `Hint: ${wordsPlain(block.words)}`;
    case "space":
      return "";
    case "givens":
      return `Given: ${block.items.map(linePlain).join(", ")}`;
    case "sentence": {
      const number = block.number === undefined ? "" : `(${block.number}) `;
      return `${number}${linePlain(block.line)}${block.because ? ` ${wordsPlain(block.because)}` : ""}`;
    }
    case "fault":
      return block.message;
    case "derivation":
      return itemsPlain(block.items).join("\n");
    case "display":
      return linePlain(block.line);
    case "results":
      return block.items.map(linePlain).join("\n");
    case "paragraph":
      return linePlain(block.line);
    case "set aside":
      return block.items.map((item) => `Set aside: ${linePlain(item)}`).join("\n");
    case "table":
      return [block.headings, ...block.rows].map((row) => row.map(({ line }) => linePlain(line)).join("; ")).join("\n");
    case "measures":
      return block.rows.map(({ use, value, shown }) => [`${use}: ${linePlain(value)}`, linePlain(shown)].filter((part) => part !== "").join("; ")).join("\n");
    case "graph":
      return [block.picture, ...block.states].map(({ description }) => description).join("\n");
    case "figure":
      return block.picture.description;
    case "beside":
      return blocksPlain(block.blocks);
    case "answer":
      return `Answer${block.letter === undefined ? "" : ` to (${block.letter})`}: ${blocksPlain(block.blocks)}`;
    case "folded":
      return `${block.label}: ${blocksPlain(block.blocks)}`;
    case "evidence":
      return block.checks.map(checkPlain).join("\n");
  }
}

const worth = (points: number | undefined): string => (points === undefined ? "" : ` (${pointsWords(points)})`);

function itemsPlain(items: readonly (Row | Case)[]): readonly string[] {
  return items.flatMap((item) =>
    item.kind === "row"
      ? [[linePlain(item.reason), rowPlain(item)].filter((part) => part !== "").join(": ")]
      : [`${caseLabel(item, items)}: ${linePlain(item.title)}`, ...itemsPlain(item.items).map((one) => `  ${one}`)],
  );
}

function rowPlain({ left, sign, right }: Row): string {
  const lead = [linePlain(left), sign === undefined ? "" : SIGNS[sign]].filter((part) => part !== "").join(" ");
  return right.map((one) => `${lead} ${linePlain(one)}`.trim()).join(" or ");
}

const checkPlain = ({ heading, outcome, lines }: CheckedBy): string => `${heading}, ${outcome}: ${lines.map(({ note }) => note).join("; ")}`;

/** The author's words in plain characters, their marks of CommonMark left out. */
export function wordsPlain({ markdown, known }: AuthorWords): string {
  const tokens = authorTokens(markdown).flatMap(({ children, content }) => children ?? (content === "" ? [] : [{ type: "text", content }]));
  return tokens
    .map(({ type, content }) => {
      if (type !== "math") return type === "softbreak" || type === "hardbreak" ? " " : content;
      const math = mathOf(content, known);
      return typeof math === "string" ? math : writtenPlain(math);
    })
    .join("")
    .trim();
}
