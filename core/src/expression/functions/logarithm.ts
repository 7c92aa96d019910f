import * as complex from "../../number/complex-ball.ts";
import { invert, multiply } from "../../number/interval.ts";
import * as rational from "../../number/rational.ts";
import { call, divide, isNumber, negate, number, numberValue, power, product, relation, ZERO } from "../construct.ts";
import { type Expression, equal } from "../expression.ts";
import { argument } from "./arguments.ts";
import type { FunctionFamily } from "./family.ts";
import { increasing } from "./interval-shapes.ts";

const LN = increasing(complex.ln, { from: 0, atFrom: Number.NEGATIVE_INFINITY, atTo: Number.POSITIVE_INFINITY });

export const NATURAL_LOGARITHM: FunctionFamily = {
  name: "ln",
  about: "natural logarithm",
  arity: 1,
  total: false,
  inverse: "exp",
  exact: (args) => {
    const inside = argument(args);
    if (isNumber(inside, 1)) return ZERO;
    if (inside.kind === "constant" && inside.name === "e") return number(1);
    const ofE = inside.kind === "power" && inside.base.kind === "constant" && inside.base.name === "e";
    return ofE && inside.exponent.kind === "number" ? inside.exponent : undefined;
  },
  derivative: (args) => divide(number(1), argument(args)),
  domain: (args) => [relation(argument(args), ">", ZERO)],
  singular: (args) => [relation(argument(args), "!=", ZERO)],
  ball: ([x], precision) => complex.ln(x ?? complex.ZERO, precision),
  interval: LN,
  double: Math.log,
  symbol: "\\ln",
};

/** Roots beyond this one are not looked for among logarithms. */
const MOST_ROOT = 6;

/** The k with base^k = value, for rational base and value, when it is a whole number or a short fraction: log_9 27 = 3/2. */
function rationalExponent(base: Expression, value: Expression): Expression | undefined {
  const [b, x] = [numberValue(base), numberValue(value)];
  if (!b || !x || b.num <= 0 || x.num <= 0 || rational.isOne(b)) return undefined;
  const near = Math.log(rational.toNumber(x)) / Math.log(rational.toNumber(b));
  if (!Number.isFinite(near) || Math.abs(near) > 5000) return undefined;
  for (let q = 1; q <= MOST_ROOT; q += 1) {
    const p = Math.round(near * q);
    if (Math.abs(p - near * q) < 1e-9 * Math.max(1, Math.abs(p)) && equal(power(base, number(p)), power(value, number(q))))
      return number(rational.rational(p, q));
  }
  return undefined;
}

/** log(b, x), written log_b(x), lg for b = 10 and lb for b = 2. */
export const LOGARITHM: FunctionFamily = {
  name: "log",
  about: "logarithm to a base: log_2(x)",
  arity: 2,
  total: false,
  fault: (args) => (isNumber(argument(args), 0) || isNumber(argument(args), 1) ? "the base of a logarithm is neither 0 nor 1" : undefined),
  exact: (args) => {
    const [base, inside] = [argument(args), argument(args, 1)];
    if (base.kind === "constant" && base.name === "e") return call("ln", inside);
    if (isNumber(inside, 1)) return ZERO;
    return equal(base, inside) ? number(1) : rationalExponent(base, inside);
  },
  derivative: (args, index) => {
    const [base, inside] = [argument(args), argument(args, 1)];
    if (index === 1) return divide(number(1), product(inside, call("ln", base)));
    return negate(divide(call("ln", inside), product(base, power(call("ln", base), number(2)))));
  },
  domain: (args) => {
    const [base, inside] = [argument(args), argument(args, 1)];
    const positive = relation(inside, ">", ZERO);
    return base.kind === "number" ? [positive] : [relation(base, ">", ZERO), relation(base, "!=", number(1)), positive];
  },
  singular: (args) => [relation(argument(args), "!=", ZERO), relation(argument(args), "!=", number(1)), relation(argument(args, 1), "!=", ZERO)],
  ball: ([base, x], precision) => complex.divide(complex.ln(x ?? complex.ZERO, precision + 16), complex.ln(base ?? complex.ZERO, precision + 16), precision),
  interval: ([base, x]) => {
    const [below, above] = [base && LN([base]), x && LN([x])];
    const inverse = below && invert(below);
    return above && inverse && multiply(above, inverse);
  },
  double: (base, x) => (base === 10 ? Math.log10(x) : base === 2 ? Math.log2(x) : Math.log(x) / Math.log(base)),
  aliases: {
    lg: ([x]) => call("log", number(10), x ?? ZERO),
    lb: ([x]) => call("log", number(2), x ?? ZERO),
  },
};
