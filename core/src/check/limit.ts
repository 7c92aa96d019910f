import { differentiate, NotDifferentiable } from "../calculus/derivative.ts";
import { type LimitFound, limitValue, onlyCase } from "../calculus/limit/limit.ts";
import { infinityOf } from "../calculus/limit/place.ts";
import { sameLimit } from "../calculus/limit/sided.ts";
import type { Claim, LimitPlace } from "../derivation/step.ts";
import { divide, isNumber, ONE } from "../expression/construct.ts";
import type { Expression } from "../expression/expression.ts";
import { text } from "../notation/text.ts";
import { equalityTest } from "../truth/index.ts";
import type { StepVerdict } from "./step.ts";

const nailed = (why: string, theorem?: string): StepVerdict => ({ verdict: "nailed", why, ...(theorem === undefined ? {} : { theorem }) });
const loose = (why: string): StepVerdict => ({ verdict: "loose", why });
const bent = (why: string): StepVerdict => ({ verdict: "bent", why });

const GRUNTZ = "the leading term in the most rapidly varying part decides (D. Gruntz 1996)";

/** The one limit of a function at a place; undefined where it depends on letters, is none or is not decided. */
function limitAt(expression: Expression, place: LimitPlace, assumptions: readonly Expression[]): LimitFound | undefined {
  const only = onlyCase(expression, place, assumptions);
  return only?.conditions.length === 0 ? only.found : undefined;
}

/** Whether a function tends to a value, by its leading terms, however the value was found. */
export function judgeLimit({ place, before, after }: Extract<Claim, { kind: "limit" }>, assumptions: readonly Expression[]): StepVerdict {
  const found = limitAt(before, place, assumptions);
  if (!found) return loose("the limit was not decided a second time");
  if (found.kind !== "limit") return bent("there is no limit");
  const far = infinityOf(after);
  const claimed = far === undefined ? ({ kind: "finite", value: after } as const) : ({ kind: "infinite", sign: far } as const);
  const same = sameLimit(found.limit, claimed, assumptions);
  if (same === undefined) return loose(`it was not decided whether ${text(after)} is the limit`);
  return same ? nailed("the leading terms lead to the same value", GRUNTZ) : bent(`the limit is ${text(limitValue(found.limit))}`);
}

/** Whether two functions tend to the same: by the rule of L'Hôpital with its conditions, or since their quotient tends to 1. */
export function judgeSameLimit({ place, before, after, quotient }: Extract<Claim, { kind: "same limit" }>, assumptions: readonly Expression[]): StepVerdict {
  if (quotient) return judgeRule(before, after, quotient, place, assumptions);
  const ratio = limitAt(divide(before, after), place, assumptions);
  if (ratio?.kind !== "limit") return loose("the limit of the quotient was not decided");
  return ratio.limit.kind === "finite" && isNumber(ratio.limit.value, 1)
    ? nailed("their quotient tends to 1", "the limit of a product is the product of the limits")
    : equalityTest(ratio.limit.kind === "finite" ? ratio.limit.value : ONE, ONE, assumptions).kind === "zero"
      ? nailed("their quotient tends to 1")
      : bent("their quotient does not tend to 1");
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
  const [above, below] = [numerator, denominator].map((part) => limitAt(part, place, assumptions));
  if (above?.kind !== "limit" || below?.kind !== "limit") return loose("the limits of numerator and denominator were not decided");
  const isZero = ({ limit }: { limit: { kind: string; value?: Expression } }): boolean =>
    limit.kind === "finite" && limit.value !== undefined && isNumber(limit.value, 0);
  const holds = (isZero(above) && isZero(below)) || below.limit.kind === "infinite";
  return holds
    ? nailed(
        "both tend to 0, or the denominator to ∞; the derivatives were taken again",
        "rule of L'Hôpital (W. Rudin, Principles of Mathematical Analysis, 5.13)",
      )
    : bent("numerator and denominator do not both tend to 0 or ∞");
}
