import type { Picture } from "./picture.ts";
import type { Position, Window } from "./scene.ts";

/** Size of the drawing in its own units. */
export interface Size {
  readonly width: number;
  readonly height: number;
}

export const DEFAULT_SIZE: Size = { width: 560, height: 340 };

/** Six strokes that differ by colour and by dash; colours are taken from the page where it sets them. */
const STROKES: readonly { readonly colour: string; readonly dash: string }[] = [
  { colour: "var(--curve-1, #0B5C8A)", dash: "" },
  { colour: "var(--curve-2, #B4552D)", dash: "9 4" },
  { colour: "var(--curve-3, #3A7A36)", dash: "2 3" },
  { colour: "var(--curve-4, #6F4A9A)", dash: "11 3 2 3" },
  { colour: "var(--curve-5, #94700B)", dash: "6 2" },
  { colour: "var(--curve-6, #4B5563)", dash: "1 4" },
];
const INK = "var(--ink, #1F2D3A)";
const STEEL = "var(--steel, #4A6572)";
const RULE = "var(--rule, #D9D4C7)";
const PAPER = "var(--paper, #FAF8F3)";
const PADDING = 14;
const LETTER = 6.3;

const escaped = (text: string): string => text.replace(/&/g, "&amp;").replace(/</g, "&lt;").replace(/>/g, "&gt;");
const fixed = (x: number): string => String(Math.round(x * 100) / 100);

/** Round tick positions (1, 2 or 5 times a power of ten) inside an interval, about `wanted` of them. */
export function ticks(from: number, to: number, wanted: number): readonly number[] {
  const rough = (to - from) / wanted;
  const unit = 10 ** Math.floor(Math.log10(rough));
  const step = [1, 2, 5, 10].map((factor) => factor * unit).find((candidate) => candidate >= rough) ?? unit;
  const first = Math.ceil(from / step - 1e-9);
  const last = Math.floor(to / step + 1e-9);
  return Array.from({ length: Math.max(0, last - first + 1) }, (_, k) => (first + k) * step);
}

function tickLabel(value: number): string {
  return String(Number(value.toPrecision(10))).replace("-", "−");
}

interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

const overlap = (a: Box, b: Box): boolean => a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;

