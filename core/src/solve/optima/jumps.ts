import { number, subtract, sum } from "../../expression/construct.ts";
import { contains, type Expression, findAll, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import * as rational from "../../number/rational.ts";
import { readable } from "../../rewrite/readable.ts";
import { constantSign, writtenNear, zeroTest } from "../../truth/index.ts";
import type { Nature } from "./optimum.ts";

/** The conditions of cases with the variable: where they change from holding to failing the function is written differently. */
export function caseConditions(e: Expression, variable: string): readonly Expression[] {
  return findAll(e, (part) => part.kind === "cases" && contains(part, variable)).flatMap((part) =>
    part.kind === "cases" ? part.branches.flatMap(({ condition }) => (condition.kind === "logic" ? condition.items : [condition])) : [],
  );
}

/** What a function comes close to on either side of a place where it is written differently. */
export interface Limits {
  readonly left: Expression;
  readonly right: Expression;
}

const NEAR = rational.power(rational.rational(2), -40);

/** The limits at a place, of which at least one is not the value there; undefined where the function is continuous or has no limits that are known. */
export function jumpAt(objective: Expression, variable: string, at: Expression, value: Expression): Limits | undefined {
  const [left, right] = [rational.negate(NEAR), NEAR].map((step) =>
    readable(substitute(writtenNear(objective, variable, sum(at, number(step))), new Map([[variable, at]]))),
  );
  if (!left || !right || freeNames(left).size + freeNames(right).size > 0) return undefined;
  return [left, right].every((limit) => zeroTest(subtract(limit, value)).kind === "zero") ? undefined : { left, right };
}

/**
 * The nature of a place with a jump: greatest of its neighbourhood if on each side the function comes close to less, or to the same and
 * falls away from it.
 */
export function natureAtJump(value: Expression, { left, right }: Limits, before: -1 | 0 | 1 | undefined, after: -1 | 0 | 1 | undefined): Nature {
  const above = (limit: Expression): -1 | 0 | 1 | undefined => constantSign(subtract(value, limit));
  const sides = [
    { step: above(left), away: before === undefined ? undefined : -before },
    { step: above(right), away: after },
  ];
  const keeps = (sign: 1 | -1): boolean => sides.every(({ step, away }) => step === sign || (step === 0 && away !== undefined && away * sign < 0));
  if (keeps(1)) return "maximum";
  return keeps(-1) ? "minimum" : "inflection";
}
