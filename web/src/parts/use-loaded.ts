import { useCallback, useEffect, useState } from "react";

export type Loaded<T> = { readonly kind: "loading" } | { readonly kind: "ready"; readonly value: T } | { readonly kind: "failed"; readonly message: string };

/** Loads something when the key changes, and again on request. */
export function useLoaded<T>(key: string, load: () => Promise<T>): readonly [Loaded<T>, () => void] {
  const [loaded, setLoaded] = useState<Loaded<T>>({ kind: "loading" });
  const [round, setRound] = useState(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key names what `load` loads; `round` asks for it again
  useEffect(() => {
    let current = true;
    load().then(
      (value) => current && setLoaded({ kind: "ready", value }),
      (error: Error) => current && setLoaded({ kind: "failed", message: error.message }),
    );
    return () => {
      current = false;
    };
  }, [key, round]);
  const again = useCallback(() => setRound((count) => count + 1), []);
  return [loaded, again];
}
