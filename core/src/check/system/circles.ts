import { ofMultiple } from "../../canonical/angles.ts";
import { call, equation, name, negate, number, PI, power, product, splitCoefficient, subtract, sum, TWO, ZERO } from "../../expression/construct.ts";
import { sideDifference } from "../../expression/equations.ts";
import { contains, type Expression, freeNames, termsOf } from "../../expression/expression.ts";
import { mapChildren, substitute } from "../../expression/substitute.ts";
import * as integer from "../../number/integer.ts";
import * as rational from "../../number/rational.ts";
import { reduceRows } from "../../polynomial/row-reduction.ts";
import { asFamily, rationalRatio, simplify } from "../../truth/index.ts";
import type { ClaimedPoint, ClaimedSystem } from "./claimed.ts";
import { zeroCount } from "./elimination.ts";
import { withoutLetterFactors } from "./letter-factors.ts";

const TURN = product(TWO, PI);
const MOST_MEMBERS = 64;
const cosineOf = (unknown: string): string => `c_${unknown}`;
const sineOf = (unknown: string): string => `s_${unknown}`;

/**
 * Whether angles that stand only in sines and cosines are all: with these as coordinates on circles the equations are polynomials, which have as many common zeros as their trace form
 * counts, and the families claimed meet that many points.
 */
export function coversCircles({ equations, unknowns, solutions, domain, within, assumptions }: ClaimedSystem): boolean {
  if (domain !== "real" || within.length > 0 || unknowns.length < 2) return false;
  const sides = equations.map(sideDifference);
  const plain = sides.map((side) => inCoordinates(withoutLetterFactors(side, unknowns, assumptions) ?? side, unknowns));
  if (!plain.every((one) => one !== undefined && !unknowns.some((unknown) => contains(one, unknown)))) return false;
  const circles = unknowns.map((unknown) => sum(power(name(cosineOf(unknown)), TWO), power(name(sineOf(unknown)), TWO), number(-1)));
  const all = [...plain, ...circles].map((one) => equation(one ?? ZERO, ZERO));
  const count = zeroCount(
    all,
    unknowns.flatMap((unknown) => [cosineOf(unknown), sineOf(unknown)]),
  );
  const met = solutions.map((one) => pointsOnCircles(one, unknowns));
  if (!count || !met.every((points) => points !== undefined)) return false;
  return new Set(met.flat()).size === count.real;
}

/** Sines and cosines of whole multiples of the unknowns, and of their sums, by the coordinates; undefined for other angles. */
function inCoordinates(e: Expression, unknowns: readonly string[]): Expression | undefined {
  if (!unknowns.some((unknown) => contains(e, unknown))) return e;
  if (e.kind === "call" && (e.name === "sin" || e.name === "cos")) {
    const [angle = ZERO] = e.args;
    const whole = termsOf(angle).reduce<Coordinates | undefined>(
      (total, term) => {
        const own = total && coordinatesOf(term, unknowns);
        return own && added(total, own);
      },
      { sine: ZERO, cosine: number(1) },
    );
    return whole && (e.name === "sin" ? whole.sine : whole.cosine);
  }
  let isKnown = true;
  const mapped = mapChildren(e, (child) => {
    const inner = inCoordinates(child, unknowns);
    isKnown = isKnown && inner !== undefined;
    return inner ?? child;
  });
  return isKnown ? mapped : undefined;
}

interface Coordinates {
  readonly sine: Expression;
  readonly cosine: Expression;
}

const added = (a: Coordinates, b: Coordinates): Coordinates => ({
  sine: sum(product(a.sine, b.cosine), product(a.cosine, b.sine)),
  cosine: subtract(product(a.cosine, b.cosine), product(a.sine, b.sine)),
});

function coordinatesOf(term: Expression, unknowns: readonly string[]): Coordinates | undefined {
  const { coefficient, rest } = splitCoefficient(term);
  if (rest.kind === "name" && unknowns.includes(rest.name)) {
    if (!rational.isInteger(coefficient)) return undefined;
    const own = ofMultiple(Math.abs(Number(coefficient.num)), name(sineOf(rest.name)), name(cosineOf(rest.name)));
    return coefficient.num < 0 ? { ...own, sine: negate(own.sine) } : own;
  }
  const fixed = { sine: simplify(call("sin", term)).expression, cosine: simplify(call("cos", term)).expression };
  return fixed.sine.kind === "number" && fixed.cosine.kind === "number" ? fixed : undefined;
}

/** The different points that a family meets on the circles, each as the parts of a turn that its angles are; undefined where these are not rational. */
function pointsOnCircles({ values, integers, free, conditions }: ClaimedPoint, unknowns: readonly string[]): readonly string[] | undefined {
  if (free.length + conditions.length > 0) return undefined;
  const periods = integers.map((letter) =>
    unknowns.map((unknown) => {
      const value = values.get(unknown) ?? ZERO;
      return contains(value, letter) ? rationalRatio(asFamily(value, letter)?.period ?? name(letter), TURN) : rational.ZERO;
    }),
  );
  if (!periods.every((row): row is rational.Rational[] => row.every((one) => one !== undefined)) || !hasAllTurns(periods, unknowns.length)) return undefined;
  const orders = periods.map((row) => Number(row.reduce<integer.Integer>((all, one) => integer.lcm(all, one.den), 1)));
  if (orders.reduce((all, order) => all * order, 1) > MOST_MEMBERS) return undefined;
  const choices = orders.reduce<readonly (readonly number[])[]>(
    (lists, order) => lists.flatMap((list) => Array.from({ length: order }, (_, k) => [...list, k])),
    [[]],
  );
  const points = choices.map((choice) => {
    const at = new Map(integers.map((letter, k) => [letter, number(choice[k] ?? 0)]));
    const parts = unknowns.map((unknown) => partOfTurn(simplify(substitute(values.get(unknown) ?? ZERO, at)).expression));
    return parts.every((part) => part !== undefined) ? parts.join(" ") : undefined;
  });
  return points.every((point) => point !== undefined) ? points : undefined;
}

/** Whether whole numbers of the periods, each a row of parts of a turn for every unknown, give one turn of any single unknown: the inverse matrix is whole. */
function hasAllTurns(periods: readonly (readonly rational.Rational[])[], size: number): boolean {
  if (periods.length !== size) return false;
  const { rows, pivots } = reduceRows(periods.map((row, k) => [...row, ...row.map((_, j) => (j === k ? rational.ONE : rational.ZERO))]));
  return pivots.every((column, k) => column === k) && rows.every((row) => row.slice(size).every(rational.isInteger));
}

function partOfTurn(angle: Expression): string | undefined {
  const turns = freeNames(angle).size === 0 ? rationalRatio(angle, TURN) : undefined;
  const part = turns && rational.subtract(turns, rational.rational(rational.floor(turns)));
  return part && `${part.num}/${part.den}`;
}
