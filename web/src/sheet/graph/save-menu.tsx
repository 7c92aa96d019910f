import { DropdownMenu } from "radix-ui";

interface SaveMenuProps {
  readonly formats: readonly { readonly name: string; readonly about: string; readonly save: () => void }[];
}

/** The formats in which a drawing is saved. */
export function SaveMenu({ formats }: SaveMenuProps) {
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger title="save the drawing" className="h-6 rounded border border-transparent px-1 hover:border-rule hover:text-copper">
        save …
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" className="z-40 rounded border border-rule bg-paper p-1 font-sans text-[13px] shadow-lg">
          {formats.map(({ name, about, save }) => (
            <DropdownMenu.Item
              key={name}
              onSelect={save}
              className="flex cursor-pointer justify-between gap-4 rounded px-2 py-1 outline-none data-[highlighted]:bg-desk"
            >
              {name} <span className="text-steel">{about}</span>
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
