import type { Claim } from "../../derivation/step.ts";
import { negate, relation, subtract, ZERO } from "../../expression/construct.ts";
import { alternativesOf, isEquation, sideDifference } from "../../expression/equations.ts";
import { type Expression, equal } from "../../expression/expression.ts";
import { mapChildren } from "../../expression/substitute.ts";
import { constantSign, decide, equalityTest } from "../../truth/index.ts";

/**
 * Whether an equation with bars says on each of several intervals, which cover the line, what the equation of that piece says: the sign of
 * what stands between bars is decided anew on each.
 */
export function isInPieces({ unknown, before, after, pieces }: Extract<Claim, { kind: "pieces" }>): boolean {
  const listed = alternativesOf(after);
  const isListed = pieces.length === listed.length && pieces.every((piece, k) => equal(piece.equation, listed[k] ?? ZERO));
  return (
    isListed &&
    coverLine(
      pieces.map(({ when }) => when),
      unknown,
    ) &&
    pieces.every((piece) => saysOn(before, piece.when, piece.equation))
  );
}

function saysOn(before: Expression, when: Expression, claimed: Expression): boolean {
  const there = withoutBars(before, when);
  if (!there || !isEquation(there) || !isEquation(claimed)) return false;
  return equalityTest(sideDifference(there), sideDifference(claimed)).kind === "zero";
}

/** An expression without its bars where a condition holds; undefined where a sign is not decided by it. */
function withoutBars(e: Expression, when: Expression): Expression | undefined {
  let isDecided = true;
  const bare = (part: Expression): Expression => {
    const inner = mapChildren(part, bare);
    const [inside] = inner.kind === "call" && inner.name === "abs" ? inner.args : [];
    if (!inside) return inner;
    if (decide(relation(inside, ">=", ZERO), [when]) === true) return inside;
    if (decide(relation(inside, "<=", ZERO), [when]) === true) return negate(inside);
    isDecided = false;
    return inner;
  };
  const there = bare(e);
  return isDecided ? there : undefined;
}

/** Whether x < a, a <= x < b, …, x >= z follow each other over the whole line, with numbers that grow. */
function coverLine(ranges: readonly Expression[], unknown: string): boolean {
  const bounds = ranges.map((range) => boundsIn(range, unknown));
  return (
    bounds.length > 1 &&
    bounds.every((own, k) => {
      const next = bounds[k + 1];
      const isOpenRight =
        k === bounds.length - 1 ? own?.upper === undefined : own?.upper !== undefined && next?.lower !== undefined && equal(own.upper, next.lower);
      const isOpenLeft = k === 0 ? own?.lower === undefined : own?.lower !== undefined;
      const grows = !own?.lower || !own.upper || constantSign(subtract(own.upper, own.lower)) === 1;
      return own !== undefined && isOpenRight && isOpenLeft && grows;
    })
  );
}

interface Bounds {
  /** The least value, which belongs to the range. */
  readonly lower?: Expression;
  /** Where the range ends; the value does not belong to it. */
  readonly upper?: Expression;
}

function boundsIn(range: Expression, unknown: string): Bounds | undefined {
  if (range.kind !== "relation") return undefined;
  const [first, second, third] = range.operands;
  const isUnknown = (e: Expression | undefined): boolean => e?.kind === "name" && e.name === unknown;
  const comparisons = range.comparisons.join(" ");
  if (first && second && third && isUnknown(second) && comparisons === "<= <") return { lower: first, upper: third };
  if (!first || !second || third || !isUnknown(first)) return undefined;
  return comparisons === "<" ? { upper: second } : comparisons === ">=" ? { lower: second } : undefined;
}
