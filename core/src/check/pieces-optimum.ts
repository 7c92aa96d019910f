import { around, boundsOf, coversZeros } from "../calculus/cover.ts";
import { Analysed } from "../calculus/zeros.ts";
import { name, number, relation, subtract, ZERO } from "../expression/construct.ts";
import { curveDomain } from "../expression/domain.ts";
import { type Expression, findAll, freeNames } from "../expression/expression.ts";
import { substitute } from "../expression/substitute.ts";
import * as rational from "../number/rational.ts";
import { polynomialCoefficients } from "../rewrite/coefficients.ts";
import { constantSign, decide, simplify } from "../truth/index.ts";
import { withBarsBeside } from "./convex-optimum.ts";
import type { ClaimedOptima } from "./optimum.ts";

/** Whether a difference is 0 only at the places given, and not negative between them, wherever the conditions on its variable hold. */
export function isNowhereNegative(gap: Expression, variable: string, zeros: readonly Expression[], facts: readonly Expression[]): boolean {
  if (!coversZeros(new Analysed(gap, variable), zeros, facts)) return false;
  return samplesBetween(zeros, facts, variable).every((x) => {
    const at = new Map([[variable, number(rational.fromNumber(x))]]);
    const inside = facts.every((fact) => decide(simplify(substitute(fact, at)).expression, []) === true);
    const sign = inside ? constantSign(substitute(gap, at)) : undefined;
    return sign === undefined || sign >= 0;
  });
}

/** One variable without letters, and bars around affine insides: piece by piece between the places where these are 0, bars left out, the best value is reached only at the points claimed. */
export function isBestByPieces({ objective, variables, constraints, facts, wanted, points }: ClaimedOptima): boolean {
  const [variable, ...others] = variables;
  const best = points.filter(({ global }) => global);
  const [first] = best;
  if (variable === undefined || others.length + constraints.length > 0 || !first || wanted === "stationary") return false;
  if ([...freeNames(objective)].some((letter) => letter !== variable) || best.some(({ integers }) => integers.length > 0)) return false;
  const breaks = breaksOf(objective, variable);
  if (!breaks || breaks.length === 0 || curveDomain(objective).length > 0) return false;
  const x = name(variable);
  const gap = wanted === "maximum" ? subtract(first.value, objective) : subtract(objective, first.value);
  const zeros = best.map(({ values }) => values.get(variable) ?? ZERO);
  return [undefined, ...breaks].every((from, k) => {
    const to = breaks[k];
    const bounds = [...(from ? [relation(x, ">=", from)] : []), ...(to ? [relation(x, "<=", to)] : [])];
    const inside = zeros.filter((zero) => bounds.every((bound) => decide(substitute(bound, new Map([[variable, zero]])), []) === true));
    const plain = withBarsBeside(gap, variable, new Map([[variable, from ?? to ?? ZERO]]), from ? 1 : -1);
    return findAll(plain, isBars).length === 0 && isNowhereNegative(simplify(plain).expression, variable, inside, [...facts, ...bounds]);
  });
}

const isBars = (part: Expression): boolean => part.kind === "call" && part.name === "abs";

/** The places, in order, where the insides of bars are 0; undefined where one is not affine with numbers. */
function breaksOf(objective: Expression, variable: string): readonly Expression[] | undefined {
  const places: rational.Rational[] = [];
  for (const part of findAll(objective, isBars)) {
    const [constant = ZERO, slope, ...more] = (part.kind === "call" && part.args[0] && polynomialCoefficients(part.args[0], variable)) || [];
    if (constant.kind !== "number" || slope?.kind !== "number" || more.length > 0) return undefined;
    places.push(rational.negate(rational.divide(constant.value, slope.value)));
  }
  const sorted = [...places].sort(rational.compare);
  return sorted.filter((place, k) => k === 0 || rational.compare(place, sorted[k - 1] ?? place) !== 0).map((place) => number(place));
}

/** A number in each piece between zeros and bounds: there the difference is continuous and keeps its sign. */
function samplesBetween(zeros: readonly Expression[], facts: readonly Expression[], variable: string): readonly number[] {
  const bounds = boundsOf(variable, facts);
  const places = [
    ...zeros.map((zero) => around(zero)?.low ?? 0),
    ...(bounds.low === undefined ? [] : [bounds.low]),
    ...(bounds.high === undefined ? [] : [bounds.high]),
  ].sort((a, b) => a - b);
  const [first = 0] = places;
  const last = places.at(-1) ?? 0;
  return [first - 1, ...places.slice(1).map((place, k) => ((places[k] ?? place) + place) / 2), last + 1];
}
