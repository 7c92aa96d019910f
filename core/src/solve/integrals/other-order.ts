import { differentiate, NotDifferentiable } from "../../calculus/derivative.ts";
import type { BoundsOf } from "../../derivation/step.ts";
import { approximateValue } from "../../expression/ball-value.ts";
import { equation, name, relation, subtract, ZERO } from "../../expression/construct.ts";
import { compile } from "../../expression/double-value.ts";
import { contains, type Expression, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { readable } from "../../rewrite/readable.ts";
import { constantSign } from "../../truth/index.ts";
import { solveEquation } from "../equation.ts";
import { Unsolvable } from "../solution.ts";

/** A part of a region with the variables in the other order: the new inner variable first. */
export interface Part {
  readonly inner: BoundsOf;
  readonly outer: BoundsOf;
}

/**
 * The region a(y) ≤ x ≤ b(y), c ≤ y ≤ d by bounds for y that hold x: between the values of x at which another curve becomes the border, the borders are y = c, y = d and the
 * curves solved for y. Undefined where a curve is not solved, or letters stand in the bounds.
 */
export function inOtherOrder(inner: BoundsOf, outer: BoundsOf): readonly Part[] | undefined {
  const [x, y] = [inner.variable, outer.variable];
  const curves = [inner.lower, inner.upper];
  if (curves.some((curve) => [...freeNames(curve)].some((letter) => letter !== y)) || [outer.lower, outer.upper].some((bound) => freeNames(bound).size > 0))
    return undefined;
  const cuts = cutsOf(curves, outer);
  const borders = cuts && bordersOf(curves, inner, outer, cuts);
  if (!cuts || !borders) return undefined;
  const [a, b] = curves.map((curve) => compile(curve, [y]));
  const [c, d] = [approximateValue(outer.lower), approximateValue(outer.upper)];
  if (!a || !b || c === undefined || d === undefined) return undefined;
  const isInside = (at: number, height: number): boolean => height >= c && height <= d && a(height) <= at && at <= b(height);
  const parts: Part[] = [];
  for (const [k, from] of cuts.slice(0, -1).entries()) {
    const to = cuts[k + 1];
    if (!to) continue;
    const middle = (approximate(from) + approximate(to)) / 2;
    const here = borders
      .map((border) => ({ border, at: compile(border, [x])(middle) }))
      .filter(({ at }) => Number.isFinite(at) && at >= c - 1e-9 && at <= d + 1e-9)
      .sort((one, other) => one.at - other.at)
      .filter(({ at }, i, all) => i === 0 || at - (all[i - 1]?.at ?? at) > 1e-9);
    for (const [i, low] of here.slice(0, -1).entries()) {
      const high = here[i + 1];
      if (high && isInside(middle, (low.at + high.at) / 2))
        parts.push({ inner: { variable: y, lower: low.border, upper: high.border }, outer: { variable: x, lower: from, upper: to } });
    }
  }
  return joined(parts);
}

const approximate = (e: Expression): number => approximateValue(e) ?? Number.NaN;

/** The values of x at which the borders change: of the curves at the ends of y, and where they turn. */
function cutsOf(curves: readonly Expression[], { variable, lower, upper }: BoundsOf): readonly Expression[] | undefined {
  const at = (curve: Expression, height: Expression): Expression => readable(substitute(curve, new Map([[variable, height]])));
  const values = curves.flatMap((curve) => [at(curve, lower), at(curve, upper)]);
  for (const curve of curves) {
    const turns = turnsOf(curve, variable, lower, upper);
    if (!turns) return undefined;
    values.push(...turns.map((height) => at(curve, height)));
  }
  const sorted = [...values].sort((one, other) => approximate(one) - approximate(other));
  if (sorted.some((value) => Number.isNaN(approximate(value)))) return undefined;
  return sorted.filter((value, k) => k === 0 || constantSign(subtract(value, sorted[k - 1] ?? ZERO)) !== 0);
}

function turnsOf(curve: Expression, variable: string, lower: Expression, upper: Expression): readonly Expression[] | undefined {
  if (!contains(curve, variable)) return [];
  try {
    const slope = differentiate(curve, variable);
    return contains(slope, variable) ? solutionsFor(equation(slope, ZERO), variable, within(variable, lower, upper)) : [];
  } catch (error) {
    if (error instanceof NotDifferentiable) return undefined;
    throw error;
  }
}

const within = (variable: string, lower: Expression, upper: Expression): readonly Expression[] => [
  relation(name(variable), ">=", lower),
  relation(name(variable), "<=", upper),
];

function solutionsFor(statement: Expression, unknown: string, assumptions: readonly Expression[]): readonly Expression[] | undefined {
  if (statement.kind !== "relation") return undefined;
  try {
    const { set } = solveEquation({ equation: statement, unknown, domain: "real", assumptions });
    const plain = set.solutions.every(({ free, integers }) => free.length + integers.length === 0);
    return set.complete && plain ? set.solutions.map(({ values }) => values.get(unknown) ?? ZERO) : undefined;
  } catch (error) {
    if (error instanceof Unsolvable) return undefined;
    throw error;
  }
}

/** y = c, y = d, and the curves solved for y. */
function bordersOf(curves: readonly Expression[], inner: BoundsOf, outer: BoundsOf, cuts: readonly Expression[]): readonly Expression[] | undefined {
  const borders: Expression[] = [outer.lower, outer.upper];
  const [first, last] = [cuts[0], cuts.at(-1)];
  for (const curve of curves) {
    if (!contains(curve, outer.variable) || !first || !last) continue;
    const known = [...within(outer.variable, outer.lower, outer.upper), ...within(inner.variable, first, last)];
    const found =
      solutionsFor(equation(curve, name(inner.variable)), outer.variable, known) ??
      solutionsFor(equation(curve, name(inner.variable)), outer.variable, within(inner.variable, first, last));
    if (!found) return undefined;
    borders.push(...found);
  }
  return borders;
}

/** Neighbouring parts with the same borders as one. */
function joined(parts: readonly Part[]): readonly Part[] {
  const kept: Part[] = [];
  for (const part of parts) {
    const last = kept.at(-1);
    const isSame = last && last.outer.upper === part.outer.lower && last.inner.lower === part.inner.lower && last.inner.upper === part.inner.upper;
    if (isSame && last) kept[kept.length - 1] = { ...last, outer: { ...last.outer, upper: part.outer.upper } };
    else kept.push(part);
  }
  return kept;
}
