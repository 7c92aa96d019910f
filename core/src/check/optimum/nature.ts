import { isBestValue } from "../../calculus/box-optimum.ts";
import { differentiate, NotDifferentiable } from "../../calculus/derivative.ts";
import { undoesInverse, withoutInverse } from "../../canonical/inverse-circular.ts";
import { name, number, power, product, relation, subtract, sum, ZERO } from "../../expression/construct.ts";
import { contains, type Expression, equal, findAll, freeNames, isRoot } from "../../expression/expression.ts";
import { freshName, substitute } from "../../expression/substitute.ts";
import { polynomialCoefficients } from "../../rewrite/coefficients.ts";
import { withoutTurns } from "../../rewrite/forms/whole-turns.ts";
import { asFamily, constantSign, decide, simplify, zeroTest } from "../../truth/index.ts";
import { staySameAlong } from "../families/moved.ts";
import { isCorner } from "./convex-optimum.ts";
import { holdsAlongFamily } from "./family-nature.ts";

/** A stationary point of a function, with what it is said to be. */
export interface ClaimedNature {
  readonly objective: Expression;
  readonly variables: readonly string[];
  readonly values: ReadonlyMap<string, Expression>;
  readonly value: Expression;
  readonly nature: "maximum" | "minimum" | "saddle" | "inflection" | "undecided";
}

/** Derivatives along a curve are taken up to this order. */
const HIGHEST_ORDER = 8;

/**
 * Whether an inner stationary point is what it is said to be, by code that does not look for it: extrema by the signs of all pivots of the second derivatives, by the sign of
 * the difference everywhere, or along the valley (below); saddles by two curves through the point on which the values go to different sides.
 */
export function isOfNature(claimed: ClaimedNature, known: readonly Expression[]): boolean {
  if (claimed.nature === "undecided") return true;
  const claim = atOneOfLine({ ...claimed, values: atRepeated(claimed) }, known);
  try {
    switch (claimed.nature) {
      case "minimum":
      case "maximum":
        return isLeast(claim, claimed.nature === "minimum" ? 1 : -1, known) || (hasCorners(claim.objective) && isBestNearby(claim, claimed.nature));
      case "saddle":
      case "inflection":
        return isBothWays(claim, known);
    }
  } catch (error) {
    if (error instanceof NotDifferentiable) return false;
    throw error;
  }
}

/** With one coordinate put to 0, where it is free and the function keeps its value when all variables are moved along that line. */
function atOneOfLine(claim: ClaimedNature, known: readonly Expression[]): ClaimedNature {
  const { objective, variables, values } = claim;
  const letter = freeVariables(claim).find((own) => variables.length > 1 && staySameAlong([objective], values, own, known));
  if (letter === undefined) return claim;
  const there = new Map([[letter, ZERO]]);
  const at = (e: Expression): Expression => simplify(substitute(e, there)).expression;
  return {
    ...claim,
    objective: at(objective),
    variables: variables.filter((variable) => variable !== letter),
    values: new Map([...values].filter(([key]) => key !== letter).map(([key, value]) => [key, at(value)])),
  };
}

/** The variables that take any value. */
function freeVariables({ variables, values }: ClaimedNature): readonly string[] {
  return variables.filter((variable) => {
    const value = values.get(variable);
    return value?.kind === "name" && value.name === variable;
  });
}

/** The coordinates of a family, without the letters whose periods move the function into itself: all members are what one of them is. */
function atRepeated({ objective, values }: ClaimedNature): ReadonlyMap<string, Expression> {
  const names = freeNames(objective);
  const letters = new Set([...values].flatMap(([key, value]) => [...freeNames(value)].filter((letter) => letter !== key && !names.has(letter))));
  let own = values;
  for (const letter of letters) {
    const periods = [...own].flatMap(([key, value]) => (contains(value, letter) ? [[key, asFamily(value, letter)?.period] as const] : []));
    if (periods.some(([, period]) => period === undefined)) continue;
    const moved = new Map(periods.map(([key, period]) => [key, sum(name(key), period ?? ZERO)]));
    if (zeroTest(subtract(substitute(objective, moved), objective)).kind !== "zero") continue;
    const first = new Map([[letter, ZERO]]);
    own = new Map(Array.from(own, ([key, value]) => [key, simplify(substitute(value, first)).expression]));
  }
  return own;
}

/** Whether a stationary point is what it is said to be by the first derivatives there that are not all 0: Taylor's theorem. */
export function isNatureOfDerivatives(
  nature: ClaimedNature["nature"],
  matrix: readonly (readonly Expression[])[],
  order: number,
  known: readonly Expression[],
): boolean {
  const [[only = ZERO] = []] = matrix;
  switch (nature) {
    case "undecided":
      return true;
    case "minimum":
    case "maximum":
      return order % 2 === 0 && pivotsArePositive(nature === "minimum" ? matrix : matrix.map((row) => row.map((entry) => product(number(-1), entry))), known);
    case "inflection":
      return matrix.length === 1 && order % 2 === 1 && (signOf(only, known) ?? 0) !== 0;
    case "saddle":
      return [1, -1].every((sign) => directionsOf(matrix.length).some((direction) => signOf(quadraticForm(matrix, direction), known) === sign));
  }
}

