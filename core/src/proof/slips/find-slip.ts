import { type Expression, equal } from "../../expression/expression.ts";
import { type Line, say } from "../../notation/inline.ts";
import { equalityTest } from "../../truth/index.ts";
import { isNear, lettersOf, looker } from "./looks.ts";
import type { Slip } from "./slip.ts";
import { EDIT_WORDS, type Edit, inDegrees, putBackFactors, smallEdits } from "./small-edits.ts";
import { wrongDerivatives } from "./wrong-derivatives.ts";
import { wrongUses } from "./wrong-laws.ts";

/** So many changes are looked at exactly. */
const MOST_EXACT = 6;

/** How a value was asked for: the forms that it had, or what it is the derivative of. */
export interface Origin {
  readonly forms: readonly Expression[];
  readonly derivative?: { readonly of: Expression; readonly variable: string };
}

/**
 * Why a claimed value is not the value before it: a law that does not hold was used, or a small change of the claim would make it right. The
 * first that is proven; undefined where there is none.
 */
export function findSlip(
  before: Expression,
  claimed: Expression,
  assumptions: readonly Expression[],
  { forms, derivative }: Origin = { forms: [] },
): Slip | undefined {
  const looks = looker(lettersOf(before, claimed));
  const is = looks(claimed);
  const isSame = (a: Expression, b: Expression): boolean => equalityTest(a, b, assumptions).kind === "zero";
  const uses = [...(derivative ? wrongDerivatives(derivative.of, derivative.variable) : []), ...[...forms, before].flatMap(wrongUses)];
  const law = uses.find(({ after }) => isNear(looks(after), is) && isSame(after, claimed));
  if (law) return { said: say`${law.claim} does not hold`, instead: before, law: law.claim };
  const degrees = inDegrees(before);
  if (!equal(degrees, before) && isNear(looks(degrees), is) && isSame(degrees, claimed))
    return { said: say`it would be right with the angle in degrees`, instead: before };
  return findEdit(before, claimed, assumptions);
}

/** A small change that makes a claimed value that of another expression. */
export function findEdit(before: Expression, claimed: Expression, assumptions: readonly Expression[]): Slip | undefined {
  const looks = looker(lettersOf(before, claimed));
  const was = looks(before);
  const edits = [...smallEdits(claimed), ...putBackFactors(claimed, before)].filter(({ after }) => isNear(looks(after), was));
  const edit = edits.slice(0, MOST_EXACT).find(({ after }) => equalityTest(after, before, assumptions).kind === "zero");
  return edit && { said: saidOf(edit, claimed), instead: edit.after };
}

function saidOf({ kind, part, by, after }: Edit, claimed: Expression): Line {
  const what = EDIT_WORDS[kind];
  return equal(part, claimed) ? say`it would be right with ${what}: ${after}` : say`it would be right with ${what}: ${by} in place of ${part}`;
}
