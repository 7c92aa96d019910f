import { differentiate } from "../src/calculus/derivative.ts";
import { AtInfinity } from "../src/calculus/limit/at-infinity.ts";
import { localSeries } from "../src/calculus/limit/local-series.ts";
import { judgeLimit } from "../src/check/calculus/limit.ts";
import { call, E, HALF, name, number, power, product, sum, ZERO } from "../src/expression/construct.ts";
import type { Expression } from "../src/expression/expression.ts";
import { simplify } from "../src/truth/index.ts";
import type { Growth } from "./measure.ts";

const X = name("x");

/** Exponentials and logarithms with each other in their exponents, to a depth: e^(ln(x + n) − 1/…). */
function nested(depth: number, inside: Expression): Expression {
  return depth === 0 ? inside : power(E, sum(call("ln", sum(X, number(depth))), product(number(-1), power(nested(depth - 1, inside), number(-1)))));
}

const ORDERS = [4, 8, 16, 24] as const;

export const CALCULUS_GROWTH: readonly Growth[] = [
  {
    name: "limit of exponentials and logarithms nested n deep",
    sizes: [1, 2, 3, 4],
    work: (n) => () => new AtInfinity("x", []).limit(nested(n, X)),
  },
  {
    name: "judge of a limit in which the first n terms cancel",
    sizes: [3, 6, 9, 12],
    work: (n) => () => {
      const terms = Array.from({ length: n }, (_, k) => product(power(call("factorial", number(k)), number(-1)), power(X, number(k))));
      const before = product(sum(power(E, X), product(number(-1), sum(...terms))), power(X, number(-n)));
      const after = power(call("factorial", number(n)), number(-1));
      return judgeLimit({ kind: "limit", place: { variable: "x", at: ZERO, whole: false }, before, after }, []);
    },
  },
  { name: "series of tan x to order n", sizes: ORDERS, work: (n) => () => localSeries(call("tan", X), { variable: "x", at: ZERO }, n, []) },
  {
    name: "series of sqrt(1 + sin x) to order n",
    sizes: ORDERS,
    work: (n) => () => localSeries(power(sum(number(1), call("sin", X)), HALF), { variable: "x", at: ZERO }, n, []),
  },
  {
    name: "nth derivative of x^3 e^(-x), tidied each time",
    sizes: [2, 4, 8, 12],
    work: (n) => () => {
      let e: Expression = product(power(X, number(3)), power(E, product(number(-1), X)));
      for (let k = 0; k < n; k += 1) e = simplify(differentiate(e, "x")).expression;
      return e;
    },
  },
];
