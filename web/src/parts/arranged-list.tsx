import { closestCenter, DndContext, type DragEndEvent, PointerSensor, useSensor, useSensors } from "@dnd-kit/core";
import { SortableContext, useSortable, verticalListSortingStrategy } from "@dnd-kit/sortable";
import { DropdownMenu } from "radix-ui";
import { type KeyboardEvent, type ReactNode, useState } from "react";
import { Link } from "react-router";

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

const DRAG_FROM = 6;

function moved(ids: readonly string[], id: string, to: number): readonly string[] {
  const others = ids.filter((one) => one !== id);
  return others.toSpliced(to, 0, id);
}

/** A list of links that are put in order by dragging or with Alt and the arrow keys, and renamed, duplicated and deleted from a menu. */
export function ArrangedList({ label, things, numbered = false, empty, rename, duplicate, remove, order }: ArrangedListProps) {
  const ids = things.map(({ id }) => id);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: DRAG_FROM } }));
  const moveTo = (id: string, to: number): void => {
    if (to >= 0 && to < ids.length) order(moved(ids, id, to));
  };
  const onDragEnd = ({ active, over }: DragEndEvent): void => {
    if (over && over.id !== active.id) moveTo(String(active.id), ids.indexOf(String(over.id)));
  };
  return (
    <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={onDragEnd} accessibility={{ screenReaderInstructions: { draggable: "" } }}>
      <SortableContext items={ids} strategy={verticalListSortingStrategy}>
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
      </SortableContext>
    </DndContext>
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
  const drag = useSortable({ id });
  const onKeyDown = (event: KeyboardEvent): void => {
    if (!event.altKey || (event.key !== "ArrowUp" && event.key !== "ArrowDown")) return;
    event.preventDefault();
    moveBy(event.key === "ArrowUp" ? -1 : 1);
  };
  const entries: readonly (readonly [string, string, () => void])[] = [
    ["Rename", "", () => setRenaming(true)],
    ["Duplicate", "", duplicate],
    ["Move up", "Alt ↑", () => moveBy(-1)],
    ["Move down", "Alt ↓", () => moveBy(1)],
    ["Delete", "", remove],
  ];
  const shift = drag.transform && `translate3d(0, ${drag.transform.y}px, 0)`;
  return (
    <li
      ref={drag.setNodeRef}
      style={{ ...(shift ? { transform: shift } : {}), ...(drag.transition ? { transition: drag.transition } : {}) }}
      className={`group flex items-baseline gap-3 px-3 py-3 sm:px-5 ${drag.isDragging ? "relative z-10 bg-paper shadow-lg" : ""}`}
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
      <DropdownMenu.Root modal={false}>
        <DropdownMenu.Trigger aria-label={`what can be done with ${title}`} className="rounded px-2 text-steel hover:text-ink">
          ⋯
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content align="end" className="z-20 min-w-40 rounded border border-rule bg-paper p-1 font-sans text-[14px] shadow-lg">
            {entries.map(([name, key, act]) => (
              <DropdownMenu.Item
                key={name}
                onSelect={act}
                className="flex cursor-pointer justify-between gap-6 rounded px-3 py-1 outline-none data-[highlighted]:bg-desk"
              >
                {name} <kbd className="font-sans text-steel">{key}</kbd>
              </DropdownMenu.Item>
            ))}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
    </li>
  );
}
