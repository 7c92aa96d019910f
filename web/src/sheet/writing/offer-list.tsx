import type { Completion } from "@nail-down/core/instruction/completion/scope";
import { useEffect, useRef } from "react";

interface OfferListProps {
  readonly id: string;
  readonly completions: readonly Completion[];
  readonly chosen: number | undefined;
  readonly take: (completion: Completion) => void;
}

/** What can be put in at the caret, below the line that is written. */
export function OfferList({ id, completions, chosen, take }: OfferListProps) {
  const list = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (chosen !== undefined) list.current?.children[chosen]?.scrollIntoView({ block: "nearest" });
  }, [chosen]);
  return (
    <div className="absolute top-full left-0 z-10 w-full max-w-xl rounded border border-rule bg-paper font-sans text-[14px] shadow-lg">
      <div ref={list} id={id} role="listbox" aria-label="what can be put in" className="max-h-56 overflow-y-auto">
        {completions.map((one, k) => (
          <div
            key={one.text}
            id={`${id}-${k}`}
            role="option"
            tabIndex={-1}
            aria-selected={k === chosen}
            // The line keeps the focus.
            onMouseDown={(event) => {
              event.preventDefault();
              take(one);
            }}
            className={`cursor-pointer px-2 py-0.5 hover:bg-desk ${one.kind === "instruction" ? "" : "grid grid-cols-[minmax(0,3fr)_minmax(0,4fr)] gap-x-3"} ${k === chosen ? "bg-desk" : ""}`}
          >
            <span className="block truncate font-mono text-[13px]">{one.label}</span>
            <span className="block truncate text-[13px] text-steel">{one.about}</span>
          </div>
        ))}
      </div>
      <p className="border-t border-rule px-2 py-0.5 text-[12px] text-steel">
        Tab takes {chosen === undefined ? "the first" : "it"} · ↓ ↑ choose · Escape leaves
      </p>
    </div>
  );
}

/** What may follow here, said without being in the way. */
export function QuietOffers({ completions, take }: Pick<OfferListProps, "completions" | "take">) {
  return (
    <span className="font-sans text-[13px] text-steel">
      may follow:
      {completions.slice(0, MOST_QUIET).map((one) => (
        <button
          key={one.text}
          type="button"
          tabIndex={-1}
          onMouseDown={(event) => {
            event.preventDefault();
            take(one);
          }}
          title={one.about}
          className="ml-2 hover:text-copper hover:underline"
        >
          {one.label}
        </button>
      ))}
    </span>
  );
}

const MOST_QUIET = 6;
