import type { Picture, PictureCurve, PictureMark } from "./picture.ts";
import type { Position, Window } from "./scene.ts";
import { escaped, INK, PAPER, type Size, STEEL, STROKES } from "./svg-elements.ts";
import { clamped, fixed, type Placer } from "./svg-place.ts";

/** The usual width of a letter. */
export const LETTER = 6.3;

/** A part of the drawing that a label covers. */
export interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Whether two parts of a drawing have something in common. */
export const overlap = (a: Box, b: Box): boolean => a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;

/** The part of y = slope · x + offset that lies in the window. */
export function slopingEnds({ slope, offset }: { readonly slope: number; readonly offset: number }, { xMin, xMax, yMin, yMax }: Window): readonly Position[] {
  const inside = (x: number): number => {
    const y = slope * x + offset;
    return slope === 0 || (y >= yMin && y <= yMax) ? x : ((y < yMin ? yMin : yMax) - offset) / slope;
  };
  return [inside(xMin), inside(xMax)].map((x) => [x, slope * x + offset]);
}

/** Where the label of a mark belongs: at its point, or at an end of its line. */
function labelPlace({ at, line: kind }: PictureMark, window: Window): Position {
  if (!kind) return at;
  if (kind.kind === "upright") return [at[0], window.yMax - 0.06 * (window.yMax - window.yMin)];
  const [first, last] = slopingEnds(kind, window);
  const [start, end] = [first ?? at, last ?? at];
  return [start[0] + 0.86 * (end[0] - start[0]), start[1] + 0.86 * (end[1] - start[1])];
}

function textAt(label: string, box: Box, colour: string, number?: number): string {
  const own = number === undefined ? "" : ` data-mark="${number}"`;
  return `<text${own} x="${fixed(box.x)}" y="${fixed(box.y + 12)}" fill="${colour}" stroke="${PAPER}" stroke-width="3" paint-order="stroke">${escaped(label)}</text>`;
}

/** What labels keep clear of: other labels altogether, curves as far as they can. */
export interface Occupied {
  readonly boxes: Box[];
  readonly curves: CellMap;
}

/** Side of the cells in which it is noted where curves run. */
const CELL = 6;

/** The cells of the drawing through which curves run. */
export class CellMap {
  readonly #columns: number;
  readonly #cells: Uint8Array;

  constructor({ width, height }: Size) {
    this.#columns = Math.ceil(width / CELL) + 1;
    this.#cells = new Uint8Array(this.#columns * (Math.ceil(height / CELL) + 1));
  }

