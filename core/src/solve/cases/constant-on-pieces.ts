import { constantPieces } from "../../calculus/constant-pieces.ts";
import { boundsOfPiece } from "../../calculus/pieces-where.ts";
import { step } from "../../derivation/step.ts";
import { name, ZERO } from "../../expression/construct.ts";
import { sideDifference } from "../../expression/equations.ts";
import { say } from "../../notation/inline.ts";
import type { Solved, Task } from "../solution.ts";

/**
 * Sides whose difference has the derivative 0: it is constant on every piece of its domain, so the equation holds on a whole piece or
 * nowhere on it, as arctan x + arctan(1/x) = π/2 does for x > 0.
 */
export function solveConstantOnPieces({ equation, unknown, domain }: Task): Solved | undefined {
  const difference = sideDifference(equation);
  const pieces = domain === "real" ? constantPieces(difference, unknown) : undefined;
  if (!pieces) return undefined;
  const solutions = pieces
    .filter(({ isZero }) => isZero)
    .map(({ piece }) => ({
      values: new Map([[unknown, name(unknown)]]),
      multiplicity: 1,
      free: [unknown],
      integers: [],
      conditions: boundsOfPiece(piece, unknown),
    }));
  const reason = say`the derivative of the difference of the sides is 0, so the difference is constant on every piece where it is defined`;
  const steps = [step("differentiate", [difference, unknown], { kind: "derivative", of: difference, variable: unknown, after: ZERO })];
  return { steps, set: { variables: [unknown], domain: "real", complete: true, reason, solutions, rejected: [], complexSolutions: [] } };
}
