import { boundsOfPiece, constantPieces } from "../calculus/constant-pieces.ts";
import type { Expression } from "../expression/expression.ts";
import { sideDifference } from "../expression/statement.ts";
import { decide } from "../truth/index.ts";
import type { ClaimedAnswer } from "./answer.ts";

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

/** Whether each piece on which the sides are equal is among the solutions claimed. */
export function coversPieces(answer: ClaimedAnswer): boolean {
  const claimed = answer.solutions.filter(({ everywhere }) => everywhere);
  const isClaimed = (piece: readonly Expression[]): boolean =>
    claimed.some(({ conditions }) => conditions.every((condition) => decide(condition, [...piece, ...answer.facts]) === true));
  return claimed.length > 0 && (piecesOf(answer)?.equal.every(isClaimed) ?? false);
}
