import type { Antiderivative } from "../../calculus/integral/rule.ts";
import { limitValue } from "../../calculus/limit/found.ts";
import { limitOf } from "../../calculus/limit/limit.ts";
import { whereFound } from "../../calculus/limit/open.ts";
import type { Witness } from "../../calculus/limit/sided.ts";
import { type LimitPlace, step } from "../../derivation/step.ts";
import { approximateValue } from "../../expression/ball-value.ts";
import { negate, relation, ZERO } from "../../expression/construct.ts";
import { curveDomain } from "../../expression/domain.ts";
import { contains, distinct, type Expression, equal, freeNames } from "../../expression/expression.ts";
import { extendedSum, infinityOf } from "../../expression/infinity.ts";
import type { DefiniteIntegral } from "../../expression/integral.ts";
import { substitute } from "../../expression/substitute.ts";
import { present } from "../../notation/present.ts";
import { equality, type Syntax } from "../../notation/syntax.ts";
import { text } from "../../notation/text.ts";
import { decide } from "../../truth/index.ts";
import type { Confirmed, IntegralFound } from "./found.ts";
import { boundOrder } from "./pieces.ts";
import { plainValue } from "./plain-value.ts";

/** What an antiderivative comes to at a bound, for letters for which conditions hold. */
interface End {
  readonly conditions: readonly Expression[];
  readonly place: LimitPlace;
  /** Whether it is a limit, as at a bound where the integral is improper. */
  readonly isLimit: boolean;
  readonly at: { readonly kind: "value"; readonly value: Expression } | { readonly kind: "oscillates"; readonly witnesses: readonly [Witness, Witness] };
}

/** F(b) − F(a), by limits where the integral is improper; undefined where that is not found or the judge does not confirm it. */
export function atBounds(
  integral: DefiniteIntegral,
  { value: f, steps }: Antiderivative,
  assumptions: readonly Expression[],
  confirmed: Confirmed,
): IntegralFound | undefined {
  const { variable, lower, upper } = integral;
  const own = conditionsOf(f, variable, assumptions);
  const known = [...assumptions, ...own];
  const order = boundOrder(lower, upper) ?? (decide(relation(lower, "<", upper), known) === true ? 1 : undefined);
  const sides: readonly ["left" | "right", "left" | "right"] = order === -1 ? ["left", "right"] : ["right", "left"];
  const [starts, stops] = [
    endsOf(f, variable, lower, order === undefined ? undefined : sides[0], known),
    endsOf(f, variable, upper, order === undefined ? undefined : sides[1], known),
  ];
  const found = starts.flatMap((start) => stops.flatMap((stop) => difference(integral, f, start, stop, { steps, own, assumptions }) ?? []));
  const best = chosen(found);
  if (!best) return undefined;
  if (best.kind !== "value") return best;
  const end = best.steps.at(-1);
  return end && confirmed(end, best.steps.slice(0, -1), [...assumptions, ...best.conditions]) ? best : undefined;
}

/** Of the cases of the letters the one in which the integral has a number as its value, if that is one; else the only one. */
function chosen(found: readonly IntegralFound[]): IntegralFound | undefined {
  const finite = found.filter((one) => one.kind === "value" && infinityOf(one.value) === undefined);
  const [only, ...more] = finite.length > 0 ? finite : found;
  return more.length === 0 ? only : undefined;
}

function endsOf(f: Expression, variable: string, at: Expression, side: "left" | "right" | undefined, assumptions: readonly Expression[]): readonly End[] {
  const far = infinityOf(at);
  const place: LimitPlace = { variable, at, whole: false, ...(far === undefined && side ? { side } : {}) };
  if (far === undefined) {
    const put = (e: Expression): Expression => substitute(e, new Map([[variable, at]]));
    const holds = curveDomain(f).every((condition) => !contains(condition, variable) || decide(put(condition), assumptions) === true);
    const value = put(f);
    if ((holds || !side) && !(freeNames(value).size === 0 && approximateValue(value) === undefined))
      return [{ conditions: [], place, isLimit: false, at: { kind: "value", value: plainValue(value, assumptions) } }];
    if (!side) return [];
  }
  const list = whereFound(() => limitOf({ expression: f, variable, at, whole: false, assumptions, ...(place.side ? { side: place.side } : {}) })) ?? [];
  return list.flatMap(({ conditions, found }): readonly End[] => {
    if (found.kind === "limit") return [{ conditions, place, isLimit: true, at: { kind: "value", value: limitValue(found.limit) } }];
    return found.kind === "oscillates" ? [{ conditions, place, isLimit: true, at: { kind: "oscillates", witnesses: found.witnesses } }] : [];
  });
}

interface Known extends Pick<Antiderivative, "steps"> {
  /** What the antiderivative asks of the letters. */
  readonly own: readonly Expression[];
  readonly assumptions: readonly Expression[];
}

function difference(integral: DefiniteIntegral, f: Expression, start: End, stop: End, { steps, own, assumptions }: Known): IntegralFound | undefined {
  const cases = distinct([...start.conditions, ...stop.conditions]);
  const known = [...assumptions, ...cases];
  if (cases.some((condition) => decide(condition, [...assumptions, ...cases.filter((other) => other !== condition)]) === false)) return undefined;
  const conditions = distinct([...own.filter((condition) => decide(condition, known) !== true), ...cases]);
  for (const end of [start, stop]) {
    if (end.at.kind === "oscillates") return { kind: "oscillates", steps, antiderivative: f, place: end.place, witnesses: end.at.witnesses, conditions };
  }
  if (start.at.kind !== "value" || stop.at.kind !== "value") return undefined;
  const [low, high] = [start.at.value, stop.at.value];
  const total = extendedSum([high, negate(low)]);
  if (!total) return { kind: "opposite infinities", steps, parts: [integral], conditions };
  const value = infinityOf(total) === undefined ? plainValue(total, known) : total;
  // What is 0 at the lower bound is not worth a difference.
  const isWorth = infinityOf(total) === undefined && !equal(low, ZERO) && text(value) !== `${text(high)} - ${text(low)}`;
  const minus: readonly Syntax[] = isWorth ? [{ kind: "binary", operator: "-", left: present(high), right: present(low) }] : [];
  const written = equality([present(integral), ...minus, present(value)]);
  const claim = { kind: "integral", before: integral, antiderivative: f, ends: [low, high], after: value } as const;
  const { lower, upper } = integral;
  const end =
    infinityOf(value) !== undefined
      ? step("divergent integral", [f, infinityOf(high) === undefined ? lower : upper], claim, { conditions })
      : start.isLimit || stop.isLimit
        ? step("improper integral", [f, [lower, upper].filter((_, k) => (k === 0 ? start : stop).isLimit)], claim, { written, conditions })
        : step("fundamental theorem", [f, lower, upper], claim, { written, conditions });
  return { kind: "value", value, steps: [...steps, end], conditions, inPieces: integral };
}

/** What an antiderivative asks of the letters besides the variable, such as a divisor that is not 0. */
function conditionsOf(e: Expression, variable: string, assumptions: readonly Expression[]): readonly Expression[] {
  return curveDomain(e).filter((condition) => !contains(condition, variable) && decide(condition, assumptions) !== true);
}
