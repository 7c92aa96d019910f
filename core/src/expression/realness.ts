import * as real from "../number/real-ball.ts";
import { BallUndefined } from "../number/real-ball.ts";
import { ballValue } from "./ball-value.ts";
import { children, type Expression, findAll, freeNames } from "./expression.ts";
import { family } from "./functions/registry.ts";

declare const REAL: unique symbol;

/**
 * An expression whose value is real wherever its real domain holds. Rules that are true of real numbers alone, for signs, even powers, roots
 * and logarithms, take nothing else, so that whoever uses one has asked `isReal` first: of a part again, since a part of a real number (as z
 * in |z|) need not be one.
 */
export type RealExpression = Expression & { readonly [REAL]: true };

/** Whether an expression is certainly real wherever its real domain holds. */
export function isReal(e: Expression): e is RealExpression {
  return !mayBeComplex(e);
}

const PRECISION = 64;
const known = new WeakMap<Expression, boolean>();

/**
 * Whether an expression may have values that are not real although its names take the values they stand for and its real domain
 * holds: a complex name, i, or a root, power or function of a number outside of its real domain stands in it, and not under a function
 * whose values are real. Rules for real numbers ask this first.
 */
function mayBeComplex(e: Expression): boolean {
  const before = known.get(e);
  if (before !== undefined) return before;
  const found = seek(e);
  known.set(e, found);
  return found;
}

/** Whether i, or another number that is not real, stands anywhere in an expression, also where only its real part or size is taken. */
export function holdsImaginary(e: Expression): boolean {
  return findAll(e, mayBeComplex).length > 0;
}

function seek(e: Expression): boolean {
  if (e.kind === "name") return e.range === "complex";
  if (e.kind === "constant") return e.name === "i";
  if (e.kind === "iterated" && e.operator === "root") return !isRealNumber(e);
  if (e.kind === "call" && family(e.name)?.realValued) return false;
  if (children(e).some(mayBeComplex)) return true;
  const mayLeave = e.kind === "call" || (e.kind === "power" && !(e.exponent.kind === "number" && e.exponent.value.den === 1));
  return mayLeave && freeNames(e).size === 0 && !isRealNumber(e);
}

/** Whether a number without names is certainly real; one without a value does no harm. */
function isRealNumber(e: Expression): boolean {
  try {
    return real.isZero(ballValue(e, PRECISION).im);
  } catch (error) {
    if (error instanceof BallUndefined) return true;
    throw error;
  }
}
