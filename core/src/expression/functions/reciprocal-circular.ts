import * as complex from "../../number/complex-ball.ts";
import { invert, type MaybeInterval, negate as negated } from "../../number/interval.ts";
import { call, divide, negate, number, power, product, relation, sum, TWO, ZERO } from "../construct.ts";
import type { Expression } from "../expression.ts";
import { argument, isNegated, opposite, piMultiple } from "./arguments.ts";
import { cosineOfTurn, sineOfTurn, tangentOfTurn } from "./circular-values.ts";
import type { FunctionFamily } from "./family.ts";
import { betweenPoles, wave } from "./interval-shapes.ts";

/** 1/value in the table of exact values, unless the value is unknown or 0. */
function inverted(value: Expression | undefined): Expression | undefined {
  return value && value.kind === "number" && value.value.num === 0 ? undefined : value && divide(number(1), value);
}

const inverse = (value: MaybeInterval): MaybeInterval => value && invert(value);

export const SECANT: FunctionFamily = {
  name: "sec",
  about: "secant, 1/cos",
  arity: 1,
  total: false,
  parity: "even",
  periodInPi: 2,
  inverse: "arcsec",
  exact: (args) => {
    const x = argument(args);
    const turn = piMultiple(x);
    return (turn && inverted(cosineOfTurn(turn))) ?? (isNegated(x) ? call("sec", opposite(x)) : undefined);
  },
  derivative: (args) => product(call("sec", argument(args)), call("tan", argument(args))),
  antiderivative: (args) => call("ln", call("abs", sum(call("sec", argument(args)), call("tan", argument(args))))),
  domain: (args) => [relation(call("cos", argument(args)), "!=", ZERO)],
  ball: ([x], precision) => complex.divide(complex.ONE, complex.sinCosComplex(x ?? complex.ZERO, precision + 8).cos, precision),
  interval: (args) => inverse(wave(1)(args)),
  double: (x) => 1 / Math.cos(x),
  symbol: "\\sec",
};

export const COSECANT: FunctionFamily = {
  name: "csc",
  about: "cosecant, 1/sin",
  arity: 1,
  total: false,
  parity: "odd",
  periodInPi: 2,
  inverse: "arccsc",
  exact: (args) => {
    const x = argument(args);
    const turn = piMultiple(x);
    return (turn && inverted(sineOfTurn(turn))) ?? (isNegated(x) ? negate(call("csc", opposite(x))) : undefined);
  },
  derivative: (args) => negate(product(call("csc", argument(args)), call("cot", argument(args)))),
  antiderivative: (args) => negate(call("ln", call("abs", sum(call("csc", argument(args)), call("cot", argument(args)))))),
  domain: (args) => [relation(call("sin", argument(args)), "!=", ZERO)],
  ball: ([x], precision) => complex.divide(complex.ONE, complex.sinCosComplex(x ?? complex.ZERO, precision + 8).sin, precision),
  interval: (args) => inverse(wave(0)(args)),
  double: (x) => 1 / Math.sin(x),
  symbol: "\\csc",
};

export const COTANGENT: FunctionFamily = {
  name: "cot",
  about: "cotangent, cos/sin",
  arity: 1,
  total: false,
  parity: "odd",
  periodInPi: 1,
  inverse: "arccot",
  exact: (args) => {
    const x = argument(args);
    const turn = piMultiple(x);
    if (turn && cosineOfTurn(turn)?.kind === "number" && cosineOfTurn(turn)?.hash === ZERO.hash) return ZERO;
    return (turn && inverted(tangentOfTurn(turn))) ?? (isNegated(x) ? negate(call("cot", opposite(x))) : undefined);
  },
  derivative: (args) => negate(sum(number(1), power(call("cot", argument(args)), TWO))),
  antiderivative: (args) => call("ln", call("abs", call("sin", argument(args)))),
  domain: (args) => [relation(call("sin", argument(args)), "!=", ZERO)],
  ball: ([x], precision) => {
    const { sin, cos } = complex.sinCosComplex(x ?? complex.ZERO, precision + 8);
    return complex.divide(cos, sin, precision);
  },
  interval: (args) => {
    const mirrored = betweenPoles(1)(args);
    return mirrored && negated(mirrored);
  },
  double: (x) => 1 / Math.tan(x),
  symbol: "\\cot",
};
