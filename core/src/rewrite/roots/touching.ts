import { subtract } from "../../expression/construct.ts";
import { linksOf } from "../../expression/equations.ts";
import type { Expression } from "../../expression/expression.ts";
import { replacePart, substitute } from "../../expression/substitute.ts";
import { byArgument, decide, equalityTest, simplify } from "../../truth/index.ts";

/**
 * Whether a value of the unknown satisfies one of the relations only where a part of it has a single value, and is there the same as
 * another value that satisfies them all: −arccos a lies in [0, π] only for a = 1, where it is 0, as arccos a is.
 */
export function isOtherWhereInside(
  value: Expression,
  other: Expression,
  unknown: string,
  within: readonly Expression[],
  known: readonly Expression[],
): boolean {
  return within
    .flatMap((fact) => singlePlaces(simplify(substitute(fact, new Map([[unknown, value]]))).expression))
    .some(({ part, at }) => {
      const [own, another] = [value, other].map((e) => simplify(replacePart(e, part, at)).expression);
      if (!own || !another || equalityTest(own, another, known).kind !== "zero") return false;
      return within.every((fact) => decide(simplify(substitute(fact, new Map([[unknown, another]]))).expression, known) === true);
    });
}

/** Values of parts at which alone a comparison of a relation holds. */
function singlePlaces(fact: Expression): readonly { readonly part: Expression; readonly at: Expression }[] {
  if (fact.kind !== "relation") return [];
  return linksOf(fact).flatMap(({ left, comparison, right }) => {
    const found = byArgument(subtract(left, right), comparison);
    const [part, at] = typeof found === "object" && found.kind === "relation" && found.comparisons[0] === "=" ? found.operands : [];
    return part && at ? [{ part, at }] : [];
  });
}
