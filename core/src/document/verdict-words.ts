import type { CheckKind, Verdict } from "../check/verdict.ts";

/** What was done to check an answer, as a heading. */
export const CHECK_HEADINGS: Readonly<Record<CheckKind, string>> = {
  substitution: "Put back",
  comparison: "Compared",
  completeness: "Counted",
  dimensions: "Dimensions",
  steps: "Steps",
};

/** What was done, for those who see such evidence for the first time. */
export const CHECK_MEANINGS: Readonly<Record<CheckKind, string>> = {
  substitution: "The answer was put into what was asked, and both sides worked out exactly.",
  comparison: "Both sides were worked out as numbers, each with a proven bound of its error: the digits that are said are right.",
  completeness: "Whether these are all.",
  dimensions: "Whether both sides are of the same kind: lengths with lengths, times with times.",
  steps: "Whether each step follows from the one before.",
};

/** What a verdict means, in a sentence. */
export const VERDICT_MEANINGS: Readonly<Record<Verdict, string>> = {
  nailed: "Nailed: proven exactly, and the numbers agree.",
  tacked: "Tacked: the numbers agree within proven bounds; there is no exact proof.",
  loose: "Loose: not checked, or not decided.",
  bent: "Bent: a check contradicts this.",
};
