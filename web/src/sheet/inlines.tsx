import { decimalSign, type Inline, type Line, withMarks } from "@nail-down/core/notation/inline";
import { limitSignLatex, writtenLatex } from "@nail-down/core/notation/latex";
import type { PartedLatex } from "@nail-down/core/notation/parts";
import { unitLatex } from "@nail-down/core/units/typeset";
import { useState } from "react";
import { Mathematics, PartedMathematics } from "../parts/mathematics.tsx";

/** Puts an instruction for the line into the writing line: the rewrite and the part it is for. */
export type ProposeRewrite = (rewrite: string, part: string) => void;

/** Words and mathematics in a line; where `propose` is told, parts of a formula can be chosen. */
export function Inlines({ line, propose }: { readonly line: Line; readonly propose?: ProposeRewrite }) {
  return <Each inlines={withMarks(line)} {...(propose ? { propose } : {})} />;
}

/** The inlines as they are, one after the other. */
function Each({ inlines, propose }: { readonly inlines: Line; readonly propose?: ProposeRewrite }) {
  // biome-ignore lint/suspicious/noArrayIndexKey: the pieces of a line have no identity but their place
  return inlines.map((inline, index) => <InlineView key={index} inline={inline} {...(propose ? { propose } : {})} />);
}

function InlineView({ inline, propose }: { readonly inline: Inline; readonly propose?: ProposeRewrite }) {
  switch (inline.kind) {
    case "words":
      return inline.text;
    case "mathematics":
      return inline.parts && propose ? (
        <Parted parted={inline.parts} propose={propose} />
      ) : (
        <Mathematics latex={writtenLatex(inline.written)} large={inline.large === true} />
      );
    case "unit":
      return <Mathematics latex={unitLatex(inline.unit)} />;
    case "limit":
      return <Mathematics latex={limitSignLatex(inline.variable, inline.at, inline.side)} large />;
    case "decimal":
      return (
        <span className="ml-2 whitespace-nowrap text-[0.92em] text-steel">
          {decimalSign(inline)} <Mathematics latex={writtenLatex(inline.written)} />
        </span>
      );
    case "together":
      return (
        <span className="inline-block">
          <Each inlines={inline.inlines} {...(propose ? { propose } : {})} />
        </span>
      );
    case "aside":
      return (
        <span className="mx-2 text-[0.92em] text-steel">
          <Each inlines={inline.inlines} {...(propose ? { propose } : {})} />
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
