import { LIMITS } from "@nail-down/core/problemset/limits";
import { useState } from "react";
import { Boundary } from "../parts/boundary.tsx";
import { Prose } from "../parts/mathematics.tsx";

/** The share of what fits from which on it is told how much is left. */
const NEARLY = 0.9;

/** A statement that cannot be set: its text is there, to be changed. */
function FailedStatement({ statement, message }: { readonly statement: string; readonly message: string }) {
  return (
    <>
      <p className="text-bent" role="alert">
        The statement could not be shown: {message}
      </p>
      <p className="font-mono text-[14px] break-words whitespace-pre-wrap">{statement}</p>
    </>
  );
}

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
        <p className="font-sans text-[13px] text-steel">
          Words, with mathematics between dollar signs: $x^2 + 1$. Escape when done.
          {statement.length > NEARLY * LIMITS.statement && ` A statement may have ${LIMITS.statement} characters, and this has ${statement.length}.`}
        </p>
      </div>
    );
  }
  return (
    // The words may hold links, so this is no button element; the button beside it is for the keyboard.
    <div className="group relative my-3">
      {/* biome-ignore lint/a11y/noStaticElementInteractions: the button below does the same */}
      {/* biome-ignore lint/a11y/useKeyWithClickEvents: the button below does the same */}
      <div onClick={() => setOpen(true)} className="cursor-text rounded hover:bg-copper/5">
        {statement.trim() === "" ? (
          <p className="text-steel italic">Write the problem here.</p>
        ) : (
          <Boundary value={statement} failed={(message) => <FailedStatement statement={statement} message={message} />}>
            <Prose words={{ markdown: statement }} />
          </Boundary>
        )}
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
