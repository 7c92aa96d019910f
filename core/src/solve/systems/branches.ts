import { decide } from "../../truth/index.ts";
import { byClearing } from "./branches/by-clearing.ts";
import { byDifference } from "./branches/by-difference.ts";
import { byElimination } from "./branches/by-elimination.ts";
import { byExpressing, byExpressingPlainly } from "./branches/by-expressing.ts";
import { byCommonUnknown, byDividing, byFactors, byWrittenFactors } from "./branches/by-factors.ts";
import { byFamilies } from "./branches/by-families.ts";
import { byIsolating } from "./branches/by-isolating.ts";
import { byOneEquation } from "./branches/by-one-equation.ts";
import { byOneUnknown } from "./branches/by-one-unknown.ts";
import { byPower } from "./branches/by-power.ts";
import { bySquares } from "./branches/by-squares.ts";
import { putBack } from "./branches/put-back.ts";
import { type Branches, clean, finished, NOTHING, type State, type Way } from "./branches/state.ts";

/**
 * Solves a system step by step: an equation in one unknown is solved and its values are put into the others; an unknown that
 * stands linearly is expressed by the others; a product that is 0 makes cases; polynomials without such an equation are
 * combined so that unknowns drop out. Undefined where no step is possible.
 */
export function solveBranches(state: State): Branches | undefined {
  const cleaned = clean(state);
  if (!cleaned) return NOTHING;
  if (cleaned.equations.length === 0) {
    const done = finished(cleaned);
    if (done.conditions.some((condition) => decide(condition, cleaned.assumptions) === false)) return NOTHING;
    return { ...NOTHING, solutions: [done], steps: putBack(cleaned, done) };
  }
  for (const way of WAYS) {
    const found = way(cleaned, solveBranches);
    if (found) return found;
  }
  return undefined;
}

/** The steps that are tried, in this order. */
const WAYS: readonly Way[] = [
  byOneUnknown,
  byClearing,
  byDividing,
  bySquares,
  byExpressingPlainly,
  byWrittenFactors,
  byCommonUnknown,
  byExpressing,
  byFactors,
  byPower,
  byElimination,
  byOneEquation,
  byDifference,
  byIsolating,
  byFamilies,
];
