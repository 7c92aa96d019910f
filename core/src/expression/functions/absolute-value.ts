import * as complex from "../../number/complex-ball.ts";
import * as rational from "../../number/rational.ts";
import { call, divide, isPositiveConstant, number, power, product, splitCoefficient, sqrt, sum, TWO, ZERO } from "../construct.ts";
import { equal } from "../expression.ts";
import { argument, isNegated, opposite } from "./arguments.ts";
import { constantParts } from "./constant-parts.ts";
import type { FunctionFamily } from "./family.ts";

export const ABSOLUTE_VALUE: FunctionFamily = {
  name: "abs",
  about: "absolute value, or length",
  arity: 1,
  total: true,
  realValued: true,
  parity: "even",
  exact: (args) => {
    const x = argument(args);
    if (x.kind === "number") return number(rational.abs(x.value), x.typed);
    if (isPositiveConstant(x)) return x;
    const parts = constantParts(x);
    if (parts && !equal(parts.im, ZERO)) return sqrt(sum(power(parts.re, TWO), power(parts.im, TWO)));
    if (x.kind === "call" && x.name === "abs") return x;
    const { coefficient, rest } = splitCoefficient(x);
    if (!rational.isOne(coefficient)) return product(number(rational.abs(coefficient)), call("abs", rest));
    return isNegated(x) ? call("abs", opposite(x)) : undefined;
  },
  derivative: (args) => divide(call("abs", argument(args)), argument(args)),
  antiderivative: (args) => divide(product(argument(args), call("abs", argument(args))), TWO),
  ball: ([x], precision) => complex.fromReal(complex.abs(x ?? complex.ZERO, precision)),
  interval: ([x]) => {
    if (!x) return undefined;
    const [a, b] = [Math.abs(x.low), Math.abs(x.high)];
    return { ...x, low: x.low <= 0 && x.high >= 0 ? 0 : Math.min(a, b), high: Math.max(a, b) };
  },
  double: Math.abs,
  latex: ([inside]) => `\\left|${inside}\\right|`,
  mathml: ([inside]) => `<mrow><mo>|</mo>${inside}<mo>|</mo></mrow>`,
};
