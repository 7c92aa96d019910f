import { tuple } from "../../expression/construct.ts";
import { position } from "../marks/point-mark.ts";
import type { Curve, Position } from "../scene.ts";
import type { GraphItem } from "./item.ts";

type Data = GraphItem & { readonly kind: "data" };

function placed({ points }: Data): readonly { readonly at: Position; readonly error: number }[] {
  return points.flatMap(({ x, y, error }) => {
    const at = position(x, y);
    return at ? [{ at, error }] : [];
  });
}

/** The points with the ends of their errors. */
export function dataExtent(data: Data): readonly Position[] {
  return placed(data).flatMap(({ at: [x, y], error }): readonly Position[] => [
    [x, y - error],
    [x, y + error],
  ]);
}

/** Measured points, each with an upright bar as long as its error. */
export function dataCurve(data: Data): Curve {
  const points = placed(data);
  return {
    kind: "data",
    label: data.label,
    expression: tuple(data.points.map(({ x, y }) => tuple([x, y]))),
    pieces: [],
    dots: points.map(({ at }) => at),
    bars: points.flatMap(({ at: [x, y], error }): readonly (readonly Position[])[] =>
      error > 0
        ? [
            [
              [x, y - error],
              [x, y + error],
            ],
          ]
        : [],
    ),
  };
}
