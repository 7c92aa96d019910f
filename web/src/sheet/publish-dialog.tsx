import { Dialog, RadioGroup } from "radix-ui";
import { useState } from "react";
import { ApiFault, api, type NotNailed, type Publication, type PublicationKind, type SetRecord } from "../api/client.ts";
import { Button, Fault } from "../parts/controls.tsx";

const KINDS: readonly { readonly kind: PublicationKind; readonly label: string; readonly about: string }[] = [
  { kind: "handout", label: "Handout", about: "the problems alone" },
  { kind: "worked", label: "Worked solutions", about: "the problems with every line, its steps and its evidence" },
  { kind: "key", label: "Answer key", about: "the problems with their last answers" },
];

type Done = { readonly publication: Publication; readonly notNailed: readonly NotNailed[] };

/**
 * Publishing: the server runs and checks every line again, stores the page, and says which lines are not nailed.
 * The dialog is not modal to Radix, whose scroll lock would bring in a style that the content security policy refuses; the
 * backdrop is its own.
 */
export function PublishDialog({ set, again }: { readonly set: SetRecord; readonly again: () => void }) {
  const [kind, setKind] = useState<PublicationKind>("worked");
  const [busy, setBusy] = useState(false);
  const [done, setDone] = useState<Done | undefined>();
  const [fault, setFault] = useState("");
  const attempt = async (work: () => Promise<void>): Promise<void> => {
    setBusy(true);
    setFault("");
    try {
      await work();
      again();
    } catch (error) {
      if (!(error instanceof ApiFault)) throw error;
      setFault(error.message);
    } finally {
      setBusy(false);
    }
  };
  const current = KINDS.flatMap((entry) =>
    set.publications
      .filter((publication) => publication.kind === entry.kind && publication.withdrawnAt === null)
      .slice(0, 1)
      .map((publication) => ({ ...entry, publication })),
  );
  return (
    <Dialog.Root modal={false} onOpenChange={() => setDone(undefined)}>
      <Dialog.Trigger className="rounded border border-copper bg-copper px-3 py-1 text-paper hover:brightness-110">Publish …</Dialog.Trigger>
      <Dialog.Portal>
        <div className="fixed inset-0 z-10 bg-black/35" aria-hidden="true" />
        <Dialog.Content className="fixed top-1/2 left-1/2 z-20 w-[34rem] max-w-[92vw] -translate-x-1/2 -translate-y-1/2 rounded border border-rule bg-paper p-6 shadow-xl">
          <Dialog.Title className="mb-1 font-serif text-xl font-semibold">Publish “{set.title}”</Dialog.Title>
          <Dialog.Description className="mb-4 text-steel">
            Every line is run and checked again on the server. The page needs no account and no script; whoever has its address can read it.
          </Dialog.Description>
          <RadioGroup.Root value={kind} onValueChange={(value) => setKind(value as PublicationKind)} className="space-y-2" aria-label="what to publish">
            {KINDS.map((entry) => (
              <label key={entry.kind} className="flex items-baseline gap-3" htmlFor={`publish-${entry.kind}`}>
                <RadioGroup.Item
                  id={`publish-${entry.kind}`}
                  value={entry.kind}
                  className="h-4 w-4 shrink-0 translate-y-0.5 rounded-full border border-steel bg-paper"
                >
                  <RadioGroup.Indicator className="block h-full w-full scale-50 rounded-full bg-copper" />
                </RadioGroup.Item>
                <span>
                  {entry.label} <span className="text-steel">– {entry.about}</span>
                </span>
              </label>
            ))}
          </RadioGroup.Root>
          {fault !== "" && <Fault>{fault}</Fault>}
          {done && <Result done={done} />}
          {current.length > 0 && (
            <ul className="mt-4 border-t border-rule pt-3" aria-label="published">
              {current.map(({ label, publication }) => (
                <li key={publication.id} className="flex items-baseline justify-between gap-3 py-0.5">
                  <a href={`/p/${publication.address}`} target="_blank" rel="noreferrer" className="text-copper underline">
                    {label}, number {publication.number}
                  </a>
                  <Button look="quiet" disabled={busy} onClick={() => void attempt(async () => void (await api.withdraw(set.id, publication.kind)))}>
                    Withdraw
                  </Button>
                </li>
              ))}
            </ul>
          )}
          <div className="mt-5 flex justify-end gap-2">
            <Dialog.Close className="rounded border border-rule px-3 py-1 hover:border-steel">Close</Dialog.Close>
            <Button look="strong" disabled={busy} onClick={() => void attempt(async () => setDone(await api.publish(set.id, kind)))}>
              {busy ? "Checking …" : "Publish"}
            </Button>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function Result({ done: { publication, notNailed } }: { readonly done: Done }) {
  const address = `${location.origin}/p/${publication.address}`;
  return (
    <div role="status" className="mt-4 rounded border border-rule p-3">
      <p>
        Published. Readers find it at{" "}
        <a href={`/p/${publication.address}`} target="_blank" rel="noreferrer" data-testid="published-address" className="break-all text-copper underline">
          {address}
        </a>
      </p>
      {notNailed.length === 0 ? (
        <p className="text-nailed">Every line that claims something is nailed.</p>
      ) : (
        <div className="mt-1">
          <p>Not nailed:</p>
          <ul className="list-disc pl-5">
            {notNailed.map((entry) => (
              <li key={`${entry.problem} ${entry.line}`}>
                {entry.problem}, line {entry.line}: {entry.verdict}
              </li>
            ))}
          </ul>
        </div>
      )}
    </div>
  );
}
