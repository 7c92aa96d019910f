import { decimalSign, type Inline, type Line, withMarks } from "@nail-down/core/notation/inline";
import { limitSignLatex, writtenLatex } from "@nail-down/core/notation/latex";
import { unitLatex } from "@nail-down/core/units/typeset";
import { Mathematics } from "../parts/mathematics.tsx";
import type { LinePlace } from "./line-place.ts";
import { PartedFormula } from "./parted-formula.tsx";

/** Words and mathematics in a line; where `rewriting` is told, parts of what may be rewritten can be chosen. */
export function Inlines({ line, rewriting }: { readonly line: Line; readonly rewriting?: LinePlace }) {
  return <Each inlines={withMarks(line)} {...(rewriting ? { rewriting } : {})} />;
}

/** The inlines as they are, one after the other. */
function Each({ inlines, rewriting }: { readonly inlines: Line; readonly rewriting?: LinePlace }) {
  // biome-ignore lint/suspicious/noArrayIndexKey: the pieces of a line have no identity but their place
  return inlines.map((inline, index) => <InlineView key={index} inline={inline} {...(rewriting ? { rewriting } : {})} />);
}

function InlineView({ inline, rewriting }: { readonly inline: Inline; readonly rewriting?: LinePlace }) {
  switch (inline.kind) {
    case "words":
      return inline.text;
    case "mathematics":
      return inline.choosable && rewriting ? (
        <PartedFormula written={inline.written} rewriting={rewriting} />
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
          <Each inlines={inline.inlines} {...(rewriting ? { rewriting } : {})} />
        </span>
      );
    case "aside":
      return (
        <span className="mx-2 text-[0.92em] text-steel">
          <Each inlines={inline.inlines} {...(rewriting ? { rewriting } : {})} />
        </span>
      );
    case "source":
      return <code className="font-mono text-[0.86em]">{inline.text}</code>;
  }
}
