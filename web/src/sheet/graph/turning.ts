import type { Window } from "@nail-down/core/graph/scene";
import type { Turn } from "@nail-down/core/graph/surface-svg";

export const ZOOM = 1.25;
const STEP = 0.15;

/** A window around a point, a given number of times as wide; the point keeps its place. */
export function zoomed({ xMin, xMax, yMin, yMax }: Window, factor: number, [shareX, shareY]: readonly [number, number]): Window {
  const [x, y] = [xMin + shareX * (xMax - xMin), yMax - shareY * (yMax - yMin)];
  return { xMin: x + (xMin - x) * factor, xMax: x + (xMax - x) * factor, yMin: y + (yMin - y) * factor, yMax: y + (yMax - y) * factor };
}

/** A window shifted by shares of its width and height. */
export function moved({ xMin, xMax, yMin, yMax }: Window, right: number, up: number): Window {
  const [x, y] = [right * (xMax - xMin), up * (yMax - yMin)];
  return { xMin: xMin + x, xMax: xMax + x, yMin: yMin + y, yMax: yMax + y };
}

/** What the keys do to a graph of the plane. */
export const KEYS: Readonly<Record<string, (window: Window) => Window>> = {
  ArrowLeft: (window) => moved(window, -STEP, 0),
  ArrowRight: (window) => moved(window, STEP, 0),
  ArrowUp: (window) => moved(window, 0, STEP),
  ArrowDown: (window) => moved(window, 0, -STEP),
  "+": (window) => zoomed(window, 1 / ZOOM, [0.5, 0.5]),
  "-": (window) => zoomed(window, ZOOM, [0.5, 0.5]),
};

/** A surface turned by some degrees around, and tilted; it is never seen from below or from straight above. */
export const tilted = ({ around, above }: Turn, right: number, down: number): Turn => ({
  around: around + right,
  above: Math.min(STEEPEST, Math.max(FLATTEST, above + down)),
});
const [FLATTEST, STEEPEST] = [5, 80];
const KEY_DEGREES = 8;

/** What the keys do to a surface. */
export const TURNS: Readonly<Record<string, (turn: Turn) => Turn>> = {
  ArrowLeft: (turn) => tilted(turn, -KEY_DEGREES, 0),
  ArrowRight: (turn) => tilted(turn, KEY_DEGREES, 0),
  ArrowUp: (turn) => tilted(turn, 0, KEY_DEGREES),
  ArrowDown: (turn) => tilted(turn, 0, -KEY_DEGREES),
};
