import { call, divide, E, equation, HALF, isPositiveConstant, negate, number, ONE, power, product, subtract, sum, TWO, ZERO } from "../expression/construct.ts";
import { type Expression, equal } from "../expression/expression.ts";
import { holdsImaginary } from "../expression/realness.ts";

/** A complex number by two real ones: re + i · im. */
export interface Parts {
  readonly re: Expression;
  readonly im: Expression;
}

const HIGHEST_POWER = 16;

/**
 * The real and the imaginary part of an expression in real names: sums, products and whole powers multiplied out, exponentials and circular
 * and hyperbolic functions by their addition formulas. Undefined where a complex name, or a function with branches of something
 * that is not real, stands in it.
 */
export function realAndImaginary(e: Expression): Parts | undefined {
  if (!holdsImaginary(e)) return { re: e, im: ZERO };
  switch (e.kind) {
    case "constant":
      return { re: ZERO, im: ONE };
    case "sum": {
      const parts = allOf(e.terms);
      return parts && { re: sum(...parts.map(({ re }) => re)), im: sum(...parts.map(({ im }) => im)) };
    }
    case "product":
      return allOf(e.factors)?.reduce(times);
    case "power":
      return partsOfPower(e.base, e.exponent);
    case "call": {
      const [u] = e.args;
      const inner = u && realAndImaginary(u);
      return inner && FUNCTIONS[e.name]?.(inner);
    }
    default:
      return undefined;
  }
}

function allOf(expressions: readonly Expression[]): readonly Parts[] | undefined {
  const parts = expressions.map(realAndImaginary);
  return parts.every((part) => part !== undefined) ? parts : undefined;
}

function times(a: Parts, b: Parts): Parts {
  return { re: subtract(timesReal(a.re, b.re), timesReal(a.im, b.im)), im: sum(timesReal(a.re, b.im), timesReal(a.im, b.re)) };
}

/** A product in which 0 wins: what the other part needs stands in the products with the other part, too. */
const timesReal = (a: Expression, b: Expression): Expression => (equal(a, ZERO) || equal(b, ZERO) ? ZERO : product(a, b));

function partsOfPower(base: Expression, exponent: Expression): Parts | undefined {
  if (isPositiveConstant(base)) {
    const inner = realAndImaginary(equal(base, E) ? exponent : product(exponent, call("ln", base)));
    return inner && exponential(inner);
  }
  const inner = realAndImaginary(base);
  const n = exponent.kind === "number" && exponent.value.den === 1 ? Number(exponent.value.num) : 0;
  if (!inner || n === 0 || Math.abs(n) > HIGHEST_POWER) return undefined;
  const raised = Array.from({ length: Math.abs(n) }, () => inner).reduce(times);
  return n > 0 ? raised : reciprocal(raised);
}

function square({ re, im }: Parts): Expression {
  return sum(power(re, TWO), power(im, TWO));
}

function reciprocal(parts: Parts): Parts {
  const size = square(parts);
  return { re: divide(parts.re, size), im: negate(divide(parts.im, size)) };
}

function exponential({ re, im }: Parts): Parts {
  const size = power(E, re);
  return { re: product(size, call("cos", im)), im: product(size, call("sin", im)) };
}

const real = (re: Expression): Parts => ({ re, im: ZERO });

/** sin(u + iv) = sin u cosh v + i cos u sinh v, and the like. */
const FUNCTIONS: Readonly<Record<string, (parts: Parts) => Parts>> = {
  sin: ({ re, im }) => ({ re: product(call("sin", re), call("cosh", im)), im: product(call("cos", re), call("sinh", im)) }),
  cos: ({ re, im }) => ({ re: product(call("cos", re), call("cosh", im)), im: negate(product(call("sin", re), call("sinh", im))) }),
  sinh: ({ re, im }) => ({ re: product(call("sinh", re), call("cos", im)), im: product(call("cosh", re), call("sin", im)) }),
  cosh: ({ re, im }) => ({ re: product(call("cosh", re), call("cos", im)), im: product(call("sinh", re), call("sin", im)) }),
  conj: ({ re, im }) => ({ re, im: negate(im) }),
  Re: ({ re }) => real(re),
  Im: ({ im }) => real(im),
  abs: (parts) => real(power(square(parts), HALF)),
};

/** The equations that say that the real and the imaginary part of a difference are 0. */
export function partEquations(difference: Expression): { readonly re: Expression; readonly im: Expression } | undefined {
  const parts = realAndImaginary(difference);
  return parts && { re: equation(parts.re, number(0)), im: equation(parts.im, number(0)) };
}
