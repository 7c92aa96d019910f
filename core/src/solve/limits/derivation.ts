import { leadingTerm } from "../../calculus/limit/leading.ts";
import { type Step, step } from "../../derivation/step.ts";
import { contains, type Expression, equal } from "../../expression/expression.ts";
import { complexity } from "../../truth/index.ts";
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
  const seen: Expression[] = [stage.e];
  for (let turn = 0; turn < MOST_STAGES; turn += 1) {
    const led = firstOf(current, seen);
    if (!led) return undefined;
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
  const leading = leadingTerm(e, place, assumptions);
  const claim = { kind: "limit", place, before: e, after: limitIn(stage) } as const;
  return { steps: [leading ? step("leading terms", [leading], claim) : step("most rapid part", [], claim)] };
}
