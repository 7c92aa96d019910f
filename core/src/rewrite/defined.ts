import { number } from "../expression/construct.ts";
import { ownConditions } from "../expression/domain.ts";
import { children, type Expression, equal, freeNames } from "../expression/expression.ts";
import { substitute } from "../expression/substitute.ts";
import { decide, zeroTest } from "../truth/index.ts";
import { MOST_TERMS } from "./write-out.ts";

/**
 * The innermost part that has no value, whatever the letters are, even over the complex numbers: a division by 0, ln(0), tan(π/2),
 * the factorial of −1, a term of a sum. What stands in a case is asked about only where that case is taken for certain.
 */
export function undefinedPart(e: Expression): Expression | undefined {
  switch (e.kind) {
    case "number":
    case "constant":
    case "name":
      return undefined;
    case "cases":
      return partOfCases(e);
    case "iterated":
      return partOfTerms(e);
    default:
      for (const child of children(e)) {
        const found = undefinedPart(child);
        if (found) return found;
      }
      return ownConditions(e, "complex").some(fails) ? e : undefined;
  }
}

function fails(condition: Expression): boolean {
  if (freeNames(condition).size === 0) return decide(condition, []) === false;
  // A divisor with letters may be 0 for all of them; a name alone is not.
  const [left, right] = condition.kind === "relation" && condition.comparisons[0] === "!=" ? condition.operands : [];
  return left !== undefined && right !== undefined && left.kind !== "name" && equal(right, number(0)) && zeroTest(left).kind === "zero";
}

function partOfCases({ branches, otherwise }: Expression & { kind: "cases" }): Expression | undefined {
  for (const { value, condition } of branches) {
    const truth = freeNames(condition).size === 0 ? decide(condition, []) : undefined;
    if (truth === true) return undefinedPart(value);
    if (truth === undefined) return undefined;
  }
  return otherwise && undefinedPart(otherwise);
}

/** A term of a sum or product between whole bounds; what stands in an integral or a root is not asked about. */
function partOfTerms(e: Expression & { kind: "iterated" }): Expression | undefined {
  if (e.operator !== "sum" && e.operator !== "product") return undefined;
  const [from, to] = [e.lower, e.upper].map((bound) => (bound?.kind === "number" && bound.value.den === 1 ? Number(bound.value.num) : Number.NaN));
  if (from === undefined || to === undefined || !(to - from < MOST_TERMS)) return undefined;
  for (let k = from; k <= to; k += 1) {
    const found = undefinedPart(substitute(e.body, new Map([[e.variable, number(k)]])));
    if (found) return found;
  }
  return undefined;
}
