import { negate, ONE, relation, ZERO } from "../../expression/construct.ts";
import type { Expression } from "../../expression/expression.ts";
import { mapChildren } from "../../expression/substitute.ts";
import { withRootsOut } from "../../rewrite/constant-root.ts";
import { withoutTurns } from "../../rewrite/forms/whole-turns.ts";
import { complexity, decide, expandedLogarithm } from "../../truth/index.ts";
import { readable } from "../values.ts";

/** The most readable form of a value: without bars whose sign is known, and with logarithms taken apart where that is shorter. */
export function plainValue(e: Expression, assumptions: readonly Expression[]): Expression {
  const apart = (part: Expression): Expression => {
    const inner = mapChildren(part, apart);
    return inner.kind === "call" && inner.name === "ln" ? expandedLogarithm(inner.args[0] ?? ONE, assumptions, true) : inner;
  };
  const plain = withoutTurns(withoutBars(e, assumptions));
  const forms = [readable(plain), readable(apart(plain))];
  return withRootsOut(
    forms.reduce((best, next) => (complexity(next) < complexity(best) ? next : best)),
    assumptions,
  );
}

/** Bars left out where what is known decides the sign inside them. */
export function withoutBars(e: Expression, known: readonly Expression[]): Expression {
  const inner = mapChildren(e, (child) => withoutBars(child, known));
  if (inner.kind !== "call" || inner.name !== "abs") return inner;
  const [inside = ZERO] = inner.args;
  if (decide(relation(inside, ">=", ZERO), known)) return inside;
  return decide(relation(inside, "<=", ZERO), known) ? negate(inside) : inner;
}
