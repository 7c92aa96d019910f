import { knownOf } from "@nail-down/core/composition/problem";
import type { LineReport } from "@nail-down/core/instruction/line-report";
import { LIMITS } from "@nail-down/core/problemset/limits";
import { type RefObject, useMemo, useState } from "react";
import { Boundary } from "../parts/boundary.tsx";
import { bench } from "../store/bench.ts";
import { useAppDispatch, useAppSelector } from "../store/store.ts";
import { LineView } from "./line-view.tsx";
import { StatementEditor } from "./statement-editor.tsx";
import { type WritingHandle, WritingLine } from "./writing-line.tsx";

const DECLARATIONS = new Set(["let", "given", "say", "hint", "part"]);
/** Parts are (a), (b) and so on. */
const FIRST_LETTER = 97;

/** A line that is about to be run; a drawing stays under the hand until the new one is there. */
function notYetRun(source: string, before: LineReport | undefined): LineReport {
  const drawn = before?.blocks.filter(({ kind }) => kind === "graph" || kind === "figure" || kind === "measures") ?? [];
  const sentence = drawn.length > 0 && before ? before.sentence : [];
  return { source, ignored: false, sentence, printing: {}, references: [], blocks: drawn, way: [], checks: [], steps: [] };
}

/** A line whose result cannot be shown: its text is there, to be changed. */
function FailedLine({
  source,
  number,
  message,
  edit,
}: {
  readonly source: string;
  readonly number: number;
  readonly message: string;
  readonly edit: () => void;
}) {
  return (
    <li className="border-b border-dotted border-rule py-2" data-testid={`line-${number}`}>
      <button type="button" onClick={edit} className="font-mono text-[0.85em]" aria-label={`edit line ${number}: ${source}`}>
        ({number}) {source}
      </button>
      <p className="text-[0.94em] text-bent" role="alert">
        This line could not be shown: {message}
      </p>
    </li>
  );
}

/** What is said when a working is nearly as long as it may be. */
const NEARLY = 20;

/** The sheet of paper: title, statement, givens and numbered lines, and under the last line the writing line. */
export function WorkingSheet({ writing }: { readonly writing: RefObject<WritingHandle | null> }) {
  const dispatch = useAppDispatch();
  const { draft, reports, selected, problemId } = useAppSelector((state) => state.bench);
  const [editing, setEditing] = useState<number | undefined>();
  const { working } = draft;
  const known = useMemo(() => knownOf(reports), [reports]);
  const change = (lines: readonly string[]): void => {
    dispatch(bench.edited({ working: lines }));
  };
  const add = (source: string): void => {
    change([...working, source]);
    if (!DECLARATIONS.has(source.trim().split(/\s+/)[0] ?? "")) dispatch(bench.selected(working.length));
  };
  const replace = (index: number, source: string): void => {
    setEditing(undefined);
    if (source !== working[index]) change(working.map((line, k) => (k === index ? source : line)));
    writing.current?.focus();
  };
  return (
    <article className="sheet mx-auto min-h-full max-w-[52rem] px-10 py-8">
      <h1>
        <input
          aria-label="title of the problem"
          value={draft.title}
          onChange={(event) => dispatch(bench.edited({ title: event.target.value }))}
          maxLength={200}
          className="w-full rounded border border-transparent bg-transparent text-2xl font-semibold hover:border-rule"
        />
      </h1>
      <StatementEditor key={problemId} statement={draft.statement} change={(statement) => dispatch(bench.edited({ statement }))} />
      <ol className="mt-4 border-t border-rule" aria-label="working">
        {working.map((source, index) => {
          const report = reports[index];
          const number = index + 1;
          if (editing === index) {
            return (
              // biome-ignore lint/suspicious/noArrayIndexKey: a line's number is its identity
              <li key={index} className="grid grid-cols-[2.3rem_minmax(0,1fr)] gap-x-2 py-2">
                <span className="pt-1 text-[0.92em] text-copper">({number})</span>
                <WritingLine
                  before={working.slice(0, index)}
                  start={source}
                  label={`line ${number}`}
                  autoFocus
                  enter={(text) => replace(index, text)}
                  enterLines={(lines) => {
                    setEditing(undefined);
                    change([...working.slice(0, index), ...lines, ...working.slice(index + 1)]);
                  }}
                  room={LIMITS.lines - working.length + 1}
                  cancel={() => setEditing(undefined)}
                />
              </li>
            );
          }
          const current = report?.source === source ? report : notYetRun(source, report);
          return (
            <Boundary
              // biome-ignore lint/suspicious/noArrayIndexKey: a line's number is its identity
              key={index}
              value={current}
              failed={(message) => <FailedLine source={source} number={number} message={message} edit={() => setEditing(index)} />}
            >
              <LineView
                report={current}
                place={{ working, number }}
                known={known}
                letter={String.fromCharCode(FIRST_LETTER + reports.slice(0, index).filter(({ prints }) => prints?.kind === "part").length)}
                number={number}
                selected={selected === index}
                actions={{
                  edit: () => {
                    setEditing(index);
                    dispatch(bench.selected(index));
                  },
                  select: () => dispatch(bench.selected(index)),
                  refer: () => writing.current?.insert(`(${number})`),
                  add,
                  replace: (line) => change(working.map((one, k) => (k === index ? line : one))),
                  giveReason: (line, words) => change(working.map((one, k) => (k === line - 1 ? `${one} because "${words}"` : one))),
                  write: (instruction) => writing.current?.insert(instruction),
                  remove: () => change(working.filter((_, k) => k !== index)),
                }}
              />
            </Boundary>
          );
        })}
      </ol>
      <div className="mt-3 grid grid-cols-[2.3rem_minmax(0,1fr)] gap-x-2">
        <span className="pt-1 text-[0.92em] text-copper">({working.length + 1})</span>
        {working.length < LIMITS.lines ? (
          <WritingLine
            before={working}
            label="writing line"
            recall={working}
            enter={add}
            enterLines={(lines) => change([...working, ...lines])}
            room={LIMITS.lines - working.length}
            handle={writing}
            autoFocus
          />
        ) : (
          <p className="text-steel">A working may have {LIMITS.lines} lines: this one has them all.</p>
        )}
      </div>
      {working.length >= LIMITS.lines - NEARLY && working.length < LIMITS.lines && (
        <p className="mt-1 ml-[2.8rem] font-sans text-[14px] text-steel">
          {LIMITS.lines - working.length} more lines fit: a working may have {LIMITS.lines}.
        </p>
      )}
      {working.length === 0 && (
        <p className="mt-2 ml-[2.8rem] font-sans text-[14px] text-steel">
          Write an instruction, such as <code>graph y = x^2 - 5x + 6</code> or <code>solve x^2 - 5x + 6 = 0</code>, then Enter.
        </p>
      )}
    </article>
  );
}
