import type { Known } from "@nail-down/core/document/author-words";
import type { LineReport } from "@nail-down/core/instruction/line-report";
import { memo, useEffect, useMemo, useRef, useState } from "react";
import { Boundary } from "../parts/boundary.tsx";
import { Nail } from "../parts/nail.tsx";
import { useSortableRow } from "../parts/sortable.tsx";
import type { SheetLine } from "../store/sheet.ts";
import { useAppSelector } from "../store/store.ts";
import type { LineActions } from "./line-actions.ts";
import { LineMenu } from "./line-menu.tsx";
import type { LinePlace } from "./line-place.ts";
import { LineContent, LineSteps } from "./line-view.tsx";

/** How far beyond the edge of what is seen a line is drawn already. */
const AHEAD = "800px 0px";

/** Whether something was seen, or nearly, since it stands on the sheet: before that nothing is spent on it. */
function useSeen(element: { readonly current: HTMLElement | null }): boolean {
  const [seen, setSeen] = useState(false);
  useEffect(() => {
    const own = element.current;
    if (seen || !own) return;
    const observer = new IntersectionObserver((entries) => entries.some(({ isIntersecting }) => isIntersecting) && setSeen(true), { rootMargin: AHEAD });
    observer.observe(own);
    return () => observer.disconnect();
  }, [element, seen]);
  return seen;
}

/** A line that has not been run yet; a drawing stays under the hand until the new one is there. */
function notYetRun(source: string, before: LineReport | undefined): LineReport {
  const drawn = before?.blocks.filter(({ kind }) => kind === "graph" || kind === "figure" || kind === "measures") ?? [];
  const sentence = drawn.length > 0 && before ? before.sentence : [];
  return { source, ignored: false, sentence, printing: {}, references: [], blocks: drawn, way: [], checks: [], steps: [] };
}

interface LineRowProps {
  readonly line: SheetLine;
  readonly number: number;
  readonly known: Known;
  readonly letter: string;
  /** Whether what stands here may not hold any more, because the line is about to be run again. */
  readonly isStale: boolean;
  readonly isChosen: boolean;
  /** Whether the keys come to this line first. */
  readonly isEntry: boolean;
  readonly actions: LineActions;
}

/** A numbered line on the sheet, with its nail at the end; it can be dragged by its number. */
export const LineRow = memo(function LineRow({ line, number, known, letter, isStale, isChosen, isEntry, actions }: LineRowProps) {
  const { id, source } = line;
  const row = useRef<HTMLLIElement | null>(null);
  const seen = useSeen(row);
  const told = useAppSelector((state) => state.bench.told[id]?.report);
  const givenUp = useAppSelector((state) => state.bench.givenUp[id] !== undefined);
  const report = useMemo(() => (told?.source === source ? told : notYetRun(source, told)), [told, source]);
  const place = useMemo<LinePlace>(
    () => ({
      number,
      source,
      working: actions.working,
      write: actions.write,
      add: actions.add,
      replace: (changed) => actions.rewrite(id, changed),
    }),
    [number, source, id, actions],
  );
  const drag = useSortableRow(id);
  const edit = useMemo(() => () => actions.edit(id), [actions, id]);
  return (
    <li
      ref={(element) => {
        row.current = element;
        drag.setNodeRef(element);
      }}
      style={drag.style}
      tabIndex={isEntry ? 0 : -1}
      data-line={id}
      data-testid={`line-${number}`}
      data-stale={isStale || undefined}
      aria-busy={isStale}
      aria-label={`line ${number}${report.verdict ? `, ${report.verdict}` : report.error ? ", at fault" : ""}${isChosen ? ", chosen" : ""}: ${source}`}
      className={`line group grid grid-cols-[2.3rem_minmax(0,1fr)_1.6rem] gap-x-2 border-b border-dotted border-rule py-2 sm:grid-cols-[2.3rem_minmax(0,1fr)_9.5rem_1.6rem] ${isChosen ? "bg-copper/8" : ""} ${drag.isDragging ? "z-10 bg-paper shadow-lg" : ""}`}
      onFocus={() => actions.focused(id)}
    >
      <button
        ref={drag.setActivatorNodeRef}
        {...drag.listeners}
        type="button"
        tabIndex={-1}
        onClick={(event) => (event.shiftKey || event.ctrlKey || event.metaKey ? actions.choose(id, event.shiftKey ? "to" : "also") : actions.refer(number))}
        title={`refer to line ${number}; drag to move it; with Shift or Ctrl several are chosen`}
        aria-label={`refer to line ${number}`}
        className="touch-none self-start pt-0.5 text-left text-[0.92em] text-steel hover:text-copper"
      >
        ({number})
      </button>
      {seen ? (
        <Boundary
          value={report}
          failed={(message) => (
            <div className="min-w-0 sm:col-span-2">
              <button type="button" onClick={edit} className="font-mono text-[0.85em]" aria-label={`edit line ${number}: ${source}`}>
                {source}
              </button>
              <p className="text-[0.94em] text-bent" role="alert">
                This line could not be shown: {message}
              </p>
            </div>
          )}
        >
          <LineContent report={report} place={place} known={known} letter={letter} edit={edit} giveReason={actions.giveReason} />
        </Boundary>
      ) : (
        <code className="min-w-0 font-mono text-[0.85em] sm:col-span-2">{source}</code>
      )}
      <div className="flex flex-col items-center gap-1 pt-1 max-sm:col-start-3 max-sm:row-start-1">
        {report.error ? (
          <span className="text-bent" role="img" aria-label="error">
            !
          </span>
        ) : (
          report.verdict && (
            <button
              type="button"
              tabIndex={-1}
              onClick={() => actions.pin(id)}
              aria-label={`line ${number} is ${report.verdict}: show the evidence`}
              className="leading-none"
            >
              <Nail verdict={report.verdict} />
            </button>
          )
        )}
        {seen && <LineMenu number={number} id={id} actions={actions} />}
      </div>
      {givenUp && (
        <p className="col-start-2 text-[0.94em] text-steel">
          <button
            type="button"
            onClick={() => actions.tryAgain(id)}
            className="rounded border border-rule px-1.5 font-sans hover:border-copper hover:text-copper"
          >
            Try again
          </button>
        </p>
      )}
      {seen && <LineSteps report={report} place={place} />}
    </li>
  );
});
