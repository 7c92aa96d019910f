import { differentiate, NotDifferentiable } from "../../calculus/derivative.ts";
import { type PathTo, sidesOfPlace } from "../../calculus/place.ts";
import type { Claim, LimitPlace } from "../../derivation/step.ts";
import { divide, ONE, relation, ZERO } from "../../expression/construct.ts";
import type { Expression } from "../../expression/expression.ts";
import { infinityOf } from "../../expression/infinity.ts";
import { substitute } from "../../expression/substitute.ts";
import { text } from "../../notation/text.ts";
import { decide, equalityTest } from "../../truth/index.ts";
import { expanded, NotExpanded } from "../expansion/expansion.ts";
import { type End, endOf, endOn, isOutside } from "../expansion/near.ts";
import type { StepVerdict } from "../step.ts";

const nailed = (why: string, theorem?: string): StepVerdict => ({ verdict: "nailed", why, ...(theorem === undefined ? {} : { theorem }) });
const loose = (why: string): StepVerdict => ({ verdict: "loose", why });
const bent = (why: string): StepVerdict => ({ verdict: "bent", why });

const EXPANSIONS = "the first term of an asymptotic expansion decides (N. G. de Bruijn, Asymptotic Methods in Analysis, 1958)";

/** The ends of a function on the sides of a place on which it is real. @throws NotExpanded */
function endsAt(e: Expression, place: LimitPlace, assumptions: readonly Expression[]): readonly End[] {
  return sidesOfPlace(place).flatMap((side) => {
    const near = { e, place, side, assumptions };
    try {
      return [endOf(near)];
    } catch (error) {
      // From both sides means from those from which the place can be approached.
      if (error instanceof NotExpanded && place.side === undefined && isOutside(near)) return [];
      throw error;
    }
  });
}

/** What a function tends to at a place that is approached from one side; undefined where the expansion does not say. */
export function onlyEnd(e: Expression, place: LimitPlace, assumptions: readonly Expression[]): End | undefined {
  const [only, ...more] = expanded(() => endsAt(e, place, assumptions)) ?? [];
  return more.length === 0 ? only : undefined;
}

/** Whether a function has the end that is claimed. */
function isEnd(end: End, claimed: End, assumptions: readonly Expression[]): boolean | undefined {
  if (end.kind === "infinite" || claimed.kind === "infinite") return end.kind === "infinite" && claimed.kind === "infinite" && end.sign === claimed.sign;
  const { kind } = equalityTest(end.value, claimed.value, assumptions);
  return kind === "undecided" ? undefined : kind === "zero";
}

/** How many signs of the letters are told apart. */
const MOST_SIGNS = 3;

/** Whether a function tends to a value: it is expanded again with a remainder, by code that does not look for limits. */
export function judgeLimit(claim: Extract<Claim, { kind: "limit" }>, assumptions: readonly Expression[], signs = MOST_SIGNS): StepVerdict {
  const { place } = claim;
  const [before, after] = [withKnownLetters(claim.before, assumptions), withKnownLetters(claim.after, assumptions)];
  try {
    return judgeEnds(endsAt(before, place, assumptions), after, assumptions);
  } catch (error) {
    if (!(error instanceof NotExpanded)) throw error;
    if (infinityOf(after) === undefined && equalityTest(before, after, assumptions).kind === "zero")
      return nailed("the function is this wherever it is defined");
    const { letters } = error;
    if (!letters || signs === 0) return loose("the function was not expanded a second time");
    // Where it hangs on the sign of something, each sign that is possible is looked at.
    const facts = ([">", "<", "="] as const).map((comparison) => relation(letters, comparison, ZERO)).filter((fact) => decide(fact, assumptions) !== false);
    const verdicts = facts.map((fact) => judgeLimit(claim, [...assumptions, fact], signs - 1));
    return verdicts.find(({ verdict }) => verdict !== "nailed") ?? verdicts[0] ?? loose("nothing is possible for the letters");
  }
}

/** An expression with the letters put in whose value is known. */
function withKnownLetters(e: Expression, assumptions: readonly Expression[]): Expression {
  const values = assumptions.flatMap((fact): readonly (readonly [string, Expression])[] => {
    const [letter, value] = fact.kind === "relation" && fact.comparisons[0] === "=" && fact.operands.length === 2 ? fact.operands : [];
    return letter?.kind === "name" && value?.kind === "number" ? [[letter.name, value]] : [];
  });
  return values.length === 0 ? e : substitute(e, new Map(values));
}

