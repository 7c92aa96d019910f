import type { View } from "./items/item.ts";
import type { Curve, Mark, Position } from "./scene.ts";
import type { Range } from "./window.ts";

/** The place in the drawing for a point, if it has one: decimal logarithms along logarithmic axes. */
export type Scale = (point: Position) => readonly Position[];

export function scaleOf({ logarithmic }: View): Scale {
  if (!logarithmic) return (point) => [point];
  return ([x, y]) => {
    const placed: Position = [logarithmic.x ? Math.log10(x) : x, logarithmic.y ? Math.log10(y) : y];
    return placed.every(Number.isFinite) ? [placed] : [];
  };
}

/** A mark in its place; none where it lies off the axes. */
export function scaledMark(mark: Mark, scale: Scale): readonly Mark[] {
  const { at, x, y, line } = mark;
  if (line) return scale(at)[0] === at ? [mark] : [];
  // A line along an axis needs a place on the other one only.
  const needed: Position = y === undefined ? [at[0], 1] : x === undefined ? [1, at[1]] : at;
  return scale(needed).map((place) => ({ ...mark, at: place }));
}

/** Points of a curve in their places; functions were sampled there. */
export function scaledCurve(curve: Curve, { logarithmic }: View, scale: Scale): Curve {
  if (!logarithmic || curve.kind === "function") return curve;
  const placed = (points: readonly Position[]): readonly Position[] => points.flatMap(scale);
  return {
    ...curve,
    pieces: curve.pieces.map(placed),
    ...(curve.dots ? { dots: placed(curve.dots) } : {}),
    ...(curve.bars ? { bars: curve.bars.map(placed).filter((bar) => bar.length > 1) } : {}),
  };
}

/** The range along the first axis in values. */
export function linearRange({ x, logarithmic }: View): Range | undefined {
  return x && logarithmic?.x ? { from: 10 ** x.from, to: 10 ** x.to } : x;
}

/** From a tenth to a hundred, where nothing says more. */
export const DECADES: Range = { from: -1, to: 2 };

const MOST_DECADES = 8;

/** Whole decades that hold some logarithms, the lowest of many left out. */
export function decadesOf(values: readonly number[]): Range {
  const finite = values.filter(Number.isFinite);
  if (finite.length === 0) return DECADES;
  const high = Math.ceil(Math.max(...finite) + 0.05);
  return { from: Math.max(Math.floor(Math.min(...finite)), high - MOST_DECADES), to: high };
}
