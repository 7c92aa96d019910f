import { Dialog } from "radix-ui";
import { useMemo, useState } from "react";
import { Button } from "../../parts/controls.tsx";
import { bench } from "../../store/bench.ts";
import { type Draft, draftOf, sheet, sourcesOf } from "../../store/sheet.ts";
import { useAppDispatch, useAppSelector } from "../../store/store.ts";
import { Merge } from "./merge.tsx";

/** The parts of a draft as lines, in the order in which they stand on the sheet. */
const PARTS = [
  { name: "Title", linesOf: ({ title }: Draft) => [title], isOneLine: true },
  { name: "Statement", linesOf: ({ statement }: Draft) => statement.split("\n") },
  { name: "Working", linesOf: sourcesOf },
] as const;

const isSame = (one: Draft, other: Draft): boolean => PARTS.every(({ linesOf }) => linesOf(one).join("\n") === linesOf(other).join("\n"));

/** Two versions of a problem side by side, and what becomes of them, which is merged by hand. */
export function ConflictDialog() {
  const dispatch = useAppDispatch();
  const theirs = useAppSelector((state) => state.bench.theirs);
  const draft = useAppSelector((state) => state.sheet.present);
  const [open, setOpen] = useState(false);
  const parts = useMemo(
    () => (theirs ? PARTS.map(({ linesOf, ...part }) => ({ ...part, mine: linesOf(draft), theirs: linesOf(draftOf(theirs)) })) : []),
    [draft, theirs],
  );
  if (!theirs) return null;
  const stored = draftOf(theirs);
  const settle = (settled: Draft): void => {
    setOpen(false);
    dispatch(sheet.settled(settled));
    dispatch(bench.conflictEnded({ isSame: isSame(settled, stored) }));
  };
  return (
    <Dialog.Root modal={false} open={open} onOpenChange={setOpen}>
      <Dialog.Trigger className="rounded border border-bent px-3 py-1 hover:bg-bent/10">Compare and merge …</Dialog.Trigger>
      <Dialog.Portal>
        <div className="fixed inset-0 z-10 bg-black/35" aria-hidden="true" />
        <Dialog.Content className="fixed inset-4 z-20 flex flex-col rounded border border-rule bg-paper p-5 text-ink shadow-xl md:inset-x-12 md:inset-y-8">
          <Dialog.Title className="font-serif text-xl font-semibold">Two versions of this problem</Dialog.Title>
          <Dialog.Description className="mb-3 text-steel">
            It was changed elsewhere after you opened it. Choose for each place, or write what it should be; nothing is stored before you say so.
          </Dialog.Description>
          <Merge
            parts={parts}
            settle={([title = [], statement = [], working = []]) => settle(draftOf({ title: title.join(" "), statement: statement.join("\n"), working }))}
          >
            <Button onClick={() => settle(draft)}>Keep all of mine</Button>
            <Button onClick={() => settle(stored)}>Take all that is stored</Button>
            <Dialog.Close className="rounded px-3 py-1 text-steel hover:text-ink">Later</Dialog.Close>
          </Merge>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
