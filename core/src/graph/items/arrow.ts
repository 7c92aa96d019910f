import { tuple } from "../../expression/construct.ts";
import { position } from "../marks/point-mark.ts";
import type { Curve, Position } from "../scene.ts";
import type { GraphItem } from "./item.ts";

type Arrow = GraphItem & { readonly kind: "arrow" };

/** Points along an arrow, so that its name finds room beside it. */
const ALONG = 20;

function ends({ from, to }: Arrow): readonly [Position, Position] | undefined {
  const [start, end] = [position(from.x, from.y), position(to.x, to.y)];
  return start && end && [start, end];
}

/** Where an arrow begins and where it points to. */
export const arrowExtent = (arrow: Arrow): readonly Position[] => ends(arrow) ?? [];

/** An arrow from one point to another; where both are the same it is a point. */
export function arrowCurve(arrow: Arrow): Curve {
  const curve = { kind: "point", label: arrow.label, expression: tuple([arrow.to.x, arrow.to.y]) } as const;
  const placed = ends(arrow);
  if (!placed) return { ...curve, pieces: [] };
  const [[x, y], [toX, toY]] = placed;
  const direction: Position = [toX - x, toY - y];
  if (Math.hypot(...direction) === 0) return { ...curve, pieces: [], dots: [[x, y]] };
  const points = Array.from({ length: ALONG + 1 }, (_, k): Position => [x + (direction[0] * k) / ALONG, y + (direction[1] * k) / ALONG]);
  return { ...curve, pieces: [points], arrows: [{ at: [toX, toY], direction }] };
}
