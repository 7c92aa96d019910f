import { useCallback, useEffect, useRef } from "react";
import { unlessStopped } from "../../compute/engine.ts";

/**
 * Asks for drawings one after the other: while one is being made, only the newest wish is kept, so that the picture follows the hand
 * however fast it moves.
 */
export function useRedrawn<Wish, Drawing>(draw: (wish: Wish) => Promise<Drawing | undefined>, show: (drawing: Drawing) => void): (wish: Wish) => void {
  const next = useRef<{ readonly wish: Wish } | undefined>(undefined);
  const busy = useRef(false);
  const gone = useRef(false);
  const latest = useRef({ draw, show });
  latest.current = { draw, show };
  useEffect(() => {
    gone.current = false;
    return () => {
      gone.current = true;
    };
  }, []);
  return useCallback((wish: Wish): void => {
    next.current = { wish };
    if (busy.current) return;
    busy.current = true;
    const work = async (): Promise<void> => {
      try {
        while (next.current && !gone.current) {
          const { wish: now } = next.current;
          next.current = undefined;
          const drawing = await latest.current.draw(now);
          // A newer wish is about to be drawn: this one is shown all the same, as a step on the way.
          if (drawing && !gone.current) latest.current.show(drawing);
        }
      } catch (failure) {
        unlessStopped(failure);
      } finally {
        busy.current = false;
      }
    };
    void work();
  }, []);
}
