import { leadingPower, leadingTerm } from "../../calculus/limit/leading.ts";
import { NoSeries } from "../../calculus/limit/local-series.ts";
import { LimitOpen } from "../../calculus/limit/open.ts";
import { type Step, step } from "../../derivation/step.ts";
import { splitCoefficient } from "../../expression/construct.ts";
import { contains, type Expression, equal, findAll } from "../../expression/expression.ts";
import { infinityOf } from "../../expression/infinity.ts";
import { quotientOf } from "../../expression/quotient.ts";
import { complexity } from "../../truth/index.ts";
import { seriesOfPart } from "../derivatives/series-with-steps.ts";
import { byBranch } from "./branch.ts";
import { byConstancy, byInside, bySubstitution, byVanishingTerms } from "./continuity.ts";
import { byDifference } from "./differences.ts";
import { byCancelling, byConjugate, byHighestPower, bySinesAndCosines, byStandardLimits } from "./forms.ts";
import { byGrowth, byPole, byPowerOfE, byRule, bySqueeze } from "./rules.ts";
import { type Led, type LimitWay, limitAt, limitIn, type Stage } from "./way.ts";

/** The order in which a teacher would try them. */
const WAYS: readonly LimitWay[] = [
  byConstancy,
  bySubstitution,
  bySqueeze,
  byHighestPower,
  byVanishingTerms,
  byBranch,
  byConjugate,
  byPowerOfE((stage) => followed(stage)),
  byDifference,
  bySinesAndCosines,
  byStandardLimits,
  byCancelling,
  byPole,
  byInside,
  byGrowth,
  byRule,
];

const MOST_STAGES = 8;

/** The steps to a limit that is known: a teacher's ways, one after the other; the leading terms where they do not get through. */
export function limitSteps(stage: Stage): readonly Step[] {
  return (followed(stage) ?? byLeadingTerms(stage)).steps;
}

function followed(stage: Stage): Led | undefined {
  const steps: Step[] = [];
  let current = stage;
  let beforeRule: { readonly stage: Stage; readonly steps: readonly Step[]; readonly rounds: number } | undefined;
  const seen: Expression[] = [stage.e];
  for (let turn = 0; turn < MOST_STAGES; turn += 1) {
    const led = firstOf(current, seen);
    if (!led) return undefined;
    if (led.steps.some(({ rule }) => rule === "rule of L'Hôpital")) {
      beforeRule = beforeRule ? { ...beforeRule, rounds: beforeRule.rounds + 1 } : { stage: current, steps: [...steps], rounds: 1 };
      const series = beforeRule.rounds > MOST_ROUNDS ? bySeries(beforeRule.stage) : undefined;
      if (series) return { steps: [...beforeRule.steps, ...series] };
    }
    steps.push(...led.steps);
    if (!led.next) return { steps };
    if (!contains(led.next, stage.place.variable)) return { steps: concluded(steps, current, led.next) };
    const found = limitAt(led.next, current);
    if (!found) return undefined;
    current = { ...current, e: led.next, found };
    seen.push(led.next);
  }
  return undefined;
}

/** Beyond so many rounds of the rule of L'Hôpital, series are the shorter way. */
const MOST_ROUNDS = 2;

/** The last step of a way that leaves a constant leads to the limit itself. */
function concluded(steps: readonly Step[], { e, place }: Stage, value: Expression): readonly Step[] {
  const last = steps.at(-1);
  if (!last) return steps;
  const { under: _limit, written: _form, ...rest } = last;
  return [...steps.slice(0, -1), { ...rest, claim: { kind: "limit", place, before: "before" in last.claim ? last.claim.before : e, after: value } }];
}

/** The first way that ends, or that leads to a function that was not seen yet and is not much longer. */
function firstOf(stage: Stage, seen: readonly Expression[]): Led | undefined {
  for (const way of WAYS) {
    const led = way(stage);
    if (!led) continue;
    const { next } = led;
    if (!next) return led;
    if (!seen.some((one) => equal(one, next)) && complexity(next) <= LONGER * complexity(stage.e) + ROOM) return led;
  }
  return undefined;
}

const LONGER = 2;
const ROOM = 12;

function byLeadingTerms(stage: Stage): Led {
  const { e, place, assumptions } = stage;
  const series = bySeries(stage);
  if (series) return { steps: series };
  const leading = leadingTerm(e, place, assumptions);
  const claim = { kind: "limit", place, before: e, after: limitIn(stage) } as const;
  return { steps: [leading ? step("leading terms", [leading], claim) : step("most rapid part", [], claim)] };
}

/** The first terms of numerator and denominator decide; the series in which they are found are shown where they are short. */
function bySeries(stage: Stage): readonly Step[] | undefined {
  const { e, place, assumptions } = stage;
  const { numerator, denominator } = quotientOf(e);
  const [above, below] = [numerator, denominator].map((part) => leadingPower(part, place, assumptions));
  if (!above || !below || !contains(denominator, place.variable)) return undefined;
  const claim = { kind: "limit", place, before: e, after: limitIn(stage) } as const;
  return [...seriesOfTerms(numerator, above.exponent, stage), step("leading terms of both", [above.term, below.term], claim)];
}

/** Series longer than this are not read. */
const LONGEST_SERIES = 9;

/** The terms of a sum as their series through the power that decides. */
function seriesOfTerms(e: Expression, exponent: Expression, { place, assumptions }: Stage): readonly Step[] {
  const isShort = exponent.kind === "number" && exponent.value.den === 1 && exponent.value.num > 0 && exponent.value.num <= LONGEST_SERIES;
  if (e.kind !== "sum" || !isShort || infinityOf(place.at) !== undefined) return [];
  const parts = e.terms
    .map((term) => splitCoefficient(term).rest)
    .filter((part) => findAll(part, ({ kind }) => kind === "call" || kind === "power").length > 0);
  try {
    return parts.filter((part) => !isPolynomial(part, place.variable)).map((part) => seriesOfPart(part, place, Number(exponent.value.num), assumptions));
  } catch (error) {
    if (error instanceof LimitOpen || error instanceof NoSeries) return [];
    throw error;
  }
}

const isPolynomial = (e: Expression, variable: string): boolean =>
  e.kind === "name" || (e.kind === "power" && e.base.kind === "name" && !contains(e.exponent, variable));
