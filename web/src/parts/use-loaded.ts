import { useCallback, useEffect, useState } from "react";
import { useAppSelector } from "../store/store.ts";

export type Loaded<T> = { readonly kind: "loading" } | { readonly kind: "ready"; readonly value: T } | { readonly kind: "failed"; readonly message: string };

/** Loads something when the key changes, again on request, and when one has signed in again. */
export function useLoaded<T>(key: string, load: () => Promise<T>): readonly [Loaded<T>, () => void] {
  const [loaded, setLoaded] = useState<Loaded<T>>({ kind: "loading" });
  const [round, setRound] = useState(0);
  const expired = useAppSelector(({ session }) => session.expired);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key names what `load` loads; the others ask for it again
  useEffect(() => {
    let current = true;
    if (expired) return;
    load().then(
      (value) => current && setLoaded({ kind: "ready", value }),
      (error: Error) => current && setLoaded({ kind: "failed", message: error.message }),
    );
    return () => {
      current = false;
    };
  }, [key, round, expired]);
  const again = useCallback(() => setRound((count) => count + 1), []);
  return [loaded, again];
}
