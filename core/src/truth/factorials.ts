import { call, divide, number, product, relation, subtract, sum } from "../expression/construct.ts";
import { type CallNode, type Expression, findAll } from "../expression/expression.ts";
import { mapChildren, replacePart } from "../expression/substitute.ts";
import { decide } from "./sign.ts";
import { expand } from "./simplify.ts";

/** Factorials of numbers that are this far apart are written by the least of them. */
const MOST_APART = 12;

/** Factorials whose arguments differ by whole numbers by the least of them: (n + 2)! as (n + 2) (n + 1) n!. */
export function withLeastFactorials(e: Expression): Expression {
  const isFactorial = (part: Expression): part is CallNode => part.kind === "call" && part.name === "factorial";
  const all = findAll(e, isFactorial).filter(isFactorial);
  return all.reduce<Expression>((current, one) => {
    const own = one.args[0] ?? one;
    const steps = all.map((other) => difference(own, other.args[0] ?? other)).filter((step) => step !== undefined);
    const down = Math.max(...steps, 0);
    if (down === 0 || down > MOST_APART) return current;
    const factors = Array.from({ length: down }, (_, k) => subtract(own, number(k)));
    return replacePart(current, one, product(...factors, call("factorial", sum(own, number(-down)))));
  }, e);
}

/** binomial(n, k) as n!/(k! (n − k)!), where k ≤ n is known. */
export function withFactorials(e: Expression, known: readonly Expression[]): Expression {
  const inner = mapChildren(e, (child) => withFactorials(child, known));
  const [n, k] = inner.kind === "call" && inner.name === "binomial" ? inner.args : [];
  // Of whole numbers, k ≤ n says the same as k < n + 1.
  const isWithin = n && k && [relation(k, "<=", n), relation(k, "<", sum(n, number(1)))].some((fact) => decide(fact, known) === true);
  if (!isWithin) return inner;
  return divide(call("factorial", n), product(call("factorial", k), call("factorial", expand(subtract(n, k)))));
}

function difference(a: Expression, b: Expression): number | undefined {
  const apart = expand(subtract(a, b));
  return apart.kind === "number" && apart.value.den === 1 ? Number(apart.value.num) : undefined;
}
