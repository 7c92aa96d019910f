import { logic, name, negate, number, power, relation, subtract, TWO, ZERO } from "../expression/construct.ts";
import { MIRRORED } from "../expression/equations.ts";
import { type Comparison, contains, type Expression, equal, findAll } from "../expression/expression.ts";
import { freshName, mapChildren } from "../expression/substitute.ts";
import { polynomialCoefficients } from "./coefficients.ts";

/** More bars would say too much. */
const MOST_BARS = 2;

/**
 * A condition with bars as conditions without: where bars only make the smaller side greater it holds for both signs of each, |u| + |v| ≤ c as ±u ± v ≤ c; and |u| ≥ c for a number
 * c ≥ 0 is u² ≥ c². Undefined for other conditions.
 */
export function withoutBars(condition: Expression): Expression | undefined {
  if (condition.kind !== "relation" || condition.comparisons.length !== 1) return undefined;
  const [comparison = "="] = condition.comparisons;
  const [left = ZERO, right = ZERO] = condition.operands;
  if (comparison === "=" || comparison === "!=") return undefined;
  const [small, large] = comparison.startsWith("<") ? [left, right] : [right, left];
  const own: Comparison = comparison.startsWith("<") ? comparison : MIRRORED[comparison];
  const bars = barsIn(subtract(small, large));
  if (bars.length === 0 || bars.length > MOST_BARS) return undefined;
  if (bars.every((bar) => slopeOf(subtract(small, large), bar) === 1)) {
    const choices = bars.reduce<readonly (readonly Expression[])[]>(
      (lists, bar) =>
        lists.flatMap((list) => [
          [...list, insideOf(bar)],
          [...list, negate(insideOf(bar))],
        ]),
      [[]],
    );
    return logic(
      "and",
      choices.map((choice) => relation(replaced(small, bars, choice), own, replaced(large, bars, choice))),
    );
  }
  const [bar, ...more] = bars;
  const isFar = bar && more.length === 0 && equal(bar, large) && small.kind === "number" && small.value.num >= 0;
  return isFar ? relation(power(small, TWO), own, power(insideOf(bar), TWO)) : undefined;
}

function barsIn(e: Expression): readonly Expression[] {
  const all = findAll(e, (part) => part.kind === "call" && part.name === "abs");
  return all.filter((bar, k) => all.findIndex((other) => equal(bar, other)) === k);
}

const insideOf = (bar: Expression): Expression => (bar.kind === "call" ? (bar.args[0] ?? ZERO) : ZERO);

/** The sign of the number before some bars in an expression of first degree in them; undefined for anything else. */
function slopeOf(e: Expression, bar: Expression): 1 | -1 | undefined {
  const letter = freshName("t", [e]);
  const [, slope, ...more] = polynomialCoefficients(replaced(e, [bar], [name(letter)]), letter) ?? [];
  if (contains(insideOf(bar), letter) || more.length > 0 || slope?.kind !== "number") return undefined;
  return slope.value.num > 0 ? 1 : -1;
}

function replaced(e: Expression, parts: readonly Expression[], by: readonly Expression[]): Expression {
  const place = parts.findIndex((part) => equal(part, e));
  return place >= 0 ? (by[place] ?? number(0)) : mapChildren(e, (child) => replaced(child, parts, by));
}
