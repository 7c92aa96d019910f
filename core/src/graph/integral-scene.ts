import type { BoundsOf } from "../derivation/step.ts";
import { approximateValue } from "../expression/ball-value.ts";
import { chain, logic, name, number, product, subtract, sum, ZERO } from "../expression/construct.ts";
import { type Expression, freeNames } from "../expression/expression.ts";
import { infinityOf } from "../expression/infinity.ts";
import { substitute } from "../expression/substitute.ts";
import { plain } from "../notation/plain.ts";
import * as rational from "../number/rational.ts";
import { plot } from "./plot.ts";
import type { Scene } from "./scene.ts";

/** How far an infinite bound is drawn. */
const FAR = 6;
/** Room on both sides, as a part of the width. */
const ROOM = 0.15;

const numeric = (value: number): Expression => number(rational.fromNumber(value));

/** Where a bound is drawn; undefined where letters stand in it. */
function drawnEnds({ lower, upper }: BoundsOf): readonly [number, number] | undefined {
  const [start, end] = [infinityOf(lower), infinityOf(upper)];
  const [a, b] = [start === undefined ? approximateValue(lower) : undefined, end === undefined ? approximateValue(upper) : undefined];
  if ((a === undefined && start === undefined) || (b === undefined && end === undefined)) return undefined;
  const low = a ?? (start === -1 ? (b ?? 0) - FAR : FAR);
  const high = b ?? (end === 1 ? (a ?? 0) + FAR : -FAR);
  return a === undefined && b === undefined ? [-FAR / 2, FAR / 2] : [low, high];
}

/** The curve of an integrand with the area between it and the axis; undefined where letters stand in it. */
export function areaScene(body: Expression, bounds: BoundsOf): Scene | undefined {
  const { variable } = bounds;
  const ends = drawnEnds(bounds);
  if (!ends || [...freeNames(body)].some((letter) => letter !== variable)) return undefined;
  const [low, high] = [Math.min(...ends), Math.max(...ends)];
  const vertical = variable === "y" ? "z" : "y";
  const [x, y] = [name(variable), name(vertical)];
  const within = chain([numeric(low), x, numeric(high)], ["<=", "<="]);
  const between = logic("or", [chain([ZERO, y, body], ["<=", "<="]), chain([body, y, ZERO], ["<=", "<="])]);
  const room = ROOM * (high - low);
  return plot(
    [
      { kind: "function", label: `${vertical} = ${plain(body)}`, expression: body },
      { kind: "region", label: "what is added up", condition: logic("and", [within, between]) },
    ],
    { variable, vertical, x: { from: low - room, to: high + room } },
    [],
  );
}

/** The region of a double integral with a strip along which the inner one adds up; undefined where letters stand in its bounds. */
export function regionScene(inner: BoundsOf, outer: BoundsOf): Scene | undefined {
  const ends = drawnEnds(outer);
  const known = [inner.lower, inner.upper].every(
    (bound) => infinityOf(bound) === undefined && [...freeNames(bound)].every((letter) => letter === outer.variable),
  );
  if (!ends || !known) return undefined;
  const [low, high] = [Math.min(...ends), Math.max(...ends)];
  // x lies along the axis, whichever is the inner one.
  const [variable, vertical] = inner.variable < outer.variable ? [inner.variable, outer.variable] : [outer.variable, inner.variable];
  const condition = logic("and", [
    chain([inner.lower, name(inner.variable), inner.upper], ["<=", "<="]),
    chain([numeric(low), name(outer.variable), numeric(high)], ["<=", "<="]),
  ]);
  const at = numeric(low + 0.62 * (high - low));
  const along = new Map([[outer.variable, at]]);
  const [from, to] = [inner.lower, inner.upper].map((bound) => substitute(bound, along));
  if (!from || !to) return undefined;
  const t = name("t");
  const running = sum(from, product(subtract(to, from), t));
  const strip = { kind: "parametric", label: `inner integral along ${inner.variable}`, parameter: "t", from: ZERO, to: number(1) } as const;
  const path = inner.variable === variable ? { x: running, y: at } : { x: at, y: running };
  return plot(
    [
      { kind: "region", label: "region of integration", condition },
      { ...strip, ...path },
    ],
    { variable, vertical },
    [],
  );
}
