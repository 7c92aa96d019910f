import type { Picture } from "./picture.ts";
import { escaped, INK, multiplesOf, PAPER, RULE, type Size, STEEL, ticks } from "./svg-elements.ts";
import { type Box, LETTER, overlap } from "./svg-labels.ts";
import { clamped, fixed, line, numberLabel, PADDING, type Placer } from "./svg-place.ts";

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
  return multiplesOf(step, from, to).map((at) => ({ at, label: turnLabel(Math.round(at / step) * num, den) }));
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

/** Ticks at powers of ten along a logarithmic axis, with 2 and 5 times them where there is room. */
export function decadeTicks(from: number, to: number, wanted: number): readonly Tick[] {
  const every = Math.max(1, Math.ceil((to - from) / wanted));
  const between = to - from <= wanted / 3 ? [2, 5] : [];
  const found: Tick[] = [];
  for (let power = Math.ceil(from - 1); power <= to; power += 1) {
    for (const times of power % every === 0 ? [1, ...between] : between) {
      const at = power + Math.log10(times);
      if (at >= from - 1e-9 && at <= to + 1e-9) found.push({ at, label: powerLabel(power, times) });
    }
  }
  return found;
}

const SUPERSCRIPTS = "⁰¹²³⁴⁵⁶⁷⁸⁹";
/** Powers that are written out. */
const WRITTEN_OUT = 4;

function powerLabel(power: number, times: number): string {
  if (Math.abs(power) < WRITTEN_OUT) return numberLabel(times * 10 ** power);
  const digits = [...String(Math.abs(power))].map((digit) => SUPERSCRIPTS[Number(digit)] ?? "").join("");
  return `${times === 1 ? "" : `${times}·`}10${power < 0 ? "⁻" : ""}${digits}`;
}

/** Ticks at round numbers of a unit. */
function plainTicks(from: number, to: number, wanted: number, unit = 1): readonly Tick[] {
  const places = unit === DEGREE ? degreeTicks(from / unit, to / unit, wanted) : ticks(from / unit, to / unit, wanted);
  return places.map((at) => ({ at: at * unit, label: numberLabel(at) }));
}

const DEGREE = Math.PI / 180;
const PARTS_OF_TURN = [1, 5, 10, 15, 30, 45, 90, 180, 360, 720];

function degreeTicks(from: number, to: number, wanted: number): readonly number[] {
  const step = PARTS_OF_TURN.find((part) => (to - from) / part <= wanted);
  return step === undefined ? ticks(from, to, wanted) : multiplesOf(step, from, to);
}

/** The ticks of the horizontal axis, with their places in its units and their labels; a drawing of this size has room for so many. */
export function ticksX({ window, inTurns, logarithmic, unitSizes }: Picture, size: Size): readonly Tick[] {
  const { xMin, xMax } = window;
  if (logarithmic?.x) return decadeTicks(xMin, xMax, size.width / 70);
  const turns = inTurns && (unitSizes?.x ?? 1) === 1 ? turnTicks(xMin, xMax, size.width / 55) : [];
  return turns.length > 1 ? turns : plainTicks(xMin, xMax, size.width / 70, unitSizes?.x);
}

/** The ticks of the vertical axis, as `ticksX`. */
export function ticksY({ window, logarithmic, unitSizes }: Picture, size: Size): readonly Tick[] {
  const { yMin, yMax } = window;
  return logarithmic?.y ? decadeTicks(yMin, yMax, size.height / 55) : plainTicks(yMin, yMax, size.height / 55, unitSizes?.y);
}

/** Thin lines at the ticks. */
export function grid(picture: Picture, size: Size, place: Placer): string {
  const vertical = ticksX(picture, size).map((tick) => {
    const [at] = place([tick.at, 0]);
    return line(at, PADDING, at, size.height - PADDING, RULE, 0.7);
  });
  const horizontal = ticksY(picture, size).map((tick) => {
    const [, at] = place([0, tick.at]);
    return line(PADDING, at, size.width - PADDING, at, RULE, 0.7);
  });
  return [...vertical, ...horizontal].join("");
}

/** Where the axes cross: the origin where it is in the window, else a corner or edge; logarithmic axes stand at the edge. */
export function origin({ window, logarithmic }: Picture): readonly [number, number] {
  return [
    logarithmic?.y || logarithmic?.x ? window.xMin : clamped(0, window.xMin, window.xMax),
    logarithmic?.y || logarithmic?.x ? window.yMin : clamped(0, window.yMin, window.yMax),
  ];
}

