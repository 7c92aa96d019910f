import { ballValue } from "../expression/ball-value.ts";
import { equation, name, subtract } from "../expression/construct.ts";
import { realDomain } from "../expression/domain.ts";
import { type Expression, freeNames } from "../expression/expression.ts";
import { NotIntegrated } from "../expression/integral-value.ts";
import { type Line, listed } from "../notation/inline.ts";
import { text } from "../notation/text.ts";
import type { ComplexBall } from "../number/complex-ball.ts";
import * as complex from "../number/complex-ball.ts";
import { formatBall } from "../number/decimal.ts";
import * as real from "../number/real-ball.ts";
import { BallUndefined } from "../number/real-ball.ts";
import { environmentAt, type Point, samplePoints } from "../truth/index.ts";

/** What a numeric comparison of two sides found, at points of their names where needed. */
export type Comparison =
  | { readonly kind: "agree"; readonly digits: number; readonly points: number; readonly decimal: string }
  | { readonly kind: "differ"; readonly point: Point; readonly left: string; readonly right: string }
  | { readonly kind: "unknown"; readonly why: string };

export const DEFAULT_DIGITS = 30;
const SAMPLE_POINTS = 3;
const SHOWN_FIGURES = 12;
const BITS_PER_DIGIT = Math.log2(10);

/**
 * Compares two sides by balls: they agree when their difference is proven smaller than 10^−digits relative to their size
 * (or absolutely, near 0), and differ when a ball of the difference excludes 0. Sides with free names are compared at
 * points where the conditions hold.
 */
export function compareSides(
  left: Expression,
  right: Expression,
  conditions: readonly Expression[] = [],
  digits: number = DEFAULT_DIGITS,
  most: number = SAMPLE_POINTS,
): Comparison {
  const names = new Set([...freeNames(left), ...freeNames(right)]);
  const points = names.size === 0 ? [new Map()] : samplePoints([left, right], [...realDomain(subtract(left, right)), ...conditions], most);
  if (points.length === 0) return { kind: "unknown", why: "no values of the letters were found at which both sides are defined" };
  let decimal = "";
  for (const point of points) {
    const outcome = compareAt(left, right, point, digits);
    if (outcome.kind !== "agree") return outcome;
    decimal ||= outcome.decimal;
  }
  return { kind: "agree", digits, points: names.size === 0 ? 0 : points.length, decimal };
}

function compareAt(left: Expression, right: Expression, point: Point, digits: number): Comparison {
  const wanted = -Math.ceil(digits * BITS_PER_DIGIT);
  for (let precision = -wanted + 32; precision <= -16 * wanted; precision *= 2) {
    try {
      const environment = environmentAt(point, precision);
      const [a, b] = [ballValue(left, precision, environment), ballValue(right, precision, environment)];
      const difference = complex.subtract(a, b, precision);
      if (!complex.containsZero(difference)) return { kind: "differ", point, left: decimalText(a), right: decimalText(b) };
      const size = Math.max(0, real.magnitudeBits(a.re), real.magnitudeBits(a.im));
      const bound = Math.max(real.magnitudeBits(difference.re), real.magnitudeBits(difference.im));
      if (bound <= size + wanted) return { kind: "agree", digits, points: 1, decimal: decimalText(a) };
    } catch (error) {
      if (!(error instanceof BallUndefined)) throw error;
      if (error instanceof NotIntegrated || precision * 2 > -16 * wanted) return { kind: "unknown", why: `a side has no numeric value here: ${error.message}` };
    }
  }
  return { kind: "unknown", why: `the sides could not be compared to ${digits} digits` };
}

/** A complex ball as a readable decimal, such as 1.25, 2 + 3i or 0. */
export function decimalText(value: ComplexBall, figures: number = SHOWN_FIGURES): string {
  const part = (a: ComplexBall["re"]): string => formatBall(a, figures) ?? (real.containsZero(a) ? "0" : (formatBall(a, 3) ?? "?"));
  const re = part(value.re);
  if (real.isZero(value.im)) return re;
  const im = part(value.im);
  if (im === "0") return re;
  const size = im.replace(/^-/, "");
  const imaginary = size === "1" ? "i" : `${size} i`;
  if (re === "0") return im.startsWith("-") ? `-${imaginary}` : imaginary;
  return `${re} ${im.startsWith("-") ? "-" : "+"} ${imaginary}`;
}

/** The values of a point in a sentence. */
export const pointLine = (point: Point): Line =>
  listed(
    [...point].map(([letter, value]) => equation(name(letter), value)),
    ", ",
  );

/** The values of a point as text: a = 7/5, b = −2. */
export function pointText(point: Point): string {
  return [...point].map(([name, value]) => `${name} = ${text(value)}`).join(", ");
}
