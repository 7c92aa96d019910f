import { differentiate, NotDifferentiable } from "../../calculus/derivative.ts";
import { approximateValue } from "../../expression/ball-value.ts";
import { call, divide, E, negate, number, ONE, power, product, sum, ZERO } from "../../expression/construct.ts";
import { realDomain } from "../../expression/domain.ts";
import { contains, type Expression, freeNames, isReciprocal } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import * as rational from "../../number/rational.ts";
import { branchBorders, steppedParts } from "../../rewrite/branches.ts";
import { decide } from "../../rewrite/sign.ts";
import { simplify } from "../../rewrite/simplify.ts";
import { zeroTest } from "../../rewrite/zero-test.ts";
import { readable } from "../../solve/values.ts";

const MOST_ORDERS = 4;
const DEEPEST = 4;

/**
 * The limit of an expression at a place at the border of where it is defined, where it follows from values there, from the limits of its
 * parts, or for quotients of two zeros or two infinities from their derivatives (G. de l'Hôpital, 1696). Undefined where these do not say.
 */
export function limitAt(e: Expression, variable: string, x: Expression, depth = 0): Expression | undefined {
  if (depth > DEEPEST || !contains(e, variable)) return contains(e, variable) ? undefined : e;
  if (branchBorders(e, variable).length + steppedParts(e, variable).length > 0) return undefined;
  const plain = simplify(e).expression;
  const own = valueAt(plain, variable, x);
  if (own) return own;
  const deeper = (part: Expression): Expression | undefined => limitAt(part, variable, x, depth + 1);
  if (plain.kind === "power" && contains(plain.exponent, variable)) {
    const exponent = deeper(product(plain.exponent, call("ln", plain.base)));
    return exponent && readable(power(E, exponent));
  }
  if (plain.kind === "sum") {
    const parts = plain.terms.map(deeper);
    return parts.every((part) => part !== undefined) ? readable(sum(...parts)) : undefined;
  }
  return ofQuotient(plain, variable, x);
}

/** What is there, where all of it is defined. */
function valueAt(e: Expression, variable: string, x: Expression): Expression | undefined {
  const there = new Map([[variable, x]]);
  const fails = (condition: Expression): boolean => decide(simplify(substitute(condition, there)).expression, []) !== true;
  if (realDomain(e).some(fails)) return undefined;
  const value = readable(substitute(e, there));
  return freeNames(value).size === 0 && approximateValue(value) !== undefined ? value : undefined;
}

/** Of a product: numerator over denominator, or a factor that grows beyond all bounds over the reciprocal of the rest. */
function ofQuotient(e: Expression, variable: string, x: Expression): Expression | undefined {
  const factors = e.kind === "product" ? e.factors : [e];
  const below = factors.filter(isReciprocal);
  const above = factors.filter((factor) => !isReciprocal(factor));
  const turned = below.map((part) => (part.kind === "power" ? power(part.base, negate(part.exponent)) : part));
  const pairs: (readonly [Expression, Expression])[] = [[product(...above), product(...turned)]];
  for (const factor of above) if (growsAt(factor, variable, x)) pairs.push([factor, divide(ONE, product(...factors.filter((other) => other !== factor)))]);
  for (const [top, bottom] of pairs) {
    const found = byDerivatives(top, bottom, variable, x);
    if (found) return found;
  }
  return undefined;
}

function byDerivatives(top: Expression, bottom: Expression, variable: string, x: Expression): Expression | undefined {
  try {
    let [above, below] = [top, bottom];
    for (let order = 0; order < MOST_ORDERS; order += 1) {
      const quotient = valueAt(simplify(divide(above, below)).expression, variable, x);
      if (quotient) return quotient;
      const [a, b] = [valueAt(above, variable, x), valueAt(below, variable, x)];
      const grows = growsAt(below, variable, x);
      if (a && grows) return ZERO;
      const indefinite = grows || (a && b && zeroTest(a).kind === "zero" && zeroTest(b).kind === "zero");
      if (!indefinite) return undefined;
      above = simplify(differentiate(above, variable)).expression;
      below = simplify(differentiate(below, variable)).expression;
    }
  } catch (error) {
    if (!(error instanceof NotDifferentiable)) throw error;
  }
  return undefined;
}

/** Whether the values grow on and on towards a place, on a side where there are any. */
function growsAt(e: Expression, variable: string, x: Expression): boolean {
  return [-1, 1].some((side) => {
    const sizes = [20, 40, 80].map((bits) => {
      const step = rational.multiply(rational.rational(side), rational.power(rational.rational(2), -bits));
      return Math.abs(approximateValue(substitute(e, new Map([[variable, sum(x, number(step))]]))) ?? Number.NaN);
    });
    const [first = 0, second = 0, third = 0] = sizes;
    return second > first * 1.5 && third > second * 1.5;
  });
}