  /** Notes a point of a curve. */
  add(x: number, y: number): void {
    const [column, row] = [Math.floor(x / CELL), Math.floor(y / CELL)];
    if (column >= 0 && column < this.#columns && row >= 0) this.#cells[row * this.#columns + column] = 1;
  }

  /** How many of the cells that a label would cover have curves in them. */
  covered({ x, y, width, height }: Box): number {
    let count = 0;
    for (let row = Math.max(0, Math.floor(y / CELL)); row * CELL < y + height; row += 1)
      for (let column = Math.max(0, Math.floor(x / CELL)); column * CELL < x + width && column < this.#columns; column += 1)
        count += this.#cells[row * this.#columns + column] ?? 0;
    return count;
  }
}

/** Places farther off, to which a thin line leads: near ones first. */
const FAR: readonly Position[] = [
  ...([
    [14, -58],
    [14, 42],
    [34, -44],
    [34, 30],
    [30, -78],
    [30, 62],
  ] as const),
  ...[55, 85, 115].flatMap((far) => [-75, -50, -25, 25, 50, 75].map((angle): Position => ring(far, angle))),
];
/** The corner next to the point of a label at a distance, in a direction above or below the horizontal in degrees. */
function ring(far: number, degrees: number): Position {
  const angle = (degrees * Math.PI) / 180;
  return [far * Math.cos(angle), far * Math.sin(angle) - 7];
}

/** A label farther from its point than this is tied to it. */
const TIED = 24;

/** The thin line from a point to its label, where that stands far off. */
function tie([x, y]: readonly [number, number], box: Box): string {
  const [toX, toY] = [clamped(x, box.x, box.x + box.width), clamped(y, box.y + 3, box.y + box.height - 2)];
  if (Math.hypot(toX - x, toY - y) < TIED) return "";
  return `<line x1="${fixed(x)}" y1="${fixed(y)}" x2="${fixed(toX)}" y2="${fixed(toY)}" stroke="${STEEL}" stroke-width="0.6"/>`;
}

/** The best of some places around a point: inside, free of other labels, and over as little of the curves as can be. */
function freeBox(label: string, [x, y]: readonly [number, number], size: Size, { boxes: taken, curves }: Occupied): Box {
  const width = label.length * LETTER + 2;
  const height = 15;
  const candidates: readonly Position[] = [
    [x + 7, y - 19],
    [x - 7 - width, y - 19],
    [x + 7, y + 5],
    [x - 7 - width, y + 5],
    [x - width / 2, y - 26],
    [x - width / 2, y + 12],
    [x + 12, y - 34],
    [x - 12 - width, y - 34],
    [x + 12, y + 20],
    [x - 12 - width, y + 20],
    ...FAR.flatMap(([right, down]): readonly Position[] => [
      [x + right, y + down],
      [x - right - width, y + down],
    ]),
  ];
  const boxes = candidates.map(([left, top]): Box => ({ x: left, y: top, width, height }));
  const fits = (box: Box): boolean => box.x >= 2 && box.y >= 2 && box.x + box.width <= size.width - 2 && box.y + box.height <= size.height - 2;
  const free = boxes.filter((box) => fits(box) && !taken.some((other) => overlap(box, other)));
  const clear = free.reduce<{ readonly box: Box; readonly count: number } | undefined>((best, box) => {
    const count = best?.count === 0 ? 1 : curves.covered(box);
    return !best || count < best.count ? { box, count } : best;
  }, undefined);
  return clear?.box ?? boxes.find(fits) ?? { x: x + 7, y: y - 19, width, height };
}

/** The labels of marks: where the author put them, tied to their points by a thin line, else where there is room. */
export function markLabels(marks: readonly PictureMark[], window: Window, size: Size, place: Placer, taken: Occupied): readonly string[] {
  // A point that is several things at once, a minimum and an intersection, is labelled once.
  const labelled = marks.filter((mark, k) => marks.findIndex((other) => other.label === mark.label) === k);
  const put = labelled.filter(({ labelAt }) => labelAt !== undefined);
  const own = put.map(({ label, labelAt = [0, 0], at, line, number }): string => {
    const [x, y] = place(labelAt);
    const box: Box = { x, y: y - 12, width: label.length * LETTER + 2, height: 15 };
    taken.boxes.push(box);
    return `${line ? "" : tie(place(at), box)}${textAt(label, box, INK, number)}`;
  });
  const free = labelled
    .filter((mark) => !put.includes(mark))
    .map((mark): string => {
      const at = place(labelPlace(mark, window));
      const box = freeBox(mark.label, at, size, taken);
      taken.boxes.push(box);
      return `${mark.line ? "" : tie(at, box)}${textAt(mark.label, box, INK, mark.number)}`;
    });
  return [...own, ...free];
}

const LEGEND = { row: 17, swatch: 26, gap: 18, left: 16 };

interface Entry {
  readonly label: string;
  readonly index: number;
  readonly left: number;
  readonly row: number;
}

/** What the curves are called, in rows below the drawing; nothing for a single one. */
function legendEntries({ curves }: Picture, width: number): readonly Entry[] {
  if (curves.length < 2) return [];
  let [left, row] = [LEGEND.left, 0];
  return curves.map(({ label }, index) => {
    const own = LEGEND.swatch + label.length * LETTER + LEGEND.gap;
    if (left > LEGEND.left && left + own > width) [left, row] = [LEGEND.left, row + 1];
    const entry = { label, index, left, row };
    left += own;
    return entry;
  });
}

/** How high the legend below a drawing of this width is, in the units of the drawing; 0 where none is needed. */
export function legendHeight(picture: Picture, width: number): number {
  const last = legendEntries(picture, width).at(-1);
  return last ? (last.row + 1) * LEGEND.row + 2 : 0;
}

/** The names of the curves with their strokes, below the plane. */
export function legend(picture: Picture, { width, height }: Size): string {
  const top = height - legendHeight(picture, width);
  return legendEntries(picture, width)
    .map(({ label, index, left, row }) => {
      const { colour, dash } = STROKES[index % STROKES.length] ?? { colour: INK, dash: "" };
      const y = top + row * LEGEND.row + 9;
      const curve = picture.curves[index];
      const swatch =
        curve && curve.pieces.length === 0 && curve.dots && curve.dots.length > 0
          ? `<circle cx="${fixed(left + 10)}" cy="${y}" r="3.6" fill="${colour}"/>`
          : `<line x1="${fixed(left)}" y1="${y}" x2="${fixed(left + LEGEND.swatch - 6)}" y2="${y}" stroke="${colour}" stroke-width="2"${dash ? ` stroke-dasharray="${dash}"` : ""}/>`;
      return `${swatch}<text x="${fixed(left + LEGEND.swatch)}" y="${y + 4}" fill="${INK}">${escaped(label)}</text>`;
    })
    .join("");
}

/** The curve's own label stands beside it, near an end that is free. */
export function curveLabel({ label, pieces, dots = [] }: PictureCurve, index: number, size: Size, place: Placer, taken: Occupied): string {
  const points = [...pieces.flat(), ...dots];
  const stroke = STROKES[index % STROKES.length] ?? { colour: INK, dash: "" };
  for (const part of [0.95, 0.05, 0.85, 0.15, 0.7, 0.3]) {
    const point = points[Math.floor(part * (points.length - 1))];
    if (!point) continue;
    const box = freeBox(label, place(point), size, taken);
    if (taken.boxes.some((other) => overlap(box, other))) continue;
    taken.boxes.push(box);
    return textAt(label, box, stroke.colour);
  }
  return "";
}
