import { name, relation } from "../expression/construct.ts";
import { curveDomain } from "../expression/domain.ts";
import { contains, type Expression } from "../expression/expression.ts";
import { decide } from "../truth/index.ts";
import { linearZerosIn } from "./outward-paths.ts";

/** The conditions on each side of the one place that the domain of a function of one variable, and what is given, leave out; undefined where that is not the only one. */
export function bothSides(
  objective: Expression,
  variable: string,
  facts: readonly Expression[],
  assumptions: readonly Expression[],
): readonly (readonly Expression[])[] | undefined {
  const isGap = (condition: Expression): boolean => condition.kind === "relation" && condition.comparisons.includes("!=") && contains(condition, variable);
  const kept = facts.filter((fact) => !isGap(fact));
  const gaps = [...facts, ...curveDomain(objective)].filter((condition) => isGap(condition) && decide(condition, [...kept, ...assumptions]) !== true);
  const [place, ...more] = linearZerosIn(gaps, variable);
  if (!place || more.length > 0) return undefined;
  const sides = ([">", "<"] as const).map((comparison) => [...kept, relation(name(variable), comparison, place)]);
  return sides.every((side) => gaps.every((gap) => decide(gap, [...side, ...assumptions]) === true)) ? sides : undefined;
}
