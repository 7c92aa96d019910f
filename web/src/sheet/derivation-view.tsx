import type { Case, Row } from "@nail-down/core/document/block";
import { caseLabel, SIGNS } from "@nail-down/core/document/derivation";
import { BENCH_COLUMNS, isWide } from "@nail-down/core/document/wide";
import { Fragment } from "react";
import { Nail } from "../parts/nail.tsx";
import { Inlines } from "./inlines.tsx";

/** The way to an answer: left side, sign, right side, the reason beside, and the verdict on each step. */
export function DerivationView({ items }: { readonly items: readonly (Row | Case)[] }) {
  return (
    <ol className="derivation" aria-label="steps">
      {items.map((item, index) =>
        item.kind === "row" ? (
          // biome-ignore lint/suspicious/noArrayIndexKey: the rows of a derivation have no identity but their place
          <RowView key={index} row={item} />
        ) : (
          // biome-ignore lint/suspicious/noArrayIndexKey: the cases of a derivation have no identity but their place
          <li key={index} className="case">
            <p>
              {caseLabel(item, items)}: <Inlines line={item.title} />
            </p>
            <DerivationView items={item.items} />
          </li>
        ),
      )}
    </ol>
  );
}

function RowView({ row }: { readonly row: Row }) {
  const sign = row.sign === undefined ? "" : SIGNS[row.sign];
  return (
    <li className={isWide(row, BENCH_COLUMNS) ? "wide" : row.sign === undefined ? "alone" : ""}>
      <span className="left">
        <Inlines line={row.left} />
      </span>
      <span className="sign">{sign}</span>
      <span className="right">
        {row.right.map((one, index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: alternatives have no identity but their place
          <Fragment key={index}>
            {index > 0 && (
              <>
                {" "}
                <span className="text-steel italic">or</span> <Inlines line={row.left} /> {sign}{" "}
              </>
            )}
            <Inlines line={one} />
          </Fragment>
        ))}
      </span>
      <span className="because" title={row.why}>
        <Inlines line={row.reason} /> <Nail verdict={row.verdict} size={13} />
      </span>
    </li>
  );
}