/** Draws a picture as one SVG element: static, without script or style sheet, readable in black and white. */
export function drawSvg(picture: Picture, size: Size = DEFAULT_SIZE): string {
  const { window } = picture;
  const place = placer(window, size);
  const taken: Box[] = [];
  const parts = [
    `<rect x="0" y="0" width="${size.width}" height="${size.height}" fill="${PAPER}"/>`,
    grid(window, size, place),
    axes(picture, size, place),
    ...picture.curves.map((curve, k) => curvePath(curve.pieces, k, place)),
    ...picture.marks.map(
      (mark) => `<circle cx="${fixed(place(mark.at)[0])}" cy="${fixed(place(mark.at)[1])}" r="3.4" fill="${PAPER}" stroke="${INK}" stroke-width="1.6"/>`,
    ),
    ...labelledOnce(picture.marks).map((mark) => markLabel(mark.label, place(mark.at), size, taken)),
    ...picture.curves.map((curve, k) => curveLabel(curve.label, curve.pieces, k, size, place, taken)),
  ];
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${size.width} ${size.height}" role="img" aria-label="${escaped(picture.description).replace(/"/g, "&quot;")}" font-family="'Source Serif 4 Variable', Georgia, 'Times New Roman', serif" font-size="12"><title>${escaped(picture.description)}</title>${parts.join("")}</svg>`;
}

/** A point that is several things at once (a minimum and an intersection) is labelled once. */
function labelledOnce(marks: Picture["marks"]): Picture["marks"] {
  return marks.filter((mark, k) => marks.findIndex((other) => other.label === mark.label) === k);
}

type Placer = (point: Position) => readonly [number, number];

function placer({ xMin, xMax, yMin, yMax }: Window, size: Size): Placer {
  const width = size.width - 2 * PADDING;
  const height = size.height - 2 * PADDING;
  return ([x, y]) => [PADDING + ((x - xMin) / (xMax - xMin)) * width, PADDING + ((yMax - y) / (yMax - yMin)) * height];
}

const ticksX = (window: Window, size: Size): readonly number[] => ticks(window.xMin, window.xMax, size.width / 70);
const ticksY = (window: Window, size: Size): readonly number[] => ticks(window.yMin, window.yMax, size.height / 55);

function line(x1: number, y1: number, x2: number, y2: number, stroke: string, width: number): string {
  return `<line x1="${fixed(x1)}" y1="${fixed(y1)}" x2="${fixed(x2)}" y2="${fixed(y2)}" stroke="${stroke}" stroke-width="${width}"/>`;
}

function grid(window: Window, size: Size, place: Placer): string {
  const vertical = ticksX(window, size).map((x) => {
    const [at] = place([x, 0]);
    return line(at, PADDING, at, size.height - PADDING, RULE, 0.7);
  });
  const horizontal = ticksY(window, size).map((y) => {
    const [, at] = place([0, y]);
    return line(PADDING, at, size.width - PADDING, at, RULE, 0.7);
  });
  return [...vertical, ...horizontal].join("");
}

/** Axes through the origin where it is in the window, else along the edge. */
function axes(picture: Picture, size: Size, place: Placer): string {
  const { window } = picture;
  const inside = (value: number, low: number, high: number): number => Math.min(Math.max(value, low), high);
  const [originX, originY] = place([inside(0, window.xMin, window.xMax), inside(0, window.yMin, window.yMax)]);
  const right = size.width - PADDING;
  const belowAxis = originY + 15 < size.height - 2 ? originY + 14 : originY - 5;
  const atLeft = originX > 40;
  const xLabels = ticksX(window, size).map((x) => {
    const [at] = place([x, 0]);
    if (Math.abs(at - originX) < 3 || at > right - 14) return "";
    return `<text x="${fixed(at)}" y="${fixed(belowAxis)}" text-anchor="middle" fill="${STEEL}" font-size="11">${tickLabel(x)}</text>`;
  });
  const yLabels = ticksY(window, size).map((y) => {
    const [, at] = place([0, y]);
    if (Math.abs(at - originY) < 3 || at < PADDING + 12) return "";
    return `<text x="${fixed(atLeft ? originX - 6 : originX + 6)}" y="${fixed(at + 4)}" text-anchor="${atLeft ? "end" : "start"}" fill="${STEEL}" font-size="11">${tickLabel(y)}</text>`;
  });
  const names = `<text x="${right - 2}" y="${fixed(originY - 7)}" text-anchor="end" fill="${INK}" font-style="italic" font-size="13">${escaped(picture.xLabel)}</text>`;
  const vertical =
    picture.yLabel === undefined
      ? ""
      : `<text x="${fixed(originX + 7)}" y="${PADDING + 12}" fill="${INK}" font-style="italic" font-size="13">${escaped(picture.yLabel)}</text>`;
  return [
    vertical,
    line(PADDING, originY, right, originY, INK, 1.1),
    line(originX, PADDING, originX, size.height - PADDING, INK, 1.1),
    ...xLabels,
    ...yLabels,
    names,
  ].join("");
}

function curvePath(pieces: readonly (readonly Position[])[], index: number, place: Placer): string {
  const stroke = STROKES[index % STROKES.length] ?? { colour: INK, dash: "" };
  const data = pieces.map((piece) => piece.map((point, k) => `${k === 0 ? "M" : "L"}${place(point).map(fixed).join(" ")}`).join("")).join("");
  return `<path d="${data}" fill="none" stroke="${stroke.colour}" stroke-width="2" stroke-linejoin="round"${stroke.dash ? ` stroke-dasharray="${stroke.dash}"` : ""}/>`;
}

function textAt(label: string, box: Box, colour: string): string {
  return `<text x="${fixed(box.x)}" y="${fixed(box.y + 12)}" fill="${colour}" stroke="${PAPER}" stroke-width="3" paint-order="stroke">${escaped(label)}</text>`;
}

/** The first of some places around a point where a label meets no other and stays inside. */
function freeBox(label: string, [x, y]: readonly [number, number], size: Size, taken: readonly Box[]): Box {
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
  ];
  const boxes = candidates.map(([left, top]): Box => ({ x: left, y: top, width, height }));
  const fits = (box: Box): boolean => box.x >= 2 && box.y >= 2 && box.x + box.width <= size.width - 2 && box.y + box.height <= size.height - 2;
  return boxes.find((box) => fits(box) && !taken.some((other) => overlap(box, other))) ?? boxes.find(fits) ?? { x: x + 7, y: y - 19, width, height };
}

function markLabel(label: string, at: readonly [number, number], size: Size, taken: Box[]): string {
  const box = freeBox(label, at, size, taken);
  taken.push(box);
  return textAt(label, box, INK);
}

/** The curve's own label stands beside it, near an end that is free. */
function curveLabel(label: string, pieces: readonly (readonly Position[])[], index: number, size: Size, place: Placer, taken: Box[]): string {
  const points = pieces.flat();
  const stroke = STROKES[index % STROKES.length] ?? { colour: INK, dash: "" };
  for (const part of [0.95, 0.05, 0.85, 0.15, 0.7, 0.3]) {
    const point = points[Math.floor(part * (points.length - 1))];
    if (!point) continue;
    const box = freeBox(label, place(point), size, taken);
    if (taken.some((other) => overlap(box, other))) continue;
    taken.push(box);
    return textAt(label, box, stroke.colour);
  }
  return "";
}
