import { type ChangeEvent, type FormEvent, useState } from "react";
import { useNavigate } from "react-router";
import { api, type Usage } from "../api/client.ts";
import { messageOf, queries } from "../api/queries.ts";
import { ArrangedList } from "../parts/arranged-list.tsx";
import { Button, Fault } from "../parts/controls.tsx";
import { DeletedNote, useDeleting } from "../parts/deleting.tsx";
import { TopBar } from "../parts/top-bar.tsx";
import { useAttempt } from "../parts/use-attempt.ts";
import { FIRST_LOOK } from "../sheet/first-look.ts";

const day = (time: number): string => new Date(time).toLocaleDateString(undefined, { day: "numeric", month: "long", year: "numeric" });

const MEGABYTE = 1024 * 1024;
/** The share of what there is room for from which on it is told. */
const NEARLY = 0.8;

/** What is said when an account has nearly as much as it may have. */
function Room({ usage: { sets, bytes } }: { readonly usage: Usage }) {
  const near = [
    ...(sets.used >= NEARLY * sets.most ? [`${sets.used} of ${sets.most} sets`] : []),
    ...(bytes.used >= NEARLY * bytes.most ? [`${Math.round(bytes.used / MEGABYTE)} of ${Math.round(bytes.most / MEGABYTE)} MB`] : []),
  ];
  return near.length === 0 ? null : (
    <p className="mt-4 text-steel">You have {near.join(" and ")} that an account may have. Delete what is not needed any more.</p>
  );
}

/** The shelf: an instructor's problem sets. */
export function ShelfPage() {
  const navigate = useNavigate();
  const { data, error } = queries.useShelfQuery(undefined);
  const [newSet] = queries.useNewSetMutation();
  const [importSet] = queries.useImportSetMutation();
  const [copySet] = queries.useCopySetMutation();
  const [changeSet] = queries.useChangeSetMutation();
  const [deleteSet] = queries.useDeleteSetMutation();
  const [orderSets] = queries.useOrderSetsMutation();
  const { deleted, remove, takeBack } = useDeleting((id) => void deleteSet(id));
  const [title, setTitle] = useState("");
  const { fault, attempt } = useAttempt();

  const open = (make: () => Promise<{ readonly id: string }>): void => void attempt(async () => navigate(`/sets/${(await make()).id}`));
  const create = (event: FormEvent): void => {
    event.preventDefault();
    if (title.trim() !== "") open(() => newSet(title.trim()).unwrap());
  };
  const bring = (event: ChangeEvent<HTMLInputElement>): void => {
    const file = event.target.files?.[0];
    if (file) open(async () => importSet(await file.text()).unwrap());
  };
  const lookFirst = (): void =>
    void attempt(async () => {
      const { id } = await importSet(FIRST_LOOK.file).unwrap();
      const [problem] = (await api.set(id)).problems;
      await navigate(`/sets/${id}/problems/${problem?.id ?? ""}?first-look`);
    });
  const rename = (id: string, next: string): void =>
    void attempt(async () => {
      const { version } = await api.set(id);
      await changeSet({ id, version, title: next }).unwrap();
    });
  const sets = data?.sets.filter(({ id }) => id !== deleted?.id) ?? [];

  return (
    <>
      <TopBar />
      <main className="mx-auto max-w-3xl px-4 py-8 sm:px-6">
        <h1 className="font-serif text-2xl font-semibold">Shelf</h1>
        {error && !data && <Fault>{messageOf(error)}</Fault>}
        {data && (
          <ArrangedList
            label="problem sets"
            things={sets.map((set) => ({
              id: set.id,
              title: set.title,
              to: `/sets/${set.id}`,
              about: `${set.problems} ${set.problems === 1 ? "problem" : "problems"} · ${day(set.updatedAt)}`,
            }))}
            empty="Nothing here yet. Name a first set below, or take a copy of a sample set to look around in."
            rename={rename}
            duplicate={(id) => void attempt(() => copySet(id).unwrap())}
            remove={(id) => remove({ id, title: sets.find((set) => set.id === id)?.title ?? "" })}
            order={(ids) => void attempt(() => orderSets([...ids, ...(deleted ? [deleted.id] : [])]).unwrap())}
          />
        )}
        {deleted && <DeletedNote title={deleted.title} takeBack={takeBack} />}
        <form onSubmit={create} className="mt-6 flex flex-wrap gap-2">
          <input
            aria-label="title of a new set"
            placeholder="Title of a new set"
            value={title}
            onChange={(event) => setTitle(event.target.value)}
            maxLength={200}
            className="min-w-40 flex-1 rounded border border-rule bg-paper px-3 py-1.5"
          />
          <Button look="strong" type="submit" disabled={title.trim() === ""}>
            New set
          </Button>
          <label className="cursor-pointer rounded border border-rule bg-paper px-3 py-1.5 hover:border-steel focus-within:outline-2 focus-within:outline-copper">
            Bring in a file
            <input type="file" accept=".md,text/markdown" onChange={bring} className="sr-only" aria-label="bring in a problem-set file" />
          </label>
        </form>
        {fault !== "" && <Fault>{fault}</Fault>}
        {data && (
          <section className="mt-8 flex flex-wrap items-center gap-3 rounded border border-copper px-4 py-3" aria-label="a first look">
            <p className="min-w-60 flex-1">New here? A short problem works itself, line by line, as you press Enter.</p>
            <Button look={data.sets.length === 0 ? "strong" : "plain"} onClick={lookFirst}>
              A first look
            </Button>
          </section>
        )}
        {data && <Samples open={data.sets.length === 0} copied={(copy) => open(copy)} />}
        {data && <Room usage={data.usage} />}
      </main>
    </>
  );
}

/** Sets of the example course, for looking around in. */
function Samples({ open, copied }: { readonly open: boolean; readonly copied: (copy: () => Promise<{ readonly id: string }>) => void }) {
  const [shown, setShown] = useState(open);
  const { data } = queries.useSamplesQuery(undefined, { skip: !shown });
  const [copySample] = queries.useCopySampleMutation();
  return (
    <section className="mt-8" aria-label="sample sets">
      <button type="button" aria-expanded={shown} onClick={() => setShown(!shown)} className="text-steel hover:text-copper">
        Sample sets
      </button>
      {shown && (
        <ul className="mt-2 divide-y divide-rule border-y border-rule">
          {data?.samples.map(({ name, title, problems }) => (
            <li key={name} className="flex items-baseline gap-3 py-1.5">
              <span className="min-w-0 flex-1 font-serif">{title}</span>
              <span className="text-[14px] text-steel">
                {problems} {problems === 1 ? "problem" : "problems"}
              </span>
              <Button onClick={() => copied(() => copySample(name).unwrap())} aria-label={`take a copy of ${title}`}>
                Take a copy
              </Button>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
