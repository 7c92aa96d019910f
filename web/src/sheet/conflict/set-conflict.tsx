import { useMemo } from "react";
import type { SetRecord } from "../../api/client.ts";
import { Button } from "../../parts/controls.tsx";
import { Merge } from "./merge.tsx";

/** What is changed of a set by itself: one of these at a time. */
export interface SetWords {
  readonly title?: string;
  readonly frontMatter?: string;
}

/** A change of a set that came after another one: what was to be stored, and the set as it is stored now. */
export interface ChangeTooLate {
  readonly change: SetWords;
  readonly now: Pick<SetRecord, "title" | "frontMatter" | "version">;
}

/** Both versions of a set's title or settings side by side, and what becomes of them. */
export function SetConflict({
  conflict: { change, now },
  store,
  leave,
}: {
  readonly conflict: ChangeTooLate;
  readonly store: (change: SetWords) => void;
  readonly leave: () => void;
}) {
  const { title, frontMatter } = change;
  const parts = useMemo(
    () => [
      ...(title === undefined ? [] : [{ name: "Title", mine: [title], theirs: [now.title], isOneLine: true as const }]),
      ...(frontMatter === undefined ? [] : [{ name: "Settings", mine: frontMatter.split("\n"), theirs: now.frontMatter.split("\n") }]),
    ],
    [title, frontMatter, now],
  );
  const settle = ([lines = []]: readonly (readonly string[])[]): void =>
    store(title === undefined ? { frontMatter: lines.join("\n") } : { title: lines.join(" ") });
  return (
    <section role="alert" aria-label="changed elsewhere" className="mt-4 rounded border border-bent p-4">
      <h2 className="mb-2 font-serif text-lg text-bent">This set was changed elsewhere after you opened it</h2>
      <p className="mb-2 text-steel">Nothing of yours is stored yet. Choose for each place, or write what it should be.</p>
      <Merge parts={parts} settle={settle}>
        <Button onClick={leave}>Take what is stored</Button>
      </Merge>
    </section>
  );
}
