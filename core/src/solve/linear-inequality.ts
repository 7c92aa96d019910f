import { type Step, step } from "../derivation/step.ts";
import { isNumber, name, product, relation, ZERO } from "../expression/construct.ts";
import { MIRRORED } from "../expression/equations.ts";
import { type Comparison, contains, type Expression, equal } from "../expression/expression.ts";
import { polynomialCoefficients } from "../rewrite/coefficients.ts";
import { constantSign } from "../truth/index.ts";
import { difference, quotient } from "./values.ts";

/**
 * The way to the solution of a x + b < c x + d with numbers: the unknown to one side, then a division, by which the sign turns where it is
 * by a negative number. Undefined for other inequalities.
 */
export function linearInequalitySteps(statement: Expression, unknown: string): readonly Step[] | undefined {
  if (statement.kind !== "relation" || statement.operands.length !== 2) return undefined;
  const [start, end] = statement.operands;
  if (start && end && !contains(start, unknown) && contains(end, unknown)) {
    const swapped = relation(end, MIRRORED[statement.comparisons[0] ?? "="], start);
    const others = linearInequalitySteps(swapped, unknown);
    return others && [step("swap sides", [], { kind: "equivalent", unknown, before: statement, after: swapped }), ...others];
  }
  const [comparison = "="] = statement.comparisons;
  const [left, right] = statement.operands.map((side) => polynomialCoefficients(side, unknown));
  if (!left || !right || left.length > 2 || right.length > 2 || comparison === "=" || comparison === "!=") return undefined;
  const slope = difference(left[1] ?? ZERO, right[1] ?? ZERO);
  const sign = constantSign(slope);
  if (!sign) return undefined;
  const constant = difference(right[0] ?? ZERO, left[0] ?? ZERO);
  const collected = relation(product(slope, name(unknown)), comparison, constant);
  const turned: Comparison = sign < 0 ? MIRRORED[comparison] : comparison;
  const solved = relation(name(unknown), turned, quotient(constant, slope));
  const claim = (before: Expression, after: Expression) => ({ kind: "equivalent", unknown, before, after }) as const;
  const first = equal(statement, collected) ? [] : [step("collect the unknown", [unknown], claim(statement, collected))];
  if (isNumber(slope, 1)) return first;
  return [...first, sign < 0 ? step("divide and turn", [slope], claim(collected, solved)) : step("divide both sides", [slope], claim(collected, solved))];
}
