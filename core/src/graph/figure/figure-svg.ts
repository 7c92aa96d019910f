import type { Position, Window } from "../scene.ts";
import { escaped, INK, PAPER, type Size, STEEL, STROKES, svgElement } from "../svg-elements.ts";
import { fixed } from "../svg-place.ts";
import type { FigurePicture, PlacedPart } from "./figure.ts";

const WIDTH = 480;
const [LOWEST, HIGHEST] = [170, 340];

/** As wide as the page gives it, and as high as the figure needs. */
export function figureSize({ xMin, xMax, yMin, yMax }: Window): Size {
  return { width: WIDTH, height: Math.round(Math.min(HIGHEST, Math.max(LOWEST, (WIDTH * (yMax - yMin)) / (xMax - xMin)))) };
}

const ARC = 24;
const SQUARE = 11;
/** Half the height that words need between the arms of an angle. */
const LETTERS_HIGH = 9;
const NAME_GAP = 14;
const DIMENSION_GAP = 15;
/** The longest force in parts of the drawing's shorter side. */
const LONGEST_FORCE = 0.3;
const LINE = STROKES[0]?.colour ?? INK;
const FORCE = STROKES[1]?.colour ?? INK;

type Pixel = readonly [number, number];

/** Places points with the same scale on both axes, in the middle of the drawing. */
export function figurePlacer(
  { xMin, xMax, yMin, yMax }: Window,
  { width, height }: Size,
): { readonly scale: number; readonly place: (point: Position) => Pixel } {
  const scale = Math.min(width / (xMax - xMin), height / (yMax - yMin));
  const [middleX, middleY] = [(xMin + xMax) / 2, (yMin + yMax) / 2];
  return { scale, place: ([x, y]) => [width / 2 + scale * (x - middleX), height / 2 - scale * (y - middleY)] };
}

/** A figure as one SVG element, as a textbook draws it: without axes, lengths and angles marked, readable in black and white. */
export function drawFigure(figure: FigurePicture, size: Size = figureSize(figure.window)): string {
  const { scale, place } = figurePlacer(figure.window, size);
  const points = figure.parts.flatMap((part) => (part.kind === "point" ? [place(part.at)] : []));
  const middle: Pixel = [mean(points.map(([x]) => x)), mean(points.map(([, y]) => y))];
  const longest = Math.max(...figure.parts.map((part) => (part.kind === "force" ? Math.hypot(...part.vector) : 0)));
  const perForce = longest > 0 ? (LONGEST_FORCE * Math.min(size.width, size.height)) / longest : 0;
  const ordered = ["polygon", "circle", "line", "segment", "length", "angle", "force", "point", "label"] as const;
  const lines = figure.parts.flatMap((part) => straightLines(part, place, perForce, middle));
  const drawn = ordered.flatMap((kind) =>
    figure.parts.filter((part) => part.kind === kind).map((part) => partSvg(part, { scale, place, middle, perForce, size, lines })),
  );
  return svgElement(figure.description, size, `<rect x="0" y="0" width="${size.width}" height="${size.height}" fill="${PAPER}"/>${drawn.join("")}`);
}

interface Paper {
  readonly scale: number;
  readonly place: (point: Position) => Pixel;
  readonly middle: Pixel;
  readonly perForce: number;
  readonly size: Size;
  /** Every straight line of the figure. */
  readonly lines: readonly (readonly [Pixel, Pixel])[];
}

function partSvg(part: PlacedPart, paper: Paper): string {
  const { place, scale } = paper;
  switch (part.kind) {
    case "polygon":
      return `<path d="${pathOf(part.corners.map(place))}Z" fill="${LINE}" fill-opacity="0.09" stroke="${LINE}" stroke-width="1.6" stroke-linejoin="round"/>`;
    case "circle": {
      const [x, y] = place(part.centre);
      return `<circle cx="${fixed(x)}" cy="${fixed(y)}" r="${fixed(part.radius * scale)}" fill="none" stroke="${LINE}" stroke-width="1.6"/>`;
    }
    case "segment":
      return `<path d="${pathOf([place(part.from), place(part.to)])}" fill="none" stroke="${LINE}" stroke-width="2" stroke-linecap="round"/>`;
    case "line":
      return `<path d="${pathOf(throughFrame(place(part.from), place(part.to), paper.size))}" fill="none" stroke="${LINE}" stroke-width="1.2" stroke-dasharray="7 4"/>`;
    case "length":
      return dimension(place(part.from), place(part.to), part.text, paper.middle);
    case "angle":
      return angleMark(part, place);
    case "force":
      return force(part, paper);
    case "point": {
      const [x, y] = place(part.at);
      const [dx, dy] = freeDirection([x, y], paper, NAME_GAP);
      return `<circle data-point="${escaped(part.name)}" cx="${fixed(x)}" cy="${fixed(y)}" r="${part.drag ? 5 : 3.4}" fill="${part.drag ? FORCE : INK}"/>${label(part.name, [x + dx, y + dy], true)}`;
    }
    case "label": {
      const at = place(part.at);
      const [dx, dy] = away(at, paper.middle, NAME_GAP + 17);
      return label(part.words, [at[0] + dx, at[1] + dy]);
    }
  }
}

