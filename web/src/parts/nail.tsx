import type { Verdict } from "@nail-down/core/check/verdict";

const COLOURS: Readonly<Record<Verdict, string>> = { nailed: "text-nailed", tacked: "text-tacked", loose: "text-loose", bent: "text-bent" };

function Shape({ verdict }: { readonly verdict: Verdict }) {
  switch (verdict) {
    case "nailed":
      return (
        <>
          <circle cx="8" cy="8" r="6.2" fill="currentColor" />
          <path d="M4.6 5.4h6.8" stroke="var(--paper)" strokeWidth="1.5" strokeLinecap="round" />
        </>
      );
    case "tacked":
      return <path d="M3.5 3.2h9M8 3.2v8.2M2 11.6h12" stroke="currentColor" strokeWidth="2" fill="none" strokeLinecap="round" />;
    case "loose":
      return <circle cx="8" cy="8" r="5.4" fill="none" stroke="currentColor" strokeWidth="1.8" />;
    case "bent":
      return <path d="M3 3h6M6 3.2v4.6q0 3 3.4 3.4l3.6 1.8" stroke="currentColor" strokeWidth="2.1" fill="none" strokeLinecap="round" strokeLinejoin="round" />;
  }
}

/** A verdict as a nail: by shape first, by colour second. */
export function Nail({ verdict, size = 16 }: { readonly verdict: Verdict; readonly size?: number }) {
  return (
    <svg viewBox="0 0 16 16" width={size} height={size} role="img" aria-label={verdict} className={`inline-block shrink-0 ${COLOURS[verdict]}`}>
      <title>{verdict}</title>
      <Shape verdict={verdict} />
    </svg>
  );
}
