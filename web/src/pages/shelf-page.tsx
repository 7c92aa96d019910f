import { type ChangeEvent, type FormEvent, useState } from "react";
import { Link, useNavigate } from "react-router";
import { ApiFault, api, type Usage } from "../api/client.ts";
import { Button, Fault } from "../parts/controls.tsx";
import { TopBar } from "../parts/top-bar.tsx";
import { useLoaded } from "../parts/use-loaded.ts";

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
  const [shelf] = useLoaded("shelf", api.shelf);
  const [title, setTitle] = useState("");
  const [fault, setFault] = useState("");

  const open = async (make: () => Promise<{ id: string }>): Promise<void> => {
    try {
      const { id } = await make();
      await navigate(`/sets/${id}`);
    } catch (error) {
      if (!(error instanceof ApiFault)) throw error;
      setFault(error.message);
    }
  };
  const create = (event: FormEvent): void => {
    event.preventDefault();
    if (title.trim() !== "") void open(() => api.newSet(title.trim()));
  };
  const bring = (event: ChangeEvent<HTMLInputElement>): void => {
    const file = event.target.files?.[0];
    if (file) void open(async () => api.importSet(await file.text()));
  };

  return (
    <>
      <TopBar />
      <main className="mx-auto max-w-3xl px-6 py-8">
        <h1 className="mb-6 font-serif text-2xl font-semibold">Shelf</h1>
        {shelf.kind === "failed" && <Fault>{shelf.message}</Fault>}
        {shelf.kind === "ready" && (
          <ul className="sheet divide-y divide-rule rounded" aria-label="problem sets">
            {shelf.value.sets.map((set) => (
              <li key={set.id}>
                <Link to={`/sets/${set.id}`} className="flex items-baseline justify-between gap-6 px-5 py-3 hover:text-copper">
                  <span className="font-serif text-lg">{set.title}</span>
                  <span className="shrink-0 font-sans text-[14px] text-steel">
                    {set.problems} {set.problems === 1 ? "problem" : "problems"} · {day(set.updatedAt)}
                  </span>
                </Link>
              </li>
            ))}
            {shelf.value.sets.length === 0 && <li className="px-5 py-6 text-steel">Nothing here yet. Name a first set below.</li>}
          </ul>
        )}
        <form onSubmit={create} className="mt-6 flex gap-2">
          <input
            aria-label="title of a new set"
            placeholder="Title of a new set"
            value={title}
            onChange={(event) => setTitle(event.target.value)}
            maxLength={200}
            className="flex-1 rounded border border-rule bg-paper px-3 py-1.5"
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
        {shelf.kind === "ready" && <Room usage={shelf.value.usage} />}
      </main>
    </>
  );
}
