import { DropdownMenu } from "radix-ui";
import type { LineActions } from "./line-actions.ts";

interface LineMenuProps {
  readonly id: string;
  readonly number: number;
  readonly actions: LineActions;
}

/** What can be done with a line as a whole; every entry has its key on a line that has the focus. */
export function LineMenu({ id, number, actions }: LineMenuProps) {
  const entries: readonly (readonly [string, string, () => void])[] = [
    ["Edit", "Enter", () => actions.edit(id)],
    ["Write above", "A", () => actions.writeAt(id, "above")],
    ["Write below", "B", () => actions.writeAt(id, "below")],
    ["Duplicate", "D", () => actions.duplicate(id)],
    ["Move up", "Alt ↑", () => actions.moveBy(id, -1)],
    ["Move down", "Alt ↓", () => actions.moveBy(id, 1)],
    ["Copy", "Ctrl C", () => actions.copy(id)],
    ["Cut", "Ctrl X", () => actions.cut(id)],
    ["Remove", "Delete", () => actions.remove(id)],
  ];
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger
        tabIndex={-1}
        aria-label={`what can be done with line ${number}`}
        className="rounded px-1 text-[0.9em] leading-none text-steel opacity-0 group-focus-within:opacity-100 group-hover:opacity-100 hover:text-ink data-[state=open]:opacity-100"
      >
        ⋯
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          className="z-20 min-w-44 rounded border border-rule bg-paper p-1 font-sans text-[14px] shadow-lg"
          // Where an entry has moved the focus, it stays there.
          onCloseAutoFocus={(event) => event.preventDefault()}
        >
          {entries.map(([label, key, act]) => (
            <DropdownMenu.Item
              key={label}
              onSelect={act}
              className="flex cursor-pointer justify-between gap-6 rounded px-3 py-1 outline-none data-[highlighted]:bg-desk"
            >
              {label} <kbd className="font-sans text-steel">{key}</kbd>
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
