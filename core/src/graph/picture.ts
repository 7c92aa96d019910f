import { decimalText } from "../check/compare.ts";
import { approximateValue, ballValue } from "../expression/ball-value.ts";
import { divide, equation, name, number, product } from "../expression/construct.ts";
import { compile } from "../expression/double-value.ts";
import { type Expression, freeNames } from "../expression/expression.ts";
import { substitute } from "../expression/substitute.ts";
import { plain, plainName } from "../notation/plain.ts";
import { text } from "../notation/text.ts";
import { terminatingDecimal } from "../number/decimal.ts";
import * as rational from "../number/rational.ts";
import { simplify } from "../truth/index.ts";
import { behaviourOf } from "./behaviour.ts";
import type { Curve, Mark, MarkKind, Position, Scene, Slider, Window } from "./scene.ts";

/** What the drawing needs, in numbers and strings only: it can be stored and sent as it is. */
export interface Picture {
  readonly window: Window;
  /** The name of the horizontal axis in the notation. */
  readonly variable: string;
  readonly xLabel: string;
  readonly yLabel: string;
  /** How many of the units of the coordinates one is on each axis, as it is numbered. */
  readonly unitSizes?: { readonly x: number; readonly y: number };
  readonly inTurns?: boolean;
  readonly logarithmic?: { readonly x: boolean; readonly y: boolean };
  readonly sliders?: readonly Slider[];
  /** What distinguishes it from other states of the same graph. */
  readonly state?: string;
  readonly curves: readonly PictureCurve[];
  readonly marks: readonly PictureMark[];
  /** In words, for those who do not see it. */
  readonly description: string;
}

export type PictureCurve = Omit<Curve, "kind" | "expression"> & {
  /** A function of one variable in the notation, so that a line can ask about it. */
  readonly formula?: string;
};

export interface PictureMark {
  readonly kind: MarkKind;
  readonly at: Position;
  readonly label: string;
  readonly curves: readonly number[];
  /** Its number in the list of all marks. */
  readonly number?: number;
  readonly hidden?: boolean;
  readonly labelAt?: Position;
  /** A line instead of a point: upright, level, or with this slope through (0, offset). */
  readonly line?: { readonly kind: "upright" } | { readonly kind: "sloping"; readonly slope: number; readonly offset: number };
}

const LONGEST_EXACT = 9;
/** In a pair of coordinates that is longer together only those stay exact that are as short as this. */
const LONGEST_PAIR = 13;
const LONGEST_BESIDE = 5;
const LABEL_FIGURES = 4;

/** An exact value where it is short, else its decimal. */
function shortValue(e: Expression, longest = LONGEST_EXACT): { readonly text: string; readonly exact: boolean } {
  const exact = plain(e);
  if (exact.length <= longest) return { text: exact, exact: true };
  return { text: decimalText(ballValue(e, 96), LABEL_FIGURES).replace("-", "−"), exact: false };
}

function coordinate(e: Expression): string {
  const { text: shown, exact } = shortValue(e);
  return exact ? shown : `≈ ${shown}`;
}

function pairLabel(x: Expression, y: Expression): string {
  const longest = plain(x).length + plain(y).length <= LONGEST_PAIR ? LONGEST_EXACT : LONGEST_BESIDE;
  const [a, b] = [shortValue(x, longest), shortValue(y, longest)];
  return `${a.exact && b.exact ? "" : "≈ "}(${a.text}, ${b.text})`;
}

const KIND_WORDS: Readonly<Record<MarkKind, string>> = {
  zero: "a zero",
  maximum: "a maximum",
  minimum: "a minimum",
  intersection: "an intersection",
  intercept: "the intercept",
  inflection: "an inflection",
  asymptote: "the asymptote",
  hole: "a hole",
  endpoint: "an end",
};

/** A coordinate in the unit of its axis. */
function inAxisUnit(e: Expression, axis: string, { axisUnits }: Scene): Expression {
  const size = axisUnits?.get(axis);
  if (!size) return e;
  const count = simplify(divide(e, size)).expression;
  // 22320 s are 6.2 h, rather than 31/5.
  const decimal = count.kind === "number" ? terminatingDecimal(rational.abs(count.value)) : undefined;
  return count.kind === "number" && decimal !== undefined ? number(count.value, decimal) : count;
}

