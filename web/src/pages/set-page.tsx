import { LIMITS } from "@nail-down/core/problemset/limits";
import { type FormEvent, useMemo, useState } from "react";
import { useNavigate, useParams } from "react-router";
import type { SetRecord } from "../api/client.ts";
import { messageOf, queries } from "../api/queries.ts";
import { ArrangedList } from "../parts/arranged-list.tsx";
import { Button, Fault } from "../parts/controls.tsx";
import { DeletedNote, useDeleting } from "../parts/deleting.tsx";
import { Prose } from "../parts/mathematics.tsx";
import { TopBar } from "../parts/top-bar.tsx";
import { useAttempt } from "../parts/use-attempt.ts";
import { type ChangeTooLate, SetConflict, type SetWords } from "../sheet/conflict/set-conflict.tsx";
import { PublishDialog } from "../sheet/publish-dialog.tsx";
import { SetSettingsForm } from "../sheet/set-settings.tsx";

/** A problem set: its introduction, its problems, and what is published of it. */
export function SetPage() {
  const { setId = "" } = useParams();
  const { data, error, refetch } = queries.useSetQuery(setId);
  return (
    <>
      <TopBar path={data ? <span className="truncate">{data.title}</span> : null} />
      <main className="mx-auto max-w-3xl px-4 py-8 sm:px-6">
        {error && !data && <Fault>{messageOf(error)}</Fault>}
        {data && <SetContents set={data} again={() => void refetch()} />}
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
  const { fault, attempt } = useAttempt();
  const [conflict, setConflict] = useState<ChangeTooLate | undefined>();
  const held = useMemo(() => new Blob(set.problems.flatMap(({ statement, working }) => [statement, ...working])).size, [set.problems]);
  const left = LIMITS.problems - set.problems.length;
  const [changeSet] = queries.useChangeSetMutation();
  const [newProblem] = queries.useNewProblemMutation();
  const [copyProblem] = queries.useCopyProblemMutation();
  const [renameProblem] = queries.useRenameProblemMutation();
  const [deleteProblem] = queries.useDeleteProblemMutation();
  const [orderProblems] = queries.useOrderProblemsMutation();
  const { deleted, remove, takeBack } = useDeleting((id) => void deleteProblem(id));
  const problems = set.problems.filter(({ id }) => id !== deleted?.id);
  /** Stores a change on top of a version; where another came first, both are shown. */
  const store = (change: SetWords, version = set.version): void =>
    void attempt(async () => {
      const { error } = await changeSet({ id: set.id, version, ...change });
      if (!error) setConflict(undefined);
      else if ("status" in error && error.status === 409) setConflict({ change, now: error.current as ChangeTooLate["now"] });
      else throw error;
    });
  const leave = (): void => {
    setConflict(undefined);
    again();
  };
  const add = (event: FormEvent): void => {
    event.preventDefault();
    void attempt(async () => {
      const problem = await newProblem({ setId: set.id, title: title.trim() }).unwrap();
      await navigate(`/sets/${set.id}/problems/${problem.id}`);
    });
  };
  return (
    <>
      <div className="flex flex-wrap items-start justify-between gap-4">
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
      <ArrangedList
        label="problems"
        numbered
        things={problems.map((problem) => ({
          id: problem.id,
          title: problem.title,
          to: `/sets/${set.id}/problems/${problem.id}`,
          about: `${problem.working.length} ${problem.working.length === 1 ? "line" : "lines"}`,
        }))}
        empty="No problems yet. Name the first one below; then state it, and work it line by line."
        rename={(id, next) => {
          const problem = problems.find((one) => one.id === id);
          if (problem) void attempt(() => renameProblem({ problem, title: next }).unwrap());
        }}
        duplicate={(id) => void attempt(() => copyProblem({ id }).unwrap())}
        remove={(id) => remove({ id, title: problems.find((one) => one.id === id)?.title ?? "" })}
        order={(ids) => void attempt(() => orderProblems({ setId: set.id, ids: [...ids, ...(deleted ? [deleted.id] : [])] }).unwrap())}
      />
      {deleted && <DeletedNote title={deleted.title} takeBack={takeBack} />}
      <form onSubmit={add} className="mt-4 flex flex-wrap gap-2">
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
