import { isPlainlyBounded } from "../../calculus/plain-bounds.ts";
import type { ClaimedAnswer, ClaimedSolution } from "../../check/answer.ts";
import { comparisonCheck, substitutionCheck } from "../../check/answer.ts";
import { completenessCheck } from "../../check/completeness/completeness.ts";
import { isEndOfNature, isOfConstrainedNature } from "../../check/optimum/constrained-nature.ts";
import { isConvexOptimum } from "../../check/optimum/convex-optimum.ts";
import { isOfNature } from "../../check/optimum/nature.ts";
import { type ClaimedOptima, isBestByBounds, isBorderWorse, optimumIsGlobal } from "../../check/optimum/optimum.ts";
import { optimumPutBack } from "../../check/optimum/put-back.ts";
import { isBeaten } from "../../check/optimum/unattained.ts";
import { type StepVerdict, stepsCheck } from "../../check/step.ts";
import { systemCount } from "../../check/system/count.ts";
import { systemPutBack } from "../../check/system/put-back.ts";
import { type Check, type Verdict, verdictOf, verdictOfSolutions } from "../../check/verdict.ts";
import type { Step } from "../../derivation/step.ts";
import { E, nameIn, relation, ZERO } from "../../expression/construct.ts";
import { sideDifference } from "../../expression/equations.ts";
import { contains, type Expression, equal, freeNames } from "../../expression/expression.ts";
import type { FaceSystem } from "../../solve/optima/faces.ts";
import type { Optimum, OptimumPoint, OptimumTask } from "../../solve/optima/optimum.ts";
import type { Rejected, Solution, SolutionSet } from "../../solve/solution.ts";
import { decide } from "../../truth/index.ts";

/** Steps that say what a quantity is, and nothing of the solutions of an equation. */
const OF_VALUES: ReadonlySet<string> = new Set([
  ...[
    "equal",
    "put in",
    "integral",
    "integral in pieces",
    "symmetric integral",
    "mirrored integral",
    "known integral",
    "integral by terms",
    "with integrals",
    "without bars",
  ],
  ...["matrix", "rows"],
]);

/** Everything the judge says of a line. */
export interface Judged {
  readonly checks: readonly Check[];
  readonly stepVerdicts: readonly StepVerdict[];
  readonly verdict: Verdict;
}

/** A solution as the judge sees it. */
export function claimOf(solution: Solution | Rejected, unknown: string, statement: Expression): ClaimedSolution {
  const everywhere = "free" in solution && solution.free.includes(unknown);
  return {
    // Any value is any of those that the unknown of the statement stands for.
    value: everywhere ? nameIn(statement, unknown) : (solution.values.get(unknown) ?? ZERO),
    multiplicity: solution.multiplicity,
    conditions: "conditions" in solution ? solution.conditions : [],
    everywhere,
    integers: "integers" in solution ? solution.integers : [],
  };
}

/** Lays a solution set before the judge: what is claimed, without how it was found. */
export function judgeSolutions(
  equation: Expression & { readonly kind: "relation" },
  set: SolutionSet,
  steps: readonly Step[],
  assumptions: readonly Expression[],
  facts: readonly Expression[],
): Judged {
  const [unknown = ""] = set.variables;
  const claim = (solution: Solution | Rejected): ClaimedSolution => claimOf(solution, unknown, equation);
  const answer: ClaimedAnswer = {
    equation,
    unknown,
    solutions: set.solutions.map(claim),
    apart: set.complexSolutions.map(claim),
    rejected: set.rejected.map(claim),
    assumptions,
    facts,
    domain: set.domain,
  };
  const { check, verdicts } = stepsCheck(steps, [...assumptions, ...facts]);
  const kept = steps.flatMap(({ claim, conditions }, k) =>
    "before" in claim && !OF_VALUES.has(claim.kind)
      ? [
          {
            before: claim.before,
            after: claim.after,
            conditions,
            proven: verdicts[k]?.verdict === "nailed",
            ...(claim.kind === "split" ? { part: claim.part } : {}),
            ...(claim.kind === "pieces" ? { pieces: claim.pieces } : {}),
            ...(claim.kind === "named" ? { named: { name: claim.name, meaning: claim.meaning } } : {}),
          },
        ]
      : [],
  );
  const counted = completenessCheck(answer, kept);
  const completeness = set.special === undefined ? counted : { ...counted, detail: `${counted.detail}; ${set.special}` };
  const checks = [substitutionCheck(answer), comparisonCheck(answer), completeness, check];
  return { checks, stepVerdicts: verdicts, verdict: verdictOfSolutions(checks) };
}