/** Axes through the origin where it is in the window, else along the edge. */
export function axisLines(picture: Picture, size: Size, place: Placer): string {
  const [originX, originY] = place(origin(picture));
  return line(PADDING, originY, size.width - PADDING, originY, INK, 1.1) + line(originX, PADDING, originX, size.height - PADDING, INK, 1.1);
}

/** A number at a tick, where it is written. */
interface TickLabel {
  readonly x: number;
  readonly y: number;
  readonly anchor: "start" | "middle" | "end";
  readonly label: string;
}

/** The numbers at the ticks, but for those on which something else stands. */
function tickLabels(picture: Picture, size: Size, place: Placer, taken: readonly Box[]): readonly TickLabel[] {
  return allTickLabels(picture, size, place).filter((label) => !taken.some((box) => overlap(box, boxOf(label))));
}

function allTickLabels(picture: Picture, size: Size, place: Placer): readonly TickLabel[] {
  const [originX, originY] = place(origin(picture));
  const right = size.width - PADDING;
  const belowAxis = originY + 15 < size.height - 2 ? originY + 14 : originY - 5;
  const atLeft = originX > 40;
  const along = ticksX(picture, size).flatMap(({ at, label }): readonly TickLabel[] => {
    const [x] = place([at, 0]);
    return Math.abs(x - originX) < 3 || x > right - 14 ? [] : [{ x, y: belowAxis, anchor: "middle", label }];
  });
  const upwards = ticksY(picture, size).flatMap(({ at, label }): readonly TickLabel[] => {
    const [, y] = place([0, at]);
    return Math.abs(y - originY) < 3 || y < PADDING + 12 ? [] : [{ x: atLeft ? originX - 6 : originX + 6, y: y + 4, anchor: atLeft ? "end" : "start", label }];
  });
  return [...along, ...upwards];
}

/** Numbers at the ticks and the names of the axes, readable over what is drawn there. */
export function axisLabels(picture: Picture, size: Size, place: Placer, taken: readonly Box[] = []): string {
  const [originX, originY] = place(origin(picture));
  const numbers = tickLabels(picture, size, place, taken).map(
    ({ x, y, anchor, label }) => `<text x="${fixed(x)}" y="${fixed(y)}" text-anchor="${anchor}" fill="${STEEL}" ${HALO} font-size="11">${label}</text>`,
  );
  const { xLabel, yLabel } = picture;
  const along = `<text x="${size.width - PADDING - 2}" y="${fixed(originY - 7)}" text-anchor="end" fill="${INK}" ${HALO} ${nameStyle(xLabel)}>${axisName(xLabel)}</text>`;
  const upwards = `<text x="${fixed(originX + 7)}" y="${PADDING + 12}" fill="${INK}" ${HALO} ${nameStyle(yLabel)}>${axisName(yLabel)}</text>`;
  return [upwards, ...numbers, along].join("");
}

/** What the numbers at the ticks cover. */
export function tickBoxes(picture: Picture, size: Size, place: Placer, taken: readonly Box[] = []): readonly Box[] {
  return tickLabels(picture, size, place, taken).map(boxOf);
}

const STARTS = { start: 0, middle: 0.5, end: 1 } as const;

function boxOf({ x, y, anchor, label }: TickLabel): Box {
  const width = label.length * LETTER;
  return { x: x - STARTS[anchor] * width, y: y - 9, width, height: 11 };
}

/** What the names of the axes cover. */
export function nameBoxes(picture: Picture, place: Placer): readonly Box[] {
  const { window, xLabel, yLabel } = picture;
  const [x, y] = origin(picture);
  const [right, top] = [place([window.xMax, y]), place([x, window.yMax])];
  const width = (label: string): number => Math.max(14, label.length * LETTER + 4);
  return [
    { x: right[0] - width(xLabel), y: right[1] - 20, width: width(xLabel), height: 16 },
    { x: top[0] + 4, y: top[1], width: width(yLabel), height: 16 },
  ];
}

/** A rim in the colour of the paper around letters. */
const HALO = `stroke="${PAPER}" stroke-width="3" paint-order="stroke"`;

/** A letter with its unit: the letter in italics. */
function axisName(label: string): string {
  const [, letter, unit] = /^(\S{1,3})( in .*)$/.exec(label) ?? [];
  return letter !== undefined && unit !== undefined ? `<tspan font-style="italic">${escaped(letter)}</tspan>${escaped(unit)}` : escaped(label);
}

/** Names are in italics, the author's words for an axis upright. */
function nameStyle(label: string): string {
  return label.length > 3 ? 'font-size="12"' : 'font-style="italic" font-size="13"';
}
