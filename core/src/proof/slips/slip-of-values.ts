import { divide, number, PI, product } from "../../expression/construct.ts";
import { isEquation, sideDifference, sidesOf } from "../../expression/equations.ts";
import { type Expression, findAll } from "../../expression/expression.ts";
import { CIRCULAR } from "../../expression/functions/kinds.ts";
import { substitute } from "../../expression/substitute.ts";
import { say } from "../../notation/inline.ts";
import { zeroTest } from "../../truth/index.ts";
import { isNear, lettersOf, looker } from "./looks.ts";
import type { Slip } from "./slip.ts";
import { editedSides } from "./small-edits.ts";
import { wrongUses } from "./wrong-laws.ts";
import { wrongMoves } from "./wrong-moves.ts";

/**
 * Why values do not solve an equation: they solve one that a slip makes of it, by a move, a law that does not hold or a root that was not taken, or
 * they are in degrees.
 */
export function findSlipOfValues(before: Expression, values: readonly Expression[], unknown: string): Slip | undefined {
  if (values.length === 0 || solves(before, values, unknown)) return undefined;
  const move = wrongMoves(before, values.length === 1 ? "any" : "roots").find(({ after }) => solves(after, values, unknown));
  if (move) return move;
  const law = wrongUses(before).find(({ after }) => solves(after, values, unknown));
  if (law) return { said: say`${law.claim} does not hold`, instead: before, law: law.claim };
  const hasAngles = findAll(before, (part) => part.kind === "call" && CIRCULAR.has(part.name)).length > 0;
  const turned = values.map((value) => product(value, divide(PI, number(180))));
  return hasAngles && solves(before, turned, unknown) ? { said: say`it would be right in degrees`, instead: before } : undefined;
}

/** The equation with one other sign that values do solve. */
export function findSignOfValues(before: Expression, values: readonly Expression[], unknown: string): Slip | undefined {
  const [left, right] = sidesOf(before);
  if (!left || !right || values.length === 0 || solves(before, values, unknown)) return undefined;
  const found = editedSides(left, right).find(({ edit, whole }) => edit.kind === "sign" && solves(whole, values, unknown));
  return found && { said: say`with another sign, in ${found.whole}, it would be right`, instead: before };
}

/** Whether values certainly solve an equation. */
function solves(e: Expression, values: readonly Expression[], unknown: string): boolean {
  if (!isEquation(e)) return false;
  const wholes = values.map((value) => substitute(sideDifference(e), new Map([[unknown, value]])));
  const vanishes = (whole: Expression): boolean =>
    isNear(
      looker(lettersOf(whole))(whole).map((at) => 1 + at),
      [1, 1, 1],
    );
  return wholes.every(vanishes) && wholes.every((whole) => zeroTest(whole).kind === "zero");
}
