import { type Step, step } from "../derivation/step.ts";
import { equation, logic, negate, power, product, TWO, ZERO } from "../expression/construct.ts";
import { alternativesOf, isEquation, sideDifference, sidesOf } from "../expression/equations.ts";
import { type Expression, equal } from "../expression/expression.ts";
import { stepsBetween } from "./between-equations.ts";
import { areSame } from "./tidy.ts";

/**
 * The steps that lead from an equation to alternatives: to a square on both sides, whose roots are taken, or to a product that is 0. Undefined where
 * none are found.
 * @param unknown the name that the equations are about
 */
export function stepsToAlternatives(before: Expression, after: Expression, unknown: string, assumptions: readonly Expression[]): readonly Step[] | undefined {
  for (const { last, rule } of lastEquations(after)) {
    const steps = equal(before, last) ? [] : stepsBetween(before, last, unknown, assumptions);
    if (!steps) continue;
    const split = rule === "zero product" ? factorsAsEquations(after, unknown) : after;
    const own = step(rule, [], { kind: "equivalent", unknown, before: last, after: split });
    return [...steps, own, ...(equal(split, after) ? [] : [step("bring over in each", [], { kind: "equivalent", unknown, before: split, after })])];
  }
  return undefined;
}

/** Each factor as an equation; values that are listed are read off at once. */
function factorsAsEquations(after: Expression, unknown: string): Expression {
  const isListed = (item: Expression): boolean => {
    const [left] = sidesOf(item);
    return left?.kind === "name" && left.name === unknown;
  };
  const items = alternativesOf(after);
  return logic(
    "or",
    items.map((item) => (isEquation(item) && !isListed(item) ? equation(sideDifference(item), ZERO) : item)),
  );
}

/** The equations of which the alternatives are read off. */
function lastEquations(after: Expression): readonly { readonly last: Expression; readonly rule: "take square roots" | "zero product" }[] {
  const items = alternativesOf(after);
  const [first, second, ...more] = items;
  if (!first || !second || !items.every(isEquation)) return [];
  const [[left, right], [again, other]] = [sidesOf(first), sidesOf(second)];
  const isSquare = more.length === 0 && left && right && again && other && equal(left, again) && areSame(other, negate(right));
  return [
    ...(isSquare ? [{ last: equation(power(left, TWO), power(right, TWO)), rule: "take square roots" as const }] : []),
    { last: equation(product(...items.map((item) => (isEquation(item) ? sideDifference(item) : item))), ZERO), rule: "zero product" as const },
  ];
}
