import { Menu } from "../parts/menu.tsx";
import type { LineActions } from "./line-actions.ts";

interface LineMenuProps {
  readonly id: string;
  readonly number: number;
  readonly actions: LineActions;
}

/** What can be done with a line as a whole; every entry has its key on a line that has the focus. */
export function LineMenu({ id, number, actions }: LineMenuProps) {
  return (
    <Menu
      label={`what can be done with line ${number}`}
      isReached={false}
      movesFocus
      className="rounded px-1 text-[0.9em] leading-none text-steel opacity-0 group-focus-within:opacity-100 group-hover:opacity-100 hover:text-ink data-[state=open]:opacity-100"
      entries={[
        { name: "Edit", beside: "Enter", act: () => actions.edit(id) },
        { name: "Write above", beside: "A", act: () => actions.writeAt(id, "above") },
        { name: "Write below", beside: "B", act: () => actions.writeAt(id, "below") },
        { name: "Duplicate", beside: "D", act: () => actions.duplicate(id) },
        { name: "Move up", beside: "Alt ↑", act: () => actions.moveBy(id, -1) },
        { name: "Move down", beside: "Alt ↓", act: () => actions.moveBy(id, 1) },
        { name: "Copy", beside: "Ctrl C", act: () => actions.copy(id) },
        { name: "Cut", beside: "Ctrl X", act: () => actions.cut(id) },
        { name: "Remove", beside: "Delete", act: () => actions.remove(id) },
      ]}
    >
      ⋯
    </Menu>
  );
}
