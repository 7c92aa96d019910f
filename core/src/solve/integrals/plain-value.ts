import { withBasesOnce } from "../../calculus/positive-terms.ts";
import { isPositiveConstant, negate, ONE, product, relation, sum, ZERO } from "../../expression/construct.ts";
import { type Expression, factorsOf, termsOf } from "../../expression/expression.ts";
import { mapChildren } from "../../expression/substitute.ts";
import { withoutTurns } from "../../rewrite/forms/whole-turns.ts";
import { readable } from "../../rewrite/readable.ts";
import { withRootsOut } from "../../rewrite/roots/constant-root.ts";
import { complexity, decide, expandedLogarithm } from "../../truth/index.ts";

/** The most readable form of a value: without bars whose sign is known, and with logarithms taken apart where that is shorter. */
export function plainValue(e: Expression, assumptions: readonly Expression[]): Expression {
  const apart = (part: Expression): Expression => {
    const inner = mapChildren(part, apart);
    return inner.kind === "call" && inner.name === "ln" ? expandedLogarithm(inner.args[0] ?? ONE, assumptions, true) : inner;
  };
  const plain = constantsOnce(withoutTurns(withoutBars(e, assumptions)));
  const forms = [readable(plain), readable(apart(plain))];
  return withRootsOut(
    forms.reduce((best, next) => (complexity(next) < complexity(best) ? next : best)),
    assumptions,
  );
}

/** The positive constants of each term with every base once: √2 √(2π)/√π is 2. */
function constantsOnce(e: Expression): Expression {
  return sum(
    ...termsOf(e).map((term) => {
      const factors = factorsOf(term);
      const constants = factors.filter(
        (factor) => factor.kind === "power" && factor.exponent.kind === "number" && factorsOf(factor.base).every(isPositiveConstant),
      );
      return constants.length < 2 ? term : product(withBasesOnce(product(...constants)), ...factors.filter((factor) => !constants.includes(factor)));
    }),
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
