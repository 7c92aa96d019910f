import { useCallback, useEffect, useRef, useState } from "react";
import { Button } from "./controls.tsx";

/** So long, in milliseconds, what was deleted can be taken back. */
const TAKEN_BACK_FOR = 15_000;

interface Deleted {
  readonly id: string;
  readonly title: string;
}

/**
 * Deleting with undo: what is deleted goes out of sight at once, and is deleted when it was not taken back for a while, when something else is
 * deleted, or when one leaves.
 */
export function useDeleting(carryOut: (id: string) => void) {
  const [deleted, setDeleted] = useState<Deleted | undefined>();
  const pending = useRef<Deleted | undefined>(undefined);
  const act = useRef(carryOut);
  act.current = carryOut;
  const finish = useCallback((): void => {
    if (pending.current) act.current(pending.current.id);
    pending.current = undefined;
    setDeleted(undefined);
  }, []);
  const remove = (thing: Deleted): void => {
    finish();
    pending.current = thing;
    setDeleted(thing);
  };
  const takeBack = (): void => {
    pending.current = undefined;
    setDeleted(undefined);
  };
  useEffect(() => {
    if (!deleted) return;
    const timer = setTimeout(finish, TAKEN_BACK_FOR);
    return () => clearTimeout(timer);
  }, [deleted, finish]);
  useEffect(() => {
    addEventListener("pagehide", finish);
    return () => {
      removeEventListener("pagehide", finish);
      finish();
    };
  }, [finish]);
  return { deleted, remove, takeBack };
}

/** What was deleted, and how it is taken back. */
export function DeletedNote({ title, takeBack }: { readonly title: string; readonly takeBack: () => void }) {
  return (
    <p role="status" className="mt-4 flex items-center gap-3 rounded border border-rule bg-paper px-4 py-2">
      <span className="min-w-0 flex-1">“{title}” is deleted.</span>
      <Button onClick={takeBack}>Take back</Button>
    </p>
  );
}
