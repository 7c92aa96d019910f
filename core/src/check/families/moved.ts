import { name, product, sum, ZERO } from "../../expression/construct.ts";
import { contains, type Expression } from "../../expression/expression.ts";
import { freshName, substitute } from "../../expression/substitute.ts";
import { polynomialCoefficients } from "../../rewrite/coefficients.ts";
import { equalityTest } from "../../truth/index.ts";

/** Whether functions stay the same when their variables are moved along the straight line on which a letter runs; its points have the letter in their values. */
export function staySameAlong(
  functions: readonly Expression[],
  values: ReadonlyMap<string, Expression>,
  letter: string,
  assumptions: readonly Expression[],
): boolean {
  const shift = name(freshName("s", functions));
  const moved = new Map<string, Expression>();
  for (const [variable, value] of values) {
    if (!contains(value, letter)) continue;
    const [, slope = ZERO, ...more] = polynomialCoefficients(value, letter) ?? [ZERO, ZERO, ZERO];
    if (more.length > 0 || contains(slope, letter)) return false;
    moved.set(variable, sum(name(variable), product(slope, shift)));
  }
  return moved.size > 0 && functions.every((one) => equalityTest(substitute(one, moved), one, assumptions).kind === "zero");
}
