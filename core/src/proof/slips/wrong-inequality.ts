import { chain, logic, negate, relation } from "../../expression/construct.ts";
import { alternativesOf, MIRRORED } from "../../expression/equations.ts";
import { type Comparison, type Expression, equal } from "../../expression/expression.ts";
import { type Line, say } from "../../notation/inline.ts";

/** Another form of a claimed inequality, and what is said where it is the right one. */
export interface OtherInequality {
  readonly instead: Expression;
  readonly said: Line;
}

const OTHER_END: Readonly<Record<Comparison, Comparison>> = { "<": "<=", "<=": "<", ">": ">=", ">=": ">", "=": "=", "!=": "!=" };

/** What is probably meant where an inequality does not follow: the sign turned round, the end counted or not, both signs of a root. */
export function otherInequalities(claimed: Expression): readonly OtherInequality[] {
  const turned = withComparisons(claimed, MIRRORED);
  const otherEnds = withComparisons(claimed, OTHER_END);
  return [
    { instead: turned, said: say`the sign turns round when both sides are multiplied or divided by a negative number: ${turned}` },
    { instead: otherEnds, said: say`the ends count otherwise: ${otherEnds}` },
    ...bothSigns(claimed).map((instead) => ({ instead, said: say`both signs of the root count: ${instead}` })),
  ].filter(({ instead }) => !equal(instead, claimed));
}

function withComparisons(e: Expression, other: Readonly<Record<Comparison, Comparison>>): Expression {
  if (e.kind === "logic")
    return logic(
      e.operator,
      e.items.map((item) => withComparisons(item, other)),
    );
  if (e.kind !== "relation") return e;
  return chain(
    e.operands,
    e.comparisons.map((comparison) => other[comparison]),
  );
}

/** −c < x < c for x < c, and x < −c or x > c for x > c. */
function bothSigns(claimed: Expression): readonly Expression[] {
  const [left, right] = alternativesOf(claimed).length === 1 && claimed.kind === "relation" && claimed.operands.length === 2 ? claimed.operands : [];
  const [comparison] = claimed.kind === "relation" ? claimed.comparisons : [];
  if (!left || !right || !comparison || comparison === "=" || comparison === "!=") return [];
  return comparison.startsWith("<")
    ? [chain([negate(right), left, right], [comparison, comparison])]
    : [logic("or", [relation(left, MIRRORED[comparison], negate(right)), claimed])];
}
