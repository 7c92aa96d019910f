import { textLatex } from "../../notation/latex-text.ts";
import type { Position } from "../scene.ts";
import type { FigurePicture, PlacedPart } from "./figure.ts";

/** Of the drawing, in centimetres. */
const WIDTH = 9;
const NAME_GAP = 0.3;
const DIMENSION_GAP = 0.45;
const ARC = 0.6;
const SQUARE = 0.25;
const LONGEST_FORCE = 2.5;

interface Paper {
  readonly at: (point: Position) => Position;
  readonly scale: number;
  readonly middle: Position;
  readonly perForce: number;
}

const written = ([x, y]: Position): string => `(${x.toFixed(3)},${y.toFixed(3)})`;
const node = (at: Position, text: string, options = ""): string => `\\node[font=\\small${options}] at ${written(at)} {${text}};`;

/** A figure as a TikZ picture for a LaTeX document. */
export function drawTikz({ window, parts }: FigurePicture): string {
  const scale = WIDTH / (window.xMax - window.xMin);
  const at = ([x, y]: Position): Position => [(x - window.xMin) * scale, (y - window.yMin) * scale];
  const middle: Position = [WIDTH / 2, ((window.yMax - window.yMin) * scale) / 2];
  const longest = Math.max(...parts.map((part) => (part.kind === "force" ? Math.hypot(...part.vector) : 0)));
  const paper = { at, scale, middle, perForce: longest > 0 ? LONGEST_FORCE / longest : 0 };
  return ["\\begin{tikzpicture}", ...parts.map((part) => partTikz(part, paper)), "\\end{tikzpicture}", ""].join("\n");
}

function partTikz(part: PlacedPart, { at, scale, middle, perForce }: Paper): string {
  switch (part.kind) {
    case "polygon":
      return `\\draw[thick, fill=black!8] ${part.corners.map((corner) => written(at(corner))).join(" -- ")} -- cycle;`;
    case "circle":
      return `\\draw[thick] ${written(at(part.centre))} circle (${(part.radius * scale).toFixed(3)});`;
    case "segment":
      return `\\draw[thick] ${written(at(part.from))} -- ${written(at(part.to))};`;
    case "line":
      return `\\draw[dashed, shorten <=-2cm, shorten >=-2cm] ${written(at(part.from))} -- ${written(at(part.to))};`;
    case "length": {
      const [from, to] = [at(part.from), at(part.to)];
      const beside = besideLine(from, to, middle);
      const [a, b] = [moved(from, beside, DIMENSION_GAP), moved(to, beside, DIMENSION_GAP)];
      const half: Position = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
      return `\\draw[|-|, thin, gray] ${written(a)} -- ${written(b)}; ${node(moved(half, beside, NAME_GAP), textLatex(part.text))}`;
    }
    case "angle":
      return angleTikz(part, at);
    case "force": {
      const start = at(part.at);
      const tip: Position = [start[0] + part.vector[0] * perForce, start[1] + part.vector[1] * perForce];
      return `\\draw[->, very thick] ${written(start)} -- ${written(tip)}; ${node(moved(tip, away(tip, start), NAME_GAP), `$${part.name}$`)}`;
    }
    case "point": {
      const place = at(part.at);
      return `\\fill ${written(place)} circle (1.6pt); ${node(moved(place, away(place, middle), NAME_GAP), `$${part.name}$`)}`;
    }
    case "label": {
      const place = at(part.at);
      return node(moved(place, away(place, middle), 2 * NAME_GAP), textLatex(part.words));
    }
  }
}

const moved = ([x, y]: Position, [dx, dy]: Position, by: number): Position => [x + dx * by, y + dy * by];

/** The direction from one place to another; upwards where both are the same. */
function away([x, y]: Position, [fromX, fromY]: Position): Position {
  const length = Math.hypot(x - fromX, y - fromY);
  return length < 1e-9 ? [0, 1] : [(x - fromX) / length, (y - fromY) / length];
}

/** The direction across a line, away from the middle. */
function besideLine(from: Position, to: Position, middle: Position): Position {
  const [dx, dy] = away(to, from);
  const half: Position = [(from[0] + to[0]) / 2 - middle[0], (from[1] + to[1]) / 2 - middle[1]];
  return half[0] * dy - half[1] * dx >= 0 ? [dy, -dx] : [-dy, dx];
}

function angleTikz({ corner, arms, text, right }: PlacedPart & { readonly kind: "angle" }, at: (point: Position) => Position): string {
  const place = at(corner);
  const [one, other] = arms.map((arm) => away(at(arm), place));
  if (!one || !other) return "";
  const [bisecting] = [away([one[0] + other[0], one[1] + other[1]], [0, 0])];
  const words = node(moved(place, bisecting, ARC + NAME_GAP), textLatex(text));
  const [from, to] = [moved(place, one, right ? SQUARE : ARC), moved(place, other, right ? SQUARE : ARC)];
  if (right) return `\\draw[thin] ${written(from)} -- ${written(moved(from, other, SQUARE))} -- ${written(to)}; ${words}`;
  const degrees = ([x, y]: Position): number => (Math.atan2(y, x) * 180) / Math.PI;
  const start = degrees(one);
  const turn = ((((degrees(other) - start) % 360) + 540) % 360) - 180;
  return `\\draw[thin] ${written(from)} arc[start angle=${start.toFixed(2)}, end angle=${(start + turn).toFixed(2)}, radius=${ARC}]; ${words}`;
}
