import type { ComplexBall } from "../../number/complex-ball.ts";
import * as complex from "../../number/complex-ball.ts";
import * as real from "../../number/real-ball.ts";
import { call, chain, divide, isNumber, MINUS_ONE, negate, ONE, power, product, relation, sqrt, subtract, sum, TWO, ZERO } from "../construct.ts";
import { isReal } from "../realness.ts";
import { argument, isNegated, opposite } from "./arguments.ts";
import type { FunctionFamily } from "./family.ts";
import { increasing } from "./interval-shapes.ts";

/** ln(z + √(z² + 1)), taken at |z| for real z so that nothing cancels. */
function arsinhBall(z: ComplexBall, precision: number): ComplexBall {
  if (complex.isReal(z) && real.certifiedSign(z.re) === -1) return complex.negate(arsinhBall(complex.negate(z), precision));
  const small = real.containsZero(z.re) ? 0 : Math.max(0, -real.magnitudeBits(z.re));
  const bits = precision + Math.min(small, 4 * precision) + 16;
  const square = complex.add(complex.multiply(z, z, bits), complex.ONE, bits);
  return complex.ln(complex.add(z, complex.squareRoot(square, bits), bits), bits);
}

/** ln(z + √(z − 1) √(z + 1)). */
function arcoshBall(z: ComplexBall, precision: number): ComplexBall {
  const bits = precision + 32;
  const left = complex.squareRoot(complex.subtract(z, complex.ONE, bits), bits);
  const right = complex.squareRoot(complex.add(z, complex.ONE, bits), bits);
  return complex.ln(complex.add(z, complex.multiply(left, right, bits), bits), precision);
}

/** (ln(1 + z) − ln(1 − z))/2. */
function artanhBall(z: ComplexBall, precision: number): ComplexBall {
  const small = real.containsZero(z.re) ? 0 : Math.max(0, -real.magnitudeBits(z.re));
  const bits = precision + Math.min(small, 4 * precision) + 16;
  const up = complex.ln(complex.add(complex.ONE, z, bits), bits);
  const down = complex.ln(complex.subtract(complex.ONE, z, bits), bits);
  const twice = complex.subtract(up, down, bits);
  return { re: real.scaleByPowerOfTwo(twice.re, -1), im: real.scaleByPowerOfTwo(twice.im, -1) };
}

export const INVERSE_HYPERBOLIC: readonly FunctionFamily[] = [
  {
    name: "arsinh",
    about: "inverse of the hyperbolic sine",
    arity: 1,
    total: false,
    parity: "odd",
    inverse: "sinh",
    exact: (args) => {
      const x = argument(args);
      if (isNumber(x, 0)) return ZERO;
      return isNegated(x) ? negate(call("arsinh", opposite(x))) : undefined;
    },
    derivative: (args) => divide(ONE, sqrt(sum(power(argument(args), TWO), ONE))),
    ball: ([x], precision) => arsinhBall(x ?? complex.ZERO, precision),
    interval: increasing(arsinhBall, { atFrom: Number.NEGATIVE_INFINITY, atTo: Number.POSITIVE_INFINITY }),
    double: Math.asinh,
    symbol: "\\operatorname{arsinh}",
  },
  {
    name: "arcosh",
    about: "inverse of the hyperbolic cosine",
    arity: 1,
    total: false,
    inverse: "cosh",
    exact: (args) => {
      const x = argument(args);
      if (isNumber(x, 1)) return ZERO;
      const [u] = x.kind === "call" && x.name === "cosh" ? x.args : [];
      return u && isReal(u) ? call("abs", u) : undefined;
    },
    derivative: (args) => divide(ONE, product(sqrt(subtract(argument(args), ONE)), sqrt(sum(argument(args), ONE)))),
    antiderivative: (args) => subtract(product(argument(args), call("arcosh", argument(args))), sqrt(subtract(power(argument(args), TWO), ONE))),
    domain: (args) => [relation(argument(args), ">=", ONE)],
    interval: increasing(arcoshBall, { from: 1, atFrom: 0, atTo: Number.POSITIVE_INFINITY }),
    ball: ([x], precision) => arcoshBall(x ?? complex.ZERO, precision),
    double: Math.acosh,
    symbol: "\\operatorname{arcosh}",
  },
  {
    name: "artanh",
    about: "inverse of the hyperbolic tangent",
    arity: 1,
    total: false,
    parity: "odd",
    inverse: "tanh",
    exact: (args) => {
      const x = argument(args);
      if (isNumber(x, 0)) return ZERO;
      return isNegated(x) ? negate(call("artanh", opposite(x))) : undefined;
    },
    derivative: (args) => divide(ONE, subtract(ONE, power(argument(args), TWO))),
    domain: (args) => [chain([MINUS_ONE, argument(args), ONE], ["<", "<"])],
    singular: (args) => [relation(argument(args), "!=", ONE), relation(argument(args), "!=", MINUS_ONE)],
    ball: ([x], precision) => artanhBall(x ?? complex.ZERO, precision),
    interval: increasing(artanhBall, { from: -1, to: 1, atFrom: Number.NEGATIVE_INFINITY, atTo: Number.POSITIVE_INFINITY }),
    double: Math.atanh,
    symbol: "\\operatorname{artanh}",
  },
];
