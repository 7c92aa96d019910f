import type { FaultReport, LineReport, StepReport } from "@nail-down/core/instruction/line-report";
import { Collapsible } from "radix-ui";
import type { ReactNode } from "react";
import { Mathematics, Words } from "../parts/mathematics.tsx";
import { Nail } from "../parts/nail.tsx";
import { BlocksView, Inlines, type ProposeRewrite } from "./blocks-view.tsx";
import type { GraphPlace } from "./graph/place.ts";

export interface LineActions {
  /** Opens the line's source for editing. */
  readonly edit: () => void;
  readonly select: () => void;
  /** Puts (n) into the writing line. */
  readonly refer: () => void;
  readonly remove: () => void;
  /** Puts a rewrite of this line's result, or of a part of it, into the writing line. */
  readonly propose: ProposeRewrite;
  /** Puts an instruction into the writing line. */
  readonly write: (instruction: string) => void;
  /** Replaces this line. */
  readonly replace: (source: string) => void;
}

/** Lines whose result says no more than their sentence: declarations and statements. */
const SILENT = new Set(["let", "given", "stated"]);

/** A numbered line on the sheet: sentence, result, steps, the reason in the margin and the nail at the end. */
export function LineView({
  report,
  place,
  number,
  selected,
  actions,
}: {
  readonly report: LineReport;
  readonly place: GraphPlace;
  readonly number: number;
  readonly selected: boolean;
  readonly actions: LineActions;
}) {
  const shown = report.blocks.length > 0 && !SILENT.has(report.instruction ?? "");
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
        <button type="button" onClick={actions.edit} className="block w-full cursor-text text-left" aria-label={`edit line ${number}: ${report.source}`}>
          {report.ignored ? (
            <span className="text-steel">{report.source || " "}</span>
          ) : report.pieces.length === 0 ? (
            <code className="font-mono text-[0.85em]">{report.source}</code>
          ) : (
            <Sentence report={report} />
          )}
        </button>
        {report.error && <FaultView fault={report.error} take={actions.replace} />}
        {report.notes?.map((note) => (
          <p key={note} className="text-[0.88em] text-steel italic">
            {note}
          </p>
        ))}
        {shown && (
          <div className="py-1 pl-5">
            <BlocksView blocks={report.blocks} place={place} propose={actions.propose} actions={actions} />
          </div>
        )}
        {report.radicals && <Radicals radicals={report.radicals} />}
        {report.steps.length > 0 && <Steps steps={report.steps} />}
      </div>
      <div className="text-[0.88em] leading-snug text-steel italic">{report.because !== undefined && <Words text={report.because} />}</div>
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
    </li>
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

/** A sentence as it is typeset: words in italics, mathematics between them, commas close to what they follow. */
export function Sentence({ report }: { readonly report: Pick<LineReport, "pieces"> }) {
  return report.pieces.map((piece, index) => {
    if (piece.kind === "words" && piece.text === ",") return null;
    const next = report.pieces[index + 1];
    // A comma stays on the line of what it follows.
    const comma = next?.kind === "words" && next.text === "," ? "," : "";
    const space = comma === "" ? "mr-1.5" : "mr-1.5 whitespace-nowrap";
    return piece.kind === "words" ? (
      // biome-ignore lint/suspicious/noArrayIndexKey: the pieces of a sentence have no identity but their place
      <span key={index} className={`${space} text-steel italic`}>
        {piece.text}
        {comma}
      </span>
    ) : (
      // biome-ignore lint/suspicious/noArrayIndexKey: the pieces of a sentence have no identity but their place
      <span key={index} className={space}>
        <Mathematics latex={piece.latex} />
        {comma}
      </span>
    );
  });
}

/** Something that is long, folded away behind its label. */
function Folded({ label, children }: { readonly label: string; readonly children: ReactNode }) {
  return (
    <Collapsible.Root className="ml-5">
      <Collapsible.Trigger className="group/folded text-[0.9em] text-steel hover:text-copper">
        <span className="inline-block transition-transform group-data-[state=open]/folded:rotate-90" aria-hidden="true">
          ›
        </span>{" "}
        {label}
      </Collapsible.Trigger>
      <Collapsible.Content>{children}</Collapsible.Content>
    </Collapsible.Root>
  );
}

function Steps({ steps }: { readonly steps: readonly StepReport[] }) {
  return (
    <Folded label={steps.length === 1 ? "1 step" : `${steps.length} steps`}>
      <ol className="mt-1 mb-1 list-none border-l-2 border-rule pl-4" aria-label="steps">
        {steps.map((step) => (
          <li key={`${step.rule} ${step.latex}`} className="grid grid-cols-[minmax(0,1fr)_1.4rem] py-1">
            <span className="text-[0.94em] text-steel">
              <Inlines line={step.words} />
            </span>
            <span className="pt-1" title={step.why}>
              <Nail verdict={step.verdict} size={13} />
            </span>
            <span className="pt-1 pl-4">
              <Inlines line={step.result} />
            </span>
          </li>
        ))}
      </ol>
    </Folded>
  );
}

function Radicals({ radicals }: { readonly radicals: readonly string[] }) {
  return (
    <Folded label="by radicals">
      {radicals.map((one) => (
        <p key={one} className="py-1 pl-4">
          <Mathematics latex={one} large />
        </p>
      ))}
    </Folded>
  );
}
