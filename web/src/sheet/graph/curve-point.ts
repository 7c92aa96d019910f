import type { Picture } from "@nail-down/core/graph/picture";
import type { Position } from "@nail-down/core/graph/scene";
import { planeSize } from "@nail-down/core/graph/svg";
import type { Size } from "@nail-down/core/graph/svg-elements";
import { placer } from "@nail-down/core/graph/svg-place";

/** A point of a curve: its values, where it is drawn, and its place among the drawn points. */
export interface CurvePoint {
  readonly at: Position;
  readonly place: Position;
  readonly curve: number;
  readonly index: number;
}

/** How near the pointer must come to a curve, in the drawing's units, for its values to be read. */
const NEAR = 12;
/** A key goes along a curve by about so much of the drawing's width. */
const STRIDE = 1 / 80;

const pointsOf = ({ curves }: Picture, curve: number): readonly Position[] => {
  const own = curves[curve];
  return own ? [...own.pieces.flat(), ...(own.dots ?? [])] : [];
};

function pointAt(picture: Picture, size: Size, curve: number, index: number): CurvePoint | undefined {
  const at = pointsOf(picture, curve)[index];
  const { window, logarithmic } = picture;
  if (!at) return undefined;
  const value: Position = [logarithmic?.x ? 10 ** at[0] : at[0], logarithmic?.y ? 10 ** at[1] : at[1]];
  return { at: value, place: placer(window, planeSize(picture, size))(at), curve, index };
}

/** The drawn point next to a place in the drawing; undefined where no curve is near. */
export function nearestPoint(picture: Picture, size: Size, [left, top]: Position): CurvePoint | undefined {
  const place = placer(picture.window, planeSize(picture, size));
  let best: readonly [number, number] | undefined;
  let least = NEAR;
  for (const curve of picture.curves.keys())
    for (const [index, at] of pointsOf(picture, curve).entries()) {
      const [x, y] = place(at);
      const distance = Math.hypot(x - left, y - top);
      if (distance < least) [best, least] = [[curve, index], distance];
    }
  return best && pointAt(picture, size, ...best);
}

/** The next point along a curve, or the first of the next curve; from nowhere, the middle of the first curve. */
export function walked(picture: Picture, size: Size, from: CurvePoint | undefined, go: "forwards" | "backwards" | "next curve"): CurvePoint | undefined {
  const isShown = (point: CurvePoint | undefined): boolean =>
    point !== undefined && point.place[0] >= 0 && point.place[0] <= size.width && point.place[1] >= 0 && point.place[1] <= size.height;
  if (!from || go === "next curve") {
    const curve = from ? (from.curve + 1) % picture.curves.length : 0;
    const shown = pointsOf(picture, curve)
      .flatMap((_, index) => pointAt(picture, size, curve, index) ?? [])
      .filter(isShown);
    return shown[Math.floor(shown.length / 2)];
  }
  const step = go === "forwards" ? 1 : -1;
  let next = pointAt(picture, size, from.curve, from.index + step);
  while (next && (!isShown(next) || Math.abs(next.place[0] - from.place[0]) < STRIDE * size.width)) {
    const further = pointAt(picture, size, next.curve, next.index + step);
    if (!further) break;
    next = further;
  }
  return next && isShown(next) ? next : from;
}
