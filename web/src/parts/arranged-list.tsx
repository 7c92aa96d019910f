import { type KeyboardEvent, type ReactNode, useState } from "react";
import { Link } from "react-router";
import { Menu } from "./menu.tsx";
import { Sortable, useSortableRow } from "./sortable.tsx";

/** Something in a list that is arranged by hand. */
export interface Arrangeable {
  readonly id: string;
  readonly title: string;
  readonly to: string;
  /** What stands at its end. */
  readonly about: ReactNode;
}

/** What can be done with things in a list. */
export interface Arrangement {
  readonly rename: (id: string, title: string) => void;
  readonly duplicate: (id: string) => void;
  readonly remove: (id: string) => void;
  readonly order: (ids: readonly string[]) => void;
}

interface ArrangedListProps extends Arrangement {
  readonly label: string;
  readonly things: readonly Arrangeable[];
  readonly numbered?: boolean;
  /** What stands in an empty list. */
  readonly empty: ReactNode;
}

function moved(ids: readonly string[], id: string, to: number): readonly string[] {
  const others = ids.filter((one) => one !== id);
  return others.toSpliced(to, 0, id);
}

/** A list of links that are put in order by dragging or with Alt and the arrow keys, and renamed, duplicated and deleted from a menu. */
export function ArrangedList({ label, things, numbered = false, empty, rename, duplicate, remove, order }: ArrangedListProps) {
  const ids = things.map(({ id }) => id);
  const moveTo = (id: string, to: number): void => {
    if (to >= 0 && to < ids.length) order(moved(ids, id, to));
  };
  return (
    <Sortable ids={ids} moveOnto={(id, target) => moveTo(id, ids.indexOf(target))}>
      <ol className="sheet mt-6 divide-y divide-rule rounded" aria-label={label}>
        {things.map((thing, index) => (
          <Row
            key={thing.id}
            thing={thing}
            number={numbered ? index + 1 : undefined}
            moveBy={(by) => moveTo(thing.id, index + by)}
            rename={(title) => rename(thing.id, title)}
            duplicate={() => duplicate(thing.id)}
            remove={() => remove(thing.id)}
          />
        ))}
        {things.length === 0 && <li className="px-5 py-6 text-steel">{empty}</li>}
      </ol>
    </Sortable>
  );
}

interface RowProps {
  readonly thing: Arrangeable;
  readonly number: number | undefined;
  readonly moveBy: (by: 1 | -1) => void;
  readonly rename: (title: string) => void;
  readonly duplicate: () => void;
  readonly remove: () => void;
}

function Row({ thing: { id, title, to, about }, number, moveBy, rename, duplicate, remove }: RowProps) {
  const [renaming, setRenaming] = useState(false);
  const drag = useSortableRow(id);
  const onKeyDown = (event: KeyboardEvent): void => {
    if (!event.altKey || (event.key !== "ArrowUp" && event.key !== "ArrowDown")) return;
    event.preventDefault();
    moveBy(event.key === "ArrowUp" ? -1 : 1);
  };
  return (
    <li
      ref={drag.setNodeRef}
      style={drag.style}
      className={`flex items-baseline gap-3 px-3 py-3 sm:px-5 ${drag.isDragging ? "relative z-10 bg-paper shadow-lg" : ""}`}
    >
      <span
        ref={drag.setActivatorNodeRef}
        {...drag.listeners}
        title="drag to move it"
        aria-hidden="true"
        className="-ml-1 cursor-grab touch-none px-1 text-steel opacity-50 hover:opacity-100"
      >
        ⠿
      </span>
      {number !== undefined && <span className="text-copper">{number}</span>}
      {renaming ? (
        <input
          // biome-ignore lint/a11y/noAutofocus: the author has just asked for this field
          autoFocus
          aria-label={`new title of ${title}`}
          defaultValue={title}
          maxLength={200}
          onFocus={(event) => event.target.select()}
          onBlur={(event) => {
            setRenaming(false);
            const next = event.target.value.trim();
            if (next !== "" && next !== title) rename(next);
          }}
          onKeyDown={(event) => {
            if (event.key === "Enter") event.currentTarget.blur();
            if (event.key !== "Escape") return;
            event.currentTarget.value = title;
            event.currentTarget.blur();
          }}
          className="min-w-0 flex-1 rounded border border-copper bg-transparent px-1 font-serif text-lg"
        />
      ) : (
        <Link to={to} onKeyDown={onKeyDown} className="min-w-0 flex-1 font-serif text-lg hover:text-copper">
          {title}
        </Link>
      )}
      <span className="shrink-0 font-sans text-[14px] text-steel max-sm:hidden">{about}</span>
      <Menu
        label={`what can be done with ${title}`}
        className="rounded px-2 text-steel hover:text-ink"
        entries={[
          { name: "Rename", act: () => setRenaming(true) },
          { name: "Duplicate", act: duplicate },
          { name: "Move up", beside: "Alt ↑", act: () => moveBy(-1) },
          { name: "Move down", beside: "Alt ↓", act: () => moveBy(1) },
          { name: "Delete", act: remove },
        ]}
      >
        ⋯
      </Menu>
    </li>
  );
}
