import { negate, subtract } from "../../expression/construct.ts";
import { isEquation, sideDifference, sidesOf } from "../../expression/equations.ts";
import type { Expression } from "../../expression/expression.ts";
import { isReal } from "../../expression/realness.ts";
import { equalityTest } from "../../truth/index.ts";
import { type EquivalenceWay, REAL, SAME } from "./way.ts";

/** |u| = |v| as u = v or u = −v. */
export const EQUAL_BARS: EquivalenceWay = {
  name: "equal bars",
  theorem: "two real numbers have the same absolute value exactly where they are equal or opposite",
  source: "O. Forster, Analysis 1, § 3",
  worlds: REAL,
  proves: ({ before, alternatives, assumptions }) => {
    const [u, v] = sidesOf(before).map((side) => (side?.kind === "call" && side.name === "abs" ? side.args[0] : undefined));
    const [first, second, ...more] = alternatives;
    if (!u || !v || !first || !second || more.length > 0 || !isReal(u) || !isReal(v)) return undefined;
    const says = (one: Expression, other: Expression): boolean =>
      isEquation(one) &&
      [subtract(u, other), subtract(other, u)].some((difference) => equalityTest(sideDifference(one), difference, assumptions).kind === "zero");
    return (says(first, v) && says(second, negate(v))) || (says(first, negate(v)) && says(second, v)) ? SAME : undefined;
  },
};
