import type { Picture } from "./picture.ts";
import type { SurfaceMesh } from "./scene.ts";
import { INK, PAPER, RULE, type Size, STEEL, STROKES, svgElement, ticks } from "./svg-elements.ts";
import { numberLabel } from "./svg-place.ts";

/** From where a surface is looked at, in degrees: turned around the upright axis, and raised above the floor. */
export interface Turn {
  readonly around: number;
  readonly above: number;
  /** Whether it is turning just now: every second line of the net is enough then, so that the picture follows the hand. */
  readonly moving?: boolean;
}

export const DEFAULT_TURN: Turn = { around: 38, above: 26 };

type Point = readonly [number, number, number];

const fixed = (x: number): string => String(Math.round(x * 10) / 10);
const HEIGHT = 0.72;
const RIM_BIAS = 0.06;
/** Upright cuts are drawn in the second colour. */
const CUT = STROKES[1]?.colour ?? INK;

/** Shades of the faces from the lowest to the highest. */
const SHADES = 48;

/** A place in tenths of the drawing's unit: whole numbers are quicker to write and to read. */
function inTenths([x, y]: readonly [number, number, number]): string {
  return `${Math.round(x * 10)} ${Math.round(y * 10)}`;
}

/** Every second one, and the last. */
function everySecond<T>(all: readonly T[]): readonly T[] {
  return all.filter((_, k) => k % 2 === 0 || k === all.length - 1);
}

/** A corner of the net in tenths of the drawing's unit. */
interface Corner {
  readonly x: number;
  readonly y: number;
  readonly depth: number;
  readonly height: number;
}

const cornerAt = ([x, y, depth]: readonly [number, number, number], height: number): Corner => ({
  x: Math.round(x * 10),
  y: Math.round(y * 10),
  depth,
  height,
});

/** A surface with its rim, the walls below it and its level lines on the floor, the farther parts first. */
export function drawSurface(picture: Picture, mesh: SurfaceMesh, size: Size, turn: Turn = DEFAULT_TURN): string {
  const { window } = picture;
  const [sinA, cosA] = [Math.sin((turn.around * Math.PI) / 180), Math.cos((turn.around * Math.PI) / 180)];
  const [sinE, cosE] = [Math.sin((turn.above * Math.PI) / 180), Math.cos((turn.above * Math.PI) / 180)];
  const span = mesh.zMax - mesh.zMin || 1;
  // The box from −1 to 1, somewhat lower than wide.
  const unit = ([x, y, z]: Point): Point => [
    (2 * (x - window.xMin)) / (window.xMax - window.xMin) - 1,
    (2 * (y - window.yMin)) / (window.yMax - window.yMin) - 1,
    HEIGHT * ((2 * (z - mesh.zMin)) / span - 1),
  ];
  const scale = Math.min(size.width, size.height * 1.16) / 3.2;
  const project = (point: Point): readonly [number, number, number] => {
    const [x, y, z] = unit(point);
    const [right, away] = [cosA * x + sinA * y, -sinA * x + cosA * y];
    return [size.width / 2 + scale * right, size.height * 0.45 - scale * (cosE * z + sinE * away), cosE * away - sinE * z];
  };
  const path = (points: readonly Point[]): string =>
    points.map((point, k) => `${k === 0 ? "M" : "L"}${project(point).slice(0, 2).map(fixed).join(" ")}`).join("");
  const tenths = (points: readonly Point[]): string => points.map((point, k) => `${k === 0 ? "M" : "L"}${inTenths(project(point))}`).join("");
  const floor =
    (z: number) =>
    ([x, y]: readonly [number, number]): Point => [x, y, z];
  const colour = STROKES[0]?.colour ?? INK;
  // Every corner of the net is placed once, for up to four faces.
  const placed = (turn.moving ? everySecond(mesh.points).map(everySecond) : mesh.points).map((row) =>
    row.map((point) => (point && Number.isFinite(point[2]) ? cornerAt(project(point), point[2]) : undefined)),
  );
  const shades = Array.from({ length: SHADES }, (_, k) => `fill="color-mix(in srgb, ${colour} ${fixed(8 + (34 * k) / (SHADES - 1))}%, ${PAPER})"`);
  // A cut is seen through the surface.
  const seeThrough = mesh.cuts && mesh.cuts.length > 0 ? ' fill-opacity="0.62" stroke-opacity="0.4"' : "";
  const drawn: { readonly depth: number; readonly svg: string }[] = [];
  for (let row = 1; row < placed.length; row += 1) {
    for (let column = 1; column < (placed[row]?.length ?? 0); column += 1) {
      let [count, height, depth, outline] = [0, 0, 0, ""];
      let before: Corner | undefined;
      for (const corner of [placed[row - 1]?.[column - 1], placed[row - 1]?.[column], placed[row]?.[column], placed[row]?.[column - 1]]) {
        if (!corner) continue;
        // From corner to corner it is never far, so that most numbers are short.
        outline += before ? `l${corner.x - before.x} ${corner.y - before.y}` : `M${corner.x} ${corner.y}`;
        before = corner;
        count += 1;
        height += corner.height;
        depth += corner.depth;
      }
      if (count < 3) continue;
      const shade = shades[Math.round(((SHADES - 1) * (height / count - mesh.zMin)) / span)] ?? "";
      drawn.push({ depth: depth / count, svg: `<path d="${outline}Z" ${shade}/>` });
    }
  }
  for (const piece of mesh.rim) {
    piece.slice(1).forEach((to, k) => {
      const from = piece[k] ?? to;
      // The rim lies on faces: it is drawn after those next to it.
      const depth = (project(from)[2] + project(to)[2]) / 2 - RIM_BIAS;
      drawn.push({ depth, svg: `<path d="${tenths([from, to])}" fill="none" stroke="${INK}" stroke-width="13" stroke-opacity="1" stroke-linecap="round"/>` });
    });
  }
  for (const { points: cut, filled } of mesh.cuts ?? []) {
    cut.slice(1).forEach((to, k) => {
      const from = cut[k] ?? to;
      const depth = (project(from)[2] + project(to)[2]) / 2 - RIM_BIAS;
      drawn.push({ depth, svg: `<path d="${tenths([from, to])}" fill="none" stroke="${CUT}" stroke-width="24" stroke-opacity="1" stroke-linecap="round"/>` });
      const below: readonly Point[] = [from, to, [to[0], to[1], mesh.zMin], [from[0], from[1], mesh.zMin]];
      const fill = filled ? `fill="${CUT}" fill-opacity="0.5"` : `fill="${CUT}" fill-opacity="0.14"`;
      drawn.push({ depth: depth + RIM_BIAS, svg: `<path d="${tenths(below)}Z" ${fill} stroke="none"/>` });
    });
  }
  const faces = drawn.sort((a, b) => b.depth - a.depth).map(({ svg }) => svg);
  const contours = mesh.contours.flatMap((level) => level.map((piece) => path(piece.map(floor(mesh.zMin)))));
  const rimBelow = mesh.rim.map((piece) => path(piece.map(([x, y]): Point => [x, y, mesh.zMin])));
  const parts = [
    `<rect x="0" y="0" width="${size.width}" height="${size.height}" fill="${PAPER}"/>`,
    base(picture, mesh, project),
    `<path d="${contours.join("")}" fill="none" stroke="${STEEL}" stroke-width="0.8"/>`,
    `<path d="${rimBelow.join("")}" fill="none" stroke="${INK}" stroke-width="1" stroke-dasharray="4 3"/>`,
    posts(mesh, path),
    `<g transform="scale(.1)" stroke="${colour}" stroke-width="4.5"${seeThrough}>${faces.join("")}</g>`,
  ];
  return svgElement(picture.description, size, parts.join(""));
}

