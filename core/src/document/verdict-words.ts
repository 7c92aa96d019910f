import type { CheckKind, Verdict } from "../check/verdict.ts";

/** What was done to check an answer, as a heading. */
export const CHECK_HEADINGS: Readonly<Record<CheckKind, string>> = {
  substitution: "Put back",
  comparison: "Compared",
  completeness: "Counted",
  dimensions: "Dimensions",
  steps: "Steps",
};

/** What a verdict means, in a sentence. */
export const VERDICT_MEANINGS: Readonly<Record<Verdict, string>> = {
  nailed: "Nailed: proven exactly, and the numbers agree.",
  tacked: "Tacked: the numbers agree within proven bounds; there is no exact proof.",
  loose: "Loose: not checked, or not decided.",
  bent: "Bent: a check contradicts this.",
};
