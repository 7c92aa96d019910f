import { LIMITS } from "@nail-down/core/problemset/limits";
import { type FormEvent, useMemo, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { ApiFault, api, type SetRecord } from "../api/client.ts";
import { Button, Fault } from "../parts/controls.tsx";
import { Prose } from "../parts/mathematics.tsx";
import { TopBar } from "../parts/top-bar.tsx";
import { useLoaded } from "../parts/use-loaded.ts";
import { type ChangeTooLate, SetConflict, type SetWords } from "../sheet/conflict/set-conflict.tsx";
import { PublishDialog } from "../sheet/publish-dialog.tsx";
import { SetSettingsForm } from "../sheet/set-settings.tsx";

/** A problem set: its introduction, its problems, and what is published of it. */
export function SetPage() {
  const { setId = "" } = useParams();
  const [loaded, again] = useLoaded(setId, () => api.set(setId));
  return (
    <>
      <TopBar path={loaded.kind === "ready" ? <span className="truncate">{loaded.value.title}</span> : null} />
      <main className="mx-auto max-w-3xl px-6 py-8">
        {loaded.kind === "failed" && <Fault>{loaded.message}</Fault>}
        {loaded.kind === "ready" && <SetContents set={loaded.value} again={again} />}
      </main>
    </>
  );
}

/** From so many problems before the last on it is told how many fit. */
const NEARLY = 20;
/** The share of what a set may hold from which on it is told. */
const NEARLY_FULL = 0.8;
const MEGABYTE = 1_000_000;

function SetContents({ set, again }: { readonly set: SetRecord; readonly again: () => void }) {
  const navigate = useNavigate();
  const [title, setTitle] = useState("");
  const [fault, setFault] = useState("");
  const [conflict, setConflict] = useState<ChangeTooLate | undefined>();
  const held = useMemo(() => new Blob(set.problems.flatMap(({ statement, working }) => [statement, ...working])).size, [set.problems]);
  const left = LIMITS.problems - set.problems.length;
  const attempt = async (work: () => Promise<void>): Promise<void> => {
    try {
      setFault("");
      await work();
    } catch (error) {
      if (!(error instanceof ApiFault)) throw error;
      setFault(error.message);
    }
  };
  /** Stores a change on top of a version; where another came first, both are shown. */
  const store = (change: SetWords, version = set.version): void =>
    void attempt(async () => {
      try {
        await api.changeSet(set.id, { version, ...change });
        setConflict(undefined);
        again();
      } catch (error) {
        if (!(error instanceof ApiFault) || error.status !== 409) throw error;
        setConflict({ change, now: error.current as ChangeTooLate["now"] });
      }
    });
  const leave = (): void => {
    setConflict(undefined);
    again();
  };
  const add = (event: FormEvent): void => {
    event.preventDefault();
    void attempt(async () => {
      const problem = await api.newProblem(set.id, title.trim());
      await navigate(`/sets/${set.id}/problems/${problem.id}`);
    });
  };
  return (
    <>
      <div className="flex items-start justify-between gap-4">
        <SetTitle key={set.version} set={set} store={(changed) => store({ title: changed })} />
        <div className="flex shrink-0 gap-2">
          <a href={`/api/sets/${set.id}/file`} className="rounded border border-rule bg-paper px-3 py-1 hover:border-steel">
            Save as file
          </a>
          <PublishDialog set={set} again={again} />
        </div>
      </div>
      {set.introduction !== "" && (
        <div className="mt-2 font-serif text-lg">
          <Prose words={{ markdown: set.introduction }} />
        </div>
      )}
      <SetSettingsForm set={set} store={(frontMatter) => store({ frontMatter })} />
      {conflict && <SetConflict key={conflict.now.version} conflict={conflict} store={(change) => store(change, conflict.now.version)} leave={leave} />}
      <ol className="sheet mt-6 divide-y divide-rule rounded" aria-label="problems">
        {set.problems.map((problem, index) => (
          <li key={problem.id} className="flex items-baseline gap-3 px-5 py-3">
            <span className="text-copper">{index + 1}</span>
            <Link to={`/sets/${set.id}/problems/${problem.id}`} className="flex-1 font-serif text-lg hover:text-copper">
              {problem.title}
            </Link>
            <span className="font-sans text-[14px] text-steel">
              {problem.working.length} {problem.working.length === 1 ? "line" : "lines"}
            </span>
          </li>
        ))}
        {set.problems.length === 0 && <li className="px-5 py-6 text-steel">No problems yet. Name the first one below.</li>}
      </ol>
      <form onSubmit={add} className="mt-4 flex gap-2">
        <input
          aria-label="title of a new problem"
          placeholder="Title of a new problem"
          value={title}
          onChange={(event) => setTitle(event.target.value)}
          maxLength={200}
          className="flex-1 rounded border border-rule bg-paper px-3 py-1.5"
        />
        <Button look="strong" type="submit" disabled={title.trim() === ""}>
          New problem
        </Button>
      </form>
      {left <= NEARLY && (
        <p className="mt-2 text-steel">
          {left > 0 ? `${left} more problems fit` : "No more problems fit"}: a set may have {LIMITS.problems}.
        </p>
      )}
      {held > NEARLY_FULL * LIMITS.set && (
        <p className="mt-2 text-steel">
          This set holds {(held / MEGABYTE).toFixed(1)} of {LIMITS.set / MEGABYTE} MB: what comes next may be another set.
        </p>
      )}
      {fault !== "" && <Fault>{fault}</Fault>}
    </>
  );
}

function SetTitle({ set, store }: { readonly set: SetRecord; readonly store: (title: string) => void }) {
  const [title, setTitle] = useState(set.title);
  const leave = (): void => {
    if (title.trim() !== "" && title.trim() !== set.title) store(title.trim());
  };
  return (
    <h1 className="min-w-0 flex-1">
      <input
        aria-label="title of the set"
        value={title}
        onChange={(event) => setTitle(event.target.value)}
        onBlur={leave}
        maxLength={200}
        className="w-full rounded border border-transparent bg-transparent font-serif text-2xl font-semibold hover:border-rule"
      />
    </h1>
  );
}
