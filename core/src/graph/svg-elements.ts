import { PALETTE } from "./palette.ts";

/** Size of the drawing in its own units. */
export interface Size {
  readonly width: number;
  readonly height: number;
}

export const DEFAULT_SIZE: Size = { width: 560, height: 340 };

/** Six strokes that differ by colour and by dash; colours are taken from the page where it sets them. */
export const STROKES: readonly { readonly colour: string; readonly dash: string }[] = PALETTE.map(({ light, dash }, k) => ({
  colour: `var(--curve-${k + 1}, ${light})`,
  dash,
}));
export const INK = "var(--ink, #1F2D3A)";
export const STEEL = "var(--steel, #4A6572)";
export const RULE = "var(--rule, #D9D4C7)";
export const PAPER = "var(--paper, #FAF8F3)";
export const escaped = (text: string): string => text.replace(/&/g, "&amp;").replace(/</g, "&lt;").replace(/>/g, "&gt;");

/** A drawing as one element: static, without script or style sheet, with its description for those who do not see it. */
export function svgElement(description: string, { width, height }: Size, parts: string): string {
  const words = escaped(description);
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" role="img" aria-label="${words.replace(/"/g, "&quot;")}" font-family="'Source Serif 4 Variable', Georgia, 'Times New Roman', serif" font-size="12"><title>${words}</title>${parts}</svg>`;
}

/** Round tick positions (1, 2 or 5 times a power of ten) inside an interval, about `wanted` of them. */
export function ticks(from: number, to: number, wanted: number): readonly number[] {
  const rough = (to - from) / wanted;
  const unit = 10 ** Math.floor(Math.log10(rough));
  const ratio = rough / unit;
  return multiplesOf(unit * (ratio <= 1.5 ? 1 : ratio <= 3.2 ? 2 : ratio <= 7.5 ? 5 : 10), from, to);
}

/** All multiples of a step inside an interval, its ends with them. */
export function multiplesOf(step: number, from: number, to: number): readonly number[] {
  const first = Math.ceil(from / step - 1e-9);
  const last = Math.floor(to / step + 1e-9);
  return Array.from({ length: Math.max(0, last - first + 1) }, (_, k) => (first + k) * step);
}
