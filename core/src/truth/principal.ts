import { HALF, negate, PI, product, relation, ZERO } from "../expression/construct.ts";
import type { Expression } from "../expression/expression.ts";
import { mapChildren } from "../expression/substitute.ts";
import { decide } from "./sign.ts";

const QUARTER = product(HALF, PI);

/** For each inverse function the function that it undoes, and the angles for which it gives back the angle itself. */
const PRINCIPAL: Readonly<Record<string, { readonly of: string; readonly range: (u: Expression) => readonly Expression[] }>> = {
  arcsin: { of: "sin", range: (u) => [relation(u, ">=", negate(QUARTER)), relation(u, "<=", QUARTER)] },
  arccos: { of: "cos", range: (u) => [relation(u, ">=", ZERO), relation(u, "<=", PI)] },
  arctan: { of: "tan", range: (u) => [relation(u, ">", negate(QUARTER)), relation(u, "<", QUARTER)] },
  arccot: { of: "cot", range: (u) => [relation(u, ">", ZERO), relation(u, "<", PI)] },
};

/** What u must satisfy for f⁻¹(f(u)) to be u, and u itself; undefined for anything else. */
export function principalRange(e: Expression): { readonly inside: Expression; readonly range: readonly Expression[] } | undefined {
  const own = e.kind === "call" ? PRINCIPAL[e.name] : undefined;
  const [f] = e.kind === "call" ? e.args : [];
  const [u] = f?.kind === "call" && f.name === own?.of ? f.args : [];
  return own && u && { inside: u, range: own.range(u) };
}

/** The expression with arcsin(sin u) and its like as u, where what is known keeps u in the range of the inverse function. */
export function withPrincipalValues(e: Expression, known: readonly Expression[]): Expression {
  const inner = mapChildren(e, (child) => withPrincipalValues(child, known));
  const found = principalRange(inner);
  return found?.range.every((condition) => decide(condition, known) === true) ? found.inside : inner;
}
