import { equation, number, relation, subtract, sum, ZERO } from "../../expression/construct.ts";
import { sidesOf } from "../../expression/equations.ts";
import { type Expression, equal, freeNames } from "../../expression/expression.ts";
import * as rational from "../../number/rational.ts";
import { type EquivalenceWay, REAL, SAME } from "./way.ts";

/** ⌊u⌋ = k as k ≤ u < k + 1, ⌈u⌉ = k as k − 1 < u ≤ k. */
export const ROUNDED: EquivalenceWay = {
  name: "rounding undone",
  theorem: "⌊u⌋ = k exactly for k ≤ u < k + 1, ⌈u⌉ = k exactly for k − 1 < u ≤ k",
  source: "definition",
  worlds: REAL,
  proves: ({ before, after }) => {
    const [left, right] = sidesOf(before);
    if (left?.kind !== "call" || right?.kind !== "number" || !rational.isInteger(right.value)) return undefined;
    const [u = ZERO] = left.args;
    const bounds: readonly Expression[] =
      left.name === "floor"
        ? [relation(u, ">=", right), relation(u, "<", sum(right, number(1)))]
        : left.name === "ceil"
          ? [relation(u, ">", subtract(right, number(1))), relation(u, "<=", right)]
          : [];
    const said = after.kind === "logic" && after.operator === "and" ? after.items : [];
    return bounds.length > 0 && said.length === bounds.length && bounds.every((bound, k) => equal(bound, said[k] ?? ZERO)) ? SAME : undefined;
  },
};

const LARGEST = 400;

/** u! = c as u = n for every n with that factorial. */
export const FACTORIAL_UNDONE: EquivalenceWay = {
  name: "factorial undone",
  theorem: "factorials rise strictly from 1! on, and 0! is 1",
  source: "definition",
  worlds: REAL,
  proves: ({ before, alternatives }) => {
    const [left, right] = sidesOf(before);
    if (left?.kind !== "call" || left.name !== "factorial" || right?.kind !== "number") return undefined;
    const [u = ZERO] = left.args;
    const open = alternatives.filter((one) => freeNames(one).size > 0);
    let factorial = rational.ONE;
    let found = 0;
    for (let n = 0; n <= LARGEST; n += 1) {
      const order = rational.compare(factorial, right.value);
      // From here on factorials are larger.
      if (order > 0) return found === open.length ? SAME : undefined;
      if (order === 0) {
        if (!open.some((one) => equal(one, equation(u, number(n))))) return undefined;
        found += 1;
      }
      factorial = rational.multiply(factorial, rational.rational(n + 1));
    }
    return undefined;
  },
};