/** Corners: by the slopes on both sides in one variable, else since on a small box around the point no value is better. */
function isBestNearby({ objective, variables, values, value }: ClaimedNature, wanted: "maximum" | "minimum"): boolean {
  const [variable, ...others] = variables;
  if (variable !== undefined && others.length === 0 && isCorner(objective, variable, values, wanted)) return true;
  const reach = number({ num: 1, den: 64 });
  const facts = variables.flatMap((variable) => {
    const place = values.get(variable) ?? ZERO;
    return [relation(name(variable), ">=", subtract(place, reach)), relation(name(variable), "<=", sum(place, reach))];
  });
  return isBestValue({ objective, variables, facts, wanted, value, points: [values] });
}

function hasCorners(e: Expression): boolean {
  return findAll(e, (part) => part.kind === "cases" || isRoot(part) || (part.kind === "call" && CORNERS.has(part.name))).length > 0;
}
const CORNERS: ReadonlySet<string> = new Set(["abs", "sgn", "max", "min", "floor", "ceil", "root"]);

/** Simplified, whole turns of families left out, and inverse functions undone. */
function plain(e: Expression): Expression {
  const short = simplify(withoutTurns(simplify(e).expression)).expression;
  return undoesInverse(short) ? simplify(withoutInverse(short)).expression : short;
}

function signOf(e: Expression, known: readonly Expression[]): -1 | 0 | 1 | undefined {
  const short = plain(e);
  if (freeNames(short).size === 0) return constantSign(short);
  if (decide(relation(short, ">", ZERO), known) === true) return 1;
  if (decide(relation(short, "<", ZERO), known) === true) return -1;
  return equal(short, ZERO) ? 0 : undefined;
}

function isLeast({ objective, variables, values, value }: ClaimedNature, sign: 1 | -1, known: readonly Expression[]): boolean {
  const rising = sign === 1 ? objective : plain(product(number(-1), objective));
  const slopes = variables.map((letter) => plain(differentiate(rising, letter)));
  const second = slopes.map((slope) => variables.map((letter) => plain(differentiate(slope, letter))));
  const at = second.map((row) => row.map((entry) => plain(substitute(entry, values))));
  if (pivotsArePositive(at, known)) return true;
  if (decide(relation(subtract(objective, value), sign === 1 ? ">=" : "<=", ZERO), known) === true) return true;
  if (variables.length === 1) return firstSign(rising, variables[0] ?? "", values.get(variables[0] ?? "") ?? ZERO, known)?.even === 1;
  return alongValley(rising, slopes, at, variables, values, known);
}

/** Whether a symmetric matrix is positive definite: elimination with symmetric pivots, all of them positive. */
export function pivotsArePositive(matrix: readonly (readonly Expression[])[], known: readonly Expression[]): boolean {
  let rows = matrix;
  while (rows.length > 0) {
    const [first = [], ...rest] = rows;
    const [pivot = ZERO, ...others] = first;
    if (signOf(pivot, known) !== 1) return false;
    rows = rest.map((row) => others.map((entry, k) => plain(subtract(row[k + 1] ?? ZERO, product(row[0] ?? ZERO, entry, power(pivot, number(-1)))))));
  }
  return true;
}

interface FirstSign {
  readonly order: number;
  readonly even: 1 | -1 | undefined;
  readonly odd: boolean;
}

function ofCoefficients(coefficients: readonly Expression[], known: readonly Expression[]): FirstSign | undefined {
  for (const [order, coefficient] of coefficients.entries()) {
    const sign = order === 0 ? 0 : signOf(coefficient, known);
    if (sign === undefined) return undefined;
    if (sign !== 0) return { order, even: order % 2 === 0 ? sign : undefined, odd: order % 2 === 1 };
  }
  return undefined;
}

/** The sign of the first derivative that is not 0, split by whether its order is even. */
function firstSign(f: Expression, variable: string, place: Expression, known: readonly Expression[]): FirstSign | undefined {
  const coefficients = polynomialCoefficients(substitute(f, new Map([[variable, sum(place, name(variable))]])), variable);
  if (coefficients) return ofCoefficients(coefficients, known);
  let current = f;
  for (let order = 1; order <= HIGHEST_ORDER; order += 1) {
    current = plain(differentiate(current, variable));
    const sign = signOf(substitute(current, new Map([[variable, place]])), known);
    if (sign === undefined) return undefined;
    if (sign !== 0) return { order, even: order % 2 === 0 ? sign : undefined, odd: order % 2 === 1 };
  }
  return undefined;
}

/**
 * Two variables, the second derivative by one of them positive: on the curve x = φ(s) on which f_x is 0 to order r, f − f(p) begins with c s^m, m even and c > 0, and 2 r > m. Then
 * f(x, s) ≥ f(φ, s) − C f_x(φ, s)² > f(p) near the point, since f is strictly convex in x there.
 */
