import type { Picture, PictureCurve, PictureMark } from "./picture.ts";
import type { Position, Window } from "./scene.ts";
import { drawSurface, type Turn } from "./surface-svg.ts";
import { DEFAULT_SIZE, escaped, INK, PAPER, RULE, type Size, STEEL, STROKES, svgElement, ticks } from "./svg-parts.ts";

const PADDING = 14;
const LETTER = 6.3;

const fixed = (x: number): string => String(Math.round(x * 100) / 100);

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
export function drawSvg(picture: Picture, size: Size = DEFAULT_SIZE, turn?: Turn): string {
  const mesh = picture.curves.find((curve) => curve.mesh)?.mesh;
  if (mesh) return drawSurface(picture, mesh, size, turn);
  const { window } = picture;
  const place = placer(window, size);
  // The names of the axes keep their places.
  const [nameX, nameY] = [place([window.xMax, clamped(0, window.yMin, window.yMax)]), place([clamped(0, window.xMin, window.xMax), window.yMax])];
  const taken: Box[] = [
    { x: nameX[0] - 14, y: nameX[1] - 20, width: 14, height: 16 },
    ...(picture.yLabel === undefined ? [] : [{ x: nameY[0] + 4, y: nameY[1], width: 14, height: 16 }]),
  ];
  const parts = [
    `<rect x="0" y="0" width="${size.width}" height="${size.height}" fill="${PAPER}"/>`,
    grid(picture, size, place),
    axes(picture, size, place),
    ...picture.marks.map((mark) => markLine(mark, window, place)),
    framed(picture.curves.map((curve, k) => curveParts(curve, k, place)).join(""), size),
    ...picture.marks.map((mark) => markDot(mark, place)),
    ...labelledOnce(picture.marks).map((mark) => markLabel(mark.label, place(labelPlace(mark, window)), size, taken)),
    ...picture.curves.map((curve, k) => curveLabel(curve, k, size, place, taken)),
  ];
  return svgElement(picture.description, size, parts.join(""));
}

/** A point that is several things at once (a minimum and an intersection) is labelled once. */
function labelledOnce(marks: Picture["marks"]): Picture["marks"] {
  return marks.filter((mark, k) => marks.findIndex((other) => other.label === mark.label) === k);
}

type Placer = (point: Position) => readonly [number, number];

/** Where a point of the window stands in the drawing. */
export function placer({ xMin, xMax, yMin, yMax }: Window, size: Size): Placer {
  const width = size.width - 2 * PADDING;
  const height = size.height - 2 * PADDING;
  return ([x, y]) => [PADDING + ((x - xMin) / (xMax - xMin)) * width, PADDING + ((yMax - y) / (yMax - yMin)) * height];
}

/** Parts of π at which ticks stand. */
const TURNS: readonly (readonly [number, number])[] = [
  [1, 6],
  [1, 4],
  [1, 3],
  [1, 2],
  [1, 1],
  [2, 1],
  [4, 1],
  [10, 1],
];

/** A place on an axis with what is written there. */
interface Tick {
  readonly at: number;
  readonly label: string;
}

/** Ticks at parts of π, about `wanted` of them; none where the window is too wide for them. */
export function turnTicks(from: number, to: number, wanted: number): readonly Tick[] {
  const part = TURNS.find(([num, den]) => (to - from) / ((num / den) * Math.PI) <= wanted);
  if (!part) return [];
  const [num, den] = part;
  const step = (num / den) * Math.PI;
  const [first, last] = [Math.ceil(from / step - 1e-9), Math.floor(to / step + 1e-9)];
  return Array.from({ length: Math.max(0, last - first + 1) }, (_, k) => ({ at: (first + k) * step, label: turnLabel((first + k) * num, den) }));
}

function turnLabel(num: number, den: number): string {
  const divisor = common(Math.abs(num), den);
  const [n, d] = [num / divisor, den / divisor];
  if (n === 0) return "0";
  const size = Math.abs(n) === 1 ? "π" : `${Math.abs(n)}π`;
  return `${n < 0 ? "−" : ""}${size}${d === 1 ? "" : `/${d}`}`;
}

function common(a: number, b: number): number {
  return b === 0 ? a : common(b, a % b);
}

function ticksX({ window, inTurns }: Picture, size: Size): readonly Tick[] {
  const turns = inTurns ? turnTicks(window.xMin, window.xMax, size.width / 55) : [];
  return turns.length > 1 ? turns : ticks(window.xMin, window.xMax, size.width / 70).map((at) => ({ at, label: tickLabel(at) }));
}
const ticksY = (window: Window, size: Size): readonly number[] => ticks(window.yMin, window.yMax, size.height / 55);

function line(x1: number, y1: number, x2: number, y2: number, stroke: string, width: number): string {
  return `<line x1="${fixed(x1)}" y1="${fixed(y1)}" x2="${fixed(x2)}" y2="${fixed(y2)}" stroke="${stroke}" stroke-width="${width}"/>`;
}

function grid(picture: Picture, size: Size, place: Placer): string {
  const vertical = ticksX(picture, size).map((tick) => {
    const [at] = place([tick.at, 0]);
    return line(at, PADDING, at, size.height - PADDING, RULE, 0.7);
  });
  const horizontal = ticksY(picture.window, size).map((y) => {
    const [, at] = place([0, y]);
    return line(PADDING, at, size.width - PADDING, at, RULE, 0.7);
  });
  return [...vertical, ...horizontal].join("");
}