/** The right side of the equation of a line, in the units of the axes. */
function lineInAxisUnits(line: Expression, scene: Scene): Expression {
  const [left, right] = line.kind === "relation" ? line.operands : [];
  if (!left || !right || !scene.axisUnits) return line;
  const along = scene.axisUnits.get(scene.variable);
  const stretched = along ? substitute(right, new Map([[scene.variable, product(along, name(scene.variable))]])) : right;
  return equation(left, inAxisUnit(stretched, scene.vertical, scene));
}

function pictureMark({ x: exactX, y: exactY, line, parameter, ...mark }: Mark, scene: Scene): PictureMark {
  const x = exactX && inAxisUnit(exactX, scene.variable, scene);
  const y = exactY && inAxisUnit(exactY, scene.vertical, scene);
  const { kind, at, curves, number, hidden, labelAt } = mark;
  const placed = { ...(number === undefined ? {} : { number }), ...(hidden ? { hidden } : {}), ...(labelAt ? { labelAt } : {}) };
  const common = { kind, at, curves, ...placed };
  if (line) {
    const slope = (k: number): number => lineValue(line, scene.variable, k);
    return { ...common, label: plain(lineInAxisUnits(line, scene)), line: { kind: "sloping", slope: slope(1) - slope(0), offset: slope(0) } };
  }
  if (x && y) {
    const when = parameter && kind === "endpoint" ? `${parameterName(scene, curves)} = ${coordinate(parameter)}: ` : "";
    return { ...common, label: `${when}${pairLabel(x, y)}` };
  }
  if (x) return { ...common, label: `${plainName(scene.variable)} = ${coordinate(x)}`, line: { kind: "upright" } };
  return { ...common, label: `${plainName(scene.vertical)} = ${y ? coordinate(y) : ""}`, line: { kind: "sloping", slope: 0, offset: at[1] } };
}

/** The name of the parameter of a path. */
function parameterName({ curves }: Scene, [index = 0]: readonly number[]): string {
  const path = curves[index]?.expression;
  const [parameter = "t"] = path ? freeNames(path) : [];
  return plainName(parameter);
}

function lineValue(line: Expression, variable: string, at: number): number {
  const [, right] = line.kind === "relation" ? line.operands : [];
  return right ? compile(right, [variable])(at) : Number.NaN;
}

function unitSizesOf({ axisUnits, variable, vertical }: Scene): Picture["unitSizes"] {
  const [x = 1, y = 1] = [variable, vertical].map((axis) => axisUnits?.get(axis)).map((size) => size && approximateValue(size));
  return x === 1 && y === 1 ? undefined : { x, y };
}

/** The drawable picture of a scene, with labels and a description in words. */
export function picture(scene: Scene): Picture {
  const marks = scene.marks.map((mark) => pictureMark(mark, scene));
  const decimals = (x: number): string => String(Number(x.toPrecision(4))).replace("-", "−");
  const unitSizes = unitSizesOf(scene);
  const [xMin, xMax] = [scene.window.xMin, scene.window.xMax].map((end) => (scene.logarithmic?.x ? 10 ** end : end) / (unitSizes?.x ?? 1));
  const where = `for ${plainName(scene.variable)} from ${decimals(xMin ?? 0)} to ${decimals(xMax ?? 0)}`;
  const found = marks.filter(({ hidden }) => !hidden).map((mark) => `${KIND_WORDS[mark.kind]} ${mark.line ? "" : "at "}${mark.label}`);
  const state = scene.state ? ` and ${scene.state}` : "";
  const behaviour = scene.curves.flatMap((curve) => behaviourOf(curve, scene, unitSizes?.x));
  const description = [
    `Graph of ${scene.curves.map((curve) => curve.label).join(" and ")} ${where}${state}${found.length > 0 ? `, with ${found.join(", ")}` : ""}.`,
    ...behaviour,
  ].join(" ");
  const words = (axis: string): string => scene.axisWords?.get(axis) ?? plainName(axis);
  return {
    window: scene.window,
    variable: scene.variable,
    xLabel: words(scene.variable),
    yLabel: words(scene.vertical),
    ...(unitSizes ? { unitSizes } : {}),
    ...(scene.logarithmic ? { logarithmic: scene.logarithmic } : {}),
    ...(scene.sliders ? { sliders: scene.sliders } : {}),
    ...(scene.state === undefined ? {} : { state: scene.state }),
    ...(scene.inTurns ? { inTurns: true } : {}),
    curves: scene.curves.map(({ kind, expression, ...drawn }) => (kind === "function" ? { ...drawn, formula: text(expression) } : drawn)),
    marks,
    description,
  };
}
