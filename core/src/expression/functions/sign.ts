import * as complex from "../../number/complex-ball.ts";
import * as real from "../../number/real-ball.ts";
import { call, isPositiveConstant, MINUS_ONE, negate, ONE, ZERO } from "../construct.ts";
import { argument, isNegated, opposite } from "./arguments.ts";
import type { FunctionFamily } from "./family.ts";
import { steps } from "./interval-shapes.ts";

/** sgn x: −1, 0 or 1 for real x. */
export const SIGN: FunctionFamily = {
  name: "sgn",
  about: "sign",
  arity: 1,
  total: true,
  parity: "odd",
  exact: (args) => {
    const x = argument(args);
    if (x.kind === "number") return x.value.num > 0 ? ONE : x.value.num < 0 ? MINUS_ONE : ZERO;
    if (isPositiveConstant(x)) return ONE;
    return isNegated(x) ? negate(call("sgn", opposite(x))) : undefined;
  },
  ball: ([x]) => {
    const sign = x && complex.isReal(x) ? real.certifiedSign(x.re) : undefined;
    if (sign === undefined) throw new real.BallUndefined("the sign of a ball that holds numbers of different signs");
    return complex.fromReal(real.fromInteger(sign));
  },
  interval: steps(Math.sign),
  double: Math.sign,
  symbol: "\\operatorname{sgn}",
};