function judgeEnds(ends: readonly End[], after: Expression, assumptions: readonly Expression[]): StepVerdict {
  if (ends.length === 0) return loose("the function is not real near the place");
  const same = ends.map((end) => isEnd(end, endClaimed(after), assumptions));
  if (same.includes(false)) return bent("expanded again, the function does not tend to this");
  return same.includes(undefined)
    ? loose(`it was not decided whether ${text(after)} is the limit`)
    : nailed("expanded again with a remainder, the function tends to the same", EXPANSIONS);
}

/** Whether two functions tend to the same: by the rule of L'Hôpital with its conditions, or since their quotient tends to 1. */
export function judgeSameLimit({ place, before, after, quotient }: Extract<Claim, { kind: "same limit" }>, assumptions: readonly Expression[]): StepVerdict {
  if (quotient) return judgeRule(before, after, quotient, place, assumptions);
  const { verdict } = judgeLimit({ kind: "limit", place, before: divide(before, after), after: ONE }, assumptions);
  if (verdict === "nailed") return nailed("their quotient tends to 1", "the limit of a product is the product of the limits");
  // Both may tend to 0, or to ∞, without being alike.
  const [one = [], other = []] = expanded(() => [before, after].map((e) => endsAt(e, place, assumptions))) ?? [];
  const same = one.length === 0 || one.length !== other.length ? [undefined] : one.map((end, k) => isEnd(end, other[k] ?? end, assumptions));
  if (same.includes(false)) return bent("expanded again, they do not tend to the same");
  return same.includes(undefined)
    ? loose("the limit of the quotient was not decided")
    : nailed("expanded again with a remainder, both tend to the same", EXPANSIONS);
}

function judgeRule(
  before: Expression,
  after: Expression,
  { numerator, denominator }: { readonly numerator: Expression; readonly denominator: Expression },
  place: LimitPlace,
  assumptions: readonly Expression[],
): StepVerdict {
  try {
    const derived = divide(differentiate(numerator, place.variable), differentiate(denominator, place.variable));
    const isQuotient = equalityTest(divide(numerator, denominator), before, assumptions).kind === "zero";
    if (!isQuotient || equalityTest(derived, after, assumptions).kind !== "zero") return bent("this is not the quotient of the derivatives");
  } catch (error) {
    if (error instanceof NotDifferentiable) return loose("a derivative was not found");
    throw error;
  }
  const ends = expanded(() => [numerator, denominator].map((part) => endsAt(part, place, assumptions)));
  if (!ends || ends.some((own) => own.length === 0)) return loose("the limits of numerator and denominator were not decided");
  const [above = [], below = []] = ends;
  const isZero = (end: End): boolean => end.kind === "finite" && equalityTest(end.value, ZERO, assumptions).kind === "zero";
  const holds = [...above, ...below].every(isZero) || below.every(({ kind }) => kind === "infinite");
  return holds
    ? nailed(
        "both tend to 0, or the denominator to ∞; the derivatives were taken again",
        "rule of L'Hôpital (W. Rudin, Principles of Mathematical Analysis, 5.13)",
      )
    : bent("numerator and denominator do not both tend to 0 or ∞");
}

/** A way of coming near a place, and what a function is said to tend to on it. */
export interface Parting {
  readonly along: PathTo;
  readonly limit: Expression;
}

/** Whether a function has no limit, since on two ways that come as near as one likes it tends to different values. */
export function judgeParting(e: Expression, place: LimitPlace, ways: readonly [Parting, Parting], assumptions: readonly Expression[]): StepVerdict {
  const [side = 1] = sidesOfPlace(place);
  const near = { e: withKnownLetters(e, assumptions), place, side, assumptions };
  const ends = expanded(() => ways.map(({ along }) => endOn(near, along)));
  const [one, other] = ends ?? [];
  if (!one || !other) return loose("the function was not expanded on the ways that were named");
  const agree = [isEnd(one, endClaimed(ways[0].limit), assumptions), isEnd(other, endClaimed(ways[1].limit), assumptions)];
  if (agree.includes(false)) return bent("on one of the ways the function tends to something else");
  return !agree.includes(undefined) && isEnd(one, other, assumptions) === false
    ? nailed("on two ways that come as near as one likes the function tends to different values", "a limit is the same on every way (W. Rudin, 4.2)")
    : loose("it was not decided whether the function tends to different values");
}

function endClaimed(limit: Expression): End {
  const far = infinityOf(limit);
  return far === undefined ? { kind: "finite", value: limit } : { kind: "infinite", sign: far };
}
