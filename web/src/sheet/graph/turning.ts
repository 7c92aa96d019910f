import type { Window } from "@nail-down/core/graph/scene";
import type { Turn } from "@nail-down/core/graph/surface-svg";

export const ZOOM = 1.25;
const STEP = 0.15;

/** A window around a point, a given number of times as wide; the point keeps its place. */
export function zoomed({ xMin, xMax, yMin, yMax }: Window, factor: number, [shareX, shareY]: readonly [number, number]): Window {
  const [x, y] = [xMin + shareX * (xMax - xMin), yMax - shareY * (yMax - yMin)];
  return { xMin: x + (xMin - x) * factor, xMax: x + (xMax - x) * factor, yMin: y + (yMin - y) * factor, yMax: y + (yMax - y) * factor };
}

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

type Turning = (turn: Turn) => Turn;

/** What the keys do to a surface. */
export function turnKeys(key: string): Turning | undefined {
  const by = 8;
  switch (key) {
    case "ArrowLeft":
      return ({ around, above }) => ({ around: around - by, above });
    case "ArrowRight":
      return ({ around, above }) => ({ around: around + by, above });
    case "ArrowUp":
      return ({ around, above }) => ({ around, above: Math.min(80, above + by) });
    case "ArrowDown":
      return ({ around, above }) => ({ around, above: Math.max(5, above - by) });
    default:
      return undefined;
  }
}
