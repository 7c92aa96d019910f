import { Collapsible } from "radix-ui";
import type { ReactNode } from "react";

/** Something that is long, folded away behind its label. */
export function Folded({ label, children }: { readonly label: string; readonly children: ReactNode }) {
  return (
    <Collapsible.Root className="ml-5">
      <Collapsible.Trigger className="group/folded text-[0.9em] text-steel hover:text-copper">
        <span className="inline-block transition-transform group-data-[state=open]/folded:rotate-90" aria-hidden="true">
          ›
        </span>{" "}
        {label}
      </Collapsible.Trigger>
      <Collapsible.Content>{children}</Collapsible.Content>
    </Collapsible.Root>
  );
}
