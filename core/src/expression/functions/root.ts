import type { ComplexBall } from "../../number/complex-ball.ts";
import * as complex from "../../number/complex-ball.ts";
import { realRoot } from "../../number/elementary.ts";
import * as rational from "../../number/rational.ts";
import * as real from "../../number/real-ball.ts";
import { call, divide, negate, number, numberValue, ONE, power, product, sum } from "../construct.ts";
import type { Expression } from "../expression.ts";
import { argument, isNegated, opposite } from "./arguments.ts";
import type { FunctionFamily } from "./family.ts";
import { increasing } from "./interval-shapes.ts";

/** The degree of a root when it is a machine integer from 2. */
function degreeOf(args: readonly Expression[]): number | undefined {
  const degree = numberValue(argument(args));
  return degree && degree.den === 1 && typeof degree.num === "number" && degree.num >= 2 ? degree.num : undefined;
}

const DEGREE_EXPECTED = "the degree of a root is a whole number from 2";

/** The real n-th root of a real ball for odd n, the principal root else. */
function rootBall(n: number, x: ComplexBall, precision: number): ComplexBall {
  if (n < 2) throw new real.BallUndefined(DEGREE_EXPECTED);
  if (complex.isReal(x) && n % 2 === 1) {
    const { low, high, exp } = real.ends(x.re);
    const at = (end: bigint) => {
      const size = realRoot({ mid: end < 0n ? -end : end, rad: 0n, exp }, n, precision);
      return end < 0n ? real.negate(size) : size;
    };
    return complex.fromReal(low === high ? at(low) : real.hull(at(low), at(high), precision));
  }
  return complex.rationalPower(x, rational.rational(1, n), precision);
}

/** root(n, x): for odd n the real root of every real x; for even n the power 1/n. */
export const ROOT: FunctionFamily = {
  name: "root",
  about: "root of a degree: root(3, x)",
  arity: 2,
  total: false,
  fault: (args) => (numberValue(argument(args)) && degreeOf(args) === undefined ? DEGREE_EXPECTED : undefined),
  exact: (args) => {
    const degree = degreeOf(args);
    const inside = argument(args, 1);
    if (degree === undefined) return undefined;
    const exponent = number(rational.rational(1, degree));
    if (degree % 2 === 0) return power(inside, exponent);
    if (inside.kind === "number") return inside.value.num < 0 ? negate(power(opposite(inside), exponent)) : power(inside, exponent);
    if (isNegated(inside)) return negate(call("root", argument(args), opposite(inside)));
    return undefined;
  },
  derivative: (args, index) => {
    const degree = argument(args);
    const inside = argument(args, 1);
    if (index === 0) throw new RangeError("the degree of a root does not vary");
    return divide(call("root", degree, inside), product(degree, inside));
  },
  antiderivative: (args) => {
    const [degree, inside] = [argument(args), argument(args, 1)];
    return divide(product(degree, inside, call("root", degree, inside)), sum(degree, ONE));
  },
  ball: ([degree, inside], precision) => {
    return rootBall(degree ? Math.round(real.toNumber(degree.re)) : 0, inside ?? complex.ZERO, precision);
  },
  interval: ([degree, inside]) => {
    const n = degree?.low ?? 0;
    if (!inside || n < 2 || !Number.isInteger(n) || n !== degree?.high) return undefined;
    const reach = { atFrom: n % 2 === 1 ? Number.NEGATIVE_INFINITY : 0, atTo: Number.POSITIVE_INFINITY, ...(n % 2 === 1 ? {} : { from: 0 }) };
    return increasing((x, precision) => rootBall(n, x, precision), reach)([inside]);
  },
  double: (n, x) => (x < 0 && n % 2 === 1 ? -((-x) ** (1 / n)) : n === 3 ? Math.cbrt(x) : x ** (1 / n)),
  latex: ([degree, inside]) => `\\sqrt[${degree}]{${inside}}`,
  mathml: ([degree, inside]) => `<mroot><mrow>${inside}</mrow><mrow>${degree}</mrow></mroot>`,
  aliases: { cbrt: ([inside]) => call("root", number(3), inside ?? number(0)) },
};
