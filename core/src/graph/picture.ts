import { decimalText } from "../check/compare.ts";
import { ballValue } from "../expression/ball-value.ts";
import type { Expression } from "../expression/expression.ts";
import { plain, plainName } from "../notation/plain.ts";
import type { MarkKind, Position, Scene, Window } from "./scene.ts";

/** What the drawing needs, in numbers and strings only: it can be stored and sent as it is. */
export interface Picture {
  readonly window: Window;
  readonly xLabel: string;
  readonly yLabel?: string;
  readonly curves: readonly { readonly label: string; readonly pieces: readonly (readonly Position[])[] }[];
  readonly marks: readonly { readonly kind: MarkKind; readonly at: Position; readonly label: string; readonly curves: readonly number[] }[];
  /** In words, for those who do not see it. */
  readonly description: string;
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
};

/** The drawable picture of a scene, with labels and a description in words. */
export function picture(scene: Scene): Picture {
  const marks = scene.marks.map((mark) => ({ kind: mark.kind, at: mark.at, label: `(${coordinate(mark.x)}, ${coordinate(mark.y)})`, curves: mark.curves }));
  const decimals = (x: number): string => String(Number(x.toPrecision(4))).replace("-", "−");
  const { xMin, xMax } = scene.window;
  const where = `for ${plainName(scene.variable)} from ${decimals(xMin)} to ${decimals(xMax)}`;
  const found = marks.map((mark) => `${KIND_WORDS[mark.kind]} at ${mark.label}`);
  const description = `Graph of ${scene.curves.map((curve) => curve.label).join(" and ")} ${where}${found.length > 0 ? `, with ${found.join(", ")}` : ""}.`;
  return {
    window: scene.window,
    xLabel: plainName(scene.variable),
    ...(scene.vertical === undefined ? {} : { yLabel: plainName(scene.vertical) }),
    curves: scene.curves.map(({ label, pieces }) => ({ label, pieces })),
    marks,
    description,
  };
}
