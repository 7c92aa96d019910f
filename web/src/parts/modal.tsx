import { Dialog } from "radix-ui";
import { type ReactNode, useLayoutEffect, useRef } from "react";

interface ModalProps {
  readonly open: boolean;
  /** Leaves it; without it, it is left by what is in it alone. */
  readonly leave?: () => void;
  readonly title: string;
  readonly description?: string;
  /** Where it stands and how large it is. */
  readonly className: string;
  readonly children: ReactNode;
}

/**
 * A dialog over everything else, which keeps the focus in it and gives it back to where it was. The page behind is inert: the modal dialogs of Radix
 * would bring in a style that the content security policy refuses.
 */
export function Modal({ open, leave, title, description, className, children }: ModalProps) {
  const before = useRef<Element | null>(null);
  // Before the dialog takes the focus.
  useLayoutEffect(() => {
    if (!open) return;
    const page = document.getElementById("root");
    before.current = document.activeElement;
    page?.setAttribute("inert", "");
    return () => page?.removeAttribute("inert");
  }, [open]);
  const giveBack = (event: Event): void => {
    event.preventDefault();
    document.getElementById("root")?.removeAttribute("inert");
    if (before.current instanceof HTMLElement) before.current.focus();
  };
  return (
    <Dialog.Root modal={false} open={open} onOpenChange={(isOpen) => !isOpen && leave?.()}>
      <Dialog.Portal>
        <div className="fixed inset-0 z-10 bg-black/35" aria-hidden="true" />
        <Dialog.Content
          aria-modal="true"
          {...(description === undefined ? { "aria-describedby": undefined } : {})}
          onCloseAutoFocus={giveBack}
          className={`fixed z-20 rounded border border-rule bg-paper text-ink shadow-xl ${className}`}
        >
          <Dialog.Title className="font-serif text-xl font-semibold">{title}</Dialog.Title>
          {description !== undefined && <Dialog.Description className="mb-3 text-steel">{description}</Dialog.Description>}
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** Leaves a dialog. */
export function LeaveModal({ children }: { readonly children: ReactNode }) {
  return <Dialog.Close className="rounded border border-rule px-3 py-1 hover:border-steel">{children}</Dialog.Close>;
}
