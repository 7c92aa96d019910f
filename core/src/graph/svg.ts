import type { Picture, PictureCurve, PictureMark } from "./picture.ts";
import type { Position, Window } from "./scene.ts";
import { drawSurface, type Turn } from "./surface-svg.ts";
import { axisLabels, axisLines, grid, nameBoxes, tickBoxes } from "./svg-axes.ts";
import { DEFAULT_SIZE, INK, PAPER, type Size, STEEL, STROKES, svgElement } from "./svg-elements.ts";
import { type Box, CellMap, curveLabel, legend, legendHeight, markLabels, type Occupied, slopingEnds } from "./svg-labels.ts";
import { fixed, PADDING, type Placer, placer } from "./svg-place.ts";

/**
 * Draws a picture as one SVG element: static, without script or style sheet, readable in black and white.
 *
 * @param upright places on the horizontal axis over which something else stands from top to bottom: no label stands there
 */
export function drawSvg(picture: Picture, size: Size = DEFAULT_SIZE, turn?: Turn, upright: readonly number[] = []): string {
  const mesh = picture.curves.find((curve) => curve.mesh)?.mesh;
  if (mesh) return drawSurface(picture, mesh, size, turn);
  const { window } = picture;
  const plane = planeSize(picture, size);
  const place = placer(window, plane);
  const shown = picture.marks.filter(({ hidden }) => !hidden);
  const dots = shown.flatMap((mark) => (mark.line ? [] : [dotBox(mark, place)]));
  const bars = upright.map((x): Box => ({ x: place([x, 0])[0] - BAR / 2, y: 0, width: BAR, height: plane.height }));
  const taken: Occupied = { boxes: [...nameBoxes(picture, place), ...bars, ...dots, ...tickBoxes(picture, plane, place, dots)], curves: new CellMap(plane) };
  const drawn = picture.curves.map((curve, k) => curveParts(curve, k, place, taken.curves)).join("");
  const parts = [
    `<rect x="0" y="0" width="${size.width}" height="${size.height}" fill="${PAPER}"/>`,
    grid(picture, plane, place),
    axisLines(picture, plane, place),
    ...shown.map((mark) => markLine(mark, window, place)),
    framed(drawn, plane),
    axisLabels(picture, plane, place, dots),
    ...shown.map((mark) => markDot(mark, place)),
    ...markLabels(shown, window, plane, place, taken),
    ...picture.curves.map((curve, k) => curveLabel(curve, k, plane, place, taken)),
    legend(picture, size),
  ];
  return svgElement(picture.description, size, parts.join(""));
}

/** The part of the drawing that is left to the plane when the legend below has its room. */
export function planeSize(picture: Picture, { width, height }: Size): Size {
  return { width, height: height - legendHeight(picture, width) };
}

/** What leaves the frame is not drawn: an inner drawing clips what is in it. */
function framed(parts: string, { width, height }: Size): string {
  const frame = `${PADDING} ${PADDING} ${width - 2 * PADDING} ${height - 2 * PADDING}`;
  return `<svg x="${PADDING}" y="${PADDING}" width="${width - 2 * PADDING}" height="${height - 2 * PADDING}" viewBox="${frame}">${parts}</svg>`;
}

/** The lines, hatching, dots and arrows of a curve. */
function curveParts({ pieces, hatching = [], dots = [], arrows = [], bars = [] }: PictureCurve, index: number, place: Placer, cells: CellMap): string {
  const stroke = STROKES[index % STROKES.length] ?? { colour: INK, dash: "" };
  const path = (lines: readonly (readonly Position[])[], isCurve = false): string => {
    let all = "";
    for (const piece of lines) {
      let command = "M";
      for (const point of piece) {
        const [x, y] = place(point);
        if (isCurve) cells.add(x, y);
        all += `${command}${Math.round(x * 10)} ${Math.round(y * 10)}`;
        command = "L";
      }
    }
    return all;
  };
  for (const dot of dots) cells.add(...place(dot));
  const dash = stroke.dash ? ` stroke-dasharray="${stroke.dash.replace(/\d+/g, "$&0")}"` : "";
  return [
    // Lengths inside are in tenths: whole numbers are quicker to write and to read.
    `<g transform="scale(.1)" fill="none" stroke="${stroke.colour}">`,
    hatching.length > 0 ? `<path d="${path(hatching)}" stroke-width="8" stroke-opacity="0.75"/>` : "",
    bars.length > 0 ? `<path d="${path(bars, dots.length > 0)}" stroke-width="11" stroke-opacity="${dots.length > 0 ? 1 : 0.6}" stroke-linecap="round"/>` : "",
    pieces.length > 0 ? `<path d="${path(pieces, true)}" stroke-width="20" stroke-linejoin="round"${dash}/>` : "",
    "</g>",
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

/** What the ring of a mark covers. */
function dotBox({ at }: PictureMark, place: Placer): Box {
  const [x, y] = place(at);
  return { x: x - RING, y: y - RING, width: 2 * RING, height: 2 * RING };
}

const RING = 4.2;
/** How wide what stands upright is. */
const BAR = 8;

/** A mark is a ring, an end of the domain a full dot; a line has none. */
function markDot({ kind, at, line: drawn }: PictureMark, place: Placer): string {
  if (drawn) return "";
  const [x, y] = place(at);
  return `<circle cx="${fixed(x)}" cy="${fixed(y)}" r="3.4" fill="${kind === "endpoint" ? INK : PAPER}" stroke="${INK}" stroke-width="1.6"/>`;
}