/** Whether the judge confirms that the equations for the stationary points have no other solutions. */
function stationaryConfirmed({ stationary, system, faces }: Optimum, known: readonly Expression[]): boolean {
  if (faces) return faces.every((face) => [face, ...(face.singular ? [face.singular] : [])].every((own) => isSystemConfirmed(own, known)));
  if (stationary) {
    const { equation, set, steps, facts, unknown } = stationary;
    if (set.solutions.length === 0 && decide(relation(sideDifference(equation), "!=", ZERO), known) === true) return true;
    const others = known.filter((fact) => !freeNames(fact).has(unknown));
    return judgeSolutions(equation, set, steps, others, facts).checks.some(({ kind, outcome }) => kind === "completeness" && outcome === "nailed");
  }
  return system !== undefined && isSystemConfirmed(system, known);
}

/** Whether the solutions of a system are confirmed to be all. */
function isSystemConfirmed({ equations, unknowns, set, steps }: FaceSystem, known: readonly Expression[]): boolean {
  const [only, ...others] = equations;
  const judged = only && others.length === 0 && unknowns.length === 1 ? judgeSolutions(only, set, steps, known, []) : judgeSystem(equations, set, steps, known);
  return judged.checks.some(({ kind, outcome }) => kind === "completeness" && outcome === "nailed");
}

/** What the judge says of optima, and the points with what is confirmed of them. */
export interface JudgedOptimum extends Judged {
  readonly points: readonly OptimumPoint[];
}

/** Lays the optima of an objective before the judge: what a point of the border is and is not confirmed is left undecided. */
export function judgeOptimum(task: OptimumTask, optimum: Optimum, steps: readonly Step[]): JudgedOptimum {
  if (optimum.under) return judgeUnderRoot(task, optimum, optimum.under, steps);
  // What one point needs is not known of the others: it counts for that point alone.
  const known = [...task.assumptions, ...task.facts];
  const { check, verdicts } = stepsCheck(steps, [...known, ...(optimum.stationary?.facts ?? [])]);
  const own = optimum.faces ? task.assumptions : known;
  const claimed = { ...task, points: optimum.points, allFound: stationaryConfirmed(optimum, own), ...(optimum.faces ? { faces: optimum.faces } : {}) };
  const reached = task.wanted !== "stationary" && optimum.points.some(({ global }) => global);
  const confirmed = !reached || (optimumIsGlobal(claimed) && (optimum.faces !== undefined || isConvexOptimum(claimed) || isBorderWorse(claimed)));
  const isNone = optimum.none !== undefined && isBeaten(claimed);
  const [only = "", ...more] = task.variables;
  const isUnderstood = optimum.faces !== undefined || more.length > 0 || task.wanted === "stationary" || isPlainlyBounded(task.facts, only);
  const isAnswered = isNone || (optimum.none === undefined && (reached || task.wanted === "stationary" || optimum.open === undefined));
  const points = optimum.points.map((point) => {
    const isOpen = point.end && !isNatureConfirmed(task, claimed, point, [...known, ...point.conditions]);
    return isOpen ? { ...point, nature: "undecided" as const } : withConfirmedNatures(point, steps, verdicts);
  });
  const natures = points.every((point) => isNatureConfirmed(task, claimed, point, [...known, ...point.conditions]));
  const isCovered = claimed.allFound || (reached && isBestByBounds(claimed));
  const outcome: Verdict = isUnderstood && isCovered && confirmed && isAnswered && natures ? "nailed" : "loose";
  const doubt = !natures
    ? "what one of the points is was not confirmed a second time"
    : !isCovered
      ? "the stationary points are not proven to be all"
      : isAnswered
        ? "that it is the optimum of the whole domain was not confirmed a second time"
        : (optimum.open ?? "that there is no such value was not confirmed a second time");
  const detail = outcome === "nailed" ? optimum.reason : `${optimum.reason}; ${doubt}`;
  const completeness: Check = { kind: "completeness", outcome, detail, lines: [{ note: detail }] };
  const checks = [...optimumPutBack(claimed), completeness, check];
  return { checks, stepVerdicts: verdicts, verdict: verdictOf(checks), points };
}

