import { lazy, Suspense, useEffect, useState } from "react";
import { engine } from "../compute/engine.ts";
import { Button } from "../parts/controls.tsx";
import { bench, type Run, type SaveState } from "../store/bench.ts";
import { sheet } from "../store/sheet.ts";
import { useAppDispatch, useAppSelector } from "../store/store.ts";

const ConflictDialog = lazy(async () => ({ default: (await import("./conflict/conflict-dialog.tsx")).ConflictDialog }));

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

/** What stands in the bar of the bench: what is being worked on, whether it is saved, undo and redo. */
export function BenchControls() {
  const { run, stopped } = useAppSelector((state) => state.bench);
  return (
    <div className="flex min-w-0 items-center gap-2 text-[14px]">
      {run?.slow && <RunProgress run={run} />}
      {stopped && <StoppedNote />}
      <SaveNote />
      <HistoryButtons />
    </div>
  );
}

const SECOND = 1000;

/** Which line is being worked on, since when, and how to stop it. */
function RunProgress({ run: { at, since } }: { readonly run: Run }) {
  const dispatch = useAppDispatch();
  const line = useAppSelector((state) => state.sheet.present.lines[at]);
  const [now, setNow] = useState(() => performance.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(performance.now()), SECOND);
    return () => clearInterval(timer);
  }, []);
  const seconds = Math.max(0, Math.floor((now - since) / SECOND));
  return (
    <>
      <span className="min-w-0 truncate text-steel" title={line?.source}>
        <span role="status">Working on line {at + 1}</span>
        {seconds > 0 && ` · ${seconds} s`}
      </span>
      {line && (
        <Button
          className="shrink-0"
          onClick={() => dispatch(bench.gaveUp({ id: line.id, message: `not decided: it was stopped after ${seconds} s` }))}
          title="leave this line undecided and go on with the others"
        >
          Stop this line
        </Button>
      )}
      <Button className="shrink-0" onClick={() => engine.stop()}>
        Stop all
      </Button>
    </>
  );
}

function StoppedNote() {
  const dispatch = useAppDispatch();
  return (
    <>
      <span className="text-bent" role="status">
        Stopped.
      </span>
      <Button onClick={() => dispatch(bench.goOn())}>Run again</Button>
    </>
  );
}

function SaveNote() {
  const { save, saveMessage, kept, theirs } = useAppSelector((state) => state.bench);
  const isWaiting = save === "unreachable" || save === "signed out" || save === "refused";
  if (save === "conflict" && theirs) {
    return (
      <span role="alert" className="flex items-center gap-2 text-bent">
        This problem was changed elsewhere. {keptWords(kept)}
        <Suspense>
          <ConflictDialog />
        </Suspense>
      </span>
    );
  }
  return (
    <span role="status" data-testid="save-state" className={isWaiting ? "text-bent" : "hidden text-steel sm:inline"}>
      {isWaiting ? `${SAVE_WORDS[save]}: ${saveMessage}. ${keptWords(kept)}` : SAVE_WORDS[save]}
    </span>
  );
}

/** Undo and redo, each with what it would take back. */
function HistoryButtons() {
  const dispatch = useAppDispatch();
  const { past, present, future } = useAppSelector((state) => state.sheet);
  const undo = past.length > 0 ? present.did : undefined;
  const redo = future[0]?.did;
  return (
    <>
      <Button
        look="quiet"
        className="px-2"
        disabled={undo === undefined}
        title={undo && `take back: ${undo} (Ctrl Z)`}
        onClick={() => dispatch(sheet.undone())}
      >
        Undo
        {undo !== undefined && <span className="hidden max-w-44 truncate align-bottom xl:inline-block">: {undo}</span>}
      </Button>
      <Button
        look="quiet"
        className="px-2 max-sm:hidden"
        disabled={redo === undefined}
        title={redo && `once more: ${redo} (Ctrl Y)`}
        onClick={() => dispatch(sheet.redone())}
      >
        Redo
        {redo !== undefined && <span className="hidden max-w-44 truncate align-bottom xl:inline-block">: {redo}</span>}
      </Button>
    </>
  );
}
