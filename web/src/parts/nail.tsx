import type { Verdict } from "@nail-down/core/check/verdict";
import { NAIL_SHAPES } from "@nail-down/core/document/nail";

const COLOURS: Readonly<Record<Verdict, string>> = { nailed: "text-nailed", tacked: "text-tacked", loose: "text-loose", bent: "text-bent" };

/** A verdict as a nail: by shape first, by colour second. */
export function Nail({ verdict, size = 16 }: { readonly verdict: Verdict; readonly size?: number }) {
  return (
    <svg
      viewBox="0 0 16 16"
      width={size}
      height={size}
      role="img"
      aria-label={verdict}
      className={`inline-block shrink-0 ${COLOURS[verdict]}`}
      dangerouslySetInnerHTML={{ __html: `<title>${verdict}</title>${NAIL_SHAPES[verdict]}` }}
    />
  );
}

/** Numbers that agree within proven bounds: a mark of its own, since that is no proof and no doubt either. */
export function Agreement({ size = 14 }: { readonly size?: number }) {
  return (
    <svg viewBox="0 0 16 16" width={size} height={size} role="img" aria-label="the numbers agree" className="inline-block shrink-0 text-steel">
      <title>the numbers agree</title>
      <path d="M2.5 6.4q2.7-2.6 5.5 0t5.5 0M2.5 10.8q2.7-2.6 5.5 0t5.5 0" fill="none" stroke="currentColor" strokeWidth="1.7" strokeLinecap="round" />
    </svg>
  );
}
