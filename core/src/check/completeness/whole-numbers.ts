import { number, relation, sum, ZERO } from "../../expression/construct.ts";
import { sidesOf } from "../../expression/equations.ts";
import { contains, type Expression, freeNames } from "../../expression/expression.ts";
import * as rational from "../../number/rational.ts";
import { polynomialCoefficients } from "../../rewrite/coefficients.ts";
import { decide } from "../../truth/index.ts";
import type { ClaimedAnswer } from "../answer.ts";

/** f(u) = c for a linear u in the unknown alone, with the number c. */
function functionValue({
  equation,
  unknown,
  domain,
}: ClaimedAnswer): { readonly name: string; readonly u: Expression; readonly value: rational.Rational } | undefined {
  const [left, right] = sidesOf(equation);
  const [part, value] = left && contains(left, unknown) ? [left, right] : [right, left];
  if (domain !== "real" || part?.kind !== "call" || value?.kind !== "number") return undefined;
  const [u = ZERO] = part.args;
  return polynomialCoefficients(u, unknown)?.length === 2 && freeNames(u).size === 1 ? { name: part.name, u, value: value.value } : undefined;
}

/** Whether the claim is the interval on which a number rounds down (up) to a whole one, or nothing where the value is none. */
export function coversRounding(answer: ClaimedAnswer): boolean {
  const found = functionValue(answer);
  if (!found || (found.name !== "floor" && found.name !== "ceil")) return false;
  const { u, value } = found;
  if (!rational.isInteger(value)) return answer.solutions.length === 0;
  const k = number(value);
  const bounds =
    found.name === "floor" ? [relation(u, ">=", k), relation(u, "<", sum(k, number(1)))] : [relation(u, ">", sum(k, number(-1))), relation(u, "<=", k)];
  return isExactly(bounds, answer);
}

/** Whether the claim is every value of the unknown that satisfies some relations, and no other. */
export function isExactly(asked: readonly Expression[], { solutions, facts }: ClaimedAnswer): boolean {
  const [only, ...more] = solutions;
  if (!only?.everywhere || more.length > 0) return false;
  const all = [...asked, ...facts];
  return asked.every((bound) => decide(bound, only.conditions) === true) && only.conditions.every((condition) => decide(condition, all) === true);
}