function mean(values: readonly number[]): number {
  return values.length > 0 ? values.reduce((total, value) => total + value, 0) / values.length : 0;
}

function pathOf(points: readonly Pixel[]): string {
  return points.map((point, k) => `${k === 0 ? "M" : "L"}${point.map(fixed).join(" ")}`).join("");
}

/** Names of points are in italics, centred on their place. */
function label(text: string, [x, y]: Pixel, name = false): string {
  const style = name ? 'font-style="italic" font-size="15"' : 'font-size="13"';
  return `<text x="${fixed(x)}" y="${fixed(y + 5)}" text-anchor="middle" fill="${INK}" stroke="${PAPER}" stroke-width="3" paint-order="stroke" ${style}>${escaped(text)}</text>`;
}

/** A short way from a point outwards, away from the middle of the figure. */
function away([x, y]: Pixel, [middleX, middleY]: Pixel, distance: number): Pixel {
  const [dx, dy] = [x - middleX, y - middleY];
  const length = Math.hypot(dx, dy);
  return length < 1 ? [0, -distance] : [(dx / length) * distance, (dy / length) * distance];
}

function straightLines(part: PlacedPart, place: (point: Position) => Pixel, perForce: number, middle: Pixel): readonly (readonly [Pixel, Pixel])[] {
  switch (part.kind) {
    case "segment":
    case "line":
      return [[place(part.from), place(part.to)]];
    case "polygon":
      return part.corners.map((corner, k) => [place(corner), place(part.corners[(k + 1) % part.corners.length] ?? corner)]);
    case "force": {
      const [x, y] = place(part.at);
      return [
        [
          [x, y],
          [x + part.vector[0] * perForce, y - part.vector[1] * perForce],
        ],
      ];
    }
    case "length": {
      // Its ends stand out from the points.
      const [from, to] = [place(part.from), place(part.to)];
      return [from, to].map((end) => [end, besideLine(from, to, middle, end, DIMENSION_GAP)]);
    }
    case "point":
    case "circle":
    case "angle":
    case "label":
      return [];
  }
}

/** A place beside a line, on its side away from the middle of the figure. */
function besideLine(from: Pixel, to: Pixel, middle: Pixel, [x, y]: Pixel, by: number): Pixel {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const length = Math.hypot(dx, dy) || 1;
  const half: Pixel = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2];
  const outward = (half[0] - middle[0]) * dy - (half[1] - middle[1]) * dx >= 0 ? 1 : -1;
  return [x + ((outward * dy) / length) * by, y - ((outward * dx) / length) * by];
}

const DIRECTIONS = 16;
/** Lines that come so near to a point run through it. */
const THROUGH = 3;

/** The way from a point to its name: as far from the lines that meet there as can be, rather outwards than inwards. */
function freeDirection(at: Pixel, { lines, middle }: Paper, distance: number): Pixel {
  const angles = lines.flatMap(([from, to]): readonly number[] => {
    if (distanceToLine(at, from, to) > THROUGH) return [];
    return [from, to].filter(([x, y]) => Math.hypot(x - at[0], y - at[1]) > THROUGH).map(([x, y]) => Math.atan2(y - at[1], x - at[0]));
  });
  const [outX, outY] = away(at, middle, 1);
  const score = (angle: number): number => {
    const nearest = Math.min(Math.PI, ...angles.map((other) => Math.abs(Math.atan2(Math.sin(angle - other), Math.cos(angle - other)))));
    return Math.min(nearest, 1.2) + 0.3 * (outX * Math.cos(angle) + outY * Math.sin(angle));
  };
  const best = Array.from({ length: DIRECTIONS }, (_, k) => (2 * Math.PI * k) / DIRECTIONS).reduce((one, other) => (score(other) > score(one) ? other : one));
  return [distance * Math.cos(best), distance * Math.sin(best)];
}

