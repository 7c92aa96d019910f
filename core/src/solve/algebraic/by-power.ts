import { step } from "../../derivation/step.ts";
import { divide, equation, name, negate, number, power, product, sum, ZERO } from "../../expression/construct.ts";
import { type Expression, equal } from "../../expression/expression.ts";
import { text } from "../../notation/text.ts";
import * as integer from "../../number/integer.ts";
import { readable } from "../../rewrite/readable.ts";
import type { Solve } from "../cases/each-alternative.ts";
import { solveByNaming } from "../naming.ts";
import { Chain, toZeroForm } from "../quadratic/quadratic-form.ts";
import { nonZero } from "../sifting/conditions.ts";
import type { Solved } from "../solution.ts";
import { type PolynomialForm, zeroForm } from "./polynomial-form.ts";

/**
 * A polynomial in which only powers of x^g stand: x^g gets a name; where one power and a constant are left, it is left alone
 * and undone.
 */
export function solveByPower(form: PolynomialForm, solve: Solve): Solved | undefined {
  const present = form.coefficients.flatMap((coefficient, k) => (k === 0 || equal(coefficient, ZERO) ? [] : [k]));
  const common = present.reduce((shared, k) => Number(integer.gcd(shared, k)), 0);
  const { task } = form;
  if (common < 2 || form.coefficients.length < 4) return undefined;
  const chain = new Chain(form);
  const [constant = ZERO] = form.coefficients;
  const leading = form.coefficients[common] ?? ZERO;
  const unknown = name(task.unknown);
  if (present.length === 1) {
    const alone = equation(power(unknown, number(common)), readable(divide(negate(constant), leading)));
    const conditions = nonZero(leading, task.assumptions);
    if (alone.kind !== "relation" || equal(alone, task.equation)) return undefined;
    const solved = solve({ ...task, equation: alone });
    const isolated = step(
      "bring terms over",
      [text(power(unknown, number(common)))],
      { kind: "equivalent", unknown: task.unknown, before: task.equation, after: alone },
      { conditions },
    );
    return (
      solved && {
        steps: [isolated, ...solved.steps],
        set: { ...solved.set, solutions: solved.set.solutions.map((one) => ({ ...one, conditions: [...one.conditions, ...conditions] })) },
      }
    );
  }
  toZeroForm(chain, form);
  const reached = zeroForm(form);
  if (reached.kind !== "relation") return undefined;
  const inPower = (letter: Expression): Expression =>
    sum(...form.coefficients.map((c, k) => (equal(c, ZERO) ? ZERO : product(c, power(letter, number(k / common))))));
  const part = { meaning: power(unknown, number(common)), facts: () => [], equation: (letter: Expression) => equation(inPower(letter), ZERO) };
  const solved = solveByNaming({ ...task, equation: reached }, part, solve);
  return solved && { ...solved, steps: [...chain.steps, ...solved.steps] };
}
