import { polynomialExpression, rationalForm } from "../canonical/normal-form.ts";
import { number, power, product } from "../expression/construct.ts";
import type { Expression } from "../expression/expression.ts";
import { compileInterval, type IntervalFunction, NoIntervals } from "../expression/interval-value.ts";
import { excludesZero, interval, type MaybeInterval, signOf } from "../number/interval.ts";
import { leastExponents } from "../polynomial/gcd.ts";
import * as poly from "../polynomial/multivariate.ts";
import { simplify } from "../truth/index.ts";
import { differentiate, NotDifferentiable } from "./derivative.ts";

const MOST_ORDERS = 7;
const LARGEST_END = 2 ** 40;

/** A function with the same sign on a ray, up to the factor given, that is simpler to bound. */
interface Stripped {
  readonly expression: Expression;
  readonly value: IntervalFunction;
  /** What the function is this one multiplied by: it must keep its sign on the ray. */
  readonly factor: IntervalFunction;
}

/**
 * The functions g_0, g_1, … by which a tail is judged: each is the derivative of the one before it, without its denominator and
 * without the powers and exponentials that all its terms share. Where g_(k+1) and what was left out keep their signs, g_k is
 * monotone. (Rolle's theorem, applied as in G. Pólya and G. Szegő, Problems and Theorems in Analysis II, V.)
 */
export class Tail {
  readonly #name: string;
  readonly #chain: (Stripped | undefined)[] = [];

  constructor(expression: Expression, name: string) {
    this.#name = name;
    this.#chain.push(stripped(expression, name));
  }

  #at(order: number): Stripped | undefined {
    if (!(order in this.#chain)) {
      const before = this.#at(order - 1);
      this.#chain[order] = before && this.#derived(before.expression);
    }
    return this.#chain[order];
  }

  #derived(e: Expression): Stripped | undefined {
    try {
      return stripped(simplify(differentiate(e, this.#name)).expression, this.#name);
    } catch (error) {
      if (error instanceof NotDifferentiable) return undefined;
      throw error;
    }
  }

  /** Whether the function has no zero beyond an end, towards +∞ (side 1) or −∞ (side −1). */
  zeroFreeBeyond(end: number, side: 1 | -1): boolean {
    const ray = side === 1 ? interval(end, Number.POSITIVE_INFINITY) : interval(Number.NEGATIVE_INFINITY, end);
    const signs: (1 | -1)[] = [];
    for (let order = 0; order <= MOST_ORDERS; order += 1) {
      const own = this.#at(order);
      if (!own) return false;
      const value = own.value(ray);
      if (order === 0 && value === undefined) return true;
      const factor = constantSign(own.factor(ray));
      if (!value || value.partial || value.broken || factor === undefined) return false;
      signs.push(factor);
      if (excludesZero(value)) return this.#descend(end, side, order, value.low > 0 ? 1 : -1, signs);
    }
    return false;
  }

  /** From a function of one sign down to the first: each starts with the sign in which it then moves. */
  #descend(end: number, side: 1 | -1, order: number, sign: 1 | -1, factors: readonly (1 | -1)[]): boolean {
    let current: 1 | -1 = sign;
    for (let lower = order - 1; lower >= 0; lower -= 1) {
      // The derivative of g_lower is g_(lower + 1) times what was left out of it.
      const slope = current * (factors[lower + 1] ?? 1);
      const direction: 1 | -1 = slope * side > 0 ? 1 : -1;
      const start = this.#at(lower)?.value(interval(end));
      if (!start || signOf(start) !== direction) return false;
      current = direction;
    }
    return true;
  }

  /** Bounds outside of which there is no zero, as far as that can be proven on either side. */
  bounds(): { readonly low: number | undefined; readonly high: number | undefined } {
    const find = (side: 1 | -1): number | undefined => {
      // Ends a little off whole numbers are seldom zeros themselves.
      for (let end = 1.0009765625; end <= LARGEST_END; end *= 2) if (this.zeroFreeBeyond(side * end, side)) return side * end;
      return undefined;
    };
    return { low: find(-1), high: find(1) };
  }
}

function constantSign(value: MaybeInterval): 1 | -1 | undefined {
  // An exponential may come as close to 0 as it likes, and is never 0: its interval may touch 0.
  if (!value || value.partial || value.broken) return undefined;
  return value.low >= 0 && value.high > 0 ? 1 : value.high <= 0 && value.low < 0 ? -1 : undefined;
}

/** An expression as common factor times a simpler one; the factor holds exponentials, powers and the denominator only. */
function stripped(e: Expression, name: string): Stripped | undefined {
  const form = rationalForm(e);
  if (!form) return undefined;
  const { numerator, denominator, kernels } = form;
  try {
    const least = leastExponents(numerator).map((exponent, k) => (isNeverZero(kernels.kernel(k)) ? exponent : 0));
    const rest = poly.fromTerms(numerator.map((term) => ({ ...term, exponents: term.exponents.map((exponent, k) => exponent - (least[k] ?? 0)) })));
    const common = least.map((exponent, k) => power(kernels.kernel(k), number(exponent)));
    const expression = poly.isZero(numerator) ? e : polynomialExpression(rest, kernels);
    const factor = product(...common, power(polynomialExpression(denominator, kernels), number(-1)));
    return { expression, value: compileInterval(expression, name), factor: compileInterval(factor, name) };
  } catch (error) {
    if (error instanceof NoIntervals) return undefined;
    throw error;
  }
}

/** Exponentials, which are never 0 on the reals. */
function isNeverZero(kernel: Expression): boolean {
  return kernel.kind === "power" && kernel.exponent.kind !== "number";
}
