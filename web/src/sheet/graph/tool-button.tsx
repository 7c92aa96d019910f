import type { ReactNode } from "react";

interface ToolButtonProps {
  /** What it does, as it is heard and seen in the tip; the word on it is part of that. */
  readonly label: string;
  readonly act: () => void;
  readonly pressed?: boolean;
  readonly children: ReactNode;
}

/** How the words under a drawing look that can be pressed. */
export const TOOL = "h-6 rounded border border-transparent px-1 hover:border-rule hover:text-copper aria-pressed:border-copper aria-pressed:text-copper";

/** A small button on a drawing, with a word. */
export function ToolButton({ label, act, pressed, children }: ToolButtonProps) {
  return (
    <button type="button" aria-label={label} title={label} {...(pressed === undefined ? {} : { "aria-pressed": pressed })} onClick={act} className={TOOL}>
      {children}
    </button>
  );
}
