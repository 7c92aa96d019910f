import type { Claim } from "../../derivation/step.ts";
import { negate, power, relation, subtract, TWO, ZERO } from "../../expression/construct.ts";
import { type Expression, equal, findAll } from "../../expression/expression.ts";
import { mapChildren } from "../../expression/substitute.ts";
import { decide, equalityTest } from "../../truth/index.ts";

/**
 * Whether a condition with bars says the same as conditions without: in each region where the insides keep their signs the condition is one of those, and all the others follow from
 * it there; or it compares bars with a number that is not negative, and their squares are compared.
 */
export function isWithoutBars({ before, after }: Extract<Claim, { kind: "without bars" }>, assumptions: readonly Expression[]): boolean {
  const parts = after.kind === "logic" ? after.items : [after];
  const [own, ...others] = [before, ...parts].map(excess);
  if (!own || !others.every((one) => one !== undefined && one.strict === own.strict)) return false;
  const claimed = others.flatMap((one) => (one ? [one.side] : []));
  const bars = findAll(own.side, (part) => part.kind === "call" && part.name === "abs");
  const insides = bars.flatMap((bar) => (bar.kind === "call" ? bar.args : [])).filter((inside, k, all) => all.findIndex((other) => equal(inside, other)) === k);
  if (isOfSquares(own.side, claimed, insides)) return true;
  return regionsOf(insides).every((region) => {
    const there = written(own.side, insides, region);
    const known = [...assumptions, ...region.map((inside) => relation(inside, ">=", ZERO))];
    const isThere = claimed.some((side) => equalityTest(side, there).kind === "zero");
    return isThere && claimed.every((side) => decide(relation(subtract(there, side), ">=", ZERO), known) === true);
  });
}

/** A condition as what must not be positive (or must be negative: strict). */
function excess(condition: Expression): { readonly side: Expression; readonly strict: boolean } | undefined {
  if (condition.kind !== "relation" || condition.comparisons.length !== 1) return undefined;
  const [comparison = "="] = condition.comparisons;
  const [left = ZERO, right = ZERO] = condition.operands;
  if (comparison === "=" || comparison === "!=") return undefined;
  return { side: comparison.startsWith("<") ? subtract(left, right) : subtract(right, left), strict: comparison.length === 1 };
}

/** c − |u| against c² − u² for a number c ≥ 0: the second is the first times c + |u|, which is positive or 0 with both. */
function isOfSquares(side: Expression, claimed: readonly Expression[], [inside, ...more]: readonly Expression[]): boolean {
  const [only, ...others] = claimed;
  if (!inside || !only || more.length + others.length > 0) return false;
  const constant = written(side, [inside], [ZERO]);
  const isFar =
    constant.kind === "number" &&
    constant.value.num >= 0 &&
    [inside, negate(inside)].every((own) => equalityTest(written(side, [inside], [own]), subtract(constant, own)).kind === "zero");
  return isFar && equalityTest(only, subtract(power(constant, TWO), power(inside, TWO))).kind === "zero";
}

/** The insides with every choice of signs. */
function regionsOf(insides: readonly Expression[]): readonly (readonly Expression[])[] {
  return insides.reduce<readonly (readonly Expression[])[]>(
    (lists, inside) =>
      lists.flatMap((list) => [
        [...list, inside],
        [...list, negate(inside)],
      ]),
    [[]],
  );
}

/** An expression with what stands for the bars around some insides. */
function written(e: Expression, insides: readonly Expression[], meanings: readonly Expression[]): Expression {
  if (e.kind === "call" && e.name === "abs") {
    const place = insides.findIndex((inside) => e.args[0] && equal(inside, e.args[0]));
    return meanings[place] ?? e;
  }
  return mapChildren(e, (child) => written(child, insides, meanings));
}
