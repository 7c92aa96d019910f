import type { Verdict } from "@nail-down/core/check/verdict";

/** The four verdicts by shape: a nail head from above, a half-driven nail, a hollow ring, a bent nail. */
const SHAPES: Readonly<Record<Verdict, string>> = {
  nailed:
    '<circle cx="8" cy="8" r="6.2" fill="currentColor"/><path d="M4.6 5.4h6.8" stroke="var(--paper, #FAF8F3)" stroke-width="1.5" stroke-linecap="round"/>',
  tacked: '<path d="M3.5 3.2h9M8 3.2v8.2M2 11.6h12" stroke="currentColor" stroke-width="2" fill="none" stroke-linecap="round"/>',
  loose: '<circle cx="8" cy="8" r="5.4" fill="none" stroke="currentColor" stroke-width="1.8"/>',
  bent: '<path d="M3 3h6M6 3.2v4.6q0 3 3.4 3.4l3.6 1.8" stroke="currentColor" stroke-width="2.1" fill="none" stroke-linecap="round" stroke-linejoin="round"/>',
};

export function nailSvg(verdict: Verdict): string {
  return `<svg class="nail nail-${verdict}" viewBox="0 0 16 16" width="16" height="16" role="img" aria-label="${verdict}"><title>${verdict}</title>${SHAPES[verdict]}</svg>`;
}
