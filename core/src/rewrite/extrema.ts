import { cases, logic, relation } from "../expression/construct.ts";
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
