import { plainName } from "../notation/plain.ts";
import type { Curve, Position, Scene } from "./scene.ts";

const MOST_STRETCHES = 6;
/** Changes smaller than this part of the height are no change of direction. */
const FLAT = 1e-3;

type Direction = "rises" | "falls" | "stays level";

/** How a function runs from left to right, in words: where it rises, falls and stays level, and how often it is interrupted. */
export function behaviourOf({ kind, label, pieces }: Curve, { window, variable, logarithmic }: Scene): readonly string[] {
  if (kind !== "function" || pieces.length === 0) return [];
  const least = FLAT * (window.yMax - window.yMin);
  const stretches = pieces.flatMap((piece) => stretchesOf(piece, least));
  if (stretches.length > MOST_STRETCHES) return [`${label} goes up and down many times.`];
  const place = (x: number): string => String(Number((logarithmic?.x ? 10 ** x : x).toPrecision(3))).replace("-", "−");
  const runs = stretches.map(({ direction, from, to }) => `${direction} from ${plainName(variable)} = ${place(from)} to ${place(to)}`);
  const apart = pieces.length > 1 ? ` in ${pieces.length} separate pieces` : "";
  return [`${label} ${runs.join(", then ")}${apart}.`];
}

interface Stretch {
  readonly direction: Direction;
  readonly from: number;
  readonly to: number;
}

function stretchesOf(piece: readonly Position[], least: number): readonly Stretch[] {
  const found: Stretch[] = [];
  let [start] = piece;
  for (const point of piece) {
    if (!start) continue;
    const change = point[1] - start[1];
    const last = found.at(-1);
    const isEnd = point === piece.at(-1);
    if (Math.abs(change) < least && !isEnd) continue;
    const direction: Direction = Math.abs(change) < least ? "stays level" : change > 0 ? "rises" : "falls";
    if (last?.direction === direction || (last && direction === "stays level")) found[found.length - 1] = { ...last, to: point[0] };
    else found.push({ direction, from: last ? last.to : start[0], to: point[0] });
    start = point;
  }
  return found;
}
