import * as complex from "../../number/complex-ball.ts";
import { call, negate } from "../construct.ts";
import { argument, isNegated, opposite, piMultiple } from "./arguments.ts";
import { cosineOfTurn } from "./circular-values.ts";
import type { FunctionFamily } from "./family.ts";
import { wave } from "./interval-shapes.ts";

export const COSINE: FunctionFamily = {
  name: "cos",
  about: "cosine",
  arity: 1,
  total: true,
  parity: "even",
  periodInPi: 2,
  inverse: "arccos",
  exact: (args) => {
    const x = argument(args);
    const turn = piMultiple(x);
    const known = turn && cosineOfTurn(turn);
    if (known) return known;
    return isNegated(x) ? call("cos", opposite(x)) : undefined;
  },
  derivative: (args) => negate(call("sin", argument(args))),
  antiderivative: (args) => call("sin", argument(args)),
  ball: ([x], precision) => complex.sinCosComplex(x ?? complex.ZERO, precision).cos,
  interval: wave(1),
  double: Math.cos,
  symbol: "\\cos",
};
