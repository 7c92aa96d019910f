import { type Step, step } from "../../derivation/step.ts";
import { equation, number, product, splitCoefficient, ZERO } from "../../expression/construct.ts";
import { type Expression, equal, findAll, termsOf } from "../../expression/expression.ts";
import * as integer from "../../number/integer.ts";
import { expand } from "../../truth/index.ts";
import { type PolynomialForm, polynomialFrom } from "./polynomial-form.ts";

/** An equation without broken numbers, and the step that multiplied it. */
export interface Cleared {
  readonly equation: Expression & { readonly kind: "relation" };
  readonly step: Step;
}

/**
 * A polynomial equation multiplied by what its coefficients have below, as by hand before anything else: x²/2 − 3x/4 = 1 becomes
 * 2x² − 3x = 4. Undefined where there is no fraction, or it is divided away at once.
 */
export function clearedOfFractions({ task, sides, coefficients }: PolynomialForm): Cleared | undefined {
  const { unknown } = task;
  // Decimals are no fractions.
  if (findAll(task.equation, (part) => part.kind === "number" && part.typed !== undefined && part.value.den !== 1).length > 0) return undefined;
  const below = sides.flat().flatMap(denominatorsOf);
  const common = below.reduce<integer.Integer>(integer.lcm, 1);
  const terms = coefficients.filter((coefficient) => !equal(coefficient, ZERO)).length;
  const isWorthIt = coefficients.length > 2 ? terms > 2 : below.filter((den) => den !== 1).length > 1;
  if (common === 1 || !isWorthIt) return undefined;
  const factor = number({ num: common, den: 1 });
  const multiplied = (side: readonly Expression[]): Expression => {
    const whole = side.map((coefficient) => expand(product(factor, coefficient)));
    return polynomialFrom(whole, unknown);
  };
  const after = equation(multiplied(sides[0]), multiplied(sides[1]));
  if (after.kind !== "relation") return undefined;
  return { equation: after, step: step("multiply both sides", [factor], { kind: "equivalent", unknown, before: task.equation, after }) };
}

/** What stands below the terms of a coefficient. */
const denominatorsOf = (coefficient: Expression): readonly integer.Integer[] => termsOf(coefficient).map((term) => splitCoefficient(term).coefficient.den);
