import { constantPieces, isZeroOnBox } from "../../calculus/constant-pieces.ts";
import { boundsOfPiece } from "../../calculus/pieces-where.ts";
import { polynomialFactors } from "../../canonical/factored.ts";
import { subtract, ZERO } from "../../expression/construct.ts";
import { sideDifference } from "../../expression/equations.ts";
import { contains, type Expression, freeNames } from "../../expression/expression.ts";
import { isReal } from "../../expression/realness.ts";
import { decide } from "../../truth/index.ts";
import type { ClaimedAnswer } from "../answer.ts";

/** The pieces on which the sides are equal, and those on which they nowhere are, as relations. */
function piecesOf({
  equation,
  unknown,
  domain,
}: ClaimedAnswer): { readonly equal: readonly (readonly Expression[])[]; readonly different: readonly (readonly Expression[])[] } | undefined {
  const pieces = domain === "real" ? constantPieces(sideDifference(equation), unknown) : undefined;
  const bounds = (isZero: boolean): readonly (readonly Expression[])[] =>
    (pieces ?? []).filter((one) => one.isZero === isZero).map(({ piece }) => boundsOfPiece(piece, unknown));
  return pieces && { equal: bounds(true), different: bounds(false) };
}

/** Whether conditions leave nothing of the pieces on which the sides differ: the difference is constant on each piece. */
export function holdsByPieces(answer: ClaimedAnswer, conditions: readonly Expression[]): boolean {
  return piecesOf(answer)?.different.every((piece) => conditions.some((condition) => decide(condition, piece) === false)) ?? false;
}

/** The factors of an expression that is a product, as far as names stand in them. */
function factorsWithNames(e: Expression): readonly Expression[] {
  const factors = polynomialFactors(e)?.factors ?? [];
  return factors.length < 2 ? [] : factors.flatMap(({ base, exponent }) => (exponent > 0 && freeNames(base).size > 0 ? [base] : []));
}

/** Whether two sides are equal wherever both are defined and something is known of their names, since their difference is constant there. */
export function equalByPieces(left: Expression, right: Expression, known: readonly Expression[]): boolean {
  const difference = subtract(left, right);
  const [letter, ...more] = freeNames(difference);
  // Over the complex numbers a branch may change without a gap on the real axis to show it.
  if (letter === undefined || !isReal(difference)) return false;
  if (more.length > 0) return isZeroOnBox(difference, known) || factorsWithNames(difference).some((factor) => equalByPieces(factor, ZERO, known));
  const own = known.filter((fact) => freeNames(fact).size === 1 && contains(fact, letter));
  return constantPieces(difference, letter, own)?.every(({ isZero }) => isZero) ?? false;
}

/** Whether each piece on which the sides are equal is among the solutions claimed. */
export function coversPieces(answer: ClaimedAnswer): boolean {
  const claimed = answer.solutions.filter(({ everywhere }) => everywhere);
  const isClaimed = (piece: readonly Expression[]): boolean =>
    claimed.some(({ conditions }) => conditions.every((condition) => decide(condition, [...piece, ...answer.facts]) === true));
  return claimed.length > 0 && (piecesOf(answer)?.equal.every(isClaimed) ?? false);
}
