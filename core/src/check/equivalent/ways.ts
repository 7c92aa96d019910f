import { logic, nameIn, relation, ZERO } from "../../expression/construct.ts";
import { alternativesOf, isEquation, sideDifference } from "../../expression/equations.ts";
import { type Expression, equal } from "../../expression/expression.ts";
import { decide } from "../../truth/index.ts";
import { countedEquivalence } from "../completeness/counting.ts";
import { EQUAL_BARS } from "./equal-bars.ts";
import { type Equivalence, equivalence } from "./equivalence.ts";
import { INEQUALITY_MOVED } from "./inequality-moved.ts";
import { MODULUS } from "./modulus.ts";
import { MOVED, MULTIPLIED, UNCHANGED } from "./moving.ts";
import { PRINCIPAL_VALUES } from "./principal.ts";
import { productEquivalence } from "./product-equivalence.ts";
import { REWRITTEN } from "./rewritten.ts";
import { trigonometricEquivalence } from "./trigonometric-equivalence.ts";
import { BOTH_SIGNS, LOGARITHM_TAKEN, NEVER_EQUAL, NEVER_ZERO, OUT_OF_RANGE, PURE_POWER, RECIPROCAL, UNDONE } from "./undoing.ts";
import { BOTH, type EquivalenceClaim, type EquivalenceWay, REAL, SAME } from "./way.ts";
import { FACTORIAL_UNDONE, ROUNDED } from "./whole-numbers.ts";

/** Different roots, as many as there are. */
const COUNTED: EquivalenceWay = {
  name: "roots counted",
  theorem: "a polynomial has no more roots than its degree; Descartes’ rule with bisection counts the real ones",
  source: "G. E. Collins and A. G. Akritas, SYMSAC 1976",
  worlds: REAL,
  proves: ({ before, after, unknown }) => countedEquivalence(before, after, unknown),
};

const ZERO_PRODUCT: EquivalenceWay = {
  name: "product of 0",
  theorem: "a product is 0 exactly where a factor is 0 and the others are defined",
  source: "field axioms",
  worlds: BOTH,
  proves: ({ before, after, unknown }) => productEquivalence(before, after, unknown),
};

const FAMILIES: EquivalenceWay = {
  name: "periodic function undone",
  theorem: "sin u = sin a for u = a + 2πn and u = π − a + 2πn only; cos, tan and e^z the like",
  source: "O. Forster, Analysis 1, § 14; e^z = e^a exactly for z = a + 2πi n",
  worlds: BOTH,
  proves: ({ before, after, unknown, assumptions }) => trigonometricEquivalence(before, after, unknown, assumptions),
};

/** An equation of real numbers whose sides differ everywhere. */
function isNowhere(one: Expression, { assumptions, unknown, before }: EquivalenceClaim): boolean {
  if (!isEquation(one) || isComplex({ before, after: one, unknown })) return false;
  return decide(relation(sideDifference(one), "!=", ZERO), assumptions) === true;
}

/**
 * Alternatives before, each replaced by one after, or one of them by several; those that stay as they are stand anywhere, and those that
 * hold nowhere go.
 */
const EACH: EquivalenceWay = {
  name: "each alternative by itself",
  theorem: "“p or q” has the solutions of p and those of q",
  source: "definition",
  worlds: BOTH,
  proves: (claim) => {
    const [some, others] = [alternativesOf(claim.before), claim.alternatives];
    if (some.length < 2) return undefined;
    const isIn = (list: readonly Expression[], one: Expression): boolean => list.some((other) => equal(one, other));
    const [open, left] = [some.filter((one) => !isIn(others, one) && !isNowhere(one, claim)), others.filter((one) => !isIn(some, one))];
    const [first, ...more] = open;
    if (!first && left.length === 0) return SAME;
    if (!first || left.length === 0) return undefined;
    const isSame = (before: Expression, after: Expression): boolean => judgeEquivalence({ ...claim, before, after }).equivalence.kind === "same";
    if (more.length === 0) return open.length < some.length && isSame(first, logic("or", left)) ? SAME : undefined;
    return pairedOff(open, left, isSame) ? SAME : undefined;
  },
};

/** Whether each of some statements says the same as one of the others or two of them together, and all of these are used up. */
function pairedOff(some: readonly Expression[], others: readonly Expression[], isSame: (one: Expression, other: Expression) => boolean): boolean {
  let left = others;
  const isPaired = some.every((one) => {
    const pairs = left.flatMap((each, k) => left.slice(k + 1).map((other) => [each, other]));
    const own = [...left.map((each) => [each]), ...pairs].find((group) => isSame(one, logic("or", group)));
    left = left.filter((each) => !own?.includes(each));
    return own !== undefined;
  });
  return isPaired && left.length === 0;
}

const ZERO_FORMS: EquivalenceWay = {
  name: "zero forms",
  theorem: "polynomials that are proportional, or have the same squarefree part, have the same zeros",
  source: "K. Geddes, S. Czapor, G. Labahn, Algorithms for Computer Algebra, chapter 8",
  worlds: BOTH,
  proves: ({ before, after, unknown, assumptions }) => equivalence(before, after, unknown, assumptions),
};

/** The ways in the order in which they are tried; the last one also says what is different or open. */
export const EQUIVALENCE_WAYS: readonly EquivalenceWay[] = [
  UNCHANGED,
  MULTIPLIED,
  MOVED,
  LOGARITHM_TAKEN,
  NEVER_EQUAL,
  NEVER_ZERO,
  OUT_OF_RANGE,
  RECIPROCAL,
  UNDONE,
  BOTH_SIGNS,
  EQUAL_BARS,
  INEQUALITY_MOVED,
  PURE_POWER,
  ROUNDED,
  PRINCIPAL_VALUES,
  FACTORIAL_UNDONE,
  COUNTED,
  ZERO_PRODUCT,
  FAMILIES,
  MODULUS,
  EACH,
  REWRITTEN,
  ZERO_FORMS,
];

/** What is known of two statements, and the way that showed it. */
export interface Judged {
  readonly equivalence: Equivalence;
  readonly way: EquivalenceWay | undefined;
}

/** Whether two statements have the same solutions, by the first way that applies where the unknown is real, or complex. */
export function judgeEquivalence(claim: Omit<EquivalenceClaim, "alternatives">): Judged {
  const world = isComplex(claim) ? "complex" : "real";
  const whole: EquivalenceClaim = { ...claim, alternatives: alternativesOf(claim.after) };
  for (const way of EQUIVALENCE_WAYS) {
    const found = way.worlds.includes(world) ? way.proves(whole) : undefined;
    if (found) return { equivalence: found, way };
  }
  return { equivalence: { kind: "unknown", why: "no way to compare them applies" }, way: undefined };
}

function isComplex({ before, after, unknown }: { readonly before: Expression; readonly after: Expression; readonly unknown: string }): boolean {
  return [before, after].some((e) => {
    const own = nameIn(e, unknown);
    return own.kind === "name" && own.range === "complex";
  });
}
