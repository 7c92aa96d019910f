import { decimalText } from "../check/compare.ts";
import { ballValue } from "../expression/ball-value.ts";
import { compile } from "../expression/double-value.ts";
import type { Expression } from "../expression/expression.ts";
import { plain, plainName } from "../notation/plain.ts";
import { text } from "../notation/text.ts";
import type { Curve, Mark, MarkKind, Position, Scene, Window } from "./scene.ts";

/** What the drawing needs, in numbers and strings only: it can be stored and sent as it is. */
export interface Picture {
  readonly window: Window;
  readonly xLabel: string;
  readonly yLabel?: string;
  readonly inTurns?: boolean;
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
  /** A line instead of a point: upright, level, or with this slope through (0, offset). */
  readonly line?: { readonly kind: "upright" } | { readonly kind: "sloping"; readonly slope: number; readonly offset: number };
}

const LONGEST_EXACT = 9;
const LABEL_FIGURES = 4;

function coordinate(e: Expression): string {
  const exact = plain(e);
  return exact.length <= LONGEST_EXACT ? exact : `≈ ${decimalText(ballValue(e, 96), LABEL_FIGURES).replace("-", "−")}`;
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

function pictureMark({ kind, x, y, line, at, curves }: Mark, scene: Scene): PictureMark {
  const common = { kind, at, curves };
  if (line) {
    const slope = (k: number): number => lineValue(line, scene.variable, k);
    return { ...common, label: plain(line), line: { kind: "sloping", slope: slope(1) - slope(0), offset: slope(0) } };
  }
  if (x && y) return { ...common, label: `(${coordinate(x)}, ${coordinate(y)})` };
  if (x) return { ...common, label: `${plainName(scene.variable)} = ${coordinate(x)}`, line: { kind: "upright" } };
  return { ...common, label: `y = ${y ? coordinate(y) : ""}`, line: { kind: "sloping", slope: 0, offset: at[1] } };
}

function lineValue(line: Expression, variable: string, at: number): number {
  const [, right] = line.kind === "relation" ? line.operands : [];
  return right ? compile(right, [variable])(at) : Number.NaN;
}

/** The drawable picture of a scene, with labels and a description in words. */
export function picture(scene: Scene): Picture {
  const marks = scene.marks.map((mark) => pictureMark(mark, scene));
  const decimals = (x: number): string => String(Number(x.toPrecision(4))).replace("-", "−");
  const { xMin, xMax } = scene.window;
  const where = `for ${plainName(scene.variable)} from ${decimals(xMin)} to ${decimals(xMax)}`;
  const found = marks.map((mark) => `${KIND_WORDS[mark.kind]} ${mark.line ? "" : "at "}${mark.label}`);
  const description = `Graph of ${scene.curves.map((curve) => curve.label).join(" and ")} ${where}${found.length > 0 ? `, with ${found.join(", ")}` : ""}.`;
  return {
    window: scene.window,
    xLabel: plainName(scene.variable),
    ...(scene.vertical === undefined ? {} : { yLabel: plainName(scene.vertical) }),
    ...(scene.inTurns ? { inTurns: true } : {}),
    curves: scene.curves.map(({ kind, expression, ...drawn }) => (kind === "function" ? { ...drawn, formula: text(expression) } : drawn)),
    marks,
    description,
  };
}
