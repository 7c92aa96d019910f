import type { Position, Window } from "./scene.ts";
import type { Size } from "./svg-elements.ts";

/** Room around the frame, in the drawing's own units. */
export const PADDING = 14;

export const fixed = (x: number): string => String(Math.round(x * 100) / 100);

/** A number as it stands at a tick. */
export function numberLabel(value: number): string {
  return String(Number(value.toPrecision(10))).replace("-", "−");
}

/** A number, or the end of the interval that it lies beyond. */
export function clamped(value: number, low: number, high: number): number {
  return Math.min(Math.max(value, low), high);
}

/** A straight line as SVG, between places in the units of the drawing. */
export function line(x1: number, y1: number, x2: number, y2: number, stroke: string, width: number): string {
  return `<line x1="${fixed(x1)}" y1="${fixed(y1)}" x2="${fixed(x2)}" y2="${fixed(y2)}" stroke="${stroke}" stroke-width="${width}"/>`;
}

export type Placer = (point: Position) => readonly [number, number];

/** Where a point of the window stands in the drawing. */
export function placer({ xMin, xMax, yMin, yMax }: Window, size: Size): Placer {
  const width = size.width - 2 * PADDING;
  const height = size.height - 2 * PADDING;
  return ([x, y]) => [PADDING + ((x - xMin) / (xMax - xMin)) * width, PADDING + ((yMax - y) / (yMax - yMin)) * height];
}
