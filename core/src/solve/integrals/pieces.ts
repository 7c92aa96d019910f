import { withoutRootsOfSquares } from "../../calculus/integral/root-of-square.ts";
import { approximateValue } from "../../expression/ball-value.ts";
import { name, number, relation, subtract, ZERO } from "../../expression/construct.ts";
import { curveDomain } from "../../expression/domain.ts";
import { sideDifference } from "../../expression/equations.ts";
import { contains, distinct, type Expression, freeNames } from "../../expression/expression.ts";
import { infinityOf } from "../../expression/infinity.ts";
import { type DefiniteIntegral, definiteIntegral } from "../../expression/integral.ts";
import * as rational from "../../number/rational.ts";
import { branchBorders, constantSign, hasBranches, numericRange, steppedParts, writtenNear } from "../../truth/index.ts";
import { solveEquation } from "../equation.ts";
import { type SolutionSet, Unsolvable } from "../solution.ts";
import { withoutBars } from "./plain-value.ts";

/** Whether a bound lies before another: 1, 0, −1; undefined where that is not decided. */
export function boundOrder(from: Expression, to: Expression): -1 | 0 | 1 | undefined {
  const [start, end] = [infinityOf(from), infinityOf(to)];
  if (start === undefined && end === undefined) return constantSign(subtract(to, from)) as -1 | 0 | 1 | undefined;
  const difference = (end ?? 0) - (start ?? 0);
  return difference > 0 ? 1 : difference < 0 ? -1 : 0;
}

/**
 * The integral cut where something in bars or a condition of cases changes, and where the integrand has no value; undefined where these
 * places are not all known.
 */
export function piecesOf(integral: DefiniteIntegral, assumptions: readonly Expression[]): readonly DefiniteIntegral[] | undefined {
  const { variable, lower, upper } = integral;
  const body = withoutRootsOfSquares(integral.body, variable, assumptions);
  const order = boundOrder(lower, upper);
  const letters = order === undefined || freeNames(body).size > 1;
  const stepped = steppedParts(body, variable);
  if (letters && stepped.length > 0) return undefined;
  if (letters && hasBranches(body, variable)) return inOneForm(definiteIntegral(body, variable, lower, upper), assumptions);
  if (letters || order === 0) return [definiteIntegral(body, variable, lower, upper)];
  const jumps = stepped.map((part) => stepBorders(part, integral));
  if (!jumps.every((borders) => borders !== undefined)) return undefined;
  const branches = [...(hasBranches(body, variable) ? branchBorders(body, variable) : []), ...jumps.flat()];
  const pieces = cutAt(definiteIntegral(body, variable, lower, upper), [...branches, ...poles(body, variable)]);
  if (!pieces || branches.length === 0) return pieces;
  const written = pieces.map((piece) => definiteIntegral(writtenNear(body, variable, between(piece.lower, piece.upper)), variable, piece.lower, piece.upper));
  return written.some((piece) => hasBranches(piece.body, variable)) ? undefined : written;
}

const MOST_STEPS = 60;

/** What vanishes where a part that is rounded is a whole number between the bounds; undefined where these are too many. */
function stepBorders(part: Expression, { variable, lower, upper }: DefiniteIntegral): readonly Expression[] | undefined {
  const [low, high] = (boundOrder(lower, upper) ?? 0) > 0 ? [lower, upper] : [upper, lower];
  const range = numericRange(part, within(variable, low, high));
  const [first, last] = [Math.ceil(range.low), Math.floor(range.high)];
  if (!(last - first < MOST_STEPS)) return undefined;
  return Array.from({ length: Math.max(0, last - first + 1) }, (_, k) => subtract(part, number(first + k)));
}

/** What vanishes at the places where an expression of one variable has no value. */
export function poles(body: Expression, variable: string): readonly Expression[] {
  return distinct(
    curveDomain(body).flatMap((condition) =>
      contains(condition, variable) && freeNames(condition).size === 1 && condition.kind === "relation" && condition.operands.length === 2
        ? [sideDifference(condition)]
        : [],
    ),
  );
}

/** An integral between numbers or infinite bounds cut at the zeros of expressions that lie inside; undefined where these are not all known. */
export function cutAt({ body, variable, lower, upper }: DefiniteIntegral, borders: readonly Expression[]): readonly DefiniteIntegral[] | undefined {
  const order = boundOrder(lower, upper);
  if (order === undefined || order === 0) return undefined;
  const [low, high] = order > 0 ? [lower, upper] : [upper, lower];
  const places: { readonly value: Expression; readonly at: number }[] = [];
  for (const border of borders) {
    const zeros = zerosBetween(border, variable, low, high);
    if (!zeros) return undefined;
    for (const value of zeros) {
      const at = approximateValue(value);
      if (at !== undefined && !places.some((known) => constantSign(subtract(known.value, value)) === 0)) places.push({ value, at });
    }
  }
  const inside = places.filter(({ value }) => boundOrder(low, value) === 1 && boundOrder(value, high) === 1);
  const cuts = [low, ...inside.sort((a, b) => a.at - b.at).map(({ value }) => value), high];
  const bounds = order > 0 ? cuts : [...cuts].reverse();
  return bounds.slice(1).flatMap((to, k) => {
    const from = bounds[k];
    return from ? [definiteIntegral(body, variable, from, to)] : [];
  });
}

/** Without a cut, where what is known of the letters decides the sign of all that is in bars. */
function inOneForm({ variable, lower, upper, body }: DefiniteIntegral, assumptions: readonly Expression[]): readonly DefiniteIntegral[] | undefined {
  const written = withoutBars(body, [...assumptions, ...within(variable, lower, upper, [">", "<"])]);
  return hasBranches(written, variable) ? undefined : [definiteIntegral(written, variable, lower, upper)];
}

/** What bounds say of the variable, as far as they are finite. */
export function within(
  variable: string,
  low: Expression,
  high: Expression,
  [after, before]: readonly [">" | ">=", "<" | "<="] = [">=", "<="],
): readonly Expression[] {
  const x = name(variable);
  return [...(infinityOf(low) === undefined ? [relation(x, after, low)] : []), ...(infinityOf(high) === undefined ? [relation(x, before, high)] : [])];
}

/** All zeros of an expression between two bounds; undefined where they are not all found. */
function zerosBetween(border: Expression, variable: string, low: Expression, high: Expression): readonly Expression[] | undefined {
  try {
    const zero = relation(border, "=", ZERO);
    if (zero.kind !== "relation" || !contains(border, variable)) return [];
    const { set } = solveEquation({ equation: zero, unknown: variable, domain: "real", assumptions: within(variable, low, high) });
    return set.complete ? plainValues(set, variable) : undefined;
  } catch (error) {
    if (error instanceof Unsolvable) return undefined;
    throw error;
  }
}

function plainValues({ solutions }: SolutionSet, variable: string): readonly Expression[] | undefined {
  const values = solutions.flatMap(({ values, free, integers }) => (free.length + integers.length === 0 ? [values.get(variable) ?? ZERO] : []));
  return values.length === solutions.length ? values : undefined;
}

/** A number between two bounds. */
function between(from: Expression, to: Expression): Expression {
  const at = (bound: Expression): number | undefined => (infinityOf(bound) === undefined ? approximateValue(bound) : undefined);
  const [a, b] = [at(from), at(to)];
  if (a !== undefined && b !== undefined) return number(rational.fromNumber((a + b) / 2));
  const [known = 0, far = 1] = a === undefined ? [b, infinityOf(from)] : [a, infinityOf(to)];
  return number(rational.fromNumber(known + far));
}
