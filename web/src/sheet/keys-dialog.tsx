import { Dialog } from "radix-ui";

/** The keys, by where they work. */
const KEYS: readonly { readonly where: string; readonly keys: readonly (readonly [string, string])[] }[] = [
  {
    where: "In the writing line",
    keys: [
      ["Enter", "write the line"],
      ["Tab", "take what is offered, then go to the next place to fill in"],
      ["↓ ↑", "choose among what is offered; ↑ in an empty line recalls earlier ones"],
      ["Escape", "leave what is offered; once more: go to the lines"],
      ["Ctrl Space", "what could come next"],
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
    <Dialog.Root modal={false} open={open} onOpenChange={setOpen}>
      <Dialog.Portal>
        <div className="fixed inset-0 z-10 bg-black/35" aria-hidden="true" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-x-4 top-8 bottom-8 z-20 mx-auto max-w-3xl overflow-y-auto rounded border border-rule bg-paper p-6 shadow-xl"
        >
          <Dialog.Title className="font-serif text-xl font-semibold">Keys</Dialog.Title>
          <div className="mt-3 gap-8 sm:columns-2">
            {KEYS.map(({ where, keys }) => (
              <section key={where} className="mb-4 break-inside-avoid">
                <h2 className="font-semibold text-steel">{where}</h2>
                <dl className="grid grid-cols-[8.5rem_minmax(0,1fr)] gap-x-3 gap-y-0.5">
                  {keys.map(([key, does]) => (
                    <div key={key} className="contents">
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
          <Dialog.Close className="rounded border border-rule px-3 py-1 hover:border-steel">Close</Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
