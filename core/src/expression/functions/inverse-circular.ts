import type { ComplexBall } from "../../number/complex-ball.ts";
import * as complex from "../../number/complex-ball.ts";
import { arctan } from "../../number/elementary.ts";
import { above, type Interval, invert, type MaybeInterval } from "../../number/interval.ts";
import * as real from "../../number/real-ball.ts";
import { call, chain, divide, HALF, MINUS_ONE, negate, number, ONE, PI, power, product, relation, sqrt, subtract, sum, TWO, ZERO } from "../construct.ts";
import type { Expression } from "../expression.ts";
import { argument, isNegated, opposite } from "./arguments.ts";
import { angleOfSine, angleOfTangent } from "./circular-values.ts";
import type { FunctionFamily } from "./family.ts";
import { decreasing, increasing } from "./interval-shapes.ts";

const quarterTurn = (): Expression => product(HALF, PI);

function halfPi(precision: number): ComplexBall {
  const half = complex.piBall(precision);
  return complex.fromReal(real.scaleByPowerOfTwo(half.re, -1));
}

/** arctan z = (i/2) (ln(1 − iz) − ln(1 + iz)). */
function arctanBall(x: ComplexBall, precision: number): ComplexBall {
  if (complex.isReal(x)) return complex.fromReal(arctan(x.re, precision));
  const bits = precision + 16;
  const turned = complex.multiply(complex.I, x, bits);
  const difference = complex.subtract(
    complex.ln(complex.subtract(complex.ONE, turned, bits), bits),
    complex.ln(complex.add(complex.ONE, turned, bits), bits),
    bits,
  );
  const half: ComplexBall = { re: real.ZERO, im: { mid: 1n, rad: 0n, exp: -1 } };
  return complex.multiply(half, difference, precision);
}

/** arcsin z = −i ln(iz + √(1 − z²)). */
function arcsinBall(x: ComplexBall, precision: number): ComplexBall {
  const bits = precision + 16;
  const square = complex.subtract(complex.ONE, complex.multiply(x, x, bits), bits);
  if (complex.isReal(x) && real.certifiedSign(square.re) === 1) {
    return complex.fromReal(arctan(real.divide(x.re, real.root(square.re, 2, bits), bits), precision));
  }
  if (complex.isReal(x) && real.isZero(square.re)) return x.re.mid < 0n ? complex.negate(halfPi(precision)) : halfPi(precision);
  const inside = complex.add(complex.multiply(complex.I, x, bits), complex.squareRoot(square, bits), bits);
  return complex.multiply(complex.negate(complex.I), complex.ln(inside, bits), precision);
}

const withinUnit = (x: Expression): Expression => chain([MINUS_ONE, x, ONE], ["<=", "<="]);
const outsideUnit = (x: Expression): Expression => relation(call("abs", x), ">=", ONE);
const rootOfComplement = (x: Expression): Expression => sqrt(subtract(ONE, power(x, TWO)));

/** A double above π/2. */
const HALF_PI = above(Math.PI / 2);
const ARCSIN = increasing(arcsinBall, { from: -1, to: 1, atFrom: -HALF_PI, atTo: HALF_PI });
const ARCCOS = decreasing((x, precision) => complex.subtract(halfPi(precision + 8), arcsinBall(x, precision + 8), precision), {
  from: -1,
  to: 1,
  atFrom: 2 * HALF_PI,
  atTo: 0,
});

function ofInverse(x: Interval | undefined, f: (args: readonly Interval[]) => MaybeInterval): MaybeInterval {
  const inverse = x && invert(x);
  return inverse && f([inverse]);
}

export const ARCSINE: FunctionFamily = {
  name: "arcsin",
  about: "angle with this sine",
  arity: 1,
  total: false,
  parity: "odd",
  inverse: "sin",
  exact: (args) => {
    const x = argument(args);
    return angleOfSine(x) ?? (isNegated(x) ? negate(call("arcsin", opposite(x))) : undefined);
  },
  derivative: (args) => divide(ONE, rootOfComplement(argument(args))),
  domain: (args) => [withinUnit(argument(args))],
  ball: ([x], precision) => arcsinBall(x ?? complex.ZERO, precision),
  interval: ARCSIN,
  double: Math.asin,
  symbol: "\\arcsin",
};

