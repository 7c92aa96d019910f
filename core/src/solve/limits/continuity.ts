import { limitValue } from "../../calculus/limit/found.ts";
import { step } from "../../derivation/step.ts";
import { sum } from "../../expression/construct.ts";
import { realDomain } from "../../expression/domain.ts";
import { contains, type Expression } from "../../expression/expression.ts";
import { jumpingParts } from "../../expression/functions/kinds.ts";
import { infinityOf } from "../../expression/infinity.ts";
import { mapChildren, substitute } from "../../expression/substitute.ts";
import { undefinedPart } from "../../rewrite/defined.ts";
import { decide, equalityTest, simplify } from "../../truth/index.ts";
import { type LimitWay, limitAt, limitIn, type Stage, vanishes } from "./way.ts";

function isContinuousThere(e: Expression, { place, assumptions }: Stage): boolean {
  if (jumpingParts(e).some((part) => contains(part, place.variable))) return false;
  const put = (one: Expression): Expression => simplify(substitute(one, new Map([[place.variable, place.at]]))).expression;
  return realDomain(e)
    .filter((condition) => contains(condition, place.variable))
    .every((condition) => decide(put(condition), assumptions) === true);
}

/** Where the function is continuous, its value is the limit (O. Forster, Analysis 1, § 10). */
export const bySubstitution: LimitWay = (stage) => {
  const { e, place, assumptions } = stage;
  if (infinityOf(place.at) !== undefined || !contains(e, place.variable) || !isContinuousThere(e, stage)) return undefined;
  const value = substitute(e, new Map([[place.variable, place.at]]));
  if (undefinedPart(value) || equalityTest(value, limitIn(stage), assumptions).kind !== "zero") return undefined;
  const claim = { kind: "limit", place, before: e, after: simplify(value).expression } as const;
  return { steps: [step("limit by substitution", [place.variable, place.at], claim)] };
};

/** What does not hold the variable. */
export const byConstancy: LimitWay = ({ e, place }) =>
  contains(e, place.variable) ? undefined : { steps: [step("constant function", [place.variable], { kind: "limit", place, before: e, after: e })] };

/** A function of something whose limit is known, finite or not. */
export const byInside: LimitWay = (stage) => {
  const { e, place } = stage;
  const inside =
    e.kind === "call" && e.args.length === 1 ? e.args[0] : e.kind !== "power" ? undefined : contains(e.exponent, place.variable) ? e.exponent : e.base;
  const jumps = e.kind === "call" && jumpingParts(e).includes(e);
  if (!inside || jumps || (e.kind === "power" && contains(e.exponent, place.variable) && contains(e.base, place.variable))) return undefined;
  const found = limitAt(inside, stage);
  if (!found) return undefined;
  return { steps: [step("limit of the inside", [inside, limitValue(found.limit)], { kind: "limit", place, before: e, after: limitIn(stage) })] };
};

/** Terms that tend to 0 are left out of the sums of a quotient, if what is left is defined and is the limit. */
export const byVanishingTerms: LimitWay = (stage) => {
  const { e, place, assumptions } = stage;
  const gone: Expression[] = [];
  const without = (part: Expression): Expression => {
    if (part.kind === "product" || (part.kind === "power" && !contains(part.exponent, place.variable))) return mapChildren(part, without);
    // A factor that vanishes as a whole says nothing where another one grows.
    if (part.kind !== "sum") return part;
    const kept = part.terms.filter((term) => !(contains(term, place.variable) && vanishes(term, stage)));
    gone.push(...part.terms.filter((term) => !kept.includes(term)));
    return sum(...kept.map(without));
  };
  const left = without(e);
  if (gone.length === 0 || contains(left, place.variable) || undefinedPart(left)) return undefined;
  const value = limitIn(stage);
  if (infinityOf(value) !== undefined || equalityTest(left, value, assumptions).kind !== "zero") return undefined;
  return { steps: [step("vanishing terms", [gone, gone.length === 1 ? "tends" : "tend"], { kind: "limit", place, before: e, after: value })] };
};
