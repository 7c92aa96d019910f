import { step } from "../../derivation/step.ts";
import { equation, ONE, product, subtract, sum, ZERO } from "../../expression/construct.ts";
import { contains, type Expression, equal, factorsOf, termsOf } from "../../expression/expression.ts";
import { pairsJoined } from "../../rewrite/forms/angle-forms.ts";
import { type Solve, within } from "../cases/each-alternative.ts";
import type { Solved, Task } from "../solution.ts";

/**
 * sin 3x + sin x = 0 as 2 sin 2x cos x = 0, and sin x + sin 2x + sin 3x = 0 as (2 cos x + 1) sin 2x = 0: products by the sum formulas.
 * A difference of two waves alone is left: it is 0 where two waves are equal.
 */
export function solveBySumsToProducts(task: Task, solve: Solve): Solved | undefined {
  const { unknown, equation: asked } = task;
  const [left = ZERO, right = ZERO] = asked.operands;
  const terms = termsOf(subtract(left, right));
  if (terms.length > MOST_WAVES || !terms.every((term) => factorsOf(term).some((factor) => isWave(factor, unknown)))) return undefined;
  const gathered = equation(sum(...terms), ZERO);
  for (const { after, formula } of pairsJoined(terms)) {
    if (terms.length === 2 && formula.startsWith("difference")) continue;
    const factored = factoredByWave(after, unknown);
    const joined = equation(after, ZERO);
    const own = factored && within(task, equation(factored, ZERO));
    const solved = own && solve(own);
    if (!solved) continue;
    const claim = (before: Expression, after: Expression) => ({ kind: "equivalent", unknown, before, after, factor: ONE }) as const;
    const steps = [
      ...(equal(asked, gathered) ? [] : [step("bring to one side", [], claim(asked, gathered))]),
      step(formula, [], claim(gathered, joined)),
      ...(equal(after, factored) ? [] : [step("factor", [], claim(joined, own.equation))]),
    ];
    return { ...solved, steps: [...steps, ...solved.steps] };
  }
  return undefined;
}

const MOST_WAVES = 3;

const isWave = (e: Expression, unknown: string): boolean => e.kind === "call" && (e.name === "sin" || e.name === "cos") && contains(e, unknown);

/** A product as it is, and a sum whose terms share a wave with that wave as a factor; undefined where they share none. */
function factoredByWave(e: Expression, unknown: string): Expression | undefined {
  if (e.kind !== "sum") return e.kind === "product" ? e : undefined;
  const [first, ...others] = e.terms;
  const shared =
    first && factorsOf(first).find((factor) => isWave(factor, unknown) && others.every((term) => factorsOf(term).some((one) => equal(one, factor))));
  if (!shared) return undefined;
  return product(shared, sum(...e.terms.map((term) => product(...without(factorsOf(term), shared)))));
}

const without = (factors: readonly Expression[], one: Expression): readonly Expression[] => factors.filter((factor) => !equal(factor, one));
