import type { ButtonHTMLAttributes, InputHTMLAttributes, ReactNode } from "react";

type ButtonProps = ButtonHTMLAttributes<HTMLButtonElement> & { readonly look?: "plain" | "strong" | "quiet" };

const LOOKS = {
  plain: "border border-rule bg-paper hover:border-steel",
  strong: "border border-copper bg-copper text-paper hover:brightness-110",
  quiet: "border border-transparent text-steel hover:text-ink",
} as const;

/** A button: plain, strong for what a view is there for, or quiet. */
export function Button({ look = "plain", className = "", type = "button", ...rest }: ButtonProps) {
  return (
    <button type={type} className={`rounded px-3 py-1 whitespace-nowrap disabled:cursor-default disabled:opacity-45 ${LOOKS[look]} ${className}`} {...rest} />
  );
}

type FieldProps = InputHTMLAttributes<HTMLInputElement> & { readonly label: string };

/** A field with its label above it. */
export function Field({ label, id, className = "", ...rest }: FieldProps) {
  return (
    <label className="block" htmlFor={id}>
      <span className="mb-1 block text-steel">{label}</span>
      <input id={id} className={`w-full rounded border border-rule bg-paper px-3 py-1.5 text-ink ${className}`} {...rest} />
    </label>
  );
}

/** A message about something that went wrong, announced to screen readers. */
export function Fault({ children }: { readonly children: ReactNode }) {
  return (
    <p role="alert" className="text-bent">
      {children}
    </p>
  );
}
