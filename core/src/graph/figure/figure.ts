import type { Expression } from "../../expression/expression.ts";
import type { Position, Slider, Window } from "../scene.ts";

/** What an author draws in a figure; points are named. */
export type Part =
  | { readonly kind: "point"; readonly name: string; readonly x: Expression; readonly y: Expression }
  | { readonly kind: "segment" | "line" | "length"; readonly ends: readonly [string, string] }
  | { readonly kind: "polygon"; readonly corners: readonly string[] }
  | { readonly kind: "circle"; readonly centre: string; readonly through?: string; readonly radius?: Expression }
  | { readonly kind: "angle"; readonly corner: string; readonly arms: readonly [string, string] }
  | { readonly kind: "force"; readonly name: string; readonly at: string; readonly x: Expression; readonly y: Expression }
  | { readonly kind: "label"; readonly at: string; readonly words: string };

/** A part in its place, in doubles: what the drawing needs and no more. */
export type PlacedPart =
  | { readonly kind: "point"; readonly name: string; readonly at: Position; readonly drag?: { readonly x?: string; readonly y?: string } }
  | { readonly kind: "segment" | "line"; readonly from: Position; readonly to: Position }
  | { readonly kind: "length"; readonly from: Position; readonly to: Position; readonly text: string }
  | { readonly kind: "polygon"; readonly corners: readonly Position[] }
  | { readonly kind: "circle"; readonly centre: Position; readonly radius: number }
  | { readonly kind: "angle"; readonly corner: Position; readonly arms: readonly [Position, Position]; readonly text: string; readonly right: boolean }
  | { readonly kind: "force"; readonly name: string; readonly at: Position; readonly vector: Position }
  | { readonly kind: "label"; readonly at: Position; readonly words: string };

/** A figure as plain data. */
export interface FigurePicture {
  readonly window: Window;
  readonly parts: readonly PlacedPart[];
  readonly sliders: readonly Slider[];
  readonly state?: string;
  /** In words, for those who do not see it. */
  readonly description: string;
}

/** Around everything with room for names and marks. */
export function figureWindow(parts: readonly PlacedPart[]): Window {
  const points = parts.flatMap(extentOf);
  const along = (k: 0 | 1): readonly [number, number] => {
    const all = points.map((point) => point[k]);
    return all.length > 0 ? [Math.min(...all), Math.max(...all)] : [-1, 1];
  };
  const [[xMin, xMax], [yMin, yMax]] = [along(0), along(1)];
  const room = 0.16 * Math.max(xMax - xMin, yMax - yMin) || 1;
  return { xMin: xMin - room, xMax: xMax + room, yMin: yMin - room, yMax: yMax + room };
}

function extentOf(part: PlacedPart): readonly Position[] {
  switch (part.kind) {
    case "point":
    case "label":
    case "force":
      return [part.at];
    case "segment":
    case "line":
    case "length":
      return [part.from, part.to];
    case "polygon":
      return part.corners;
    case "circle": {
      const [x, y] = part.centre;
      return [
        [x - part.radius, y - part.radius],
        [x + part.radius, y + part.radius],
      ];
    }
    case "angle":
      return [part.corner];
  }
}
