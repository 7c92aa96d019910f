import * as rational from "../number/rational.ts";
import * as real from "../number/real-ball.ts";
import { ballValue } from "./ball-value.ts";
import type { Comparison, Expression } from "./expression.ts";
import { family } from "./functions/registry.ts";

/** A real function of numbered arguments, in plain doubles; NaN where it has no real value. */
export type DoubleFunction = (...values: number[]) => number;

const HOLDS: Readonly<Record<Comparison, (a: number, b: number) => boolean>> = {
  "=": (a, b) => a === b,
  "!=": (a, b) => a !== b,
  "<": (a, b) => a < b,
  "<=": (a, b) => a <= b,
  ">": (a, b) => a > b,
  ">=": (a, b) => a >= b,
};

/** A number that is named as a root. */
function constantDouble(e: Expression): DoubleFunction {
  const value = real.toNumber(ballValue(e, 64).re);
  return () => value;
}

/** Compiles an expression to nested closures over the values of `names`, for graphs. Never used for exact results. */
export function compile(e: Expression, names: readonly string[]): DoubleFunction {
  const at = (part: Expression): DoubleFunction => compile(part, names);
  switch (e.kind) {
    case "number": {
      const value = rational.toNumber(e.value);
      return () => value;
    }
    case "constant": {
      const value = { pi: Math.PI, e: Math.E, infinity: Number.POSITIVE_INFINITY, i: Number.NaN }[e.name];
      return () => value;
    }
    case "name": {
      const index = names.indexOf(e.name);
      return (...values) => values[index] ?? Number.NaN;
    }
    case "sum": {
      const terms = e.terms.map(at);
      return (...values) => terms.reduce((total, term) => total + term(...values), 0);
    }
    case "product": {
      const factors = e.factors.map(at);
      return (...values) => factors.reduce((total, factor) => total * factor(...values), 1);
    }
    case "power":
      return compilePower(at(e.base), e.exponent, at(e.exponent));
    case "call": {
      const double = family(e.name)?.double;
      const args = e.args.map(at);
      return double ? (...values) => double(...args.map((arg) => arg(...values))) : () => Number.NaN;
    }
    case "cases": {
      const branches = e.branches.map(({ value, condition }) => ({ value: at(value), holds: compileCondition(condition, names) }));
      const otherwise = e.otherwise ? at(e.otherwise) : () => Number.NaN;
      return (...values) => (branches.find(({ holds }) => holds(...values))?.value ?? otherwise)(...values);
    }
    case "iterated": {
      if (e.operator === "root") return constantDouble(e);
      if (!e.lower || !e.upper) return () => Number.NaN;
      const [from, to, body] = [at(e.lower), at(e.upper), compile(e.body, [...names, e.variable])];
      if (e.operator === "integral") return (...values) => integralInDoubles((x) => body(...values, x), from(...values), to(...values));
      const isSum = e.operator === "sum";
      return (...values) => {
        let total = isSum ? 0 : 1;
        for (let k = from(...values); k <= to(...values); k += 1) total = isSum ? total + body(...values, k) : total * body(...values, k);
        return total;
      };
    }
    case "relation":
    case "logic":
    case "tuple":
    case "derivative":
      return () => Number.NaN;
  }
}

function compilePower(base: DoubleFunction, exponent: Expression, general: DoubleFunction): DoubleFunction {
  if (exponent.kind !== "number") return (...values) => base(...values) ** general(...values);
  const value = rational.toNumber(exponent.value);
  if (value === 2) {
    return (...values) => {
      const x = base(...values);
      return x * x;
    };
  }
  if (value === -1) return (...values) => 1 / base(...values);
  if (value === 0.5) return (...values) => Math.sqrt(base(...values));
  return (...values) => base(...values) ** value;
}

/** Compiles a relation, or relations joined by and/or, to a test. */
export function compileCondition(e: Expression, names: readonly string[]): (...values: number[]) => boolean {
  if (e.kind === "relation") {
    const operands = e.operands.map((operand) => compile(operand, names));
    return (...values) => {
      const sides = operands.map((operand) => operand(...values));
      return e.comparisons.every((comparison, k) => HOLDS[comparison](sides[k] ?? Number.NaN, sides[k + 1] ?? Number.NaN));
    };
  }
  if (e.kind === "logic") {
    const items = e.items.map((item) => compileCondition(item, names));
    return e.operator === "and" ? (...values) => items.every((item) => item(...values)) : (...values) => items.some((item) => item(...values));
  }
  return () => false;
}

/** Nodes and weights of the Gauss–Legendre rule with 5 points on [−1, 1] (Abramowitz and Stegun, 25.4.30). */
const GAUSS: readonly (readonly [number, number])[] = [
  [0, 128 / 225],
  ...[5 - 2 * Math.sqrt(10 / 7), 5 + 2 * Math.sqrt(10 / 7)].flatMap((square, k) => {
    const weight = (322 + (k === 0 ? 1 : -1) * 13 * Math.sqrt(70)) / 900;
    return [-1, 1].map((sign): readonly [number, number] => [(sign * Math.sqrt(square)) / 3, weight]);
  }),
];
const PIECES = 32;

/** A definite integral for a picture: no bound is known of its error. */
function integralInDoubles(f: (x: number) => number, from: number, to: number): number {
  const half = (to - from) / (2 * PIECES);
  let total = 0;
  for (let piece = 0; piece < PIECES; piece += 1) {
    const middle = from + (2 * piece + 1) * half;
    for (const [node, weight] of GAUSS) total += weight * f(middle + half * node);
  }
  return total * half;
}
