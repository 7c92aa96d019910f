import { isSmoothWhere } from "../../calculus/rough-places.ts";
import { dampedAlong, firstMembers } from "../../calculus/self-similar.ts";
import { withoutInverse } from "../../canonical/inverse-circular.ts";
import { relation, subtract, ZERO } from "../../expression/construct.ts";
import type { Expression } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { decide, simplify } from "../../truth/index.ts";
import type { ClaimedOptima } from "./optimum.ts";

/**
 * A smooth function on a ray that is q f(x) at x + T, with 0 < q < 1: a value of the sign that is wanted, best on the closed first period, is best of all, and there only stationary points
 * and the end can be it; the other end of the period has q times the value of the first.
 */
export function isBestOfFirstPeriod({ objective, variables, constraints, facts, assumptions, wanted, points, allFound }: ClaimedOptima): boolean {
  const [variable, ...more] = variables;
  const [best, ...others] = points.filter(({ global }) => global);
  const families = points.filter(({ integers, end, global }) => integers.length === 1 && !end && !global);
  if (variable === undefined || more.length + constraints.length + others.length > 0 || !best || !allFound || wanted === "stationary") return false;
  if (best.integers.length > 0 || points.some((one) => !one.end && !one.global && !families.includes(one))) return false;
  const known = [...facts, ...assumptions];
  const asked = families.map(({ values, integers }) => ({ value: values.get(variable) ?? ZERO, letter: integers[0] ?? "" }));
  const damped = asked[0] && dampedAlong(objective, variable, asked[0], facts, assumptions);
  if (!damped || !isSmoothWhere(objective, variable, known)) return false;
  const at = (place: Expression): Expression => simplify(withoutInverse(substitute(objective, new Map([[variable, place]])))).expression;
  const isNoBetter = (value: Expression): boolean =>
    decide(relation(subtract(value, best.value), wanted === "maximum" ? "<=" : ">=", ZERO), assumptions) === true;
  const members = asked.map((family) => firstMembers(family, variable, damped, assumptions));
  return (
    decide(relation(best.value, wanted === "maximum" ? ">" : "<", ZERO), assumptions) === true &&
    isNoBetter(at(damped.from)) &&
    members.every((places) => places?.every((place) => isNoBetter(at(place))))
  );
}
