import { polynomialFactors } from "../canonical/factored.ts";
import type { LimitPlace } from "../derivation/step.ts";
import { constant, divide, name, negate, number, ONE, product, relation, subtract, sum, ZERO } from "../expression/construct.ts";
import { curveDomain } from "../expression/domain.ts";
import { MIRRORED } from "../expression/equations.ts";
import { contains, distinct, type Expression } from "../expression/expression.ts";
import { freshName, substitute } from "../expression/substitute.ts";
import { polynomialCoefficients } from "../rewrite/coefficients.ts";
import { decide, simpleRelations, simplify } from "../truth/index.ts";
import { variableBounds } from "./plain-bounds.ts";

/** A path through the domain of a function to where it may be unbounded: the variables by one letter, and the place that this letter goes to. */
export interface OutwardPath {
  readonly values: ReadonlyMap<string, Expression>;
  readonly place: LimitPlace;
  /** What the letter is on the path. */
  readonly near: readonly Expression[];
  /** The value of the function on it, where the path is a family of points whose values are known. */
  readonly along?: Expression;
}

/** What is to be optimised where, as far as paths through its domain go. */
export interface Domain {
  readonly objective: Expression;
  readonly variables: readonly string[];
  readonly facts: readonly Expression[];
  readonly assumptions: readonly Expression[];
  /** Points that are known: their coordinates give the scale of each variable, and places from which rays start. */
  readonly points: readonly { readonly values: ReadonlyMap<string, Expression>; readonly value: Expression; readonly integers: readonly string[] }[];
}

/** Far out begins here; near by is one part of that. */
const FAR = 1000;

/** The paths of a few that are tried on which one stays in the domain: rays from the origin and along the axes from points, and for one variable the sides of its poles. */
export function outwardPaths(domain: Domain): readonly OutwardPath[] {
  const { objective, facts, assumptions } = domain;
  const conditions = [...facts, ...curveDomain(objective)];
  return [...raysOf(domain), ...polesOf(domain), ...familiesOf(domain)].filter(({ values, near }) =>
    conditions.every((condition) => decide(simplify(substitute(condition, values)).expression, [...assumptions, ...near]) === true),
  );
}

function raysOf(domain: Domain): readonly OutwardPath[] {
  const { objective, variables, facts, assumptions } = domain;
  const all = [objective, ...facts, ...assumptions];
  const letter = ["t", "s", "u"].find((own) => !all.some((e) => contains(e, own))) ?? freshName("t", all);
  const t = name(letter);
  const signs = variables.reduce<readonly (readonly number[])[]>((list, _) => list.flatMap((own) => [0, 1, -1].map((step) => [...own, step])), [[]]).slice(1);
  const starts = variables.length > 1 ? plainPoints(domain) : [];
  const along = (start: Coordinates, direction: readonly number[], scale: Coordinates): OutwardPath => ({
    values: new Map(
      variables.map((variable, k) => [variable, sum(start.get(variable) ?? ZERO, product(number(direction[k] ?? 0), scale.get(variable) ?? ONE, t))]),
    ),
    place: { variable: letter, at: constant("infinity"), whole: false },
    near: [relation(t, ">", number(FAR))],
  });
  const nowhere: Coordinates = new Map();
  const scale = starts.find((point) => [...point.values()].every((value) => decide(relation(value, "!=", ZERO), assumptions) === true));
  const axes = signs.filter((direction) => direction.filter((step) => step !== 0).length === 1);
  return [
    ...signs.map((direction) => along(nowhere, direction, nowhere)),
    ...(scale ? signs.map((direction) => along(nowhere, direction, scale)) : []),
    ...starts.flatMap((start) =>
      axes.map((direction) => along(new Map(variables.map((own, k) => [own, direction[k] === 0 ? (start.get(own) ?? ZERO) : ZERO])), direction, nowhere)),
    ),
  ];
}

/** Families of points, in both directions of a letter on which their values hang. */
function familiesOf({ variables, points }: Domain): readonly OutwardPath[] {
  return points.flatMap(({ values, value, integers }) =>
    integers
      .filter((letter) => !variables.includes(letter) && contains(value, letter))
      .flatMap((letter) =>
        ([1, -1] as const).map((side): OutwardPath => {
          const n = name(letter, "integer");
          const [far, comparison] = side === 1 ? ([number(FAR), ">"] as const) : ([number(-FAR), "<"] as const);
          const infinity = constant("infinity");
          return {
            values,
            place: { variable: letter, at: side === 1 ? infinity : negate(infinity), whole: false },
            near: [relation(n, comparison, far)],
            along: substitute(value, new Map([[letter, name(letter)]])),
          };
        }),
      ),
  );
}

type Coordinates = ReadonlyMap<string, Expression>;

/** A few of the points that are no families, or the first members of such. */
function plainPoints({ variables, points }: Domain): readonly Coordinates[] {
  const firsts = points.map(({ values, integers }) => {
    const first = new Map(integers.filter((letter) => !variables.includes(letter)).map((letter) => [letter, ZERO]));
    return new Map([...values].map(([key, value]) => [key, simplify(substitute(value, first)).expression]));
  });
  return firsts.filter((values) => ![...values.values()].some((value) => variables.some((variable) => contains(value, variable)))).slice(0, MOST_POINTS);
}
const MOST_POINTS = 4;

/** The sides of the places of one variable at which a factor of a denominator, or the inside of a logarithm, is 0, or that bound it. */
function polesOf({ objective, variables: [variable, ...more], facts }: Domain): readonly OutwardPath[] {
  if (variable === undefined || more.length > 0) return [];
  const bounds = variableBounds(facts, variable);
  const poles = linearZerosIn(curveDomain(objective), variable);
  const places = distinct([...bounds.map(({ right }) => right), ...poles]);
  const x = name(variable);
  return places.flatMap((at) =>
    ([1, -1] as const).map((side): OutwardPath => {
      const close = sum(at, number({ num: side, den: FAR }));
      const comparison = side === 1 ? ">" : "<";
      return {
        values: new Map([[variable, x]]),
        place: { variable, at, side: side === 1 ? "right" : "left", whole: false },
        near: [relation(x, comparison, at), relation(x, MIRRORED[comparison], close)],
      };
    }),
  );
}

/** The places that conditions such as u ≠ 0 leave out, as far as these are zeros of factors of first degree. */
export function linearZerosIn(conditions: readonly Expression[], variable: string): readonly Expression[] {
  return distinct(simpleRelations(conditions).flatMap(({ left, right }) => linearZeros(subtract(left, right), variable)));
}

/** The zeros of the factors of first degree. */
function linearZeros(e: Expression, variable: string): readonly Expression[] {
  const bases = polynomialFactors(e)?.factors.map(({ base }) => base) ?? [e];
  return bases.flatMap((base) => {
    const [start = ZERO, slope, ...higher] = polynomialCoefficients(base, variable) ?? [];
    return slope && higher.length === 0 ? [simplify(negate(divide(start, slope))).expression] : [];
  });
}
