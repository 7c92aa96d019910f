import { equation, HALF, name, negate, numberValue, ONE, power, product, subtract, sum, TWO } from "../../expression/construct.ts";
import { equal } from "../../expression/expression.ts";
import * as rational from "../../number/rational.ts";
import type { Solved } from "../solution.ts";
import { Chain, type Quadratic } from "./quadratic-form.ts";
import { finishSquare } from "./taking-roots.ts";

/** A middle coefficient beyond this is better left to the formula. */
const LARGEST_BY_EYE = 200;

/** x² + 2h x + c = 0 with a whole h: (x + h)² = h² − c. */
export function completingTheSquare(q: Quadratic): Solved | undefined {
  const [b, c] = [numberValue(q.b), numberValue(q.c)];
  if (!equal(q.a, ONE) || !b || !c || c.den !== 1 || rational.multiply(b, rational.HALF).den !== 1 || Math.abs(rational.toNumber(b)) > LARGEST_BY_EYE)
    return undefined;
  const { unknown, assumptions, domain } = q.form.task;
  const chain = new Chain(q.form);
  const x = name(unknown);
  const half = product(HALF, q.b);
  const square = power(half, TWO);
  const value = subtract(square, q.c);
  chain.to(equation(sum(power(x, TWO), product(q.b, x)), negate(q.c)), "collect the unknown", [unknown]);
  chain.to(equation(power(sum(x, half), TWO), value), "complete the square", [half, square]);
  return finishSquare(q, chain, sum(x, half), value, domain === "complex", assumptions, unknown);
}
