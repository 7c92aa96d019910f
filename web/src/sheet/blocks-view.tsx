import type { Block, ParagraphRole } from "@nail-down/core/document/block";
import type { Picture } from "@nail-down/core/graph/picture";
import { drawSvg } from "@nail-down/core/graph/svg";
import type { Inline, Line } from "@nail-down/core/notation/inline";
import { limitSignLatex, writtenLatex } from "@nail-down/core/notation/latex";
import type { PartedLatex } from "@nail-down/core/notation/parts";
import { memo, useState } from "react";
import { Mathematics, PartedMathematics } from "../parts/mathematics.tsx";
import { FigureView } from "./graph/figure-view.tsx";
import { GraphView } from "./graph/graph-view.tsx";
import type { GraphActions, GraphPlace } from "./graph/place.ts";
import { TableView } from "./table-view.tsx";

/** Puts an instruction for the line into the writing line: the rewrite and the part it is for. */
export type ProposeRewrite = (rewrite: string, part: string) => void;

/** Where blocks stand on the bench, and what can be done from them. */
interface Bench {
  readonly place: GraphPlace;
  readonly propose: ProposeRewrite;
  readonly actions: GraphActions;
}

/** What a line came to as it stands on the sheet: the blocks that readers get, with what the hand can do to them. */
export const BlocksView = memo(function BlocksView({ blocks, ...bench }: Bench & { readonly blocks: readonly Block[] }) {
  // biome-ignore lint/suspicious/noArrayIndexKey: the blocks of a result have no identity but their place
  return blocks.map((block, index) => <BlockView key={index} block={block} bench={bench} />);
});

const PARAGRAPHS: Readonly<Record<ParagraphRole, string>> = {
  answer: "",
  refusal: "text-bent",
  remark: "text-[0.92em] text-steel",
  warning: "text-tacked",
};

function BlockView({ block, bench }: { readonly block: Block; readonly bench: Bench }) {
  switch (block.kind) {
    case "display":
      return (
        <div className="py-1">
          <Inlines line={block.line} bench={bench} />
        </div>
      );
    case "results":
      return (
        <ul className="list-none">
          {block.items.map((item, index) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: results have no identity but their place
            <li key={index} className="py-1">
              <Inlines line={item} bench={bench} />
            </li>
          ))}
        </ul>
      );
    case "paragraph":
      return (
        <p className={PARAGRAPHS[block.role]}>
          <Inlines line={block.line} bench={bench} />
        </p>
      );
    case "set aside":
      return block.items.map((item, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: candidates have no identity but their place
        <p key={index} className="text-[0.92em] text-steel">
          <em>set aside:</em> <Inlines line={item} bench={bench} />
        </p>
      ));
    case "table":
      return <TableView headings={block.headings} rows={block.rows} show={(line) => <Inlines line={line} bench={bench} />} />;
    case "measures":
      return (
        <ul className="my-1 list-none text-[0.95em]">
          {block.rows.map(({ use, value, shown }) => (
            <li key={use} className="flex flex-wrap items-center gap-x-2 py-0.5">
              <button
                type="button"
                title="use it in the next line"
                className="whitespace-nowrap font-mono text-[0.85em] text-steel hover:text-copper"
                onClick={() => bench.actions.write(use)}
              >
                {use}
              </button>
              <span>
                = <Inlines line={value} bench={bench} />
              </span>
              {shown.length > 0 && (
                <span>
                  <Inlines line={shown} bench={bench} />
                </span>
              )}
            </li>
          ))}
        </ul>
      );
    case "graph":
      return block.states.length > 0 ? (
        <GraphStates pictures={[block.picture, ...block.states]} />
      ) : (
        <GraphView drawn={block.picture} place={bench.place} actions={bench.actions} />
      );
    case "figure":
      return <FigureView drawn={block.picture} place={bench.place} actions={bench.actions} />;
  }
}

/** Words and mathematics in a line; where `bench` is told, parts of a formula can be chosen. */
export function Inlines({ line, bench }: { readonly line: Line; readonly bench?: Bench }) {
  // biome-ignore lint/suspicious/noArrayIndexKey: the pieces of a line have no identity but their place
  return line.map((inline, index) => <InlineView key={index} inline={inline} {...(bench ? { bench } : {})} />);
}

function InlineView({ inline, bench }: { readonly inline: Inline; readonly bench?: Bench }) {
  switch (inline.kind) {
    case "words":
      return inline.text;
    case "mathematics":
      return inline.parts && bench ? (
        <Parted parted={inline.parts} propose={bench.propose} />
      ) : (
        <Mathematics latex={writtenLatex(inline.written)} large={inline.large === true} />
      );
    case "limit":
      return <Mathematics latex={limitSignLatex(inline.variable, inline.at, inline.side)} large />;
    case "decimal":
      return (
        <span className="ml-2 whitespace-nowrap text-[0.92em] text-steel">
          ≈ <Mathematics latex={writtenLatex(inline.written)} />
        </span>
      );
    case "together":
      return (
        <span className="inline-block">
          <Inlines line={inline.inlines} {...(bench ? { bench } : {})} />
        </span>
      );
    case "aside":
      return (
        <span className="mx-2 text-[0.92em] text-steel">
          <Inlines line={inline.inlines} {...(bench ? { bench } : {})} />
        </span>
      );
    case "source":
      return <code className="font-mono text-[0.86em]">{inline.text}</code>;
  }
}

const REWRITES = ["simplify", "expand", "factor", "combine"] as const;

/** A value whose parts can be clicked; the rewrites that are offered for the chosen part are put into the writing line. */
function Parted({ parted, propose }: { readonly parted: PartedLatex; readonly propose: ProposeRewrite }) {
  const [chosen, setChosen] = useState<number>();
  const part = chosen === undefined ? undefined : parted.parts[chosen];
  return (
    <>
      <PartedMathematics latex={parted.latex} chosen={chosen} choose={(next) => setChosen(next === chosen ? undefined : next)} />
      {part !== undefined && (
        <span className="mt-1 flex gap-3 font-sans text-[0.8em] text-steel">
          this part:
          {REWRITES.map((rewrite) => (
            <button
              key={rewrite}
              type="button"
              aria-label={`${rewrite} the part ${part}`}
              className="underline decoration-dotted underline-offset-4 hover:text-copper"
              onClick={() => propose(rewrite, part)}
            >
              {rewrite}
            </button>
          ))}
        </span>
      )}
    </>
  );
}

const STATE_SIZE = { width: 220, height: 165 };

/** Several states of one graph side by side. */
function GraphStates({ pictures }: { readonly pictures: readonly Picture[] }) {
  return (
    <div className="my-1 grid grid-cols-[repeat(auto-fit,minmax(7.5rem,1fr))] gap-2">
      {pictures.map((picture) => (
        <figure key={picture.state ?? ""} className="border border-rule [&_svg]:h-auto [&_svg]:w-full">
          <div dangerouslySetInnerHTML={{ __html: drawSvg(picture, STATE_SIZE) }} />
          <figcaption className="pb-1 text-center text-[0.92em] text-steel">{picture.state}</figcaption>
        </figure>
      ))}
    </div>
  );
}
