import * as complex from "../../number/complex-ball.ts";
import { enclosingRationals } from "../../number/decimal.ts";
import * as integer from "../../number/integer.ts";
import * as rational from "../../number/rational.ts";
import { BallUndefined, fromInteger } from "../../number/real-ball.ts";
import { number } from "../construct.ts";
import { isWhole } from "../whole.ts";
import { argument } from "./arguments.ts";
import type { FunctionFamily } from "./family.ts";
import { steps } from "./interval-shapes.ts";

const LARGEST_EXPONENT = 20_000;

const ceiling = (value: rational.Rational): integer.Integer => integer.negate(rational.floor(rational.negate(value)));

function rounding(
  name: string,
  about: string,
  round: (value: rational.Rational) => integer.Integer,
  double: (x: number) => number,
  ends: readonly [string, string],
): FunctionFamily {
  return {
    name,
    about,
    arity: 1,
    total: true,
    exact: (args) => {
      const x = argument(args);
      if (x.kind === "number") return number(rational.rational(round(x.value)));
      return isWhole(x) ? x : undefined;
    },
    ball: ([x]) => {
      if (!x || !complex.isReal(x)) throw new BallUndefined(`${name} of a number that is not real`);
      if (Math.abs(x.re.exp) > LARGEST_EXPONENT) throw new BallUndefined(`${name} of a number that is too large to write out`);
      const { low, high } = enclosingRationals(x.re);
      const [first, last] = [round(low), round(high)];
      if (first !== last) throw new BallUndefined(`${name} jumps inside the ball`);
      return complex.fromReal(fromInteger(first));
    },
    interval: steps(double),
    double,
    latex: ([inside]) => `\\left\\${ends[0]} ${inside}\\right\\${ends[1]} `,
    mathml: ([inside]) => `<mrow><mo>${name === "floor" ? "⌊" : "⌈"}</mo>${inside}<mo>${name === "floor" ? "⌋" : "⌉"}</mo></mrow>`,
  };
}

/** The largest whole number not above x, and the smallest not below it. */
export const FLOOR = rounding("floor", "the whole number below", rational.floor, Math.floor, ["lfloor", "rfloor"]);
export const CEILING = rounding("ceil", "the whole number above", ceiling, Math.ceil, ["lceil", "rceil"]);
