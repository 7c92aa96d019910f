import { foundBlocks, printedBlock } from "@nail-down/core/composition/line";
import type { Known } from "@nail-down/core/document/author-words";
import { derivationBlock } from "@nail-down/core/document/derivation";
import type { FaultReport, LineReport } from "@nail-down/core/instruction/line-report";
import type { Inline, Line } from "@nail-down/core/notation/inline";
import { Folded } from "../parts/folded.tsx";
import { Words } from "../parts/mathematics.tsx";
import { Nail } from "../parts/nail.tsx";
import { BlocksView } from "./blocks-view.tsx";
import type { GraphPlace } from "./graph/place.ts";
import { Inlines } from "./inlines.tsx";
import type { Rewriting } from "./parted-formula.tsx";

export interface LineActions {
  /** Opens the line's source for editing. */
  readonly edit: () => void;
  readonly select: () => void;
  /** Puts (n) into the writing line. */
  readonly refer: () => void;
  readonly remove: () => void;
  /** Adds a line. */
  readonly add: (source: string) => void;
  /** Puts an instruction into the writing line. */
  readonly write: (instruction: string) => void;
  /** Replaces this line. */
  readonly replace: (source: string) => void;
  /** Writes a reason into the margin of a line. */
  readonly giveReason: (line: number, words: string) => void;
}

/** Whether the parts of a formula may be chosen, so that a click on it is no wish to edit the line. */
const isChoosable = (inline: Inline): boolean => inline.kind === "mathematics" && inline.choosable === true;

/** A numbered line on the sheet: sentence, result, steps, the reason in the margin and the nail at the end. */
export function LineView({
  report,
  place,
  known,
  letter,
  number,
  selected,
  actions,
}: {
  readonly report: LineReport;
  readonly place: GraphPlace;
  /** What the author's words may speak of. */
  readonly known: Known;
  /** The letter of the part, if this is one. */
  readonly letter: string;
  readonly number: number;
  readonly selected: boolean;
  readonly actions: LineActions;
}) {
  const { because } = report.printing;
  const found = report.error ? [] : foundBlocks(report, { detail: "answer", known, forAuthor: true });
  const rewriting: Rewriting = { ...place, take: actions.add };
  const way = derivationBlock(report.way, "every step");
  return (
    <li
      className={`group grid grid-cols-[2.3rem_minmax(0,1fr)_9.5rem_1.6rem] gap-x-2 border-b border-dotted border-rule py-2 ${selected ? "bg-copper/6" : ""}`}
      data-testid={`line-${number}`}
    >
      <button
        type="button"
        onClick={actions.refer}
        title={`refer to line ${number}`}
        aria-label={`refer to line ${number}`}
        className="self-start pt-0.5 text-left text-[0.92em] text-steel hover:text-copper"
      >
        ({number})
      </button>
      <div className="min-w-0 overflow-x-auto overflow-y-hidden">
        {report.sentence.some(isChoosable) ? (
          <div className="flex flex-wrap">
            <div className="max-w-full">
              <Inlines line={report.sentence} rewriting={rewriting} />
            </div>
            <button
              type="button"
              onClick={actions.edit}
              aria-label={`edit line ${number}: ${report.source}`}
              title={`edit line ${number}`}
              className="min-w-10 flex-1 cursor-text self-stretch"
            />
          </div>
        ) : (
          <button
            type="button"
            onClick={actions.edit}
            className="block w-full cursor-text text-left"
            {...(report.prints ? { title: `edit line ${number}` } : { "aria-label": `edit line ${number}: ${report.source}` })}
          >
            {report.ignored ? (
              <span className="text-steel">{report.source || " "}</span>
            ) : report.prints ? (
              <BlocksView blocks={[printedBlock(report.prints, known, letter)]} place={place} rewriting={rewriting} actions={actions} />
            ) : report.sentence.length === 0 ? (
              <code className="font-mono text-[0.85em]">{report.source}</code>
            ) : (
              <Sentence line={report.sentence} />
            )}
          </button>
        )}
        {report.error && <FaultView fault={report.error} take={actions.replace} />}
        {report.notes?.map((note) => (
          <p key={note} className="text-[0.88em] text-steel italic">
            {note}
          </p>
        ))}
        <div className="pl-5">
          <BlocksView blocks={found} place={place} rewriting={rewriting} actions={actions} />
          {report.answer?.kind === "truth" && report.answer.reason && <ReasonOffer reason={report.answer.reason} known={known} take={actions.giveReason} />}
        </div>
      </div>
      <div className="text-[0.88em] leading-snug text-steel italic">{because !== undefined && <Words words={{ markdown: because, known }} />}</div>
      <div className="flex flex-col items-center gap-1 pt-1">
        {report.error ? (
          <span className="text-bent" role="img" aria-label="error">
            !
          </span>
        ) : (
          report.verdict && (
            <button type="button" onClick={actions.select} aria-label={`line ${number} is ${report.verdict}: show the evidence`} className="leading-none">
              <Nail verdict={report.verdict} />
            </button>
          )
        )}
        <button
          type="button"
          onClick={actions.remove}
          aria-label={`remove line ${number}`}
          title="remove this line"
          className="text-[0.8em] text-steel opacity-0 group-focus-within:opacity-100 group-hover:opacity-100 hover:text-bent"
        >
          ✕
        </button>
      </div>
      {way.length > 0 && (
        <div className="col-span-2 col-start-2 min-w-0">
          <Folded label={report.steps.length === 1 ? "1 step" : `${report.steps.length} steps`}>
            <BlocksView blocks={way} place={place} rewriting={rewriting} actions={actions} />
          </Folded>
        </div>
      )}
    </li>
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
  readonly take: LineActions["giveReason"];
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
