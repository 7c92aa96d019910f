import { undoesInverse, withoutInverse } from "../../canonical/inverse-circular.ts";
import { call, divide, MINUS_ONE, name, negate, PI, power, product, relation, subtract, sum, TWO, ZERO } from "../../expression/construct.ts";
import { isEquation, sideDifference } from "../../expression/equations.ts";
import { contains, type Expression } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { polarForm, polarPairs } from "../../rewrite/complex/polar-form.ts";
import { asFamily, decide, equalityTest, membersBetween, simplify, zeroTest } from "../../truth/index.ts";
import type { ClaimedSystem } from "./claimed.ts";

/** Whether equations in components say the same as equations in a length and an angle when the components stand for their meanings. */
export function sameInComponents(
  before: Expression,
  after: Expression,
  [radius, angle]: readonly [string, string],
  [along, across]: readonly [string, string],
): boolean {
  const [r, theta] = [name(radius), name(angle)];
  const meanings = new Map([
    [along, product(r, call("cos", theta))],
    [across, product(r, call("sin", theta))],
  ]);
  const [some, others] = [before, after].map((e) => (e.kind === "logic" && e.operator === "and" ? e.items : [e]));
  if (!some || !others || some.length !== others.length) return false;
  return some.every((one, k) => {
    const other = others[k];
    if (!isEquation(one) || !other || !isEquation(other)) return false;
    const [p, q] = [sideDifference(one), substitute(sideDifference(other), meanings)];
    const ratio = simplify(divide(p, q)).expression;
    return zeroTest(subtract(p, q)).kind === "zero" || (ratio.kind === "number" && ratio.value.num !== 0);
  });
}

const TURN = product(TWO, PI);

/**
 * Whether the claimed lengths and angles are all: with u = r cos θ and v = r sin θ the system has the components of the claimed points for
 * its only solutions, and for each of these every sign of the length and every angle that is asked for is among the claims (polar
 * coordinates: (r, θ) and (r′, θ′) are one point exactly for r′ = ± r with θ′ = θ + 2πn or θ + π + 2πn).
 */
export function coversPolar(claimed: ClaimedSystem, count: (system: ClaimedSystem) => boolean): boolean {
  const { equations, unknowns, solutions, domain, assumptions, within } = claimed;
  if (domain !== "real" || unknowns.length !== 2 || solutions.some(({ free }) => free.length > 0)) return false;
  return polarPairs(equations, unknowns).some(([radius, angle]) => {
    const [along, across] = ["u_c", "v_c"] as const;
    const form = polarForm(equations, radius, angle, [along, across]);
    if (!form) return false;
    const [r, theta] = [name(radius), name(angle)];
    const points = solutions.map((one) => {
      const at = (e: Expression): Expression => {
        const put = substitute(e, plainAngle(one.values, angle, one.integers[0]));
        return simplify(undoesInverse(put) ? withoutInverse(put) : put).expression;
      };
      return {
        ...one,
        values: new Map([
          [along, at(product(r, call("cos", theta)))],
          [across, at(product(r, call("sin", theta)))],
        ]),
        integers: [],
        source: one,
      };
    });
    const distinct = points.filter((one, k) => points.findIndex((other) => samePoint(one.values, other.values, assumptions)) === k);
    const inner = form.equations.map((one) => relation(one, "=", ZERO)).filter(isEquation);
    const own = assumptions.filter((fact) => ![radius, angle].some((letter) => contains(fact, letter)));
    const system: ClaimedSystem = {
      ...claimed,
      equations: inner,
      unknowns: [along, across],
      solutions: distinct,
      apart: [],
      rejected: [],
      within: [],
      assumptions: own,
    };
    if (!count(system)) return false;
    return distinct.every((point) => {
      const claims = points.filter((other) => samePoint(point.values, other.values, assumptions)).map(({ source }) => source);
      return allNames(point.values, [along, across], claims, [radius, angle], [...assumptions, ...within]);
    });
  });
}

type Values = ReadonlyMap<string, Expression>;

/** Values with the member n = 0 of a family of angles, whose other members have the same sine and cosine. */
function plainAngle(values: Values, angle: string, letter: string | undefined): Values {
  const own = values.get(angle);
  const family = own && letter !== undefined ? asFamily(own, letter) : undefined;
  return family ? new Map([...values, [angle, family.start]]) : values;
}

function samePoint(a: Values, b: Values, assumptions: readonly Expression[]): boolean {
  return [...a].every(([letter, value]) => equalityTest(value, b.get(letter) ?? ZERO, assumptions).kind === "zero");
}

/** Whether the claims name a point, other than the origin, by every length and angle that what is known leaves. */
function allNames(
  point: Values,
  [along, across]: readonly [string, string],
  claims: readonly { readonly values: Values; readonly integers: readonly string[] }[],
  [radius, angle]: readonly [string, string],
  known: readonly Expression[],
): boolean {
  const [u = ZERO, v = ZERO] = [along, across].map((letter) => point.get(letter));
  const others = known.filter((fact) => ![radius, angle].some((letter) => contains(fact, letter)));
  const isApart = [u, v].some((part) => decide(relation(part, "!=", ZERO), others) === true);
  if (!isApart && decide(relation(simplify(sum(power(u, TWO), power(v, TWO))).expression, ">", ZERO), others) !== true) return false;
  const [first] = claims;
  const base = first?.values.get(radius);
  if (!first || !base) return false;
  const facts = known.filter((fact) => contains(fact, angle) && !contains(fact, radius));
  return ([1, -1] as const).every((sign) => {
    const length = sign === 1 ? base : negate(base);
    const excluded = known.some(
      (fact) =>
        contains(fact, radius) && !contains(fact, angle) && decide(simplify(substitute(fact, new Map([[radius, length]]))).expression, others) === false,
    );
    if (excluded) return true;
    const start = plainAngle(first.values, angle, first.integers[0]).get(angle) ?? ZERO;
    return anglesClaimed(sign === 1 ? start : sum(start, PI), length, claims, [radius, angle], facts, others);
  });
}

/** Whether every angle start + 2πn that the facts leave is claimed with the length. */
function anglesClaimed(
  start: Expression,
  length: Expression,
  claims: readonly { readonly values: Values; readonly integers: readonly string[] }[],
  [radius, angle]: readonly [string, string],
  facts: readonly Expression[],
  known: readonly Expression[],
): boolean {
  const own = claims.filter(({ values }) => equalityTest(values.get(radius) ?? ZERO, length, known).kind === "zero");
  const isTurnOf = (a: Expression, b: Expression): boolean => {
    const turns = simplify(product(subtract(a, b), power(TURN, MINUS_ONE))).expression;
    return turns.kind === "number" && turns.value.den === 1;
  };
  const whole = own.some(({ values, integers }) => {
    const [letter] = integers;
    const family = letter === undefined ? undefined : asFamily(values.get(angle) ?? ZERO, letter);
    return family !== undefined && equalityTest(family.period, TURN).kind === "zero" && isTurnOf(family.start, start);
  });
  if (whole) return true;
  const listed = membersBetween({ start, period: TURN }, angle, facts, known);
  return (
    listed?.every((value) => {
      const outside = facts.some((fact) => decide(simplify(substitute(fact, new Map([[angle, value]]))).expression, known) === false);
      return outside || own.some(({ values }) => equalityTest(values.get(angle) ?? ZERO, value, known).kind === "zero");
    }) ?? false
  );
}
