import { divide, equation, negate, product } from "../../expression/construct.ts";
import { alternativesOf, isEquation, sideDifference, sidesOf } from "../../expression/equations.ts";
import { type Expression, factorsOf, freeNames, isReciprocal, termsOf } from "../../expression/expression.ts";
import { joined, type Line, say } from "../../notation/inline.ts";
import { text } from "../../notation/text.ts";
import { simplify } from "../../truth/index.ts";
import { inverse } from "../functions.ts";
import { tidied } from "../tidy.ts";
import { isProportional, lettersOf, looker, lookerAlong } from "./looks.ts";
import type { Slip } from "./slip.ts";
import { EDIT_WORDS, editedSides } from "./small-edits.ts";
import { wrongUses } from "./wrong-laws.ts";
import { wrongMoves } from "./wrong-moves.ts";

/**
 * Why a claimed equation does not follow from the one before it: by a slip in moving or dividing, a law that does not hold, or a small change.
 * @param unknown the name that they are about: they are the same where it solves both, whatever factor of other letters stands before
 */
export function findSlipOfEquation(before: Expression, claimed: Expression, unknown?: string): Slip | undefined {
  if (!isEquation(before)) return undefined;
  const isSame = (a: Expression, b: Expression): boolean => sayTheSame(a, b, unknown);
  if (!isEquation(claimed)) return turnedAlternatives(before, claimed, isSame);
  const [left, right] = claimed.operands;
  if (!left || !right) return undefined;
  const move = wrongMoves(before).find(({ after }) => isSame(after, claimed));
  if (move) return move;
  const law = [before, ...cleared(before)].flatMap(wrongUses).find(({ after }) => isSame(after, claimed));
  if (law) return { said: say`${law.claim} does not hold`, instead: before, law: law.claim };
  const edits = editedSides(left, right, before).filter(({ whole }) => isSame(whole, before));
  const length = ({ whole }: (typeof edits)[number]): number => text(whole).length;
  const [first, ...more] = edits;
  if (!first) return undefined;
  const { edit, whole } = more.reduce((best, other) => (length(other) < length(best) ? other : best), first);
  return { said: say`it would be right with ${EDIT_WORDS[edit.kind]}: ${whole}`, instead: whole };
}

/** Whether two equations say that the same is 0, but for a number before it, or a factor without the unknown. */
function sayTheSame(a: Expression, b: Expression, unknown: string | undefined): boolean {
  const [p, q] = [a, b].map((e) => (isEquation(e) ? sideDifference(e) : e));
  const letters = lettersOf(a, b);
  const looks = unknown === undefined ? looker(letters) : lookerAlong(unknown, letters);
  if (!p || !q || !isProportional(looks(p), looks(q))) return false;
  const ratio = freeNames(simplify(divide(p, q)).expression);
  return unknown === undefined ? ratio.size === 0 : !ratio.has(unknown);
}

/** The equation with both sides multiplied by what is divided by, each term by itself or a sum in its brackets. */
function cleared(before: Expression): readonly Expression[] {
  const [left, right] = sidesOf(before);
  if (!left || !right) return [];
  const below = [left, right].flatMap((side) => termsOf(side).flatMap((term) => factorsOf(term).filter(isReciprocal)));
  return below.map((factor) => {
    const by = inverse(factor);
    return equation(tidied(product(by, left)), tidied(product(by, right)));
  });
}

/** Alternatives some of which have another sign. */
function turnedAlternatives(before: Expression, claimed: Expression, isSame: (a: Expression, b: Expression) => boolean): Slip | undefined {
  const items = alternativesOf(claimed).filter(isEquation);
  if (items.length < 2 || items.length > MOST_ALTERNATIVES) return undefined;
  for (let choice = 1; choice < 2 ** items.length; choice += 1) {
    const turned = items.map((item, k) => {
      const [left, right] = sidesOf(item);
      return left && right && Math.floor(choice / 2 ** k) % 2 === 1 ? equation(left, negate(right)) : item;
    });
    const whole = product(...turned.map((item) => (isEquation(item) ? sideDifference(item) : item)));
    if (isSame(whole, before)) return { said: signsSaid(turned), instead: before };
  }
  return undefined;
}

const MOST_ALTERNATIVES = 4;

const signsSaid = (items: readonly Expression[]): Line =>
  say`it would be right with other signs: ${joined(
    items.map((item) => say`${item}`),
    " or ",
  )}`;
