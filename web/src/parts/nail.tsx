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
