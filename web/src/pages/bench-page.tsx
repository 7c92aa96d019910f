import { useEffect, useRef, useState } from "react";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";
import type { SetRecord } from "../api/client.ts";
import { messageOf, queries } from "../api/queries.ts";
import { Boundary } from "../parts/boundary.tsx";
import { Button, Fault } from "../parts/controls.tsx";
import { loadSettings } from "../parts/settings.ts";
import { TopBar } from "../parts/top-bar.tsx";
import { BenchControls } from "../sheet/bench-controls.tsx";
import { EvidencePanel } from "../sheet/evidence-panel.tsx";
import { KeysDialog } from "../sheet/keys-dialog.tsx";
import { ProblemList } from "../sheet/problem-list.tsx";
import { PublishDialog } from "../sheet/publish-dialog.tsx";
import { WorkingSheet } from "../sheet/working-sheet.tsx";
import type { WritingHandle } from "../sheet/writing/writing-line.tsx";
import { bench } from "../store/bench.ts";
import { keptDraft } from "../store/kept-draft.ts";
import { keptHistory } from "../store/kept-history.ts";
import { draftOf, freshHistory, sheet } from "../store/sheet.ts";
import { useAppDispatch, useAppSelector } from "../store/store.ts";

/** The bench: one problem on its sheet, the set's problems to the left, the evidence to the right. */
export function BenchPage() {
  const { setId = "", problemId = "" } = useParams();
  const { data, error, isFetching, refetch } = queries.useSetQuery(setId);
  /** What is opened is what is stored now, and nothing that was kept from before. */
  const [isFresh, setFresh] = useState(false);
  useEffect(() => {
    if (!isFetching) setFresh(true);
  }, [isFetching]);
  if (error && !data) {
    return (
      <>
        <TopBar />
        <main className="p-8">
          <Fault>{messageOf(error)}</Fault>
        </main>
      </>
    );
  }
  return data && isFresh ? <OpenBench set={data} problemId={problemId} again={() => void refetch()} /> : <TopBar />;
}

/** Lays a problem on the bench while its page is open, with what the browser has kept of it. */
function useOpened(set: SetRecord, problemId: string): boolean {
  const dispatch = useAppDispatch();
  const opened = useAppSelector((state) => state.bench.problemId);
  const problem = set.problems.find((candidate) => candidate.id === problemId);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a problem is opened when one goes to it, not when the set is loaded again
  useEffect(() => {
    if (!problem) return;
    let current = true;
    void loadSettings(set.frontMatter).then((settings) => {
      if (!current) return;
      const kept = keptDraft(problem.id);
      const draft = draftOf(kept?.draft ?? problem);
      dispatch(sheet.opened(keptHistory(problem.id, draft) ?? freshHistory(draft)));
      const { id, setId, version } = problem;
      dispatch(bench.opened({ problem: { id, setId, version: kept?.version ?? version }, settings, unsaved: kept !== undefined }));
    });
    return () => {
      current = false;
      dispatch(bench.closed());
      dispatch(sheet.closed());
    };
  }, [problemId, dispatch]);
  return problem !== undefined && opened === problemId;
}

function OpenBench({ set, problemId, again }: { readonly set: SetRecord; readonly problemId: string; readonly again: () => void }) {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const isOpen = useOpened(set, problemId);
  const writing = useRef<WritingHandle>(null);
  const [keysShown, setKeysShown] = useState(false);
  const lines = useAppSelector((state) => state.sheet.present.lines);
  const [search] = useSearchParams();
  const asked = Number(search.get("line") ?? Number.NaN);
  const askedId = isOpen ? lines[asked - 1]?.id : undefined;
  // A link to a line shows its evidence, once.
  const shown = useRef<string | undefined>(undefined);
  useEffect(() => {
    if (askedId === undefined || shown.current === problemId) return;
    shown.current = problemId;
    dispatch(bench.pinned(askedId));
    document.querySelector(`[data-line="${CSS.escape(askedId)}"]`)?.scrollIntoView({ block: "center" });
  }, [askedId, problemId, dispatch]);
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (isTyping(event.target)) return;
      if (event.key === "?" && !(event.target instanceof HTMLTextAreaElement || event.target instanceof HTMLInputElement)) setKeysShown(true);
      else if (!(event.ctrlKey || event.metaKey)) return;
      else if (event.key === "z" && !event.shiftKey) dispatch(sheet.undone());
      else if (event.key === "y" || (event.key === "Z" && event.shiftKey)) dispatch(sheet.redone());
      else return;
      event.preventDefault();
    };
    addEventListener("keydown", onKey);
    return () => removeEventListener("keydown", onKey);
  }, [dispatch]);

  const path = (
    <>
      <Link to={`/sets/${set.id}`} className="truncate hover:text-ink max-sm:max-w-16">
        {set.title}
      </Link>
      <select
        aria-label="problem of the set"
        value={problemId}
        onChange={(event) => void navigate(`/sets/${set.id}/problems/${event.target.value}`)}
        className="min-w-0 rounded border border-rule bg-paper px-1 lg:hidden"
      >
        {set.problems.map(({ id, title }, index) => (
          <option key={id} value={id}>
            {index + 1} {title}
          </option>
        ))}
      </select>
    </>
  );
  return (
    <div className="flex h-dvh flex-col">
      <TopBar path={path}>
        <BenchControls />
        <Button look="quiet" onClick={() => setKeysShown(true)} aria-label="keys" title="keys (?)" className="hidden px-2 sm:block">
          ?
        </Button>
        <PublishDialog set={set} again={again} />
      </TopBar>
      <KeysDialog open={keysShown} setOpen={setKeysShown} />
      {isOpen ? (
        <div className="flex min-h-0 flex-1 flex-col lg:grid lg:grid-cols-[13rem_minmax(0,1fr)_20rem]">
          <div className="hidden overflow-y-auto lg:block">
            <ProblemList set={set} problemId={problemId} />
          </div>
          <main className="min-h-0 min-w-0 flex-1 overflow-y-auto sm:py-4">
            <WorkingSheet writing={writing} isFirstLook={search.has("first-look")} />
          </main>
          <Evidence />
        </div>
      ) : (
        !set.problems.some(({ id }) => id === problemId) && (
          <main className="p-8">
            <Fault>This problem does not exist.</Fault>
          </main>
        )
      )}
    </div>
  );
}

/** The evidence beside the sheet; where there is no room for that, folded below it. */
function Evidence() {
  const [unfolded, setUnfolded] = useState(false);
  return (
    <>
      <button
        type="button"
        aria-expanded={unfolded}
        aria-controls="evidence"
        onClick={() => setUnfolded(!unfolded)}
        className="border-t border-rule bg-paper px-4 py-1.5 text-left text-steel lg:hidden"
      >
        {unfolded ? "Fold the evidence" : "Show the evidence"}
      </button>
      <aside
        id="evidence"
        aria-label="evidence"
        // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls has to be reached by keys
        tabIndex={0}
        className={`overflow-y-auto border-rule px-4 py-5 max-lg:max-h-[45dvh] max-lg:border-t lg:block lg:border-l ${unfolded ? "" : "hidden"}`}
      >
        <Boundary failed={(message) => <Fault>The evidence could not be shown: {message}</Fault>}>
          <EvidencePanel />
        </Boundary>
      </aside>
    </>
  );
}

/** A field with text of its own undoes by itself. */
function isTyping(target: EventTarget | null): boolean {
  return (target instanceof HTMLTextAreaElement || target instanceof HTMLInputElement) && target.value !== "";
}
