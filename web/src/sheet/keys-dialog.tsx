import { LeaveModal, Modal } from "../parts/modal.tsx";

/** The keys, by where they work. */
const KEYS: readonly { readonly where: string; readonly keys: readonly (readonly [string, string])[] }[] = [
  {
    where: "In the writing line",
    keys: [
      ["Enter", "write the line"],
      ["Tab", "take what is offered, then go to the next place to fill in"],
      ["↓ ↑", "choose among what is offered"],
      ["↑", "in an empty line: earlier lines"],
      ["Escape", "leave what is offered; once more: go to the lines"],
      ["Ctrl Space, ↓", "in an empty line: what could come next"],
      ["Ctrl Enter", "take the sentence that was meant, or the other reading"],
    ],
  },
  {
    where: "On a line",
    keys: [
      ["↑ ↓", "go to the line above or below"],
      ["Enter", "edit it"],
      ["A, B", "write above or below it"],
      ["D", "duplicate it"],
      ["Alt ↑, Alt ↓", "move it"],
      ["Shift ↑ ↓, Space", "choose several lines"],
      ["Ctrl C, X, V", "copy, cut and put in lines as text"],
      ["Delete", "remove it"],
      ["E", "keep its evidence in view"],
      ["Escape", "back to the writing line"],
    ],
  },
  {
    where: "In a formula",
    keys: [
      ["← → ↑ ↓", "choose a part of it"],
      ["Enter", "go to the rewrites of the part"],
    ],
  },
  {
    where: "On a graph",
    keys: [
      ["← → ↑ ↓", "move it, or turn a surface"],
      ["+ −", "closer, farther"],
      ["Shift ← →, Shift ↓", "read values along a curve, go to the next curve"],
    ],
  },
  {
    where: "Everywhere",
    keys: [
      ["Ctrl Z, Ctrl Y", "undo, redo"],
      ["?", "these keys"],
    ],
  },
];

/** The sheet of keys. */
export function KeysDialog({ open, setOpen }: { readonly open: boolean; readonly setOpen: (open: boolean) => void }) {
  return (
    <Modal open={open} leave={() => setOpen(false)} title="Keys" className="inset-x-4 top-8 bottom-8 mx-auto max-w-3xl overflow-y-auto p-6">
      <div className="mt-3 gap-8 sm:columns-2">
        {KEYS.map(({ where, keys }) => (
          <section key={where} className="mb-4 break-inside-avoid">
            <h2 className="font-semibold text-steel">{where}</h2>
            <dl>
              {keys.map(([key, does]) => (
                <div key={key} className="grid grid-cols-[8.5rem_minmax(0,1fr)] gap-x-3 py-px">
                  <dt>
                    <kbd className="font-sans font-semibold">{key}</kbd>
                  </dt>
                  <dd>{does}</dd>
                </div>
              ))}
            </dl>
          </section>
        ))}
      </div>
      <LeaveModal>Close</LeaveModal>
    </Modal>
  );
}