/** What hangs on letters is said as far as the steps that say it are confirmed. */
function withConfirmedNatures(whole: OptimumPoint, steps: readonly Step[], verdicts: readonly StepVerdict[]): OptimumPoint {
  const { natures, ...point } = whole;
  if (!natures) return whole;
  const isThere = (at: ReadonlyMap<string, Expression>): boolean => [...at].every(([key, value]) => equal(value, point.values.get(key) ?? ZERO));
  const confirmed = natures.filter(({ condition }) =>
    steps.some(
      ({ claim }, k) =>
        claim.kind === "nature" && isThere(claim.at) && claim.under !== undefined && equal(claim.under, condition) && verdicts[k]?.verdict === "nailed",
    ),
  );
  return confirmed.length > 0 ? { ...point, natures: confirmed } : point;
}

/** Whether a point is what it is said to be: the optimum that was looked for is confirmed by itself, and the other extreme of a bounded set in the same way. */
function isNatureConfirmed(task: OptimumTask, claimed: ClaimedOptima, point: OptimumPoint, known: readonly Expression[]): boolean {
  const { constraints, wanted } = task;
  const { nature } = point;
  const isOnFace = claimed.faces !== undefined && point.end;
  if (nature === "undecided" || (point.global && nature === wanted)) return true;
  if (constraints.length === 0 && !claimed.faces && point.end) return true;
  if (constraints.length === 0 && !isOnFace && isOfNature({ ...task, ...point }, known)) return true;
  if (!isOnFace && isOfConstrainedNature({ ...task, ...point }, constraints.map(sideDifference), known)) return true;
  if (!claimed.faces && point.end && isEndOfNature({ ...task, ...point }, constraints.map(sideDifference), task.facts, known)) return true;
  if (wanted === "stationary" || nature === wanted || nature === "saddle" || nature === "inflection") return false;
  return optimumIsGlobal({ ...claimed, wanted: nature, points: claimed.points.map((one) => ({ ...one, global: one === point })) });
}

/** The optima of a root: those of what stands under it are judged, and with the root taken they are put back. */
function judgeUnderRoot(task: OptimumTask, { points }: Optimum, under: NonNullable<Optimum["under"]>, steps: readonly Step[]): JudgedOptimum {
  const inner = judgeOptimum({ ...task, objective: under.objective }, under.optimum, steps);
  const natured = points.map((point, k) => ({ ...point, nature: inner.points[k]?.nature ?? point.nature }));
  const isSame = points.length === under.optimum.points.length && isRootOf(task.objective, under.objective);
  const others = inner.checks.filter(({ kind }) => kind !== "substitution" && kind !== "comparison");
  const checks = [
    ...optimumPutBack({ ...task, points, allFound: false }),
    ...others.map((check) => (isSame || check.kind !== "completeness" ? check : { ...check, outcome: "loose" as const })),
  ];
  return { ...inner, points: natured, checks, verdict: verdictOf(checks) };
}

/** Whether an expression is a positive power of another, or e to it, and so grows with it. */
function isRootOf(root: Expression, inside: Expression): boolean {
  if (root.kind === "power" && equal(root.base, E) && equal(root.exponent, inside)) return true;
  return root.kind === "power" && equal(root.base, inside) && root.exponent.kind === "number" && root.exponent.value.num > 0;
}

/** Lays the solutions of a system before the judge. */
export function judgeSystem(
  equations: readonly (Expression & { readonly kind: "relation" })[],
  set: SolutionSet,
  steps: readonly Step[],
  assumptions: readonly Expression[],
  facts: readonly Expression[] = [],
): Judged {
  const rejected = set.rejected.map(({ values }) => values);
  const { variables: unknowns, solutions, complexSolutions: apart, domain } = set;
  const within = [...assumptions, ...facts].filter((fact) => unknowns.some((unknown) => contains(fact, unknown)));
  const claimed = { equations, unknowns, solutions, apart, rejected, domain, assumptions, within };
  const { check, verdicts } = stepsCheck(steps, assumptions);
  const proven = steps.filter((_, k) => verdicts[k]?.verdict === "nailed");
  const checks = [...systemPutBack(claimed), systemCount(claimed, proven), check];
  return { checks, stepVerdicts: verdicts, verdict: verdictOfSolutions(checks) };
}
