import type { Block, Cell } from "../../document/block.ts";
import type { Expression } from "../../expression/expression.ts";
import { mathematics, words } from "../../notation/inline.ts";
import { present } from "../../notation/present.ts";
import { text } from "../../notation/text.ts";
import type { Answer, Digits } from "../answer.ts";
import { decimals } from "./decimals.ts";
import { valueAndBeside } from "./values.ts";

const FIGURES = 20;

/** A table of values, each exact and as a decimal. */
export function composeTable({ columns, rows, digits }: Answer & { readonly kind: "table" }): readonly Block[] {
  const headings = columns.map((column): Cell => ({ line: [mathematics(present(column))], text: text(column) }));
  return [{ kind: "table", headings, rows: rows.map((row) => row.map((value) => cellOf(value, digits))) }];
}

function cellOf(value: Expression | undefined, digits: Digits | undefined): Cell {
  if (!value) return { line: [words("undefined")], text: "undefined" };
  const number = decimals(value, FIGURES);
  const { exact, beside } = valueAndBeside(value, undefined, digits);
  return {
    line: [mathematics(exact), ...beside],
    text: text(value),
    ...(number && number.im === undefined ? { number: number.re } : {}),
  };
}
