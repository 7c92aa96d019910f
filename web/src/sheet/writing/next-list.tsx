import type { NextSentence } from "@nail-down/core/instruction/next-sentences";
import { type KeyboardEvent, useEffect, useRef, useState } from "react";
import { engine, unlessStopped } from "../../compute/engine.ts";
import { Mathematics } from "../../parts/mathematics.tsx";

interface NextListProps {
  readonly lines: readonly string[];
  /** Writes a sentence as the next line, or puts it where its places are filled in. */
  readonly take: (sentence: string) => void;
  readonly leave: () => void;
}

const MOST = 12;

/** One of several that come to the same is enough. */
const withSentence = (found: readonly NextSentence[], next: NextSentence): readonly NextSentence[] =>
  found.length >= MOST || (next.preview !== undefined && found.some(({ preview }) => preview === next.preview)) ? found : [...found, next];

/** What could come next below the last line, each with what it would come to. */
export function NextList({ lines, take, leave }: NextListProps) {
  const [found, setFound] = useState<readonly NextSentence[]>([]);
  const [open, setOpen] = useState(true);
  const list = useRef<HTMLUListElement>(null);
  const focused = useRef(false);
  useEffect(() => {
    let current = true;
    engine
      .next(lines, lines.length, (next) => current && setFound((before) => withSentence(before, next)))
      .then(() => current && setOpen(false))
      .catch(unlessStopped);
    return () => {
      current = false;
    };
  }, [lines]);
  useEffect(() => {
    if (focused.current || found.length === 0) return;
    focused.current = true;
    list.current?.querySelector("button")?.focus();
  }, [found]);
  const onKeyDown = (event: KeyboardEvent<HTMLUListElement>): void => {
    const buttons = [...(list.current?.querySelectorAll("button") ?? [])];
    const at = buttons.indexOf(document.activeElement as HTMLButtonElement);
    if (event.key === "ArrowDown") buttons[Math.min(at + 1, buttons.length - 1)]?.focus();
    else if (event.key === "ArrowUp" && at > 0) buttons[at - 1]?.focus();
    else if (event.key === "ArrowUp" || event.key === "Escape") leave();
    else return;
    event.preventDefault();
  };
  return (
    <section aria-label="what could come next" className="mt-1 rounded border border-rule">
      <ul ref={list} onKeyDown={onKeyDown} className="divide-y divide-rule">
        {found.map(({ sentence, preview }) => (
          <li key={sentence}>
            <button
              type="button"
              onClick={() => take(sentence)}
              className="grid w-full items-center gap-x-3 px-2 py-1 text-left hover:bg-copper/8 focus-visible:bg-copper/8 sm:grid-cols-[minmax(0,3fr)_minmax(0,4fr)]"
            >
              <code className="font-mono text-[13px]">{sentence}</code>
              <span className="overflow-x-auto overflow-y-hidden text-[15px]">
                {preview === undefined ? <span className="font-sans text-[13px] text-steel">to be filled in</span> : <Mathematics latex={preview} />}
              </span>
            </button>
          </li>
        ))}
      </ul>
      {(open || found.length === 0) && (
        <p role="status" className="px-2 py-1 font-sans text-[13px] text-steel">
          {open ? "looking …" : "nothing follows from the last line by itself: write what you want to do"}
        </p>
      )}
    </section>
  );
}
