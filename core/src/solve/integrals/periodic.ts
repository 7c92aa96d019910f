import { step } from "../../derivation/step.ts";
import { divide, name, number, PI, product, subtract, sum, TWO, ZERO } from "../../expression/construct.ts";
import { contains, type Expression, equal, findAll, freeNames } from "../../expression/expression.ts";
import { infinityOf } from "../../expression/infinity.ts";
import { type DefiniteIntegral, definiteIntegral } from "../../expression/integral.ts";
import { mapChildren, substitute } from "../../expression/substitute.ts";
import * as rational from "../../number/rational.ts";
import { polynomialCoefficients } from "../../rewrite/coefficients.ts";
import { withoutTurns } from "../../rewrite/forms/whole-turns.ts";
import { constantSign, expand, rationalRatio, simplify } from "../../truth/index.ts";
import type { IntegralFound, IntegralSearch } from "./found.ts";
import { plainValue } from "./plain-value.ts";

/** Over several whole periods of the integrand: as many times the integral over one. */
export function byPeriods(integral: DefiniteIntegral, { assumptions, integrate }: IntegralSearch): IntegralFound | undefined {
  const { body, variable, lower, upper } = integral;
  if (infinityOf(lower) !== undefined || infinityOf(upper) !== undefined) return undefined;
  const width = subtract(upper, lower);
  const periods = periodsOf(body, variable).flatMap((period) => {
    const times = rationalRatio(width, period);
    return times && rational.isInteger(times) && times.num > 1 ? [{ period, times: times.num }] : [];
  });
  const [one] = periods;
  if (!one) return undefined;
  const part = definiteIntegral(body, variable, lower, simplify(sum(lower, one.period)).expression);
  const found = integrate(part);
  if (found?.kind !== "value" || infinityOf(found.value) !== undefined) return undefined;
  const times = number({ num: one.times, den: 1 });
  const value = plainValue(product(times, found.value), [...assumptions, ...found.conditions]);
  const end = step("whole periods", [one.period, times], { kind: "periodic integral", before: integral, period: one.period, times, part, after: value });
  return { ...found, value, steps: [...found.steps, end], inPieces: product(times, found.inPieces) };
}

/** Half and whole turns of the angles in an integrand after which it is the same again, the shorter ones first. */
function periodsOf(body: Expression, variable: string): readonly Expression[] {
  const slopes = findAll(body, (part) => part.kind === "call" && contains(part, variable)).flatMap((part) => {
    const [inside = ZERO] = part.kind === "call" ? part.args : [];
    const [, slope, ...more] = polynomialCoefficients(inside, variable) ?? [];
    return slope && more.length === 0 && freeNames(slope).size === 0 && constantSign(slope) === 1 ? [slope] : [];
  });
  const candidates = slopes.flatMap((slope) => [PI, product(TWO, PI)].map((turn) => simplify(divide(turn, slope)).expression));
  return candidates.filter((period) => {
    const moved = withoutTurns(simplify(expanded(substitute(body, new Map([[variable, sum(name(variable), period)]])))).expression);
    return equal(simplify(subtract(moved, body)).expression, ZERO);
  });
}

/** With the arguments of functions multiplied out. */
function expanded(e: Expression): Expression {
  const inner = mapChildren(e, expanded);
  return inner.kind === "call" ? mapChildren(inner, (arg) => expand(arg)) : inner;
}
