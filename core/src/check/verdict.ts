import type { Expression } from "../expression/expression.ts";

/** How sure an answer is; the meanings are the notation's, section 4. */
export type Verdict = "nailed" | "tacked" | "loose" | "bent";

export type CheckKind = "substitution" | "comparison" | "completeness" | "dimensions" | "steps";

/** One line of evidence: two sides that were held against each other, with a note. */
export interface EvidenceLine {
  /** What was put in, such as x = 3. */
  readonly subject?: Expression;
  readonly left?: Expression;
  readonly right?: Expression;
  /** The sides before they were simplified, where that is worth seeing. */
  readonly leftBefore?: Expression;
  readonly rightBefore?: Expression;
  readonly note: string;
  /** How it is known, for those who want the mathematics of it. */
  readonly grounds?: string;
  /** The digits to which both sides were found to agree. */
  readonly digits?: number;
}

/** The outcome of one kind of check, in words, with the lines of evidence behind it. */
export interface Check {
  readonly kind: CheckKind;
  readonly outcome: Verdict;
  readonly detail: string;
  readonly lines: readonly EvidenceLine[];
  /** What the author could add to have it decided. */
  readonly advice?: string;
  /** How near to a limit a function came, on each side of a place. */
  readonly approach?: readonly Approach[];
}

/** Distances of a function from its limit (of its reciprocal from 0, where it grows) at a distance 10^−nearness from the place; far out at 10^nearness. */
export interface Approach {
  readonly of: "function" | "reciprocal";
  readonly side: "left" | "right" | "far out";
  readonly points: readonly { readonly nearness: number; readonly distance: number }[];
}

const RANK: Readonly<Record<Verdict, number>> = { nailed: 0, tacked: 1, loose: 2, bent: 3 };

/** The least sure of several verdicts; nailed when there are none. */
export function weakest(verdicts: readonly Verdict[]): Verdict {
  return verdicts.reduce((worst, next) => (RANK[next] > RANK[worst] ? next : worst), "nailed" as Verdict);
}

/** As `verdictOf`, for solutions: what cannot be compared at any numbers is not nailed. */
export function verdictOfSolutions(checks: readonly Check[]): Verdict {
  const verdict = verdictOf(checks);
  return checks.some(({ kind, outcome }) => kind === "comparison" && outcome === "loose") ? weakest([verdict, "loose"]) : verdict;
}

/**
 * The verdict of a line from its checks: bent if any check contradicts; nailed only if every exact check is nailed and the
 * numeric comparison does not contradict; tacked if the comparison agrees but an exact check is missing; else loose.
 */
export function verdictOf(checks: readonly Check[]): Verdict {
  if (checks.some((check) => check.outcome === "bent")) return "bent";
  const exact = checks.filter((check) => check.kind !== "comparison");
  const comparison = checks.find((check) => check.kind === "comparison");
  if (exact.length > 0 && exact.every((check) => check.outcome === "nailed")) return "nailed";
  if (comparison?.outcome === "tacked" || comparison?.outcome === "nailed") return "tacked";
  return "loose";
}
