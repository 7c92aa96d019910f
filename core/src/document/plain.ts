import type { Inline, Line } from "../notation/inline.ts";
import { plainName, writtenPlain } from "../notation/plain.ts";
import type { Block } from "./block.ts";

/** Blocks in plain words, a paragraph each, for a reader that speaks and for logs. */
export const blocksPlain = (blocks: readonly Block[]): string => blocks.map(blockPlain).join("\n");

function blockPlain(block: Block): string {
  switch (block.kind) {
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
  }
}

/** A line in plain characters. */
export const linePlain = (line: Line): string => line.map(inlinePlain).join("").trim();

function inlinePlain(inline: Inline): string {
  switch (inline.kind) {
    case "words":
      return inline.text;
    case "mathematics":
      return writtenPlain(inline.written);
    case "limit":
      return `lim ${plainName(inline.variable)} → ${writtenPlain(inline.at)}${inline.side === undefined ? "" : inline.side === "left" ? "⁻" : "⁺"} of `;
    case "decimal":
      return ` ≈ ${writtenPlain(inline.written)}`;
    case "together":
      return linePlain(inline.inlines);
    case "aside":
      return ` (${linePlain(inline.inlines)})`;
    case "source":
      return inline.text;
  }
}
