import { subtract, ZERO } from "../../expression/construct.ts";
import { compileCondition } from "../../expression/double-value.ts";
import { distinct, type Expression } from "../../expression/expression.ts";
import { branchBorders } from "../../truth/index.ts";
import { position } from "../marks/point-mark.ts";
import type { Curve, Mark, Position, Window } from "../scene.ts";
import { commonPoints } from "./implicit.ts";
import { implicitPieces } from "./implicit-trace.ts";
import type { View } from "./item.ts";

interface Region {
  readonly label: string;
  readonly condition: Expression;
}

/** The sides of every comparison, whose difference is 0 on the border. */
export function bordersOf(condition: Expression): readonly Expression[] {
  if (condition.kind === "logic") return condition.items.flatMap(bordersOf);
  if (condition.kind !== "relation") return [];
  return condition.operands.slice(1).map((right, k) => subtract(condition.operands[k] ?? ZERO, right));
}

/** Lines across the window, and points looked at on each. */
const LINES = 34;
const LOOKS = 260;
const HALVINGS = 24;
const DIRECTIONS = [1, -1, 0] as const;

/** Half the width of what is looked at to find where a region lies. */
const LOOKED_AT = 10;
const OPEN = 5;

/** Points of the border that show how far the region reaches; a usual distance where it has no end. */
export function regionExtent(region: Region, view: View): readonly Position[] {
  const points = regionCurve(region, 0, view, { xMin: -LOOKED_AT, xMax: LOOKED_AT, yMin: -LOOKED_AT, yMax: LOOKED_AT }).pieces.flat();
  const distance = ([x, y]: Position): number => Math.max(Math.abs(x), Math.abs(y));
  return points.some((point) => distance(point) > 0.99 * LOOKED_AT) ? points.filter((point) => distance(point) <= OPEN) : points;
}

/** What is 0 where a border may have a corner of its own, as |x| + |y| = 2 has on the axes. */
export function bendsOf(border: Expression, { variable, vertical }: Pick<View, "variable" | "vertical">): readonly Expression[] {
  const bends = [...branchBorders(border, variable), ...branchBorders(border, vertical)];
  return distinct(bends);
}

/** Corners of the region: where two of its borders meet, or one is written differently. */
export function regionMarks({ condition }: Region, { variable, vertical }: View, index: number): readonly Mark[] {
  const borders = bordersOf(condition);
  const holds = compileCondition(condition, [variable, vertical]);
  return borders.flatMap((one, k) =>
    [...borders.slice(k + 1), ...bendsOf(one, { variable, vertical })].flatMap((other) =>
      commonPoints(one, other, variable, vertical).flatMap(({ x, y }): readonly Mark[] => {
        const at = position(x, y);
        return at && touches(holds, at, CORNER) ? [{ kind: "intersection", x, y, at, curves: [index] }] : [];
      }),
    ),
  );
}

const CORNER = 1e-3;
const AROUND = 24;

/** Whether the region lies somewhere around a point. */
function touches(holds: (...values: number[]) => boolean, [x, y]: Position, reach: number): boolean {
  return Array.from({ length: AROUND }, (_, k) => (2 * Math.PI * k) / AROUND).some((angle) => holds(x + reach * Math.cos(angle), y + reach * Math.sin(angle)));
}

/** A part of the plane: its border, as far as it belongs to it, and lines across it. */
export function regionCurve({ label, condition }: Region, index: number, { variable, vertical }: View, window: Window): Curve {
  const holds = compileCondition(condition, [variable, vertical]);
  const [width, height] = [window.xMax - window.xMin, window.yMax - window.yMin];
  const isInside = ([x, y]: Position): boolean => holds(x, y);
  // A point of a border is one of the region's where the region lies beside it.
  const isBorder = (point: Position): boolean => touches(holds, point, 1e-4 * Math.max(width, height));
  const pieces = bordersOf(condition).flatMap((border) => implicitPieces(border, [variable, vertical], window).flatMap((piece) => runs(piece, isBorder)));
  return { kind: "region", label, expression: condition, pieces, hatching: hatching(isInside, window, DIRECTIONS[index % 3] ?? 1) };
}

/** The longest parts of a piece on which a test holds. */
export function runs(piece: readonly Position[], test: (point: Position) => boolean): readonly (readonly Position[])[] {
  const found: Position[][] = [[]];
  for (const point of piece) {
    if (test(point)) found.at(-1)?.push(point);
    else if ((found.at(-1)?.length ?? 0) > 0) found.push([]);
  }
  return found.filter((part) => part.length > 1);
}

/** Parallel lines, falling, rising or level, cut to the region. */
function hatching(isInside: (point: Position) => boolean, window: Window, direction: 1 | -1 | 0): readonly (readonly Position[])[] {
  const [width, height] = [window.xMax - window.xMin, window.yMax - window.yMin];
  const lines: (readonly Position[])[] = [];
  for (let k = 1; k < LINES; k += 1) {
    const offset = direction === 0 ? k / LINES : (2 * k) / LINES - (direction === 1 ? 1 : 0);
    // In shares of the window: y = offset ± x.
    const at = (share: number): Position => [window.xMin + share * width, window.yMin + (offset + direction * share) * height];
    const inside = (share: number): boolean => {
      const point = at(share);
      return point[1] >= window.yMin && point[1] <= window.yMax && isInside(point);
    };
    const border = (from: number, to: number): number => {
      let [low, high] = [from, to];
      const start = inside(from);
      for (let n = 0; n < HALVINGS; n += 1) {
        const middle = (low + high) / 2;
        if (inside(middle) === start) low = middle;
        else high = middle;
      }
      return (low + high) / 2;
    };
    let begin: number | undefined;
    for (let n = 0; n <= LOOKS; n += 1) {
      const [share, before] = [n / LOOKS, (n - 1) / LOOKS];
      const now = inside(share);
      if (now && begin === undefined) begin = n === 0 ? 0 : border(before, share);
      if ((!now || n === LOOKS) && begin !== undefined) {
        lines.push([at(begin), at(now ? share : border(before, share))]);
        begin = undefined;
      }
    }
  }
  return lines;
}
