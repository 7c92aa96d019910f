import * as complex from "../../number/complex-ball.ts";
import { call, negate, number, power, relation, sum, TWO, ZERO } from "../construct.ts";
import { argument, isNegated, opposite, piMultiple } from "./arguments.ts";
import { tangentOfTurn } from "./circular-values.ts";
import type { FunctionFamily } from "./family.ts";
import { betweenPoles } from "./interval-shapes.ts";

export const TANGENT: FunctionFamily = {
  name: "tan",
  about: "tangent",
  arity: 1,
  total: false,
  parity: "odd",
  periodInPi: 1,
  inverse: "arctan",
  exact: (args) => {
    const x = argument(args);
    const turn = piMultiple(x);
    const known = turn && tangentOfTurn(turn);
    if (known) return known;
    return isNegated(x) ? negate(call("tan", opposite(x))) : undefined;
  },
  derivative: (args) => sum(number(1), power(call("tan", argument(args)), TWO)),
  antiderivative: (args) => negate(call("ln", call("abs", call("cos", argument(args))))),
  domain: (args) => [relation(call("cos", argument(args)), "!=", ZERO)],
  ball: ([x], precision) => {
    const { sin, cos } = complex.sinCosComplex(x ?? complex.ZERO, precision + 8);
    return complex.divide(sin, cos, precision);
  },
  interval: betweenPoles(0),
  double: Math.tan,
  symbol: "\\tan",
};
