import { useEffect, useState } from "react";
import { useDebouncedCallback } from "use-debounce";
import type { Preview } from "../../compute/bench-core.ts";
import { engine, Stopped } from "../../compute/engine.ts";
import type { Typed } from "./typing.ts";

/** So long the hand must rest, in milliseconds, before a line is read. */
const READ_AFTER = 40;

/** What was read, and of which text at which caret. */
export interface Read {
  readonly preview: Preview;
  readonly text: string;
  readonly caret: number;
}

/** How the line is read and what can be put in, as soon as the hand rests. */
export function useRead(before: readonly string[], { text, from, to }: Typed): Read | undefined {
  const [read, setRead] = useState<Read>();
  const ask = useDebouncedCallback((source: string, caret: number) => {
    engine.read(before, source, caret).then(
      (preview) => setRead({ preview, text: source, caret }),
      (error: Error) => {
        if (!(error instanceof Stopped)) throw error;
        // The worker was ended for something else.
        if (error.isEnded) ask(source, caret);
      },
    );
  }, READ_AFTER);
  useEffect(() => {
    if (text.trim() === "") {
      ask.cancel();
      setRead(undefined);
    } else ask(text, from === to ? to : text.length);
  }, [ask, text, from, to]);
  return text.trim() === "" ? undefined : read;
}
