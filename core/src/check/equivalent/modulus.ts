import { NOWHERE } from "../../derivation/nowhere.ts";
import { E, I, power, product, relation, ZERO } from "../../expression/construct.ts";
import { sidesOf } from "../../expression/equations.ts";
import { type Expression, equal, factorsOf, freeNames } from "../../expression/expression.ts";
import { isReal } from "../../expression/realness.ts";
import { decide, equalityTest, zeroTest } from "../../truth/index.ts";
import { type EquivalenceWay, SAME } from "./way.ts";

/** |u| = r as u = r e^(iφ), where the angle φ is a name that stands in neither side. */
export const MODULUS: EquivalenceWay = {
  name: "modulus and angle",
  theorem: "the complex numbers of modulus r ≥ 0 are r e^(iφ) with a real φ",
  source: "O. Forster, Analysis 1, § 14",
  worlds: ["complex"],
  proves: ({ before, after, alternatives, assumptions }) => {
    const [[left, right], [u, v]] = [sidesOf(before), sidesOf(after)];
    const isNegative = left?.kind === "call" && left.name === "abs" && right && decide(relation(right, "<", ZERO), assumptions) === true;
    if (equal(after, NOWHERE) && isNegative) return SAME;
    if (left?.kind !== "call" || left.name !== "abs" || !right || !u || !v || alternatives.length > 1) return undefined;
    // 0 has no angle.
    const isNone = [right, v].every((one) => zeroTest(one, assumptions).kind === "zero");
    if (isNone && equal(left.args[0] ?? ZERO, u)) return SAME;
    const angle = newAngle(v, before);
    if (!angle || !equal(left.args[0] ?? ZERO, u) || !isReal(right)) return undefined;
    const isSize = decide(relation(right, ">=", ZERO), assumptions) === true;
    return isSize && equalityTest(v, product(right, power(E, product(I, angle))), assumptions).kind === "zero" ? SAME : undefined;
  },
};

/** The real name φ of a factor e^(iφ) that is new. */
function newAngle(value: Expression, before: Expression): Expression | undefined {
  for (const factor of factorsOf(value)) {
    if (factor.kind !== "power" || !equal(factor.base, E)) continue;
    const angle = factorsOf(factor.exponent).find((part) => part.kind === "name" && part.range === "real" && !freeNames(before).has(part.name));
    if (angle && equal(factor.exponent, product(I, angle))) return angle;
  }
  return undefined;
}