/** Upright lines from the floor to the rim, which show the wall of the solid below the surface. */
function posts({ rim, zMin }: SurfaceMesh, path: (points: readonly Point[]) => string): string {
  const lines = rim.flatMap((piece) => {
    const every = Math.max(1, Math.round(piece.length / 12));
    return piece
      .filter((_, k) => k % every === 0)
      .map(([x, y, z]) =>
        path([
          [x, y, zMin],
          [x, y, z],
        ]),
      );
  });
  return `<path d="${lines.join("")}" fill="none" stroke="${STEEL}" stroke-width="0.5" stroke-opacity="0.7"/>`;
}

/** The floor with its edges, ticks and names, and the upright axis. */
function base(picture: Picture, { zMin, zMax }: SurfaceMesh, project: (point: Point) => readonly [number, number, number]): string {
  const { xMin, xMax, yMin, yMax } = picture.window;
  const line = (a: Point, b: Point, stroke: string, width: number): string => {
    const [[x1, y1], [x2, y2]] = [project(a), project(b)];
    return `<line x1="${fixed(x1)}" y1="${fixed(y1)}" x2="${fixed(x2)}" y2="${fixed(y2)}" stroke="${stroke}" stroke-width="${width}"/>`;
  };
  const label = (at: Point, text: string, [dx, dy]: readonly [number, number], name = false): string => {
    const [x, y] = project(at);
    const style = name ? `fill="${INK}" font-style="italic" font-size="13"` : `fill="${STEEL}" font-size="10.5"`;
    return `<text x="${fixed(x + dx)}" y="${fixed(y + dy)}" text-anchor="middle" ${style}>${text}</text>`;
  };
  // The edges of the floor that are nearest to the reader carry the numbers.
  const corners: readonly Point[] = [
    [xMin, yMin, zMin],
    [xMax, yMin, zMin],
    [xMax, yMax, zMin],
    [xMin, yMax, zMin],
  ];
  const nearY = project([xMin, yMin, zMin])[2] < project([xMin, yMax, zMin])[2] ? yMin : yMax;
  const nearX = project([xMin, yMin, zMin])[2] < project([xMax, yMin, zMin])[2] ? xMin : xMax;
  const left = corners.reduce((best, corner) => (project(corner)[0] < project(best)[0] ? corner : best));
  const [xs, ys, zs] = [ticks(xMin, xMax, 4), ticks(yMin, yMax, 4), ticks(zMin, zMax, 4)];
  return [
    ...corners.map((corner, k) => line(corner, corners[(k + 1) % 4] ?? corner, STEEL, 0.9)),
    ...xs.map((x) => line([x, yMin, zMin], [x, yMax, zMin], RULE, 0.6) + label([x, nearY, zMin], numberLabel(x), [-5, 14])),
    ...ys.map((y) => line([xMin, y, zMin], [xMax, y, zMin], RULE, 0.6) + label([nearX, y, zMin], numberLabel(y), [7, 14])),
    line(left, [left[0], left[1], zMax], STEEL, 0.9),
    ...zs.map((z) => label([left[0], left[1], z], numberLabel(z), [-14, 4])),
    label([(xMin + xMax) / 2, nearY, zMin], picture.xLabel, [0, 30], true),
    label([nearX, (yMin + yMax) / 2, zMin], picture.yLabel, [0, 30], true),
    label([left[0], left[1], zMax], "z", [0, -8], true),
  ].join("");
}
