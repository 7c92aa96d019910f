import { unitPlain } from "../units/typeset.ts";
import { decimalSign, type Inline, type Line } from "./inline.ts";
import { plainName, writtenPlain } from "./plain.ts";

/** A line in plain characters. */
export const linePlain = (line: Line): string => line.map(inlinePlain).join("").trim();

function inlinePlain(inline: Inline): string {
  switch (inline.kind) {
    case "words":
      return inline.text;
    case "mathematics":
      return writtenPlain(inline.written);
    case "unit":
      return unitPlain(inline.unit);
    case "limit":
      return `lim ${plainName(inline.variable)} → ${writtenPlain(inline.at)}${inline.side === undefined ? "" : inline.side === "left" ? "⁻" : "⁺"} of `;
    case "decimal":
      return ` ${decimalSign(inline)} ${writtenPlain(inline.written)}`;
    case "together":
      return linePlain(inline.inlines);
    case "aside":
      return ` (${linePlain(inline.inlines)})`;
    case "source":
      return inline.text;
  }
}
