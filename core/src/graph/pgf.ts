import { textLatex } from "../notation/latex-text.ts";
import { PALETTE } from "./palette.ts";
import type { Picture, PictureCurve, PictureMark } from "./picture.ts";
import type { Position } from "./scene.ts";
import { surfaceAxes, surfacePgf } from "./surface-pgf.ts";
import { DEFAULT_TURN, type Turn } from "./surface-svg.ts";
import { ticksX, ticksY } from "./svg-axes.ts";
import { DEFAULT_SIZE } from "./svg-elements.ts";
import { ASPECT } from "./window.ts";

const colourOf = (index: number): string => `nail${(index % PALETTE.length) + 1}`;
const dashOf = (index: number): string => PALETTE[index % PALETTE.length]?.pgfDash ?? "solid";

/** Of the plane, in centimetres; its shape is that of the window, so that equal scales stay equal. */
const WIDTH = 10;

const short = (x: number): string => String(Number(x.toPrecision(6)));
const pair = ([x, y]: Position): string => `(${short(x)},${short(y)})`;

/**
 * A graph as a pgfplots picture for a LaTeX document, with its curves as they are drawn, its marks and its legend; a surface as a net in
 * space.
 */
export function drawPgf(picture: Picture, turn: Turn = DEFAULT_TURN): string {
  const { window, xLabel, yLabel, curves, marks, logarithmic } = picture;
  const [xMin, xMax, yMin, yMax] = [window.xMin, window.xMax, window.yMin, window.yMax].map(short);
  const power = (axis: "x" | "y"): readonly string[] => (logarithmic?.[axis] ? [`${axis}ticklabel={$10^{\\pgfmathprintnumber{\\tick}}$}`] : []);
  const mesh = curves.find((curve) => curve.mesh)?.mesh;
  const options = [
    ...(mesh ? surfaceAxes(mesh, turn) : [`axis lines=${logarithmic ? "left" : "middle"}`]),
    "grid=major",
    `xmin=${xMin}, xmax=${xMax}, ymin=${yMin}, ymax=${yMax}`,
    `xlabel={${textLatex(xLabel)}}`,
    `ylabel={${textLatex(yLabel)}}`,
    ...power("x"),
    ...power("y"),
    ...unitTicks(picture),
    "clip mode=individual",
    ...(mesh ? ["width=11cm, height=8cm"] : [`scale only axis, width=${WIDTH}cm, height=${short(WIDTH / ASPECT)}cm`]),
    ...(curves.length > 1 ? ["legend pos=outer north east"] : []),
  ];
  return [
    ...PALETTE.slice(0, curves.length + (mesh ? 1 : 0)).map(({ light }, k) => `\\definecolor{${colourOf(k)}}{HTML}{${light.slice(1)}}`),
    "\\begin{tikzpicture}",
    `\\begin{axis}[${options.join(", ")}]`,
    ...curves.flatMap((curve, k) => curvePgf(curve, k, curves.length > 1)),
    ...marks
      .filter(({ hidden }) => !hidden)
      .map((mark, k, shown) =>
        markPgf(
          mark,
          picture,
          shown.slice(0, k).some((other) => sameLabel(other, mark)),
        ),
      ),
    "\\end{axis}",
    "\\end{tikzpicture}",
    "",
  ].join("\n");
}

function plotOf(points: readonly Position[], style: string): string {
  return `\\addplot[${style}] coordinates {${points.map(pair).join(" ")}};`;
}

/** The shaft that an arrow's head is drawn at the end of; it only gives the direction. */
const HEAD = 1e-3;

function curvePgf({ label, pieces, hatching = [], dots = [], bars = [], arrows = [], mesh }: PictureCurve, index: number, named: boolean): readonly string[] {
  const colour = colourOf(index);
  if (mesh) return surfacePgf(mesh, colour, colourOf(index + 1));
  const thin = [...hatching, ...bars].map((line) => plotOf(line, `${colour}, very thin, forget plot`));
  const thick = pieces.map((piece) => plotOf(piece, `${colour}, ${dashOf(index)}, thick, forget plot`));
  const points = dots.length > 0 ? [plotOf(dots, `${colour}, only marks, mark=*, forget plot`)] : [];
  const heads = arrows.map(({ at: [x, y], direction: [dx, dy] }) => {
    const back = HEAD / (Math.hypot(dx, dy) || 1);
    return plotOf(
      [
        [x - dx * back, y - dy * back],
        [x, y],
      ],
      `${colour}, -stealth, forget plot`,
    );
  });
  const legend = named
    ? [
        `\\addlegendimage{${colour}, ${dots.length > 0 && pieces.length === 0 ? "only marks, mark=*" : `${dashOf(index)}, thick`}}`,
        `\\addlegendentry{${textLatex(label)}}`,
      ]
    : [];
  return [...thin, ...thick, ...heads, ...points, ...legend];
}

/** The numbers of axes whose unit is not that of the coordinates. */
function unitTicks(picture: Picture): readonly string[] {
  const written = (axis: "x" | "y", ticks: readonly { readonly at: number; readonly label: string }[]): string =>
    `${axis}tick={${ticks.map(({ at }) => short(at)).join(",")}}, ${axis}ticklabels={${ticks.map(({ label }) => textLatex(label)).join(",")}}`;
  const { unitSizes } = picture;
  return [
    ...(unitSizes && unitSizes.x !== 1 ? [written("x", ticksX(picture, DEFAULT_SIZE))] : []),
    ...(unitSizes && unitSizes.y !== 1 ? [written("y", ticksY(picture, DEFAULT_SIZE))] : []),
  ];
}

/** Several marks at one point, such as a zero that is a minimum, share one label. */
function sameLabel(a: PictureMark, b: PictureMark): boolean {
  return a.label === b.label && pair(a.labelAt ?? a.at) === pair(b.labelAt ?? b.at);
}

function markPgf({ at, label, labelAt, line, kind }: PictureMark, { window }: Picture, labelled: boolean): string {
  if (line) {
    const ends: readonly [Position, Position] =
      line.kind === "upright"
        ? [
            [at[0], window.yMin],
            [at[0], window.yMax],
          ]
        : [
            [window.xMin, line.slope * window.xMin + line.offset],
            [window.xMax, line.slope * window.xMax + line.offset],
          ];
    return `${plotOf(ends, "gray, dashed, forget plot")} \\node[above right, font=\\small] at (axis cs:${short(ends[1][0])},${short(ends[1][1])}) {${textLatex(label)}};`;
  }
  const place = labelAt ?? at;
  const shape = kind === "endpoint" ? "*" : "o";
  const point = plotOf([at], `only marks, mark=${shape}, black, forget plot`);
  return labelled ? point : `${point} \\node[above right, font=\\small] at (axis cs:${short(place[0])},${short(place[1])}) {${textLatex(label)}};`;
}
