import * as complex from "../../number/complex-ball.ts";
import { call, negate } from "../construct.ts";
import { argument, isNegated, opposite, piMultiple } from "./arguments.ts";
import { sineOfTurn } from "./circular-values.ts";
import type { FunctionFamily } from "./family.ts";
import { wave } from "./interval-shapes.ts";

export const SINE: FunctionFamily = {
  name: "sin",
  about: "sine",
  arity: 1,
  total: true,
  parity: "odd",
  periodInPi: 2,
  inverse: "arcsin",
  exact: (args) => {
    const x = argument(args);
    const turn = piMultiple(x);
    const known = turn && sineOfTurn(turn);
    if (known) return known;
    return isNegated(x) ? negate(call("sin", opposite(x))) : undefined;
  },
  derivative: (args) => call("cos", argument(args)),
  antiderivative: (args) => negate(call("cos", argument(args))),
  ball: ([x], precision) => complex.sinCosComplex(x ?? complex.ZERO, precision).sin,
  interval: wave(0),
  double: Math.sin,
  symbol: "\\sin",
};
