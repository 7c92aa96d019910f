import { Dialog } from "radix-ui";
import { lazy, Suspense, useState } from "react";
import type { SetRecord } from "../api/client.ts";

const Publishing = lazy(async () => ({ default: (await import("./publishing.tsx")).Publishing }));

/**
 * Publishing: the page as readers will get it, the lines that are not nailed, and what is published already. The server runs and checks
 * every line again. The dialog is not modal to Radix, whose scroll lock would bring in a style that the content security policy refuses;
 * the backdrop is its own.
 */
export function PublishDialog({ set, again }: { readonly set: SetRecord; readonly again: () => void }) {
  const [open, setOpen] = useState(false);
  return (
    <Dialog.Root modal={false} open={open} onOpenChange={setOpen}>
      <Dialog.Trigger className="rounded border border-copper bg-copper px-3 py-1 text-paper hover:brightness-110">Publish …</Dialog.Trigger>
      <Dialog.Portal>
        <div className="fixed inset-0 z-10 bg-black/35" aria-hidden="true" />
        <Dialog.Content className="fixed inset-4 z-20 flex flex-col overflow-y-auto rounded border border-rule bg-paper p-5 shadow-xl md:inset-x-12 md:inset-y-8">
          <Dialog.Title className="font-serif text-xl font-semibold">Publish “{set.title}”</Dialog.Title>
          <Dialog.Description className="mb-3 text-steel">
            Every line is run and checked again on the server. The page needs no account and no script; whoever has its address can read it.
          </Dialog.Description>
          {open && (
            <Suspense fallback={<p className="text-steel">Opening …</p>}>
              <Publishing set={set} again={again} />
            </Suspense>
          )}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
