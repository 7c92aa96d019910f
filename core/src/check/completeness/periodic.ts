import { coversZeros } from "../../calculus/cover.ts";
import { zeroForm } from "../../calculus/zero-form.ts";
import { Analysed } from "../../calculus/zeros.ts";
import { call, divide, name, number, PI, product, relation, subtract, sum } from "../../expression/construct.ts";
import { sidesOf } from "../../expression/equations.ts";
import { contains, type Expression, findAll, freeNames } from "../../expression/expression.ts";
import { family as functionFamily } from "../../expression/functions/registry.ts";
import { substitute } from "../../expression/substitute.ts";
import * as integer from "../../number/integer.ts";
import * as rational from "../../number/rational.ts";
import { asFamily, membersBetween, rationalRatio, simplify, zeroTest } from "../../truth/index.ts";

/** A common period of the circular functions that hold the unknown, proven to be one of the whole expression. */
export function periodOf(e: Expression, unknown: string): Expression | undefined {
  const parts = findAll(e, (part) => part.kind === "call" && functionFamily(part.name)?.periodInPi !== undefined && contains(part, unknown));
  const periods = parts.map((part) => {
    const [argument] = part.kind === "call" ? part.args : [];
    const inner = argument && asFamily(simplify(argument).expression, unknown);
    const turns = part.kind === "call" ? functionFamily(part.name)?.periodInPi : undefined;
    return inner && turns !== undefined ? simplify(call("abs", divide(product(number(turns), PI), inner.period))).expression : undefined;
  });
  const [first] = periods;
  if (!first || !periods.every((period) => period !== undefined)) return undefined;
  const ratios = periods.map((period) => rationalRatio(period, first));
  if (!ratios.every((ratio) => ratio !== undefined)) return undefined;
  const den = ratios.reduce<integer.Integer>((common, ratio) => integer.lcm(common, ratio.den), 1);
  const whole = ratios.reduce<integer.Integer>((common, ratio) => integer.lcm(common, rational.multiply(ratio, rational.rational(den)).num), 1);
  const period = simplify(product(number(rational.rational(whole, den)), first)).expression;
  const moved = substitute(e, new Map([[unknown, sum(name(unknown), period)]]));
  return zeroTest(subtract(moved, e)).kind === "zero" ? period : undefined;
}

/** A little more than a period, so that its ends are inside. */
export function onePeriod(unknown: string, period: Expression): readonly Expression[] {
  const x = name(unknown);
  return [relation(x, ">=", number(rational.rational(-1, 64))), relation(x, "<=", sum(period, number(rational.rational(1, 64))))];
}

/**
 * Whether families, each known to solve an equation, are all its solutions: the equation repeats after a period, and on one
 * period bounds leave no zero but the members of the families there.
 */
export function coversPeriod(equation: Expression, values: readonly Expression[], unknown: string, letter: string): boolean {
  const [left, right] = sidesOf(equation);
  if (!left || !right || [...freeNames(equation)].some((other) => other !== unknown)) return false;
  const f = zeroForm(left, right, unknown);
  const period = periodOf(f, unknown);
  if (!period) return false;
  const within = onePeriod(unknown, period);
  const members: Expression[] = [];
  for (const value of values) {
    const family = asFamily(value, letter);
    const near = family && membersBetween(family, unknown, within);
    if (!near) return false;
    members.push(...near);
  }
  return coversZeros(new Analysed(f, unknown), members, within);
}
