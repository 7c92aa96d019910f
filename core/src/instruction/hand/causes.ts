import { hasAngles, inUnitAngles } from "../../canonical/angles.ts";
import { divide } from "../../expression/construct.ts";
import { isEquation, sideDifference } from "../../expression/equations.ts";
import { type Expression, findAll, freeNames, isReciprocal } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { type Line, say } from "../../notation/inline.ts";
import { findSlip, findSlipOfEquation } from "../../proof/slips/find-slip.ts";
import type { Slip } from "../../proof/slips/slip.ts";
import { decide, simplify, zeroTest } from "../../truth/index.ts";
import type { Difference } from "./compare.ts";
import { listedValues } from "./found.ts";
import { gainOf, twoSidedParts } from "./gained.ts";
import type { Pair } from "./pair.ts";

const MOST_SLIPS = 2;

/** The slip that made one value of another, or one equation of another. */
export function slipOf({ before, after, unknown, assumptions }: Pair, lost: Difference, extra: Difference): Slip | undefined {
  if (!listedValues(after, unknown)) return findSlipOfEquation(before, after);
  if (lost.missing.length !== extra.missing.length || lost.missing.length > MOST_SLIPS) return undefined;
  const slips = extra.missing.map((wrong) => lost.missing.map((right) => findSlip(right, wrong, assumptions)).find((slip) => slip !== undefined));
  return slips.every((slip) => slip !== undefined) ? slips[0] : undefined;
}

/** What was divided by, where it is 0 at a lost solution. */
export function whyLost(before: Expression, after: Expression, unknown: string, lost: readonly Expression[]): Line {
  const ratio = ratioOf(before, after);
  if (!ratio || !freeNames(ratio).has(unknown)) return [];
  if (findAll(ratio, (part) => isReciprocal(part) && freeNames(part).has(unknown)).length > 0) return [];
  const vanishes = lost.every((value) => zeroTest(substitute(ratio, new Map([[unknown, value]]))).kind === "zero");
  return vanishes ? say`, since it was divided by ${ratio}, which can be 0` : [];
}

/** Outside of what was asked for, squared, or multiplied by what can be 0. */
export function whyExtra({ question, before, after, unknown }: Pair, extra: readonly Expression[]): Line {
  const outside = question.scope.facts.find((fact) =>
    extra.every((value) => decide(simplify(substitute(fact, new Map([[unknown, value]]))).expression, []) === false),
  );
  if (outside) return say`: it was asked for where ${outside}`;
  const solves = (value: Expression): boolean =>
    isEquation(before) && zeroTest(substitute(sideDifference(before), new Map([[unknown, value]]))).kind === "zero";
  if (question.answered?.kept && extra.every(solves)) return say`: it was set aside`;
  if (twoSidedParts(before, unknown).length > 0 && extra.every((value) => gainOf(before, value, unknown) === "squaring"))
    return say`: both sides were squared, which can add solutions`;
  const ratio = ratioOf(after, before);
  const divides = ratio !== undefined && findAll(ratio, (part) => isReciprocal(part) && freeNames(part).has(unknown)).length > 0;
  const vanishes =
    ratio && !divides && freeNames(ratio).has(unknown) && extra.every((value) => zeroTest(substitute(ratio, new Map([[unknown, value]]))).kind === "zero");
  return vanishes ? say`: both sides were multiplied by ${ratio}, which can be 0` : [];
}

function ratioOf(a: Expression, b: Expression): Expression | undefined {
  if (a.kind !== "relation" || b.kind !== "relation") return undefined;
  const apart = (e: Expression): Expression => (hasAngles(e) ? inUnitAngles(e) : e);
  return simplify(divide(apart(sideDifference(a)), apart(sideDifference(b)))).expression;
}
