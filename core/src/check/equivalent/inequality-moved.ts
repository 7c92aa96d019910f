import { realDomain } from "../../expression/domain.ts";
import { MIRRORED, sideDifference } from "../../expression/equations.ts";
import { type Comparison, type Expression, freeNames } from "../../expression/expression.ts";
import { rationalRatio } from "../../truth/index.ts";
import { type EquivalenceWay, REAL, SAME } from "./way.ts";

/** 3 − 2x < 7 as −2x < 4 and as x > −2. */
export const INEQUALITY_MOVED: EquivalenceWay = {
  name: "inequality moved",
  theorem:
    "an inequality holds for the same numbers when the same is added to both sides or both are multiplied by a positive number, and turns when by a negative one",
  source: "O. Forster, Analysis 1, § 3",
  worlds: REAL,
  proves: ({ before, after }) => {
    const [one, other] = [before, after].map(comparisonIn);
    if (!one || !other) return undefined;
    const ratio = freeNames(one.difference).size > 0 ? rationalRatio(one.difference, other.difference) : undefined;
    if (!ratio) return undefined;
    return (ratio.num > 0 ? one.comparison : MIRRORED[one.comparison]) === other.comparison ? SAME : undefined;
  },
};

/** left − right compared with 0, by < or > and the like. */
function comparisonIn(e: Expression): { readonly difference: Expression; readonly comparison: Comparison } | undefined {
  const [comparison, ...more] = e.kind === "relation" ? e.comparisons : [];
  const isOpen = comparison !== undefined && comparison !== "=" && comparison !== "!=";
  // A side that is not defined everywhere would leave out places of its own.
  if (e.kind !== "relation" || !isOpen || more.length > 0 || realDomain(e).length > 0) return undefined;
  return { difference: sideDifference(e), comparison };
}
