import { COMPARISON_OUTCOMES, comparisonLine, comparisonNote } from "../../check/answer.ts";
import { type Comparison, compareSides } from "../../check/compare.ts";
import type { Check } from "../../check/verdict.ts";
import { type Expression, equal } from "../../expression/expression.ts";
import { plain } from "../../notation/plain.ts";

/** Digits to which an integral is worked out by quadrature. */
const QUADRATURE_DIGITS = 20;

/** An integral over one variable with the value that was found for it, and what is known there. */
export interface Compared {
  readonly integral: Expression;
  readonly value: Expression;
  readonly known: readonly Expression[];
  /** The same in pieces that a step has shown to be right, for integrands on whose corners quadrature fails. */
  readonly inPieces?: Expression;
}

const RANK: readonly Comparison["kind"][] = ["agree", "unknown", "differ"];

/** Every integral on the way against quadrature with proven bounds, which knows nothing of antiderivatives; with letters at some values of them. */
export function quadratureCheck(stages: readonly Compared[]): Check {
  const found = stages.map(({ integral, value, known, inPieces }) => {
    const whole = compareSides(integral, value, known, QUADRATURE_DIGITS);
    const isOpen = whole.kind === "unknown" && inPieces !== undefined && !equal(inPieces, integral);
    return { integral, value, compared: isOpen ? compareSides(inPieces, value, known, QUADRATURE_DIGITS) : whole };
  });
  const worst = found.map(({ compared }) => compared.kind).reduce((a, b) => (RANK.indexOf(b) > RANK.indexOf(a) ? b : a), "agree");
  const sentences = found.map(({ integral, compared }) => (found.length > 1 ? `${plain(integral)}: ` : "") + comparisonNote(compared));
  const lines = found.map(({ integral, value, compared }) => comparisonLine(compared, { left: integral, right: value }));
  return { kind: "comparison", outcome: COMPARISON_OUTCOMES[worst], detail: sentences.join("; "), lines };
}
