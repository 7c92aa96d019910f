import { call, cases, divide, logic, number, product, relation, subtract, sum, TWO } from "../expression/construct.ts";
import { contains, type Expression } from "../expression/expression.ts";
import { mapChildren } from "../expression/substitute.ts";

/** Extrema that hold a variable as cases: max(a, b) is a where a ≥ b, and b otherwise. */
export function extremaAsCases(e: Expression, variable: string): Expression {
  const inner = mapChildren(e, (part) => extremaAsCases(part, variable));
  if (inner.kind !== "call" || (inner.name !== "max" && inner.name !== "min") || !contains(inner, variable)) return inner;
  const better = inner.name === "max" ? ">=" : "<=";
  const branches = inner.args.slice(0, -1).map((value, k) => {
    const wins = inner.args.slice(k + 1).map((other) => relation(value, better, other));
    const [only] = wins;
    return { value, condition: wins.length === 1 && only ? only : logic("and", wins) };
  });
  return cases(branches, inner.args.at(-1));
}

/** max(a, b) as (a + b + |a − b|)/2 and min(a, b) as (a + b − |a − b|)/2, which have derivatives by the rules. */
export function extremaAsBars(e: Expression): Expression {
  const inner = mapChildren(e, extremaAsBars);
  if (inner.kind !== "call" || (inner.name !== "max" && inner.name !== "min")) return inner;
  const sign = number(inner.name === "max" ? 1 : -1);
  return inner.args.reduce((a, b) => divide(sum(a, b, product(sign, call("abs", subtract(a, b)))), TWO));
}
