import { PLACE } from "../completion/form.ts";

/** Signs with which a step begins in LaTeX. */
const ARROW = /^\\(?:Rightarrow|Longrightarrow|implies|therefore)(?![A-Za-z])/;
/** What stands around formulas in LaTeX and says nothing here. */
const FRAME = /\\(?:begin|end)\{[a-z]*\*?\}|\\\[|\\\]|&/g;

/**
 * The lines of a text that was copied from elsewhere, one instruction or step each; rows of a LaTeX alignment are lines too, and cells of a
 * spreadsheet are the points of a graph, or the places of a table.
 */
export function pastedLines(text: string): readonly string[] {
  const table = pastedTable(text);
  if (table !== undefined) return [table];
  return text
    .split(/\r?\n|\\\\/)
    .map((line) => line.replace(FRAME, " ").trim().replace(ARROW, "=>").replace(/\s+/g, " ").trim())
    .map((line) => (/^\$[^$]*\$$/.test(line) ? line.slice(1, -1).trim() : line))
    .filter((line) => line !== "");
}

const NUMBER = /^[+−-]?(?:\d+(?:[.,]\d*)?|[.,]\d+)(?:[eE][+-]?\d+)?$/;

/** A number as it is typed here, of a cell of a spreadsheet. */
const numberOf = (cell: string): string => cell.replace("−", "-").replace(",", ".").replace(/^\+/, "").replace("E", "e");

/** A table of numbers as a line: points of a graph with two or three columns, places of a table with one. Undefined for any other text. */
function pastedTable(text: string): string | undefined {
  const rows = text
    .split(/\r?\n/)
    .filter((row) => row.trim() !== "")
    .map((row) => row.split("\t").map((cell) => cell.trim()));
  const [head = [], ...others] = rows;
  const hasHeadings = head.some((cell) => !NUMBER.test(cell));
  const body = hasHeadings ? others : rows;
  const width = head.length;
  const isTable = body.length > 1 && width <= 3 && body.every((row) => row.length === width && row.every((cell) => NUMBER.test(cell)));
  if (!isTable || (width === 1 && hasHeadings)) return undefined;
  if (width === 1) return `tabulate ${PLACE} for x in ${body.flat().map(numberOf).join(", ")}`;
  const points = body.map((row) => `(${row.map(numberOf).join(", ")})`).join(", ");
  const [x = "", y = ""] = hasHeadings ? head.map((cell) => cell.replaceAll('"', "")) : [];
  return `graph data (${points})${hasHeadings ? ` with axis x "${x}", axis y "${y}"` : ""}`;
}
