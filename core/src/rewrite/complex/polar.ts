import { angleNormalForm, hasAngles } from "../../canonical/angles.ts";
import type { Parts } from "../../canonical/real-and-imaginary.ts";
import { call, HALF, I, power, product, sum, TWO } from "../../expression/construct.ts";
import { type Expression, isRoot } from "../../expression/expression.ts";
import type * as rational from "../../number/rational.ts";
import { argumentOf, modulusOf } from "../../truth/index.ts";
import { readable } from "../readable.ts";
import { partsOf } from "./parts.ts";

/** |p + iq|, with sin² + cos² = 1 used under the root. */
export function readableModulus(parts: Parts): Expression {
  const { re, im } = parts;
  if (!hasAngles(re) && !hasAngles(im)) return readable(modulusOf(parts));
  return readable(power(angleNormalForm(sum(power(re, TWO), power(im, TWO))), HALF));
}

/** Size and angle of a number, both readable; undefined for 0 and where the signs of its parts are not known. */
export function polarOf({ re, im }: Parts, known: readonly Expression[]): { readonly modulus: Expression; readonly angle: Expression } | undefined {
  const found = argumentOf({ re, im }, known);
  return found && { modulus: readableModulus({ re, im }), angle: readable(found.angle) };
}

/** ln √n as (ln n)/2 for a number n. */
export function logarithmOf(size: Expression): Expression {
  const square = power(size, TWO);
  return isRoot(size) && square.kind === "number" ? product(HALF, readable(call("ln", square))) : readable(call("ln", size));
}

/** The principal logarithm ln r + i φ of a number of modulus r and angle φ; undefined where these are not found. */
export function principalLogarithm(e: Expression, known: readonly Expression[]): Expression | undefined {
  const parts = partsOf(e);
  const polar = parts && polarOf(parts, known);
  return polar && sum(logarithmOf(polar.modulus), product(I, polar.angle));
}

/** Denominators of parts of a turn whose sine and cosine are short. */
const SHORT_ANGLES: ReadonlySet<number> = new Set([1, 2, 3, 4, 5, 6, 8, 10, 12]);

/** Whether sine and cosine of so many half turns are short. */
export const isShortAngle = ({ den }: rational.Rational): boolean => SHORT_ANGLES.has(Number(den));
