import { settingsOf } from "@nail-down/core/problemset/settings";
import { useEffect, useRef } from "react";
import { Link, useParams, useSearchParams } from "react-router";
import { api, type SetRecord } from "../api/client.ts";
import { engine } from "../compute/engine.ts";
import { Boundary } from "../parts/boundary.tsx";
import { Button, Fault } from "../parts/controls.tsx";
import { TopBar } from "../parts/top-bar.tsx";
import { useLoaded } from "../parts/use-loaded.ts";
import { ConflictDialog } from "../sheet/conflict/conflict-dialog.tsx";
import { EvidencePanel } from "../sheet/evidence-panel.tsx";
import { ProblemList } from "../sheet/problem-list.tsx";
import { PublishDialog } from "../sheet/publish-dialog.tsx";
import { WorkingSheet } from "../sheet/working-sheet.tsx";
import type { WritingHandle } from "../sheet/writing-line.tsx";
import { bench, type SaveState } from "../store/bench.ts";
import { keptDraft } from "../store/kept-draft.ts";
import { useAppDispatch, useAppSelector } from "../store/store.ts";

/** The bench: one problem on its sheet, the set's problems to the left, the evidence to the right. */
export function BenchPage() {
  const { setId = "", problemId = "" } = useParams();
  const [loaded, again] = useLoaded(`${setId} ${problemId}`, () => api.set(setId));
  if (loaded.kind === "loading") return <TopBar />;
  if (loaded.kind === "failed") {
    return (
      <>
        <TopBar />
        <main className="p-8">
          <Fault>{loaded.message}</Fault>
        </main>
      </>
    );
  }
  return <OpenBench set={loaded.value} problemId={problemId} again={again} />;
}

function OpenBench({ set, problemId, again }: { readonly set: SetRecord; readonly problemId: string; readonly again: () => void }) {
  const dispatch = useAppDispatch();
  const { problemId: opened, reports, selected } = useAppSelector((state) => state.bench);
  const writing = useRef<WritingHandle>(null);
  const problem = set.problems.find((candidate) => candidate.id === problemId);
  const [search] = useSearchParams();
  const line = Number(search.get("line") ?? Number.NaN);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a problem is opened when one goes to it, not when the set is loaded again
  useEffect(() => {
    if (!problem) return;
    const kept = keptDraft(problem.id);
    const { settings } = settingsOf(set.frontMatter);
    dispatch(bench.opened({ settings, problem: kept ? { ...problem, version: kept.version } : problem, ...(kept ? { unsaved: kept.draft } : {}) }));
    return () => {
      dispatch(bench.closed());
    };
  }, [problemId, dispatch]);
  // A link to a line shows its evidence.
  useEffect(() => {
    if (opened === problemId && line >= 1) dispatch(bench.selected(line - 1));
  }, [opened, problemId, line, dispatch]);
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (!(event.ctrlKey || event.metaKey) || isTyping(event.target)) return;
      if (event.key === "z" && !event.shiftKey) dispatch(bench.undone());
      else if (event.key === "y" || (event.key === "Z" && event.shiftKey)) dispatch(bench.redone());
      else return;
      event.preventDefault();
    };
    addEventListener("keydown", onKey);
    return () => removeEventListener("keydown", onKey);
  }, [dispatch]);

  const path = (
    <Link to={`/sets/${set.id}`} className="truncate hover:text-ink">
      {set.title}
    </Link>
  );
  return (
    <div className="flex h-screen flex-col">
      <TopBar path={path}>
        <BenchControls />
        <PublishDialog set={set} again={again} />
      </TopBar>
      {problem && opened === problemId ? (
        <div className="grid min-h-0 flex-1 grid-cols-[13rem_minmax(0,1fr)_20rem]">
          <div className="overflow-y-auto">
            <ProblemList set={set} problemId={problemId} />
          </div>
          <main className="min-w-0 overflow-y-auto py-4">
            <WorkingSheet writing={writing} />
          </main>
          {/* biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls has to be reached by keys */}
          <aside aria-label="evidence" tabIndex={0} className="overflow-y-auto border-l border-rule px-4 py-5">
            <Boundary key={selected} failed={(message) => <Fault>The evidence could not be shown: {message}</Fault>}>
              <EvidencePanel report={selected === null ? undefined : reports[selected]} number={(selected ?? 0) + 1} />
            </Boundary>
          </aside>
        </div>
      ) : (
        !problem && (
          <main className="p-8">
            <Fault>This problem does not exist.</Fault>
          </main>
        )
      )}
    </div>
  );
}

/** A field with text of its own undoes by itself. */
function isTyping(target: EventTarget | null): boolean {
  return (target instanceof HTMLTextAreaElement || target instanceof HTMLInputElement) && target.value !== "";
}

const SAVE_WORDS: Readonly<Record<SaveState, string>> = {
  saved: "Saved",
  unsaved: "Saving …",
  saving: "Saving …",
  unreachable: "Not saved yet",
  "signed out": "Not saved yet",
  conflict: "Changed elsewhere",
  refused: "Not saved",
};

/** Where the text is that the server does not have: what is said is so. */
const keptWords = (kept: boolean): string =>
  kept ? "Your text is kept in this browser." : "This browser does not keep it either: leave this page open until it is saved.";

function BenchControls() {
  const dispatch = useAppDispatch();
  const { save, saveMessage, kept, past, future, running, stopped, theirs } = useAppSelector((state) => state.bench);
  const isWaiting = save === "unreachable" || save === "signed out" || save === "refused";
  return (
    <div className="flex items-center gap-2 text-[14px]">
      {running && (
        <>
          <span className="text-steel" role="status">
            Working …
          </span>
          <Button onClick={() => engine.stop()}>Stop</Button>
        </>
      )}
      {stopped && <span className="text-bent">Stopped. Change a line to run again.</span>}
      {save === "conflict" && theirs ? (
        <span role="alert" className="flex items-center gap-2 text-bent">
          This problem was changed elsewhere. {keptWords(kept)}
          <ConflictDialog />
        </span>
      ) : (
        <span role="status" data-testid="save-state" className={isWaiting ? "text-bent" : "text-steel"}>
          {isWaiting ? `${SAVE_WORDS[save]}: ${saveMessage}. ${keptWords(kept)}` : SAVE_WORDS[save]}
        </span>
      )}
      <Button look="quiet" disabled={past.length === 0} onClick={() => dispatch(bench.undone())}>
        Undo
      </Button>
      <Button look="quiet" disabled={future.length === 0} onClick={() => dispatch(bench.redone())}>
        Redo
      </Button>
    </div>
  );
}
