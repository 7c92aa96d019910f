import { type Parts, realAndImaginary } from "../canonical/real-and-imaginary.ts";
import { call, divide, E, HALF, I, MINUS_ONE, negate, PI, power, product, relation, subtract, sum, TWO, ZERO } from "../expression/construct.ts";
import { type Expression, equal } from "../expression/expression.ts";
import { holdsImaginary, isReal } from "../expression/realness.ts";
import { mapChildren } from "../expression/substitute.ts";
import { decide } from "./sign.ts";

/** |p + iq| = √(p² + q²). */
export function modulusOf({ re, im }: Parts): Expression {
  if (equal(re, ZERO)) return call("abs", im);
  return power(sum(power(re, TWO), power(im, TWO)), HALF);
}

/** The half of the plane in which a complex number is known to lie, and its angle in (−π, π] there. */
export interface Argument {
  readonly where: "right" | "upper" | "lower" | "upper left" | "lower left";
  readonly angle: Expression;
}

/**
 * The principal argument of p + iq by an arctangent, by what is known of the signs of p and q: arctan(q/p) to the right, with half a turn
 * more or less to the left, π/2 − arctan(p/q) above the real axis and −π/2 − arctan(p/q) below it (Abramowitz and Stegun, 3.7.4). Undefined
 * where the signs are not known.
 */
export function argumentOf({ re, im }: Parts, known: readonly Expression[]): Argument | undefined {
  if (!isReal(re) || !isReal(im)) return undefined;
  const is = (side: Expression, comparison: "<" | ">" | "<=" | ">="): boolean => decide(relation(side, comparison, ZERO), known) === true;
  const slope = (): Expression => call("arctan", divide(im, re));
  const quarter = product(HALF, PI);
  if (is(re, ">")) return { where: "right", angle: equal(im, ZERO) ? ZERO : slope() };
  if (is(re, "<") && is(im, ">=")) return { where: "upper left", angle: sum(slope(), PI) };
  if (is(re, "<") && is(im, "<")) return { where: "lower left", angle: subtract(slope(), PI) };
  const steep = (): Expression => (equal(re, ZERO) ? ZERO : call("arctan", divide(re, im)));
  if (is(im, ">")) return { where: "upper", angle: subtract(quarter, steep()) };
  if (is(im, "<")) return { where: "lower", angle: subtract(negate(quarter), steep()) };
  return undefined;
}

/** The value of Re, Im, conj, | |, arg or the principal ln of a number that is written with i, by its real and imaginary part; undefined where these are not found. */
export function ofParts(functionName: string, u: Expression, known: readonly Expression[]): Expression | undefined {
  const parts = OF_PARTS.has(functionName) && holdsImaginary(u) ? realAndImaginary(u) : undefined;
  if (!parts) return undefined;
  switch (functionName) {
    case "Re":
      return parts.re;
    case "Im":
      return parts.im;
    case "conj":
      return sum(parts.re, product(MINUS_ONE, I, parts.im));
    case "abs":
      return modulusOf(parts);
    case "ln": {
      const angle = argumentOf(parts, known)?.angle;
      return angle && sum(call("ln", modulusOf(parts)), product(I, angle));
    }
    default:
      return argumentOf(parts, known)?.angle;
  }
}

const OF_PARTS: ReadonlySet<string> = new Set(["Re", "Im", "conj", "abs", "arg", "ln"]);

/** An expression with Re, Im, conj, | |, arg, ln and powers of numbers that are written with i by their real and imaginary parts. */
export function withParts(e: Expression, known: readonly Expression[]): Expression {
  const inner = mapChildren(e, (child) => withParts(child, known));
  const [u] = inner.kind === "call" ? inner.args : [];
  const logarithm = inner.kind === "power" && inner.exponent.kind !== "number" ? ofParts("ln", inner.base, known) : undefined;
  // By definition z^w is e^(w ln z).
  if (inner.kind === "power" && logarithm) return power(E, product(inner.exponent, logarithm));
  return (inner.kind === "call" && u && ofParts(inner.name, u, known)) || inner;
}
