import type { Expression } from "../../expression/expression.ts";
import type { Summand } from "../../graph/complex-plane.ts";
import { writtenPlain } from "../../notation/plain.ts";
import { partsOf, type Syntax, signedTerms } from "../../notation/syntax.ts";

/** The terms of a sum as they are written, with what each means; none where it is no sum, or one number by its parts: 3 + 4i. */
export function summandsOf(written: Syntax, mean: (part: Syntax) => Expression): readonly Summand[] {
  const terms = signedTerms(written);
  return terms.length < 2 || terms.every(isPartOfNumber) ? [] : terms.map((term) => ({ label: writtenPlain(term), expression: mean(term) }));
}

/** Whether a term is a real number, or one times i. */
function isPartOfNumber(term: Syntax): boolean {
  return term.kind === "name" ? term.name === "i" && !term.own : !COMPOSED.has(term.kind) && partsOf(term).every(isPartOfNumber);
}

const COMPOSED: ReadonlySet<Syntax["kind"]> = new Set(["group", "power", "binary", "apply", "line"]);
