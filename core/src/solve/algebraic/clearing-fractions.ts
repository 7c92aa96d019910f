import { type Step, step } from "../../derivation/step.ts";
import { equation, number, power, product, relation, splitCoefficient, ZERO } from "../../expression/construct.ts";
import { distinct, type Expression, equal, factorsOf, findAll, freeNames, termsOf } from "../../expression/expression.ts";
import * as integer from "../../number/integer.ts";
import { expand } from "../../truth/index.ts";
import { type PolynomialForm, polynomialFrom } from "./polynomial-form.ts";

/** An equation without fractions, and the step that multiplied it. */
export interface Cleared {
  readonly equation: Expression & { readonly kind: "relation" };
  readonly step: Step;
  /** What the equation needs, and no longer shows. */
  readonly conditions: readonly Expression[];
}

/**
 * A polynomial equation multiplied by what its coefficients have below, as by hand before anything else: x²/2 − 3x/4 = 1 becomes
 * 2x² − 3x = 4, and x/a + x/b = 1 becomes b x + a x = a b. Undefined where there is no fraction, or it is divided away at once.
 */
export function clearedOfFractions({ task, sides, coefficients }: PolynomialForm): Cleared | undefined {
  const { unknown } = task;
  // Decimals are no fractions.
  if (findAll(task.equation, (part) => part.kind === "number" && part.typed !== undefined && part.value.den !== 1).length > 0) return undefined;
  const below = sides.flat().flatMap(termsOf).map(denominatorOf);
  const common = below.map(({ size }) => size).reduce<integer.Integer>(integer.lcm, 1);
  const bases = distinct(below.flatMap((one) => one.bases.map(({ base }) => base)));
  const highest = (base: Expression): number =>
    Math.max(...below.flatMap((one) => one.bases.filter((own) => equal(own.base, base)).map(({ exponent }) => exponent)));
  const terms = coefficients.filter((coefficient) => !equal(coefficient, ZERO)).length;
  const isWorthIt = coefficients.length > 2 ? terms > 2 : below.filter((one) => one.size !== 1 || one.bases.length > 0).length > 1;
  if ((common === 1 && bases.length === 0) || !isWorthIt) return undefined;
  const factor = product(number({ num: common, den: 1 }), ...bases.map((base) => power(base, number(highest(base)))));
  const multiplied = (side: readonly Expression[]): Expression => {
    const whole = side.map((coefficient) => expand(product(factor, coefficient)));
    return polynomialFrom(whole, unknown);
  };
  const after = equation(multiplied(sides[0]), multiplied(sides[1]));
  if (after.kind !== "relation") return undefined;
  const conditions = bases.map((base) => relation(base, "!=", ZERO));
  return { equation: after, conditions, step: step("multiply both sides", [factor], { kind: "equivalent", unknown, before: task.equation, after, factor }) };
}

/** What stands below a term: a whole number, and letters and functions of them with their exponents. */
interface Denominator {
  readonly size: integer.Integer;
  readonly bases: readonly { readonly base: Expression; readonly exponent: number }[];
}

function denominatorOf(term: Expression): Denominator {
  const { coefficient, rest } = splitCoefficient(term);
  const bases = factorsOf(rest).flatMap((factor) => {
    const isBase = factor.kind === "power" && (factor.base.kind === "name" || (factor.base.kind === "call" && freeNames(factor.base).size > 0));
    if (!isBase || factor.exponent.kind !== "number") return [];
    const { num, den } = factor.exponent.value;
    return den === 1 && num < 0 ? [{ base: factor.base, exponent: -Number(num) }] : [];
  });
  return { size: coefficient.den, bases };
}
