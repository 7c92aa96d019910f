import { useState } from "react";
import { Prose } from "../parts/mathematics.tsx";

/** The statement as it will be published; a click opens its text. */
export function StatementEditor({ statement, change }: { readonly statement: string; readonly change: (statement: string) => void }) {
  const [open, setOpen] = useState(false);
  if (open) {
    return (
      <div className="my-3">
        <textarea
          // biome-ignore lint/a11y/noAutofocus: the author has just asked for this field
          autoFocus
          aria-label="statement"
          value={statement}
          onChange={(event) => change(event.target.value)}
          onBlur={() => setOpen(false)}
          onKeyDown={(event) => event.key === "Escape" && setOpen(false)}
          className="field-sizing-content min-h-24 w-full rounded border border-copper bg-transparent p-3 font-mono text-[14px] leading-6"
        />
        <p className="font-sans text-[13px] text-steel">Words, with mathematics between dollar signs: $x^2 + 1$. Escape when done.</p>
      </div>
    );
  }
  return (
    // The words may hold links, so this is no button element; the button beside it is for the keyboard.
    <div className="group relative my-3">
      {/* biome-ignore lint/a11y/noStaticElementInteractions: the button below does the same */}
      {/* biome-ignore lint/a11y/useKeyWithClickEvents: the button below does the same */}
      <div onClick={() => setOpen(true)} className="cursor-text rounded hover:bg-copper/5">
        {statement.trim() === "" ? <p className="text-steel italic">Write the problem here.</p> : <Prose words={{ markdown: statement }} />}
      </div>
      <button
        type="button"
        onClick={() => setOpen(true)}
        className="absolute -top-6 right-0 font-sans text-[13px] text-steel opacity-0 group-hover:opacity-100 focus:opacity-100 hover:text-copper"
      >
        Edit the statement
      </button>
    </div>
  );
}
