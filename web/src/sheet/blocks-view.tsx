import type { Block, ParagraphRole } from "@nail-down/core/document/block";
import { pointsWords } from "@nail-down/core/document/points";
import type { Picture } from "@nail-down/core/graph/picture";
import { drawSvg } from "@nail-down/core/graph/svg";
import { words } from "@nail-down/core/notation/inline";
import { memo } from "react";
import { Folded } from "../parts/folded.tsx";
import { Prose, Words } from "../parts/mathematics.tsx";
import { DerivationView } from "./derivation-view.tsx";
import { FigureView } from "./graph/figure-view.tsx";
import { GraphView } from "./graph/graph-view.tsx";
import { Inlines } from "./inlines.tsx";
import type { LinePlace } from "./line-place.ts";
import { TableView } from "./table-view.tsx";

/** What a line came to as it stands on the sheet: the blocks that readers get, with what the hand can do to them. */
export const BlocksView = memo(function BlocksView({ blocks, place }: { readonly blocks: readonly Block[]; readonly place: LinePlace }) {
  // biome-ignore lint/suspicious/noArrayIndexKey: the blocks of a result have no identity but their place
  return blocks.map((block, index) => <BlockView key={index} block={block} place={place} />);
});

const PARAGRAPHS: Readonly<Record<ParagraphRole, string>> = {
  answer: "",
  refusal: "text-bent",
  remark: "text-[0.92em] text-steel",
  warning: "text-tacked",
};

function BlockView({ block, place }: { readonly block: Block; readonly place: LinePlace }) {
  switch (block.kind) {
    case "heading":
      return (
        <h2 className="font-semibold text-xl">
          {block.number} {block.title} <Points points={block.points} />
        </h2>
      );
    case "part":
      return (
        <div className="grid grid-cols-[2rem_minmax(0,1fr)_auto]">
          <span className="text-copper">({block.letter})</span>
          <Prose words={block.question} />
          <Points points={block.points} />
        </div>
      );
    case "author's words":
      return <Prose words={block.words} />;
    case "hint":
      return (
        <div className="text-steel">
          <em>Hint:</em> <Words words={block.words} />
        </div>
      );
    case "space":
      return <div style={{ height: `${block.lines}em` }} aria-hidden="true" />;
    case "givens":
      return (
        <p>
          Given: <Inlines line={block.items.flatMap((item, k) => (k === 0 ? item : [words(", "), ...item]))} />
        </p>
      );
    case "sentence":
      return (
        <p>
          <Inlines line={block.line} /> {block.because && <Words words={block.because} />}
        </p>
      );
    case "fault":
      return <p className="text-bent">{block.message}</p>;
    case "derivation":
      return <DerivationView items={block.items} />;
    case "beside":
      return (
        <div className="grid grid-cols-[repeat(auto-fit,minmax(14rem,1fr))] gap-3">
          <BlocksView blocks={block.blocks} place={place} />
        </div>
      );
    case "answer":
      return (
        <div className="w-fit border border-ink px-3">
          <BlocksView blocks={block.blocks} place={place} />
        </div>
      );
    case "folded":
      return (
        <Folded label={block.label}>
          <BlocksView blocks={block.blocks} place={place} />
        </Folded>
      );
    case "evidence":
      // On the bench the evidence stands in a panel of its own.
      return null;
    case "display":
      return (
        <div className="py-1">
          <Inlines line={block.line} rewriting={place} />
        </div>
      );
    case "results":
      return (
        <ul className="list-none">
          {block.items.map((item, index) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: results have no identity but their place
            <li key={index} className="py-1">
              <Inlines line={item} rewriting={place} />
            </li>
          ))}
        </ul>
      );
    case "paragraph":
      return (
        <p className={PARAGRAPHS[block.role]}>
          <Inlines line={block.line} rewriting={place} />
        </p>
      );
    case "set aside":
      return block.items.map((item, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: candidates have no identity but their place
        <p key={index} className="text-[0.92em] text-steel">
          <em>set aside:</em> <Inlines line={item} rewriting={place} />
        </p>
      ));
    case "table":
      return <TableView headings={block.headings} rows={block.rows} show={(line) => <Inlines line={line} rewriting={place} />} />;
    case "measures":
      return (
        <ul className="my-1 list-none text-[0.95em]">
          {block.rows.map(({ use, value, shown }) => (
            <li key={use} className="flex flex-wrap items-center gap-x-2 py-0.5">
              <button
                type="button"
                title="use it in the next line"
                className="whitespace-nowrap font-mono text-[0.85em] text-steel hover:text-copper"
                onClick={() => place.write(use)}
              >
                {use}
              </button>
              <span>
                = <Inlines line={value} rewriting={place} />
              </span>
              {shown.length > 0 && (
                <span>
                  <Inlines line={shown} rewriting={place} />
                </span>
              )}
            </li>
          ))}
        </ul>
      );
    case "graph":
      return block.states.length > 0 ? <GraphStates pictures={[block.picture, ...block.states]} /> : <GraphView drawn={block.picture} place={place} />;
    case "figure":
      return <FigureView drawn={block.picture} place={place} />;
  }
}

function Points({ points }: { readonly points: number | undefined }) {
  return points === undefined ? null : <span className="ml-2 text-[0.88em] text-steel">{pointsWords(points)}</span>;
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
