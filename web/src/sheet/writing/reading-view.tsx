import type { FaultReport } from "@nail-down/core/instruction/line-report";
import type { Preview } from "../../compute/bench-core.ts";
import { FaultView, Sentence } from "../line-view.tsx";

/** How a line is read, typeset, with what could have been meant otherwise. */
export function ReadingView({ preview, take }: { readonly preview: Preview; readonly take: (sentence: string) => void }) {
  const [first] = preview.notes.flatMap(({ otherwise }) => otherwise ?? []);
  return (
    <span data-testid="preview">
      <Sentence line={preview.sentence} />
      {preview.notes.map(({ text, otherwise }) => (
        <span key={text} className="ml-2 text-[0.88em] text-steel italic">
          {text}
          {otherwise !== undefined && (
            <button
              type="button"
              onClick={() => take(otherwise)}
              aria-label={`write ${otherwise} instead`}
              title={otherwise === first ? "Ctrl Enter" : undefined}
              className="ml-1 rounded border border-rule px-1.5 font-mono text-[0.9em] text-ink not-italic hover:border-copper hover:text-copper"
            >
              {otherwise}
            </button>
          )}
        </span>
      ))}
    </span>
  );
}

/** What is wrong with a line, with the sentence that was probably meant. */
export function FaultRow({ fault, take }: { readonly fault: FaultReport; readonly take: (sentence: string) => void }) {
  return (
    <>
      <FaultView fault={fault} take={take} />
      {fault.suggestion !== undefined && <span className="font-sans text-[12px] text-steel">Ctrl Enter takes it</span>}
    </>
  );
}

/** The characters at fault, underlined; a fault at the end gets a place of its own. */
export function Underlined({ source, from, to }: { readonly source: string; readonly from: number; readonly to: number }) {
  const end = Math.max(to, from + 1);
  return (
    <>
      {source.slice(0, from)}
      <span className="underline decoration-bent decoration-wavy decoration-2 underline-offset-4" data-testid="fault">
        {source.slice(from, end) || " "}
      </span>
      {source.slice(end)}
    </>
  );
}