function distanceToLine([x, y]: Pixel, [ax, ay]: Pixel, [bx, by]: Pixel): number {
  const [dx, dy] = [bx - ax, by - ay];
  const share = Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy || 1)));
  return Math.hypot(x - ax - share * dx, y - ay - share * dy);
}

/** The line through two points as far as the frame. */
function throughFrame([x1, y1]: Pixel, [x2, y2]: Pixel, { width, height }: Size): readonly Pixel[] {
  const length = Math.hypot(x2 - x1, y2 - y1) || 1;
  const far = width + height;
  const [dx, dy] = [((x2 - x1) / length) * far, ((y2 - y1) / length) * far];
  return [
    [x1 - dx, y1 - dy],
    [x2 + dx, y2 + dy],
  ];
}

/** A length as it is dimensioned in a drawing: a thin line beside, with small bars at its ends and the value in its middle. */
function dimension(from: Pixel, to: Pixel, text: string, middle: Pixel): string {
  const half: Pixel = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2];
  const beside = (end: Pixel, by: number): Pixel => besideLine(from, to, middle, end, by);
  const nx = beside(half, 1)[0] - half[0];
  const ticks = [from, to].map((end) => pathOf([beside(end, DIMENSION_GAP - 4), beside(end, DIMENSION_GAP + 4)]));
  const along = pathOf([beside(from, DIMENSION_GAP), beside(to, DIMENSION_GAP)]);
  const sideways = Math.abs(nx) * Math.min(40, text.length * 3);
  return `<path d="${along}${ticks.join("")}" fill="none" stroke="${STEEL}" stroke-width="0.8"/>${label(text, beside(half, DIMENSION_GAP + 12 + sideways))}`;
}

function angleMark({ corner, arms, text, right }: PlacedPart & { readonly kind: "angle" }, place: (point: Position) => Pixel): string {
  const [x, y] = place(corner);
  const [start, end] = arms.map((arm) => {
    const [ax, ay] = place(arm);
    return Math.atan2(ay - y, ax - x);
  });
  if (start === undefined || end === undefined) return "";
  const turn = ((((end - start) % (2 * Math.PI)) + 3 * Math.PI) % (2 * Math.PI)) - Math.PI;
  const at = (angle: number, radius: number): Pixel => [x + radius * Math.cos(angle), y + radius * Math.sin(angle)];
  const middle = start + turn / 2;
  // In a narrow angle the words stand farther out, where its arms leave them room.
  const narrow = Math.min(80, LETTERS_HIGH / Math.max(0.05, Math.abs(Math.sin(turn / 2))));
  const words = label(text, at(middle, Math.max(ARC + 10, narrow) + Math.min(22, text.length * 3)));
  if (right) {
    const corner = at(middle, SQUARE * Math.SQRT2);
    return `<path d="${pathOf([at(start, SQUARE), corner, at(end, SQUARE)])}" fill="none" stroke="${INK}" stroke-width="1"/>${words}`;
  }
  const [from, to] = [at(start, ARC), at(end, ARC)];
  return `<path d="M${from.map(fixed).join(" ")}A${ARC} ${ARC} 0 0 ${turn > 0 ? 1 : 0} ${to.map(fixed).join(" ")}" fill="none" stroke="${INK}" stroke-width="1"/>${words}`;
}

/** An arrow from its point, as long as the force against the longest one. */
function force({ name, at, vector }: PlacedPart & { readonly kind: "force" }, { place, perForce }: Paper): string {
  const [x, y] = place(at);
  const [dx, dy] = [vector[0] * perForce, -vector[1] * perForce];
  const length = Math.hypot(dx, dy);
  if (length === 0) return "";
  const angle = (Math.atan2(dy, dx) * 180) / Math.PI;
  const tip: Pixel = [x + dx, y + dy];
  const shaft = pathOf([
    [x, y],
    [tip[0] - (dx / length) * 8, tip[1] - (dy / length) * 8],
  ]);
  const head = `<path d="M-11 -4.6L0 0L-11 4.6Z" fill="${FORCE}" transform="translate(${tip.map(fixed).join(" ")}) rotate(${fixed(angle)})"/>`;
  return `<path d="${shaft}" stroke="${FORCE}" stroke-width="2.4" fill="none"/>${head}${label(name, [tip[0] + (dx / length) * 13, tip[1] + (dy / length) * 13], true)}`;
}
