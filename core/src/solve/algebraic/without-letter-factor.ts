import { Kernels, normalForm, polynomialExpression, whereRational } from "../../canonical/normal-form.ts";
import { step } from "../../derivation/step.ts";
import { divide, equation, nameIn, number, power, product, subtract, ZERO } from "../../expression/construct.ts";
import { contains, type Expression, equal, freeNames } from "../../expression/expression.ts";
import { text } from "../../notation/text.ts";
import { factor } from "../../polynomial/factor-over-rationals.ts";
import { simplify } from "../../truth/index.ts";
import type { Solve } from "../cases/each-alternative.ts";
import { nonZero } from "../sifting/conditions.ts";
import type { Solved, Task } from "../solution.ts";

/** An equation whose sides share a factor of letters alone: divided by it, under the condition that it is not 0. */
export function solveWithoutLetterFactor(task: Task, solve: Solve): Solved | undefined {
  const { equation: before, unknown, assumptions } = task;
  const [left = ZERO, right = ZERO] = before.operands;
  const found = letterFactor(subtract(left, right), unknown, before);
  if (!found) return undefined;
  const { common, rest } = found;
  const conditions = nonZero(common, assumptions);
  const sides = [left, right].map((side) => simplify(divide(side, common)).expression);
  const isShorter = !equal(right, ZERO) && sides.every((side, k) => text(side).length <= text(before.operands[k] ?? ZERO).length);
  const after = isShorter ? equation(sides[0] ?? ZERO, sides[1] ?? ZERO) : equation(rest, ZERO);
  if (after.kind !== "relation") return undefined;
  const solved = solve({ ...task, equation: after });
  if (!solved) return undefined;
  const first = step("divide both sides", [common], { kind: "equivalent", unknown, before, after, factor: common }, { conditions });
  const solutions = solved.set.solutions.map((one) => ({ ...one, conditions: [...one.conditions, ...conditions] }));
  return { steps: [first, ...solved.steps], set: { ...solved.set, solutions } };
}

/** The product of the factors of a difference that hold letters but not the unknown, and the rest of it; undefined where there is no such factor. */
function letterFactor(difference: Expression, unknown: string, whole: Expression): { readonly common: Expression; readonly rest: Expression } | undefined {
  return whereRational(() => {
    const kernels = new Kernels();
    kernels.index(nameIn(whole, unknown));
    const { numerator, denominator } = normalForm(difference, kernels);
    const { content, factors } = factor(numerator);
    const parts = factors.map(({ factor: part, multiplicity }) => power(polynomialExpression(part, kernels), number(multiplicity)));
    const letters = parts.filter((part) => !contains(part, unknown) && freeNames(part).size > 0);
    if (letters.length === 0 || letters.length === parts.length) return undefined;
    const others = product(number(content), ...parts.filter((part) => !letters.includes(part)));
    return { common: product(...letters), rest: divide(others, polynomialExpression(denominator, kernels)) };
  }, undefined);
}
