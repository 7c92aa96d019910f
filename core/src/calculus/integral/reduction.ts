import { call, divide, number, ONE, power, product, sum } from "../../expression/construct.ts";
import type { Expression } from "../../expression/expression.ts";
import { indefiniteIntegral } from "../../expression/integral.ts";
import { linearIn } from "./linear.ts";
import { integralStep, type Rule } from "./rule.ts";

const LARGEST = 20;

/** One power of a function led back to a lower one. */
interface Lowered {
  /** What is found at once, by the inside and its slope. */
  readonly outside: (u: Expression, n: number) => Expression;
  /** By how much of the lower power the rest is. */
  readonly factor: (n: number) => Expression;
}

const LOWERED: Readonly<Record<string, Lowered>> = {
  sec: {
    outside: (u, n) => divide(product(power(call("sec", u), number(n - 2)), call("tan", u)), number(n - 1)),
    factor: (n) => divide(number(n - 2), number(n - 1)),
  },
  csc: {
    outside: (u, n) => divide(product(number(-1), power(call("csc", u), number(n - 2)), call("cot", u)), number(n - 1)),
    factor: (n) => divide(number(n - 2), number(n - 1)),
  },
  tan: { outside: (u, n) => divide(power(call("tan", u), number(n - 1)), number(n - 1)), factor: () => number(-1) },
  cot: { outside: (u, n) => divide(product(number(-1), power(call("cot", u), number(n - 1))), number(n - 1)), factor: () => number(-1) },
  tanh: { outside: (u, n) => divide(product(number(-1), power(call("tanh", u), number(n - 1))), number(n - 1)), factor: () => ONE },
};

/** The function of which a negative power of another one is a positive power. */
const INVERSES: Readonly<Record<string, string>> = { cos: "sec", sin: "csc", cot: "tan", tan: "cot" };

/** Higher powers of sec, csc, tan, cot and tanh: by parts, or by tan² = sec² − 1, led back to lower ones. */
export const REDUCTION: Rule = (f, { variable, integrate }) => {
  if (f.kind !== "power" || f.base.kind !== "call" || f.exponent.kind !== "number" || f.exponent.value.den !== 1) return undefined;
  const exponent = Number(f.exponent.value.num);
  const [inside] = f.base.args;
  const inner = inside && linearIn(inside, variable);
  const own = exponent < 0 ? INVERSES[f.base.name] : f.base.name;
  const n = Math.abs(exponent);
  const rule = own === undefined ? undefined : LOWERED[own];
  if (!inner || !rule || own === undefined || n < 3 || n > LARGEST) return undefined;
  const lower = power(call(own, inside), number(n - 2));
  const found = integrate(lower);
  if (!found) return undefined;
  const outside = divide(rule.outside(inside, n), inner.slope);
  const factor = rule.factor(n);
  const said = integralStep("lower the power", [], f, variable, sum(outside, product(factor, indefiniteIntegral(lower, variable))));
  const value = sum(outside, product(factor, found.value));
  return { value, steps: [said, ...found.steps, integralStep("put the integrals in", [], f, variable, value)] };
};
