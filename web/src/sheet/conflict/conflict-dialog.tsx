import { useMemo, useState } from "react";
import { Button } from "../../parts/controls.tsx";
import { LeaveModal, Modal } from "../../parts/modal.tsx";
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
    <>
      <button type="button" aria-haspopup="dialog" onClick={() => setOpen(true)} className="rounded border border-bent px-3 py-1 hover:bg-bent/10">
        Compare and merge …
      </button>
      <Modal
        open={open}
        leave={() => setOpen(false)}
        title="Two versions of this problem"
        description="It was changed elsewhere after you opened it. Choose for each place, or write what it should be; nothing is stored before you say so."
        className="inset-4 flex flex-col p-5 md:inset-x-12 md:inset-y-8"
      >
        <Merge
          parts={parts}
          settle={([title = [], statement = [], working = []]) => settle(draftOf({ title: title.join(" "), statement: statement.join("\n"), working }))}
        >
          <Button onClick={() => settle(draft)}>Keep all of mine</Button>
          <Button onClick={() => settle(stored)}>Take all that is stored</Button>
          <LeaveModal>Later</LeaveModal>
        </Merge>
      </Modal>
    </>
  );
}