function alongValley(
  f: Expression,
  slopes: readonly Expression[],
  second: readonly (readonly Expression[])[],
  variables: readonly string[],
  values: ReadonlyMap<string, Expression>,
  known: readonly Expression[],
): boolean {
  if (variables.length !== 2) return false;
  return [0, 1].some((k) => {
    const curvature = second[k]?.[k] ?? ZERO;
    if (signOf(curvature, known) !== 1) return false;
    const [x = "", s = ""] = k === 0 ? variables : [...variables].reverse();
    const letter = freshName("s", [f]);
    const t = name(letter);
    let curve = values.get(x) ?? ZERO;
    const place = (): ReadonlyMap<string, Expression> =>
      new Map([
        [x, curve],
        [s, sum(values.get(s) ?? ZERO, t)],
      ]);
    const zero = new Map([[letter, ZERO]]);
    // Newton's steps with the fixed second derivative, each right to one order more.
    for (let round = 1; round <= HIGHEST_ORDER / 2; round += 1) {
      const slope = substitute(slopes[k] ?? ZERO, place());
      let derived = slope;
      for (let order = 0; order < round; order += 1) derived = plain(differentiate(derived, letter));
      const factorial = Array.from({ length: round }, (_, j) => j + 1).reduce((a, b) => a * b, 1);
      const coefficient = plain(product(substitute(derived, zero), power(product(number(factorial), curvature), number(-1))));
      curve = sum(curve, product(number(-1), coefficient, power(t, number(round))));
    }
    const along = firstSign(substitute(f, place()), letter, ZERO, known);
    const left = firstSign(substitute(slopes[k] ?? ZERO, place()), letter, ZERO, known);
    const order = left?.order ?? HIGHEST_ORDER + 1;
    const isKnown = left !== undefined || equal(plain(substitute(slopes[k] ?? ZERO, place())), ZERO);
    return along?.even === 1 && isKnown && 2 * order > along.order;
  });
}

/** At a point, or at every point of a line on which one coordinate is free. */
function isBothWays(claim: ClaimedNature, known: readonly Expression[]): boolean {
  const { objective, variables, values } = claim;
  const [letter, ...more] = freeVariables(claim);
  if (letter === undefined) return goesBothWays(claim, known);
  if (more.length > 0) return false;
  return holdsAlongFamily(letter, values, { objective, variables, known }, (there, facts) => {
    const own = { ...claim, values: there };
    return hasNegativeDiscriminant(own, facts) || goesBothWays(own, facts);
  });
}

/** Whether along two of the coordinates the terms of second order, a u² + 2 b u v + c v², have a c < b²: such a form takes both signs. */
function hasNegativeDiscriminant({ objective, variables, values }: ClaimedNature, known: readonly Expression[]): boolean {
  const bend = (one: string, other: string): Expression => plain(substitute(differentiate(differentiate(objective, one), other), values));
  return variables.some((one, k) =>
    variables.slice(k + 1).some((other) => signOf(subtract(product(bend(one, one), bend(other, other)), power(bend(one, other), number(2))), known) === -1),
  );
}

/** Directions and curves of second order through the point, on which the values are looked at. */
const STEPS = [0, 1, -1, 2, -2] as const;
const BENDS = [0, 1, -1, 2, -2, 3] as const;

function goesBothWays({ objective, variables, values }: ClaimedNature, known: readonly Expression[]): boolean {
  const letter = freshName("s", [objective]);
  const t = name(letter);
  const seen = new Set<number>();
  for (const bend of bendsOf(variables.length)) {
    for (const direction of directionsOf(variables.length)) {
      const curve = new Map(
        variables.map((variable, k) => [
          variable,
          sum(values.get(variable) ?? ZERO, product(number(direction[k] ?? 0), t), product(number(bend[k] ?? 0), power(t, number(2)))),
        ]),
      );
      const found = firstSign(substitute(objective, curve), letter, ZERO, known);
      if (found?.odd) return true;
      if (found?.even !== undefined) seen.add(found.even);
      if (seen.size > 1) return true;
    }
  }
  return false;
}

function directionsOf(n: number): readonly (readonly number[])[] {
  return combinations(n, STEPS).filter((direction) => direction.some((step) => step !== 0));
}

const quadraticForm = (matrix: readonly (readonly Expression[])[], direction: readonly number[]): Expression =>
  sum(...matrix.flatMap((row, i) => row.map((entry, k) => product(number((direction[i] ?? 0) * (direction[k] ?? 0)), entry))));

/** No bend first, then one coordinate bent. */
function bendsOf(n: number): readonly (readonly number[])[] {
  const straight = Array.from({ length: n }, () => 0);
  return [straight, ...BENDS.filter((bend) => bend !== 0).flatMap((bend) => straight.map((_, k) => straight.map((__, j) => (j === k ? bend : 0))))];
}

function combinations(n: number, values: readonly number[]): readonly (readonly number[])[] {
  return Array.from({ length: n }).reduce<readonly (readonly number[])[]>((lists) => lists.flatMap((list) => values.map((value) => [...list, value])), [[]]);
}
