import type { Picture } from "@nail-down/core/graph/picture";
import type { Window } from "@nail-down/core/graph/scene";

/** Whether two windows show the same part of the plane. */
export function sameWindow(a: Window, b: Window): boolean {
  return a.xMin === b.xMin && a.xMax === b.xMax && a.yMin === b.yMin && a.yMax === b.yMax;
}

/** A window that shows every mark with some room; undefined where there is none. */
export function aroundMarks({ marks, window }: Picture): Window | undefined {
  const points = marks.filter(({ line, hidden }) => !line && !hidden).map(({ at }) => at);
  if (points.length < 2) return undefined;
  const range = (k: 0 | 1, whole: number): readonly [number, number] => {
    const all = points.map((point) => point[k]);
    const [low, high] = [Math.min(...all), Math.max(...all)];
    const room = Math.max((high - low) * 0.2, whole * 0.05);
    return [low - room, high + room];
  };
  const [[xMin, xMax], [yMin, yMax]] = [range(0, window.xMax - window.xMin), range(1, window.yMax - window.yMin)];
  return { xMin, xMax, yMin, yMax };
}
