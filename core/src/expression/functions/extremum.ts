import type { ComplexBall } from "../../number/complex-ball.ts";
import * as complex from "../../number/complex-ball.ts";
import * as rational from "../../number/rational.ts";
import * as real from "../../number/real-ball.ts";
import type { Expression } from "../expression.ts";
import type { FunctionFamily } from "./family.ts";

function extremum(name: "min" | "max", wanted: 1 | -1): FunctionFamily {
  const pick = (a: ComplexBall, b: ComplexBall, precision: number): ComplexBall => {
    if (!complex.isReal(a) || !complex.isReal(b)) throw new real.BallUndefined(`${name} of a number that is not real`);
    const order = real.certifiedCompare(a.re, b.re);
    if (order === undefined) {
      // The balls overlap: the extremum lies in the ball of (a + b ± |a − b|)/2.
      const gap = real.abs(real.subtract(a.re, b.re, precision));
      const total = real.add(a.re, b.re, precision);
      return complex.fromReal(real.scaleByPowerOfTwo(real.add(total, wanted === 1 ? gap : real.negate(gap), precision), -1));
    }
    return order === wanted ? a : b;
  };
  return {
    name,
    about: wanted === 1 ? "the greatest of several values" : "the least of several values",
    arity: undefined,
    total: true,
    exact: (args) => {
      const numbers = args.flatMap((arg) => (arg.kind === "number" ? [arg] : []));
      if (numbers.length !== args.length) return undefined;
      return numbers.reduce<Expression | undefined>((best, next) => {
        if (best?.kind !== "number") return next;
        return rational.compare(next.value, best.value) === wanted ? next : best;
      }, undefined);
    },
    ball: (args, precision) => args.reduce((best, next) => pick(best, next, precision)),
    interval: (args) =>
      args.reduce((a, b) => {
        const pick = wanted === 1 ? Math.max : Math.min;
        return { low: pick(a.low, b.low), high: pick(a.high, b.high), partial: a.partial || b.partial, broken: a.broken || b.broken };
      }),
    double: wanted === 1 ? Math.max : Math.min,
    symbol: `\\${name}`,
  };
}

export const MINIMUM = extremum("min", -1);
export const MAXIMUM = extremum("max", 1);
