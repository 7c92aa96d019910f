import { plainName } from "../notation/plain.ts";
import type { Curve, Position, Scene } from "./scene.ts";

const MOST_STRETCHES = 6;
/** Changes smaller than this part of the height are no change of direction. */
const FLAT = 1e-3;

type Direction = "rises" | "falls" | "stays level";

/** How a function runs from left to right, in words: where it rises, falls and stays level, and how often it is interrupted. */
export function behaviourOf({ kind, label, pieces }: Curve, { window, variable, logarithmic }: Scene, unitSize = 1): readonly string[] {
  if (kind !== "function" || pieces.length === 0) return [];
  const least = FLAT * (window.yMax - window.yMin);
  const stretches = pieces.flatMap((piece) => stretchesOf(piece, least));
  if (stretches.length > MOST_STRETCHES) return [`${label} goes up and down many times.`];
  const place = (x: number): string => String(Number(((logarithmic?.x ? 10 ** x : x) / unitSize).toPrecision(3))).replace("-", "−");
  const runs = stretches.map(({ direction, from, to }) => `${direction} from ${plainName(variable)} = ${place(from)} to ${place(to)}`);
  const apart = pieces.length > 1 ? ` in ${pieces.length} separate pieces` : "";
  return [`${label} ${runs.join(", then ")}${apart}.`];
}

interface Stretch {
  readonly direction: Direction;
  readonly from: number;
  readonly to: number;
}

/** A turn counts once the curve has come back by `least` from its farthest point, which is then where it turned. */
function stretchesOf(piece: readonly Position[], least: number): readonly Stretch[] {
  const [first] = piece;
  const last = piece.at(-1);
  if (!first || !last) return [];
  const found: Stretch[] = [];
  let [start, farthest] = [first, first];
  let direction: 1 | -1 | 0 = 0;
  const close = (): void => {
    if (direction !== 0) found.push({ direction: direction === 1 ? "rises" : "falls", from: start[0], to: farthest[0] });
  };
  for (const point of piece) {
    const change = point[1] - farthest[1];
    if (direction === 0 ? Math.abs(change) > least : change * direction < -least) {
      close();
      [start, direction] = [farthest, change > 0 ? 1 : -1];
      farthest = point;
    } else if (direction !== 0 && change * direction >= 0) farthest = point;
  }
  if (direction === 0) return [{ direction: "stays level", from: first[0], to: last[0] }];
  farthest = last;
  close();
  return found;
}