function clamped(value: number, low: number, high: number): number {
  return Math.min(Math.max(value, low), high);
}

/** Axes through the origin where it is in the window, else along the edge. */
function axes(picture: Picture, size: Size, place: Placer): string {
  const { window } = picture;
  const [originX, originY] = place([clamped(0, window.xMin, window.xMax), clamped(0, window.yMin, window.yMax)]);
  const right = size.width - PADDING;
  const belowAxis = originY + 15 < size.height - 2 ? originY + 14 : originY - 5;
  const atLeft = originX > 40;
  const xLabels = ticksX(picture, size).map((tick) => {
    const [at] = place([tick.at, 0]);
    if (Math.abs(at - originX) < 3 || at > right - 14) return "";
    return `<text x="${fixed(at)}" y="${fixed(belowAxis)}" text-anchor="middle" fill="${STEEL}" font-size="11">${tick.label}</text>`;
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

/** What leaves the frame is not drawn: an inner drawing clips what is in it. */
function framed(parts: string, { width, height }: Size): string {
  const frame = `${PADDING} ${PADDING} ${width - 2 * PADDING} ${height - 2 * PADDING}`;
  return `<svg x="${PADDING}" y="${PADDING}" width="${width - 2 * PADDING}" height="${height - 2 * PADDING}" viewBox="${frame}">${parts}</svg>`;
}

/** The lines, hatching, dots and arrows of a curve. */
function curveParts({ pieces, hatching = [], dots = [], arrows = [] }: PictureCurve, index: number, place: Placer): string {
  const stroke = STROKES[index % STROKES.length] ?? { colour: INK, dash: "" };
  const path = (lines: readonly (readonly Position[])[]): string =>
    lines.map((piece) => piece.map((point, k) => `${k === 0 ? "M" : "L"}${place(point).map(fixed).join(" ")}`).join("")).join("");
  const dash = stroke.dash ? ` stroke-dasharray="${stroke.dash}"` : "";
  return [
    hatching.length > 0 ? `<path d="${path(hatching)}" fill="none" stroke="${stroke.colour}" stroke-width="0.8" stroke-opacity="0.75"/>` : "",
    pieces.length > 0 ? `<path d="${path(pieces)}" fill="none" stroke="${stroke.colour}" stroke-width="2" stroke-linejoin="round"${dash}/>` : "",
    ...dots.map((dot) => `<circle cx="${fixed(place(dot)[0])}" cy="${fixed(place(dot)[1])}" r="3.6" fill="${stroke.colour}"/>`),
    ...arrows.map(({ at, direction }) => arrowHead(place(at), place([at[0] + direction[0], at[1] + direction[1]]), stroke.colour)),
  ].join("");
}

function arrowHead([x, y]: readonly [number, number], [nextX, nextY]: readonly [number, number], colour: string): string {
  const angle = (Math.atan2(nextY - y, nextX - x) * 180) / Math.PI;
  return `<path d="M-6 -4.4L5 0L-6 4.4Z" fill="${colour}" transform="translate(${fixed(x)} ${fixed(y)}) rotate(${fixed(angle)})"/>`;
}

/** An asymptote as a thin dashed line through the window. */
function markLine({ line: kind, at }: PictureMark, window: Window, place: Placer): string {
  if (!kind) return "";
  const ends = kind.kind === "upright" ? [place([at[0], window.yMin]), place([at[0], window.yMax])] : slopingEnds(kind, window).map(place);
  const [[x1, y1], [x2, y2]] = [ends[0] ?? [0, 0], ends[1] ?? [0, 0]];
  return `<line x1="${fixed(x1)}" y1="${fixed(y1)}" x2="${fixed(x2)}" y2="${fixed(y2)}" stroke="${STEEL}" stroke-width="1.1" stroke-dasharray="5 4"/>`;
}

/** The part of y = slope · x + offset that lies in the window. */
function slopingEnds({ slope, offset }: { readonly slope: number; readonly offset: number }, { xMin, xMax, yMin, yMax }: Window): readonly Position[] {
  const inside = (x: number): number => {
    const y = slope * x + offset;
    return slope === 0 || (y >= yMin && y <= yMax) ? x : ((y < yMin ? yMin : yMax) - offset) / slope;
  };
  return [inside(xMin), inside(xMax)].map((x) => [x, slope * x + offset]);
}

/** A mark is a ring, an end of the domain a full dot; a line has none. */
function markDot({ kind, at, line: drawn }: PictureMark, place: Placer): string {
  if (drawn) return "";
  const [x, y] = place(at);
  return `<circle cx="${fixed(x)}" cy="${fixed(y)}" r="3.4" fill="${kind === "endpoint" ? INK : PAPER}" stroke="${INK}" stroke-width="1.6"/>`;
}

/** Where the label of a mark belongs: at its point, or at an end of its line. */
function labelPlace({ at, line: kind }: PictureMark, window: Window): Position {
  if (!kind) return at;
  if (kind.kind === "upright") return [at[0], window.yMax - 0.06 * (window.yMax - window.yMin)];
  const [first, last] = slopingEnds(kind, window);
  const [start, end] = [first ?? at, last ?? at];
  return [start[0] + 0.86 * (end[0] - start[0]), start[1] + 0.86 * (end[1] - start[1])];
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
function curveLabel({ label, pieces, dots = [] }: PictureCurve, index: number, size: Size, place: Placer, taken: Box[]): string {
  const points = [...pieces.flat(), ...dots];
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
