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

/** The drawn points of a curve, as they are and as places in the drawing. */
function drawnPoints(picture: Picture, size: Size, curve: number): readonly CurvePoint[] {
  const { window, logarithmic, curves } = picture;
  const place = placer(window, planeSize(picture, size));
  const { pieces = [], dots = [] } = curves[curve] ?? {};
  return [...pieces.flat(), ...dots].map(([x, y], index) => ({
    at: [logarithmic?.x ? 10 ** x : x, logarithmic?.y ? 10 ** y : y],
    place: place([x, y]),
    curve,
    index,
  }));
}

/** The drawn point next to a place in the drawing; undefined where no curve is near. */
export function nearestPoint(picture: Picture, size: Size, [left, top]: Position): CurvePoint | undefined {
  let best: CurvePoint | undefined;
  let least = NEAR;
  for (const curve of picture.curves.keys())
    for (const point of drawnPoints(picture, size, curve)) {
      const distance = Math.hypot(point.place[0] - left, point.place[1] - top);
      if (distance < least) [best, least] = [point, distance];
    }
  return best;
}

/** The next point along a curve, or the first of the next curve; from nowhere, the middle of the first curve. */
export function walked(picture: Picture, size: Size, from: CurvePoint | undefined, go: "forwards" | "backwards" | "next curve"): CurvePoint | undefined {
  const isShown = ({ place: [x, y] }: CurvePoint): boolean => x >= 0 && x <= size.width && y >= 0 && y <= size.height;
  if (!from || go === "next curve") {
    const shown = drawnPoints(picture, size, from ? (from.curve + 1) % picture.curves.length : 0).filter(isShown);
    return shown[Math.floor(shown.length / 2)];
  }
  const points = drawnPoints(picture, size, from.curve);
  const ahead = go === "forwards" ? points.slice(from.index + 1) : points.slice(0, from.index).reverse();
  const next = ahead.find((point) => isShown(point) && Math.abs(point.place[0] - from.place[0]) >= STRIDE * size.width) ?? ahead.at(-1);
  return next && isShown(next) ? next : from;
}
