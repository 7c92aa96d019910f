import { coversZeros } from "../../calculus/cover.ts";
import { zeroForm } from "../../calculus/zero-form.ts";
import { Analysed } from "../../calculus/zeros.ts";
import { relation, ZERO } from "../../expression/construct.ts";
import { ownConditions, realDomain } from "../../expression/domain.ts";
import { alternativesOf, sidesOf } from "../../expression/equations.ts";
import { type Expression, equal, findAll, freeNames } from "../../expression/expression.ts";
import { isWhole } from "../../expression/whole.ts";
import { decide } from "../../truth/index.ts";

/** Whether the values of the alternatives are all solutions of an equation in one name, of those that satisfy the relations. */
export function isolated(before: Expression, after: Expression, unknown: string, within: readonly Expression[]): boolean {
  const alternatives = alternativesOf(after).filter((one) => !(freeNames(one).size === 0 && decide(one, []) === false));
  const values = alternatives.map((one) => (one.kind === "relation" && equal(one.operands[0] ?? ZERO, nameIn(one, unknown)) ? one.operands[1] : undefined));
  if (!values.every((value) => value !== undefined)) return false;
  return allZeros(before, values, unknown, within);
}

/** As `isolated`, for values known to solve the equation. */
export function allZeros(equation: Expression, values: readonly Expression[], unknown: string, within: readonly Expression[]): boolean {
  const [left, right] = sidesOf(equation);
  // The single points at which a negative number has a whole exponent are on no interval.
  if (!left || !right || mayHaveSinglePoints(equation, within)) return false;
  if ([...freeNames(equation)].some((name) => name !== unknown)) return false;
  return coversZeros(new Analysed(zeroForm(left, right, unknown), unknown), values, within);
}

/** Whether the base of a power with a variable exponent may be negative. */
function mayHaveSinglePoints(equation: Expression, within: readonly Expression[]): boolean {
  const known = [...within, ...realDomain(equation)];
  return findAll(equation, (part) => ownConditions(part, "real").some(({ kind }) => kind === "logic")).some(
    (part) => part.kind === "power" && !isWhole(part.exponent) && decide(relation(part.base, ">=", ZERO), known) !== true,
  );
}

function nameIn(e: Expression, unknown: string): Expression {
  const [left = ZERO] = e.kind === "relation" ? e.operands : [];
  return left.kind === "name" && left.name === unknown ? left : ZERO;
}
