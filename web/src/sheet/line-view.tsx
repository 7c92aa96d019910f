import { foundBlocks, printedBlock } from "@nail-down/core/composition/line";
import type { Known } from "@nail-down/core/document/author-words";
import { derivationBlock } from "@nail-down/core/document/derivation";
import type { FaultReport, LineReport } from "@nail-down/core/instruction/line-report";
import type { Inline, Line } from "@nail-down/core/notation/inline";
import { memo } from "react";
import { Folded } from "../parts/folded.tsx";
import { Words } from "../parts/mathematics.tsx";
import { BlocksView } from "./blocks-view.tsx";
import { Inlines } from "./inlines.tsx";
import type { LinePlace } from "./line-place.ts";

/** Whether the parts of a formula may be chosen, so that a click on it is no wish to edit the line. */
const isChoosable = (inline: Inline): boolean => inline.kind === "mathematics" && inline.choosable === true;

interface LineContentProps {
  readonly report: LineReport;
  readonly place: LinePlace;
  /** What the author's words may speak of. */
  readonly known: Known;
  /** The letter of the part, if this is one. */
  readonly letter: string;
  /** Opens the line's source for editing. */
  readonly edit: () => void;
  /** Writes a reason into the margin of a line. */
  readonly giveReason: (line: number, words: string) => void;
}

/** What stands in a line on the sheet: sentence, result, the reason in the margin. It is drawn again only when that changes. */
export const LineContent = memo(function LineContent({ report, place, known, letter, edit, giveReason }: LineContentProps) {
  const found = report.error ? [] : foundBlocks(report, { detail: "answer", known, forAuthor: true });
  const { because } = report.printing;
  return (
    <>
      <div className="min-w-0 overflow-x-auto overflow-y-hidden">
        <SentenceRow report={report} place={place} known={known} letter={letter} edit={edit} />
        {report.error && <FaultView fault={report.error} take={place.replace} />}
        {report.notes?.map((note) => (
          <p key={note} className="text-[0.88em] text-steel italic">
            {note}
          </p>
        ))}
        <div className="pl-5">
          <BlocksView blocks={found} place={place} />
          {report.answer?.kind === "truth" && report.answer.reason && <ReasonOffer reason={report.answer.reason} known={known} take={giveReason} />}
        </div>
      </div>
      <div className="text-[0.88em] leading-snug text-steel italic max-sm:col-start-2 max-sm:row-start-2">
        {because !== undefined && <Words words={{ markdown: because, known }} />}
      </div>
    </>
  );
});

/** The steps of a line, folded away. */
export const LineSteps = memo(function LineSteps({ report, place }: Pick<LineContentProps, "report" | "place">) {
  const way = derivationBlock(report.way, "every step");
  if (way.length === 0) return null;
  return (
    <div className="col-span-2 col-start-2 min-w-0">
      <Folded label={report.steps.length === 1 ? "1 step" : `${report.steps.length} steps`}>
        <BlocksView blocks={way} place={place} />
      </Folded>
    </div>
  );
});

/** The sentence of a line; a click on it opens its text, unless parts of it can be chosen. */
function SentenceRow({ report, place, known, letter, edit }: Omit<LineContentProps, "giveReason">) {
  const { source } = report;
  const editing = `edit line ${place.number}`;
  if (report.sentence.some(isChoosable))
    return (
      <div className="flex flex-wrap">
        <div className="max-w-full">
          <Inlines line={report.sentence} rewriting={place} />
        </div>
        <button type="button" onClick={edit} aria-label={`${editing}: ${source}`} title={editing} className="min-w-10 flex-1 cursor-text self-stretch" />
      </div>
    );
  return (
    <button
      type="button"
      onClick={edit}
      className="block w-full cursor-text text-left"
      {...(report.prints ? { title: editing } : { "aria-label": `${editing}: ${source}` })}
    >
      {report.ignored ? (
        <span className="text-steel">{source || " "}</span>
      ) : report.prints ? (
        <BlocksView blocks={[printedBlock(report.prints, known, letter)]} place={place} />
      ) : report.sentence.length === 0 ? (
        <code className="font-mono text-[0.85em]">{source}</code>
      ) : (
        <Sentence line={report.sentence} />
      )}
    </button>
  );
}

/** The steps that were found between two lines, offered as the reason in the margin of the later one. */
function ReasonOffer({
  reason: { line, words },
  known,
  take,
}: {
  readonly reason: { readonly line: number; readonly words: string };
  readonly known: Known;
  readonly take: LineContentProps["giveReason"];
}) {
  return (
    <p className="text-[0.88em] text-steel">
      <button
        type="button"
        onClick={() => take(line, words)}
        aria-label={`write the reason beside line ${line}`}
        className="mr-2 rounded border border-rule px-1.5 font-sans text-ink hover:border-copper hover:text-copper"
      >
        Write beside ({line})
      </button>
      <Words words={{ markdown: words, known }} />
    </p>
  );
}

/** What is wrong with a line, and the sentence that was probably meant, to be taken with one click. */
export function FaultView({ fault, take }: { readonly fault: FaultReport; readonly take: (sentence: string) => void }) {
  const { message, suggestion } = fault;
  return (
    <p className="text-[0.94em] text-bent" role="alert">
      {message}
      {suggestion !== undefined && (
        <>
          ; perhaps this was meant:
          <button
            type="button"
            onClick={() => take(suggestion)}
            aria-label={`write ${suggestion} instead`}
            className="ml-2 rounded border border-rule px-1.5 font-mono text-[0.86em] text-ink hover:border-copper hover:text-copper"
          >
            {suggestion}
          </button>
        </>
      )}
    </p>
  );
}

/** A sentence as it is published. */
export function Sentence({ line }: { readonly line: Line }) {
  return (
    <span className="text-[1em]">
      <Inlines line={line} />
    </span>
  );
}
