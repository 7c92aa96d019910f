import { DropdownMenu } from "radix-ui";
import type { ReactNode } from "react";

/** Something that can be chosen, with what stands beside it: its key, or what it is for. */
export interface MenuEntry {
  readonly name: string;
  readonly beside?: string;
  readonly act: () => void;
}

interface MenuProps {
  /** What is heard of the button; without it, what stands on it. */
  readonly label?: string;
  readonly title?: string;
  /** Whether the button is come to by Tab. */
  readonly isReached?: boolean;
  /** Where an entry has moved the focus, it stays there. */
  readonly movesFocus?: boolean;
  /** How the button looks. */
  readonly className: string;
  readonly entries: readonly MenuEntry[];
  /** What stands on the button. */
  readonly children: ReactNode;
}

/** A button with a menu. */
export function Menu({ label, title, isReached = true, movesFocus = false, className, entries, children }: MenuProps) {
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger aria-label={label} title={title} {...(isReached ? {} : { tabIndex: -1 })} className={className}>
        {children}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          className="z-40 min-w-36 rounded border border-rule bg-paper p-1 font-sans text-[14px] shadow-lg"
          onCloseAutoFocus={(event) => movesFocus && event.preventDefault()}
        >
          {entries.map(({ name, beside, act }) => (
            <DropdownMenu.Item
              key={name}
              onSelect={act}
              className="flex cursor-pointer justify-between gap-6 rounded px-3 py-1 outline-none data-[highlighted]:bg-desk"
            >
              {name} {beside !== undefined && <span className="text-steel">{beside}</span>}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
