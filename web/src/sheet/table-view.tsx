import type { Cell } from "@nail-down/core/document/block";
import type { Line as DocumentLine } from "@nail-down/core/notation/inline";
import { type ReactNode, useState } from "react";
import { Chart, TableChart } from "./charts/lazily.tsx";
import { saveText } from "./graph/saving.ts";

interface Table {
  readonly headings: readonly Cell[];
  readonly rows: readonly (readonly Cell[])[];
}

/** Whether a decimal stands beside a value. */
const hasDecimal = (cell: Cell | undefined): boolean => cell?.line.some(({ kind }) => kind === "decimal") ?? false;

const quoted = (text: string): string => (/[",\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text);

/** Exact values, and beside every column that is not all whole numbers its decimals. */
export function tableCsv({ headings, rows }: Table): string {
  const isDecimal = headings.map((_, k) => rows.some((row) => hasDecimal(row[k])));
  const head = headings.flatMap(({ text }, k) => (isDecimal[k] ? [text, `${text} (decimal)`] : [text]));
  const body = rows.map((row) => row.flatMap((cell, k) => (isDecimal[k] ? [cell.text, cell.number ?? ""] : [cell.text])));
  return `${[head, ...body].map((cells) => cells.map(quoted).join(",")).join("\r\n")}\r\n`;
}

/** A framed table with its values exact and as decimals, a chart of them beside, and its CSV for the clipboard. */
export function TableView({ show, ...table }: Table & { readonly show: (line: DocumentLine) => ReactNode }) {
  const { headings, rows } = table;
  const columns = headings.map(({ text }) => text);
  const [copied, setCopied] = useState(false);
  const numbers = rows.map((row) => Object.fromEntries(row.map((cell, k) => [`c${k}`, cell.number === undefined ? null : Number(cell.number)])));
  const drawable = rows.length > 2 && rows.every(([first]) => first?.number !== undefined);
  const copy = (): void => {
    // Where the browser keeps its clipboard to itself, the table comes as a file.
    navigator.clipboard.writeText(tableCsv(table)).then(
      () => setCopied(true),
      () => saveText(tableCsv(table), "text/csv", "table.csv"),
    );
  };
  return (
    <div className="my-1 flex flex-wrap items-start gap-4">
      <div>
        <table className="border-y-2 border-ink">
          <thead>
            <tr className="border-b border-ink">
              {headings.map((heading) => (
                <th key={heading.text} scope="col" className="px-4 py-1 text-right font-normal">
                  {show(heading.line)}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <tr key={row[0]?.text}>
                {row.map((cell, index) => (
                  <td key={headings[index]?.text} className="px-4 py-0.5 text-right">
                    {show(cell.line)}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
        <button type="button" className="mt-1 font-sans text-[13px] text-steel underline decoration-dotted underline-offset-4 hover:text-copper" onClick={copy}>
          {copied ? "copied" : "copy as CSV"}
        </button>
      </div>
      {drawable && (
        <Chart>
          <TableChart columns={columns} numbers={numbers} />
        </Chart>
      )}
    </div>
  );
}
