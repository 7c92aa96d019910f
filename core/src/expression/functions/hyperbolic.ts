import type { ComplexBall } from "../../number/complex-ball.ts";
import * as complex from "../../number/complex-ball.ts";
import type { MaybeInterval } from "../../number/interval.ts";
import { invert } from "../../number/interval.ts";
import * as real from "../../number/real-ball.ts";
import { call, HALF, isNumber, negate, ONE, power, product, relation, subtract, TWO, ZERO } from "../construct.ts";
import type { Expression } from "../expression.ts";
import { argument, isNegated, opposite } from "./arguments.ts";
import type { FunctionFamily } from "./family.ts";
import { evenIncreasing, increasing } from "./interval-shapes.ts";

/** (sinh x, cosh x) from e^x and e^−x, with extra bits where x is small and sinh cancels. */
function both(x: ComplexBall | undefined, precision: number): { sinh: ComplexBall; cosh: ComplexBall } {
  const z = x ?? complex.ZERO;
  const small = real.containsZero(z.re) ? 0 : Math.max(0, -real.magnitudeBits(z.re));
  const bits = precision + Math.min(small, 4 * precision) + 8;
  const up = complex.exp(z, bits);
  const down = complex.exp(complex.negate(z), bits);
  const half = (a: ComplexBall): ComplexBall => ({ re: real.scaleByPowerOfTwo(a.re, -1), im: real.scaleByPowerOfTwo(a.im, -1) });
  return { sinh: half(complex.subtract(up, down, bits)), cosh: half(complex.add(up, down, bits)) };
}

function odd(name: string, atZero?: Expression): NonNullable<FunctionFamily["exact"]> {
  return (args) => {
    const x = argument(args);
    if (atZero && isNumber(x, 0)) return atZero;
    return isNegated(x) ? negate(call(name, opposite(x))) : undefined;
  };
}

function even(name: string, atZero: Expression): NonNullable<FunctionFamily["exact"]> {
  return (args) => {
    const x = argument(args);
    if (isNumber(x, 0)) return atZero;
    return isNegated(x) ? call(name, opposite(x)) : undefined;
  };
}

const notZero = (args: readonly Expression[]): readonly Expression[] => [relation(argument(args), "!=", ZERO)];

const SINH = increasing((x, precision) => both(x, precision).sinh, { atFrom: Number.NEGATIVE_INFINITY, atTo: Number.POSITIVE_INFINITY });
const COSH = evenIncreasing((x, precision) => both(x, precision).cosh, 1);
const TANH = increasing(
  (x, precision) => {
    const { sinh, cosh } = both(x, precision + 8);
    return complex.divide(sinh, cosh, precision);
  },
  { atFrom: -1, atTo: 1 },
);
const inverse = (value: MaybeInterval): MaybeInterval => value && invert(value);

export const HYPERBOLIC: readonly FunctionFamily[] = [
  {
    name: "sinh",
    about: "hyperbolic sine",
    arity: 1,
    total: true,
    parity: "odd",
    inverse: "arsinh",
    exact: (args) => odd("sinh", ZERO)(args),
    derivative: (args) => call("cosh", argument(args)),
    antiderivative: (args) => call("cosh", argument(args)),
    ball: ([x], precision) => both(x, precision).sinh,
    interval: SINH,
    double: Math.sinh,
    symbol: "\\sinh",
  },
  {
    name: "cosh",
    about: "hyperbolic cosine",
    arity: 1,
    total: true,
    parity: "even",
    inverse: "arcosh",
    exact: (args) => even("cosh", ONE)(args),
    derivative: (args) => call("sinh", argument(args)),
    antiderivative: (args) => call("sinh", argument(args)),
    ball: ([x], precision) => both(x, precision).cosh,
    interval: COSH,
    double: Math.cosh,
    symbol: "\\cosh",
  },
  {
    name: "tanh",
    about: "hyperbolic tangent",
    arity: 1,
    total: false,
    parity: "odd",
    inverse: "artanh",
    exact: (args) => odd("tanh", ZERO)(args),
    derivative: (args) => subtract(ONE, power(call("tanh", argument(args)), TWO)),
    antiderivative: (args) => call("ln", call("cosh", argument(args))),
    ball: ([x], precision) => {
      const { sinh, cosh } = both(x, precision + 8);
      return complex.divide(sinh, cosh, precision);
    },
    interval: TANH,
    double: Math.tanh,
    symbol: "\\tanh",
  },
  {
    name: "sech",
    about: "hyperbolic secant",
    arity: 1,
    total: false,
    parity: "even",
    exact: (args) => even("sech", ONE)(args),
    derivative: (args) => negate(product(call("sech", argument(args)), call("tanh", argument(args)))),
    antiderivative: (args) => call("arctan", call("sinh", argument(args))),
    ball: ([x], precision) => complex.divide(complex.ONE, both(x, precision + 8).cosh, precision),
    interval: (args) => inverse(COSH(args)),
    double: (x) => 1 / Math.cosh(x),
    symbol: "\\operatorname{sech}",
  },
  {
    name: "csch",
    about: "hyperbolic cosecant",
    arity: 1,
    total: false,
    parity: "odd",
    exact: (args) => odd("csch")(args),
    derivative: (args) => negate(product(call("csch", argument(args)), call("coth", argument(args)))),
    antiderivative: (args) => call("ln", call("abs", call("tanh", product(HALF, argument(args))))),
    domain: notZero,
    ball: ([x], precision) => complex.divide(complex.ONE, both(x, precision + 8).sinh, precision),
    interval: (args) => inverse(SINH(args)),
    double: (x) => 1 / Math.sinh(x),
    symbol: "\\operatorname{csch}",
  },
  {
    name: "coth",
    about: "hyperbolic cotangent",
    arity: 1,
    total: false,
    parity: "odd",
    exact: (args) => odd("coth")(args),
    derivative: (args) => subtract(ONE, power(call("coth", argument(args)), TWO)),
    antiderivative: (args) => call("ln", call("abs", call("sinh", argument(args)))),
    domain: notZero,
    ball: ([x], precision) => {
      const { sinh, cosh } = both(x, precision + 8);
      return complex.divide(cosh, sinh, precision);
    },
    interval: ([x]) => {
      const tanh = x && TANH([x]);
      return inverse(tanh);
    },
    double: (x) => 1 / Math.tanh(x),
    symbol: "\\coth",
  },
];
