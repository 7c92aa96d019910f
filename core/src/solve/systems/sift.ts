import { realDomain } from "../../expression/domain.ts";
import { contains, type Expression, equal } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { statedWhole } from "../../expression/whole.ts";
import { type Line, say } from "../../notation/inline.ts";
import { withRootsOut } from "../../rewrite/roots/constant-root.ts";
import { decideForMembers, simplify } from "../../truth/index.ts";
import { openConditions, tidyConditions } from "../sifting/conditions.ts";
import type { Rejected, Solution } from "../solution.ts";
import { distinct } from "./distinct.ts";
import type { SystemTask } from "./task.ts";

/** What the equations need to be defined and what is given of the unknowns, held against every solution. */
export function siftSystem(
  found: { readonly solutions: readonly Solution[]; readonly rejected: readonly Rejected[] },
  { equations, unknowns, domain, assumptions }: SystemTask,
): { solutions: readonly Solution[]; rejected: readonly Rejected[] } {
  const needed = domain === "real" ? equations.flatMap(realDomain) : [];
  const facts = assumptions.filter((fact) => unknowns.some((unknown) => contains(fact, unknown)));
  // What is given of an unknown that stays free is a condition on the solution, and settles nothing by itself.
  const others = assumptions.filter((fact) => !facts.includes(fact));
  const rejected: Rejected[] = [...found.rejected];
  const solutions = distinct(found.solutions).flatMap((one) => {
    const open: Expression[] = [];
    for (const [condition, why] of [
      ...needed.map((c) => [c, "the equations are not defined there"] as const),
      ...facts.map((c) => [c, "this is given"] as const),
    ]) {
      if (!unknowns.some((unknown) => contains(condition, unknown))) continue;
      const at = simplify(substitute(condition, one.values)).expression;
      const holds = decideForMembers(statedWhole(condition) ? substitute(condition, one.values) : at, one.integers, [...others, ...one.conditions, ...open]);
      if (holds === false) {
        rejected.push({ values: one.values, multiplicity: 1, reason: reasonAgainst(condition, one, why) });
        return [];
      }
      if (holds === undefined && !open.some((other) => equal(other, at))) open.push(...openConditions(at, [...others, ...one.conditions]));
    }
    const conditions = [...one.conditions, ...open].filter((condition) => decideForMembers(condition, one.integers, []) !== true);
    const known = [...others, ...conditions];
    const values = new Map([...one.values].map(([key, value]) => [key, domain === "real" && others.length > 0 ? withRootsOut(value, known) : value]));
    return [{ ...one, values, conditions: tidyConditions(conditions, others) }];
  });
  // Without what is settled some conditions are gone, and families may be the same.
  return { solutions: distinct(solutions), rejected };
}

function reasonAgainst(condition: Expression, { values }: Solution, why: string): Line {
  const whole = statedWhole(condition);
  return whole ? say`${substitute(whole, values)} is no whole number` : say`${condition} does not hold; ${why}`;
}
