import { lazy, Suspense, useState } from "react";
import type { SetRecord } from "../api/client.ts";
import { Button } from "../parts/controls.tsx";
import { Modal } from "../parts/modal.tsx";

const Publishing = lazy(async () => ({ default: (await import("./publishing.tsx")).Publishing }));

/** Publishing: the page as readers will get it, the lines that are not nailed, and what is published already. The server runs and checks every line again. */
export function PublishDialog({ set, again }: { readonly set: SetRecord; readonly again: () => void }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button look="strong" aria-haspopup="dialog" onClick={() => setOpen(true)}>
        Publish …
      </Button>
      <Modal
        open={open}
        leave={() => setOpen(false)}
        title={`Publish “${set.title}”`}
        description="Every line is run and checked again on the server. The page needs no account and no script; whoever has its address can read it."
        className="inset-2 flex flex-col overflow-y-auto p-4 md:inset-x-12 md:inset-y-8 md:p-5"
      >
        <Suspense fallback={<p className="text-steel">Opening …</p>}>
          <Publishing set={set} again={again} />
        </Suspense>
      </Modal>
    </>
  );
}
