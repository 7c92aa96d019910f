import type { Expression } from "../../expression/expression.ts";
import type { Check } from "../verdict.ts";
import { coversCircles } from "./circles.ts";
import type { ClaimedPoint, ClaimedSystem } from "./claimed.ts";
import { coversPolar } from "./components.ts";
import { coversSystem } from "./cover.ts";
import { zeroCount } from "./elimination.ts";
import { allCommonZeros } from "./isolation.ts";
import { type Count, countByDeterminant, countByRank, type LinearRows, rowsOf } from "./linear.ts";
import { isRuledOut } from "./put-back.ts";
import { coveredBySteps, type ProvenStep } from "./steps.ts";
import { coversMoved } from "./translation.ts";

/** What is asked: the claim, the proven steps that led to it, and its coefficients where the system is linear. */
interface Question {
  readonly system: ClaimedSystem;
  readonly steps: readonly ProvenStep[];
  readonly rows: LinearRows | undefined;
}

/** One way to decide that a system has no other solutions than those claimed; undefined where it does not apply or shows nothing. */
interface SystemWay {
  readonly name: string;
  readonly theorem: string;
  readonly source: string;
  readonly decides: (question: Question) => Count | undefined;
}

const proven = (isProven: boolean, detail: string): Count | undefined => (isProven ? { outcome: "nailed", detail } : undefined);

const RANK: SystemWay = {
  name: "rank",
  theorem:
    "a linear system has a solution exactly where the rank does not grow with the right sides; as many unknowns are free as the rank is below their number",
  source: "E. Rouché and A. Capelli; G. Fischer, Lineare Algebra, § 2.3",
  decides: ({ system, rows }) => rows && countByRank(system, rows),
};

const DETERMINANT: SystemWay = {
  name: "determinant",
  theorem: "a square linear system whose determinant is not 0 has exactly one solution",
  source: "G. Cramer 1750; G. Fischer, Lineare Algebra, § 3.3",
  decides: ({ system, rows }) => (rows && isSquare(system, rows) ? countByDeterminant(system, rows) : undefined),
};

const CASES: SystemWay = {
  name: "case by case",
  theorem:
    "what a linear unknown, a product, or an equation in one unknown leaves open are all cases; a system with finitely many zeros has as many as its trace form counts",
  source: "P. Pedersen, M.-F. Roy, A. Szpirglas, Counting real zeros in the multivariate case, 1993",
  decides: ({ system }) => {
    const points = commonPoints(system);
    return takenApart(system, points) ? { outcome: "nailed", detail: coverDetail(system, points.length) } : undefined;
  },
};

const BOXES: SystemWay = {
  name: "bounds on boxes",
  theorem: "interval arithmetic encloses every value of a function on a box; an operator that maps a box into itself holds its one zero",
  source: "R. E. Moore 1966; R. Krawczyk, Computing 4, 1969",
  decides: ({ system: { domain, equations, solutions, rejected, unknowns, within } }) =>
    proven(
      domain === "real" && allCommonZeros(equations, [...solutions.map(({ values }) => values), ...rejected], unknowns, within),
      "interval arithmetic proves, box by box, that the equations have no other common solution where it was asked",
    ),
};

const POLAR: SystemWay = {
  name: "length and angle",
  theorem: "(r, θ) and (r′, θ′) are one point of the plane exactly for r′ = ± r with θ′ = θ + 2πn or θ + π + 2πn",
  source: "O. Forster, Analysis 1, § 14",
  decides: ({ system }) =>
    proven(
      coversPolar(system, (inner) => systemCount(inner).outcome === "nailed"),
      "the components have no other solution, and each point is named by every length and angle that is asked for",
    ),
};

const MOVED: SystemWay = {
  name: "moved along a line",
  theorem: "what moves a system into itself moves its solutions into solutions",
  source: "definition of a solution",
  decides: ({ system }) =>
    proven(
      coversMoved(system, (inner) => systemCount(inner).outcome === "nailed"),
      "the equations stay the same when all unknowns are moved together, and with one of them at 0 there are no other solutions",
    ),
};

const CIRCLES: SystemWay = {
  name: "points on circles",
  theorem: "an angle is known up to full turns by its sine and cosine; a system of polynomials with finitely many zeros has as many as its trace form counts",
  source: "P. Pedersen, M.-F. Roy, A. Szpirglas, Counting real zeros in the multivariate case, 1993",
  decides: ({ system }) =>
    proven(coversCircles(system), "in the sines and cosines of the unknowns the equations have as many common points on the circles as the families meet"),
};

const STEPS: SystemWay = {
  name: "steps that lose nothing",
  theorem: "where every step keeps all solutions of its case, what is left at the ends are all",
  source: "transitivity of implication",
  decides: ({ system, steps }) =>
    proven(
      steps.length > 0 && coveredBySteps(system, steps),
      "every step keeps all solutions of its case, and the cases end with the values found, so there are no others",
    ),
};

/** The ways in the order in which they are tried. */
export const SYSTEM_WAYS: readonly SystemWay[] = [RANK, DETERMINANT, CASES, BOXES, CIRCLES, POLAR, MOVED, STEPS];

/** Whether the claimed solutions of a system are all: by the first way that decides it, else loose. */
export function systemCount(system: ClaimedSystem, steps: readonly ProvenStep[] = []): Check {
  const question: Question = { system, steps, rows: rowsOf(system) };
  const open: Count = { outcome: "loose", detail: "it was not proven that there are no other solutions" };
  let found = open;
  for (const { decides } of SYSTEM_WAYS) {
    const count = decides(question);
    if (count) found = count;
    if (found.outcome !== "loose") break;
  }
  return { kind: "completeness", ...found, lines: [{ note: found.detail }] };
}

function isSquare({ unknowns }: ClaimedSystem, { entries }: LinearRows): boolean {
  return entries.length === unknowns.length;
}

function takenApart(system: ClaimedSystem, points: readonly ClaimedPoint[]): boolean {
  const { equations, unknowns, domain, rejected, assumptions } = system;
  return coversSystem({ equations, unknowns, points, dead: rejected, domain, assumptions, granted: [], depth: 0 });
}

/** The solutions, and the points that were set aside since they are not asked for. */
function commonPoints(system: ClaimedSystem): readonly ClaimedPoint[] {
  const isApart = (values: ReadonlyMap<string, Expression>): boolean => system.unknowns.every((unknown) => values.has(unknown)) && isRuledOut(values, system);
  return [...system.solutions, ...system.rejected.filter(isApart).map((values) => ({ values, free: [], integers: [], conditions: [] }))];
}

function coverDetail({ equations, unknowns, domain }: ClaimedSystem, points: number): string {
  const count = zeroCount(equations, unknowns);
  const counted = count && (domain === "real" ? count.real : count.complex);
  return counted === points
    ? `the trace form of the system counts ${counted} ${domain} solution${counted === 1 ? "" : "s"}, and these are as many`
    : "taken apart again case by case, the system leaves room for no other solution";
}
