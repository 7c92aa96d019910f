import type { Verdict } from "../check/verdict.ts";

/** The four verdicts by shape, for those who do not tell the colours: a nail head from above, a half-driven nail, a hollow ring, a bent nail; the inside of a drawing of 16 by 16. */
export const NAIL_SHAPES: Readonly<Record<Verdict, string>> = {
  nailed:
    '<circle cx="8" cy="8" r="6.2" fill="currentColor"/><path d="M4.6 5.4h6.8" stroke="var(--paper, #FAF8F3)" stroke-width="1.5" stroke-linecap="round"/>',
  tacked: '<path d="M3.5 3.2h9M8 3.2v8.2M2 11.6h12" stroke="currentColor" stroke-width="2" fill="none" stroke-linecap="round"/>',
  loose: '<circle cx="8" cy="8" r="5.4" fill="none" stroke="currentColor" stroke-width="1.8"/>',
  bent: '<path d="M3 3h6M6 3.2v4.6q0 3 3.4 3.4l3.6 1.8" stroke="currentColor" stroke-width="2.1" fill="none" stroke-linecap="round" stroke-linejoin="round"/>',
};

/** The nails drawn once for a whole page, where `nailHtml` finds them. */
export function nailSymbols(): string {
  const symbols = Object.entries(NAIL_SHAPES).map(([verdict, shape]) => `<symbol id="nail-${verdict}" viewBox="0 0 16 16">${shape}</symbol>`);
  return `<svg width="0" height="0" aria-hidden="true" class="symbols">${symbols.join("")}</svg>`;
}

/** A verdict on a page that has the nails drawn once. */
export const nailHtml = (verdict: Verdict): string =>
  `<svg class="nail nail-${verdict}" width="16" height="16" role="img" aria-label="${verdict}"><use href="#nail-${verdict}"/></svg>`;
