import { diffArrays } from "diff";

/** A stretch of lines that both have, or that differs. */
export type Piece =
  | { readonly kind: "same"; readonly lines: readonly string[] }
  | { readonly kind: "different"; readonly mine: readonly string[]; readonly theirs: readonly string[] };

/** Two versions of the same lines, piece by piece. */
export function pieces(mine: readonly string[], theirs: readonly string[]): readonly Piece[] {
  const found: Piece[] = [];
  for (const { added, removed, value } of diffArrays([...mine], [...theirs])) {
    const last = found.at(-1);
    if (!added && !removed) found.push({ kind: "same", lines: value });
    else if (last?.kind === "different") found[found.length - 1] = { ...last, [removed ? "mine" : "theirs"]: value };
    else found.push({ kind: "different", mine: removed ? value : [], theirs: added ? value : [] });
  }
  return found;
}

/** What is taken of a piece before anyone chooses: what both have written, so that nothing is lost by not looking. */
export const firstChoice = (piece: Piece): readonly string[] => (piece.kind === "same" ? piece.lines : [...piece.theirs, ...piece.mine]);
