import { knownOf } from "@nail-down/core/composition/problem";
import type { Known } from "@nail-down/core/document/author-words";
import type { LineReport } from "@nail-down/core/instruction/line-report";
import { LIMITS } from "@nail-down/core/problemset/limits";
import { type ClipboardEvent, type KeyboardEvent, type RefObject, useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from "react";
import { Sortable } from "../parts/sortable.tsx";
import { sheet } from "../store/sheet.ts";
import { useAppDispatch, useAppSelector } from "../store/store.ts";
import { nextOfFirstLook } from "./first-look.ts";
import { type LineActions, type Slot, useLineActions } from "./line-actions.ts";
import { LineRow } from "./line-row.tsx";
import { StatementEditor } from "./statement-editor.tsx";
import { type WritingHandle, WritingLine } from "./writing/writing-line.tsx";

/** Parts are (a), (b) and so on. */
const FIRST_LETTER = 97;
/** What is said when a working is nearly as long as it may be. */
const NEARLY = 20;

/** The same object as long as what it says is the same, so that lines are not drawn again for nothing. */
function useSteady<Value>(value: Value): Value {
  const kept = useRef(value);
  if (kept.current !== value && JSON.stringify(kept.current) !== JSON.stringify(value)) kept.current = value;
  return kept.current;
}

const NOTHING_KNOWN: Known = { values: {}, names: [], functions: {} };

/** Whether a line has words in which mathematics may stand. */
const speaks = (report: LineReport | undefined): boolean =>
  report !== undefined && (report.prints !== undefined || report.printing.because !== undefined || report.answer?.kind === "truth");

/** The letters of the lines that begin a part. */
function partLetters(reports: readonly (LineReport | undefined)[]): readonly string[] {
  let count = 0;
  return reports.map((report) => {
    if (report?.prints?.kind !== "part") return "";
    count += 1;
    return String.fromCharCode(FIRST_LETTER + count - 1);
  });
}

/** What the keys do on a line that has the focus. */
function keyOnLine(event: KeyboardEvent, id: string, actions: LineActions): (() => void) | undefined {
  const { key, altKey, ctrlKey, metaKey, shiftKey } = event;
  if (ctrlKey || metaKey) return undefined;
  if (altKey) return key === "ArrowUp" ? () => actions.moveBy(id, -1) : key === "ArrowDown" ? () => actions.moveBy(id, 1) : undefined;
  const plain: Readonly<Record<string, () => void>> = {
    Enter: () => actions.edit(id),
    a: () => actions.writeAt(id, "above"),
    b: () => actions.writeAt(id, "below"),
    d: () => actions.duplicate(id),
    e: () => actions.pin(id),
    Delete: () => actions.remove(id),
    Backspace: () => actions.remove(id),
    " ": () => actions.choose(id, "also"),
  };
  return shiftKey ? undefined : plain[key];
}

/** The sheet of paper: title, statement, givens and numbered lines, and under the last line the writing line. */
export function WorkingSheet({ writing, isFirstLook }: { readonly writing: RefObject<WritingHandle | null>; readonly isFirstLook: boolean }) {
  const dispatch = useAppDispatch();
  const { title, statement, lines } = useAppSelector((state) => state.sheet.present);
  const { told, chosen, focus, problemId } = useAppSelector((state) => state.bench);
  const staleFrom = useAppSelector(({ bench: { run } }) => (run?.slow ? run.standing : Number.POSITIVE_INFINITY));
  const [slot, setSlot] = useState<Slot | undefined>();
  const list = useRef<HTMLOListElement>(null);
  const wanted = useRef<string | undefined>(undefined);
  const [, redraw] = useState(0);
  const focusLine = useCallback((id: string | undefined): void => {
    wanted.current = id;
    redraw((count) => count + 1);
  }, []);
  const actions = useLineActions(writing, setSlot, focusLine);
  // Where a line is to have the focus that has just come to stand where it stands.
  useLayoutEffect(() => {
    const id = wanted.current;
    if (id === undefined) return;
    wanted.current = undefined;
    list.current?.querySelector<HTMLElement>(`[data-line="${CSS.escape(id)}"]`)?.focus();
  });
  // While one writes, answers that come above do not push the writing line out of sight.
  useEffect(() => {
    const own = list.current;
    if (!own) return;
    const observer = new ResizeObserver(() => writing.current?.keepInSight());
    observer.observe(own);
    return () => observer.disconnect();
  }, [writing]);
  const reports = useMemo(() => lines.map(({ id }) => told[id]?.report), [lines, told]);
  const known = useSteady(useMemo(() => knownOf(reports.map((report) => report ?? UNKNOWN)), [reports]));
  const letters = useMemo(() => partLetters(reports), [reports]);
  const working = useMemo(() => lines.map(({ source }) => source), [lines]);
  const ids = useMemo(() => lines.map(({ id }) => id), [lines]);
  const room = LIMITS.lines - lines.length;
  const entry = lines.some(({ id }) => id === focus) ? focus : lines.at(-1)?.id;

  const neighbour = (id: string, by: -1 | 1): string | undefined => lines[lines.findIndex((line) => line.id === id) + by]?.id;
  const onKeyDown = (event: KeyboardEvent<HTMLOListElement>): void => {
    const id = lineUnder(event.target);
    if (id === undefined) return;
    const go = event.key === "ArrowUp" ? -1 : event.key === "ArrowDown" ? 1 : undefined;
    if (go !== undefined && !event.altKey) {
      const next = neighbour(id, go);
      if (next === undefined) {
        if (go > 0) writing.current?.focus();
      } else {
        if (event.shiftKey) actions.choose(next, "to");
        focusLine(next);
      }
      event.preventDefault();
      return;
    }
    if (event.key === "Escape") {
      writing.current?.focus();
      return;
    }
    const act = keyOnLine(event, id, actions);
    if (!act) return;
    event.preventDefault();
    act();
  };
  const onClipboard = (event: ClipboardEvent<HTMLOListElement>): void => {
    const id = lineUnder(event.target);
    if (id === undefined || String(getSelection() ?? "") !== "") return;
    event.preventDefault();
    if (event.type === "paste") actions.paste(id, event.clipboardData.getData("text/plain"));
    else event.clipboardData.setData("text/plain", actions.textOf(id));
    if (event.type === "cut") actions.remove(id);
  };
  const slotLine = (own: Slot, at: number, start = ""): React.ReactNode => (
    <li key={`slot ${at}`} className="grid grid-cols-[2.3rem_minmax(0,1fr)] gap-x-2 py-2">
      <span className="pt-1 text-[0.92em] text-copper">({at + 1})</span>
      <WritingLine
        before={working.slice(0, at)}
        start={start}
        label={`line ${at + 1}`}
        autoFocus
        enter={(text) => actions.enter(own, [text])}
        enterLines={(sources) => actions.enter(own, sources)}
        room={room + (own.kind === "edit" ? 1 : 0)}
        cancel={() => actions.leaveSlot(own)}
      />
    </li>
  );
  return (
    <article className="sheet mx-auto min-h-full max-w-[52rem] px-4 py-6 sm:px-10 sm:py-8">
      <h1>
        <input
          aria-label="title of the problem"
          value={title}
          onChange={(event) => dispatch(sheet.titled(event.target.value))}
          maxLength={200}
          className="w-full rounded border border-transparent bg-transparent text-2xl font-semibold hover:border-rule"
        />
      </h1>
      <StatementEditor key={problemId} statement={statement} change={(changed) => dispatch(sheet.stated(changed))} />
      <Sortable ids={ids} moveOnto={actions.moveOnto}>
        <ol
          ref={list}
          className="mt-4 border-t border-rule"
          aria-label="working"
          onKeyDown={onKeyDown}
          onCopy={onClipboard}
          onCut={onClipboard}
          onPaste={onClipboard}
        >
          {lines.flatMap((line, index) => [
            ...(slot?.kind === "insert" && slot.at === index ? [slotLine(slot, index)] : []),
            slot?.kind === "edit" && slot.id === line.id ? (
              slotLine(slot, index, line.source)
            ) : (
              <LineRow
                key={line.id}
                line={line}
                number={index + 1 + (slot?.kind === "insert" && slot.at <= index ? 1 : 0)}
                known={speaks(reports[index]) ? known : NOTHING_KNOWN}
                letter={letters[index] ?? ""}
                isStale={index >= staleFrom}
                isChosen={chosen.includes(line.id)}
                isEntry={line.id === entry}
                actions={actions}
              />
            ),
          ])}
          {slot?.kind === "insert" && slot.at === lines.length && slotLine(slot, lines.length)}
        </ol>
      </Sortable>
      <p className="sr-only" aria-live="polite">
        {announced(lines.findIndex(({ id }) => id === focus) + 1, told[focus ?? ""]?.report)}
      </p>
      <div className="mt-3 grid grid-cols-[2.3rem_minmax(0,1fr)] gap-x-2">
        <span className="pt-1 text-[0.92em] text-copper">({lines.length + (slot?.kind === "insert" ? 2 : 1)})</span>
        {room > 0 ? (
          <WritingLine
            before={working}
            label="writing line"
            recall={working}
            enter={actions.add}
            enterLines={(sources) => actions.enter(undefined, sources)}
            room={room}
            handle={writing}
            ready={isFirstLook ? nextOfFirstLook(working) : undefined}
            toLines={() => focusLine(lines.at(-1)?.id)}
            autoFocus
          />
        ) : (
          <p className="text-steel">A working may have {LIMITS.lines} lines: this one has them all.</p>
        )}
      </div>
      {room <= NEARLY && room > 0 && (
        <p className="mt-1 ml-[2.8rem] font-sans text-[14px] text-steel">
          {room} more lines fit: a working may have {LIMITS.lines}.
        </p>
      )}
      {lines.length === 0 && !isFirstLook && (
        <p className="mt-2 ml-[2.8rem] font-sans text-[14px] text-steel">
          Write an instruction, such as <code>graph y = x^2 - 5x + 6</code> or <code>solve x^2 - 5x + 6 = 0</code>, then Enter.
        </p>
      )}
    </article>
  );
}

/** What became of a line, for those who listen. */
function announced(number: number, report: LineReport | undefined): string {
  if (number < 1 || !report) return "";
  return report.error ? `line ${number} is at fault: ${report.error.message}` : report.verdict ? `line ${number} is ${report.verdict}` : "";
}

/** What stands for a line that has not been run. */
const UNKNOWN: LineReport = { source: "", ignored: true, sentence: [], printing: {}, references: [], blocks: [], way: [], checks: [], steps: [] };

/** The line that itself has the focus, and no field or button in it. */
const lineUnder = (target: EventTarget): string | undefined => (target instanceof HTMLLIElement ? target.dataset["line"] : undefined);
