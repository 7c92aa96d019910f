import type { ComplexBall } from "../../number/complex-ball.ts";
import * as complex from "../../number/complex-ball.ts";
import { fromBigInt } from "../../number/integer.ts";
import { rational } from "../../number/rational.ts";
import * as real from "../../number/real-ball.ts";
import { call, number, numberValue, relation, ZERO } from "../construct.ts";
import type { Expression } from "../expression.ts";
import { argument } from "./arguments.ts";
import type { FunctionFamily } from "./family.ts";

/** Factorials beyond this are left as they stand. */
const LARGEST = 3000;

function wholeNumber(e: Expression): number | undefined {
  const value = numberValue(e);
  return value && value.den === 1 && typeof value.num === "number" && value.num >= 0 && value.num <= LARGEST ? value.num : undefined;
}

function wholeBall(x: ComplexBall | undefined): number {
  const value = x && complex.isReal(x) ? real.exactInteger(x.re) : undefined;
  if (value === undefined || value < 0 || value > LARGEST) throw new real.BallUndefined("a factorial is for whole numbers");
  return value;
}

function factorial(n: number): bigint {
  let result = 1n;
  for (let k = 2; k <= n; k += 1) result *= BigInt(k);
  return result;
}

function choose(n: number, k: number): bigint {
  if (k > n) return 0n;
  let result = 1n;
  for (let j = 1; j <= k; j += 1) result = (result * BigInt(n - k + j)) / BigInt(j);
  return result;
}

/** Factorials and binomial coefficients are for the whole numbers from 0. */
function isCounted(args: readonly Expression[]): readonly Expression[] {
  return args.flatMap((arg) => [relation(arg, ">=", ZERO), relation(call("floor", arg), "=", arg)]);
}

export const FACTORIAL: FunctionFamily = {
  name: "factorial",
  about: "factorial",
  arity: 1,
  total: false,
  exact: (args) => {
    const n = wholeNumber(argument(args));
    return n === undefined ? undefined : number(rational(fromBigInt(factorial(n))));
  },
  domain: isCounted,
  singular: isCounted,
  ball: ([x], precision) => complex.fromReal(real.ball(factorial(wholeBall(x)), 0n, 0, precision)),
  double: (x) => (Number.isInteger(x) && x >= 0 && x <= 170 ? Number(factorial(x)) : Number.NaN),
};

export const BINOMIAL: FunctionFamily = {
  name: "binomial",
  about: "binomial coefficient",
  arity: 2,
  total: false,
  exact: (args) => {
    const [n, k] = [wholeNumber(argument(args)), wholeNumber(argument(args, 1))];
    return n === undefined || k === undefined ? undefined : number(rational(fromBigInt(choose(n, k))));
  },
  domain: isCounted,
  singular: isCounted,
  ball: ([n, k], precision) => complex.fromReal(real.ball(choose(wholeBall(n), wholeBall(k)), 0n, 0, precision)),
  double: (n, k) => (Number.isInteger(n) && Number.isInteger(k) && n >= 0 && k >= 0 ? Number(choose(n, k)) : Number.NaN),
  latex: ([n, k]) => `\\binom{${n}}{${k}}`,
  mathml: ([n, k]) => `<mrow><mo>(</mo><mfrac linethickness="0"><mrow>${n}</mrow><mrow>${k}</mrow></mfrac><mo>)</mo></mrow>`,
};
