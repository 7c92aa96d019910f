import { type Expression, freeNames } from "../expression/expression.ts";
import { plain } from "../notation/plain.ts";
import { plot } from "./plot.ts";
import type { Scene } from "./scene.ts";

/** Angles on the unit circle, each by how it stands in formulas and its value; undefined where there is none that has a number. */
export function unitCircleScene(angles: readonly { readonly angle: Expression; readonly value: Expression }[]): Scene | undefined {
  const known = angles.filter(({ value }) => freeNames(value).size === 0);
  if (known.length === 0) return undefined;
  return plot(
    known.map(({ angle, value }) => ({ kind: "angle", label: `angle ${plain(angle)}`, value })),
    { variable: "x", vertical: "y" },
  );
}
