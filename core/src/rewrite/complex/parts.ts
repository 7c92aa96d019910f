import { type Parts, realAndImaginary } from "../../canonical/real-and-imaginary.ts";
import { I, product, sum } from "../../expression/construct.ts";
import type { Expression } from "../../expression/expression.ts";
import { readable } from "../readable.ts";

/** Real and imaginary part, each in a readable form; undefined where they are not found. */
export function partsOf(e: Expression): Parts | undefined {
  const parts = realAndImaginary(e);
  return parts && { re: readable(parts.re), im: readable(parts.im) };
}

/** A number as p + iq; undefined where its parts are not found. */
export function inParts(e: Expression): Expression | undefined {
  const parts = partsOf(e);
  return parts && sum(parts.re, product(I, parts.im));
}
