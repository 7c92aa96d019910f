import type { Mark, Position, Window } from "./scene.ts";

/** An interval of an axis. */
export interface Range {
  readonly from: number;
  readonly to: number;
}

export function isBounded({ from, to }: Range): boolean {
  return Number.isFinite(from) && Number.isFinite(to);
}

/** Width against height of the usual drawing. */
export const ASPECT = 1.6;

const MANY = 6;
/** The other axis is shown too where it is not further away than so many widths. */
const NEAR_AXIS = 1.5;

/** An interval that shows every mark with room on both sides, and the other axis where it is not far off. */
export function rangeAround(places: readonly number[], hasPoles = false): Range {
  if (places.length === 0) return { from: -5, to: 5 };
  const [low, high] = [Math.min(...places), Math.max(...places)];
  const spread = high - low;
  // A few marks need room to show where the curve goes, more so beyond a pole; many show it themselves.
  const room =
    hasPoles && places.length <= MANY ? Math.max(spread, 3) : spread > 0 ? spread * (places.length > MANY ? 0.12 : 0.55) : Math.max(2, Math.abs(low) * 0.6);
  let [from, to] = [low - room, high + room];
  const width = to - from;
  if (from > 0 && from < width * NEAR_AXIS) from = -0.08 * (width + from);
  if (to < 0 && -to < width * NEAR_AXIS) to = 0.08 * (width - to);
  return { from: round(from, width, Math.floor), to: round(to, width, Math.ceil) };
}

/** Ends of a default interval are round numbers. */
function round(value: number, width: number, towards: (x: number) => number): number {
  const unit = 10 ** Math.floor(Math.log10(width / 8));
  return towards(value / unit) * unit;
}

/** What is worth seeing on the horizontal axis: all marks but those that stand for a whole axis or a level line. */
export function placesOf(marks: readonly Mark[]): readonly number[] {
  return marks.filter(({ kind, x }) => kind !== "intercept" && x !== undefined).map(({ at }) => at[0]);
}

/** How far beyond its marks a curve is followed upwards and downwards, in heights of the marks; farther where it has poles. */
const FURTHEST = { plain: 1, poles: 2 };

/** The least interval with all values and 0, and some room. */
export function heightOf(values: readonly number[], marked: readonly number[], hasPoles = false): Range {
  const sorted = values.filter(Number.isFinite).sort((a, b) => a - b);
  const at = (part: number): number => sorted[Math.round(part * (sorted.length - 1))] ?? 0;
  // Near a pole a few values are enormous: the bulk of the values decides then.
  const [bulkLow, bulkHigh] = [at(0.08), at(0.92)];
  const wild = at(1) - at(0) > 8 * (bulkHigh - bulkLow);
  const reach = (bulkHigh - bulkLow) * 0.5;
  const [lowest, highest] = wild ? [bulkLow - reach, bulkHigh + reach] : [at(0), at(1)];
  // What the marks show must not be flattened by ends that run away.
  const span = Math.max(0, ...marked) - Math.min(0, ...marked);
  const most = span > 0 ? span * (hasPoles ? FURTHEST.poles : FURTHEST.plain) : Number.POSITIVE_INFINITY;
  const low = Math.min(Math.max(lowest, Math.min(0, ...marked) - most), 0, ...marked);
  const high = Math.max(Math.min(highest, Math.max(0, ...marked) + most), 0, ...marked);
  const room = (high - low) * 0.08 || 1;
  return { from: low - room, to: high + room };
}

/** The window widened on one axis until both have the same scale. */
export function withEqualScales(x: Range, y: Range): Window {
  const [width, height] = [x.to - x.from, y.to - y.from];
  const wanted = Math.max(height, width / ASPECT);
  const [middleX, middleY] = [(x.from + x.to) / 2, (y.from + y.to) / 2];
  return { xMin: middleX - (wanted * ASPECT) / 2, xMax: middleX + (wanted * ASPECT) / 2, yMin: middleY - wanted / 2, yMax: middleY + wanted / 2 };
}

/** The ranges that hold some points, with room around them. */
export function boxAround(points: readonly Position[]): { readonly x: Range; readonly y: Range } | undefined {
  if (points.length === 0) return undefined;
  const along = (k: 0 | 1): Range => {
    const all = points.map((point) => point[k]);
    const [low, high] = [all.reduce((a, b) => Math.min(a, b)), all.reduce((a, b) => Math.max(a, b))];
    const room = (high - low) * 0.15 || 1;
    return { from: low - room, to: high + room };
  };
  return { x: along(0), y: along(1) };
}