export const ARCCOSINE: FunctionFamily = {
  name: "arccos",
  about: "angle with this cosine",
  arity: 1,
  total: false,
  inverse: "cos",
  exact: (args) => {
    const angle = angleOfSine(argument(args));
    return angle && subtract(quarterTurn(), angle);
  },
  derivative: (args) => negate(divide(ONE, rootOfComplement(argument(args)))),
  domain: (args) => [withinUnit(argument(args))],
  ball: ([x], precision) => complex.subtract(halfPi(precision + 8), arcsinBall(x ?? complex.ZERO, precision + 8), precision),
  interval: ARCCOS,
  double: Math.acos,
  symbol: "\\arccos",
};

export const ARCTANGENT: FunctionFamily = {
  name: "arctan",
  about: "angle with this tangent",
  arity: 1,
  total: false,
  parity: "odd",
  inverse: "tan",
  exact: (args) => {
    const x = argument(args);
    return angleOfTangent(x) ?? (isNegated(x) ? negate(call("arctan", opposite(x))) : undefined);
  },
  derivative: (args) => divide(ONE, sum(ONE, power(argument(args), TWO))),
  ball: ([x], precision) => arctanBall(x ?? complex.ZERO, precision),
  interval: increasing(arctanBall, { atFrom: -HALF_PI, atTo: HALF_PI }),
  double: Math.atan,
  symbol: "\\arctan",
};

/** arccot x = π/2 − arctan x, in (0, π). */
export const ARCCOTANGENT: FunctionFamily = {
  name: "arccot",
  about: "angle with this cotangent",
  arity: 1,
  total: false,
  inverse: "cot",
  exact: (args) => {
    const angle = angleOfTangent(argument(args));
    return angle && subtract(quarterTurn(), angle);
  },
  derivative: (args) => negate(divide(ONE, sum(ONE, power(argument(args), TWO)))),
  ball: ([x], precision) => complex.subtract(halfPi(precision + 8), arctanBall(x ?? complex.ZERO, precision + 8), precision),
  interval: decreasing((x, precision) => complex.subtract(halfPi(precision + 8), arctanBall(x, precision + 8), precision), { atFrom: 2 * HALF_PI, atTo: 0 }),
  double: (x) => Math.PI / 2 - Math.atan(x),
  symbol: "\\operatorname{arccot}",
};

/** arcsec x = arccos(1/x), in [0, π]. */
export const ARCSECANT: FunctionFamily = {
  name: "arcsec",
  about: "angle with this secant",
  arity: 1,
  total: false,
  inverse: "sec",
  exact: (args) => {
    const angle = angleOfSine(divide(number(1), argument(args)));
    return angle && subtract(quarterTurn(), angle);
  },
  derivative: ([x = ONE]) => divide(ONE, product(call("abs", x), sqrt(subtract(power(x, TWO), ONE)))),
  domain: (args) => [outsideUnit(argument(args))],
  singular: (args) => [relation(argument(args), "!=", ZERO)],
  ball: ([x], precision) => {
    const inverse = complex.divide(complex.ONE, x ?? complex.ZERO, precision + 16);
    return complex.subtract(halfPi(precision + 8), arcsinBall(inverse, precision + 8), precision);
  },
  interval: ([x]) => ofInverse(x, ARCCOS),
  double: (x) => Math.acos(1 / x),
  symbol: "\\operatorname{arcsec}",
};

/** arccsc x = arcsin(1/x), in [−π/2, π/2]. */
export const ARCCOSECANT: FunctionFamily = {
  name: "arccsc",
  about: "angle with this cosecant",
  arity: 1,
  total: false,
  parity: "odd",
  inverse: "csc",
  exact: (args) => angleOfSine(divide(number(1), argument(args))),
  derivative: ([x = ONE]) => negate(divide(ONE, product(call("abs", x), sqrt(subtract(power(x, TWO), ONE))))),
  domain: (args) => [outsideUnit(argument(args))],
  singular: (args) => [relation(argument(args), "!=", ZERO)],
  ball: ([x], precision) => arcsinBall(complex.divide(complex.ONE, x ?? complex.ZERO, precision + 16), precision),
  interval: ([x]) => ofInverse(x, ARCSIN),
  double: (x) => Math.asin(1 / x),
  symbol: "\\operatorname{arccsc}",
};
