import { fractionExpression, Kernels, normalForm, whereRational } from "../../canonical/normal-form.ts";
import { NOWHERE } from "../../derivation/nowhere.ts";
import { call, divide, MINUS_ONE, ONE, product, relation, subtract, ZERO } from "../../expression/construct.ts";
import { realDomain } from "../../expression/domain.ts";
import { isEquation, sideDifference, sidesOf } from "../../expression/equations.ts";
import { contains, type Expression, equal, freeNames } from "../../expression/expression.ts";
import { replacePart } from "../../expression/substitute.ts";
import { decide, equalityTest, simplify, zeroTest } from "../../truth/index.ts";
import { neverZero } from "../completeness/never-zero.ts";
import type { Equivalence } from "./equivalence.ts";
import { BOTH, type EquivalenceClaim, type EquivalenceWay, SAME } from "./way.ts";

/** Nothing was done, or the sides were swapped. */
export const UNCHANGED: EquivalenceWay = {
  name: "unchanged",
  theorem: "equality is symmetric",
  source: "axiom of equality",
  worlds: BOTH,
  proves: ({ before, after }) => {
    if (equal(before, after)) return SAME;
    const [[left, right], [u, v]] = [sidesOf(before), sidesOf(after)];
    return left && right && u && v && equal(left, v) && equal(right, u) ? SAME : undefined;
  },
};

/** The difference of the sides before is the factor times that after, and the factor is not 0. */
export const MULTIPLIED: EquivalenceWay = {
  name: "multiplied by a factor",
  theorem: "a b = 0 and a ≠ 0 give b = 0: multiplying both sides by what is never 0 changes no solution",
  source: "field axioms",
  worlds: BOTH,
  proves: ({ before, after, factor, assumptions }) => {
    if (!factor || !isEquation(before) || !isEquation(after)) return undefined;
    const known = [...assumptions, ...realDomain(before)];
    if (equalityTest(sideDifference(before), product(factor, sideDifference(after)), known).kind !== "zero") return undefined;
    return isNeverZero(factor, known) || onlyCosines(factor, sideDifference(before), known) ? SAME : undefined;
  },
};

/** Whether an expression is not 0 wherever it is defined. */
function isNeverZero(e: Expression, known: readonly Expression[]): boolean {
  if (e.kind === "product") return e.factors.every((part) => isNeverZero(part, known));
  if (e.kind === "power" && e.exponent.kind === "number") return e.exponent.value.num < 0 || isNeverZero(e.base, known);
  return decide(relation(e, "!=", ZERO), known) === true;
}

/** A power of a cosine that is 0 only where the difference is not: there the sine of the angle is 1 or −1. */
function onlyCosines(factor: Expression, difference: Expression, known: readonly Expression[]): boolean {
  const base = factor.kind === "power" ? factor.base : factor;
  const [angle] = base.kind === "call" && base.name === "cos" ? base.args : [];
  if (!angle) return false;
  return [ONE, MINUS_ONE].every((sine) => {
    const there = replacePart(replacePart(difference, call("sin", angle), sine), call("cos", angle), ZERO);
    return freeNames(there).size === 0 ? zeroTest(there).kind === "nonzero" : decide(relation(there, "!=", ZERO), known) === true;
  });
}

/** Terms brought to the other side, and both sides multiplied by a number or by what is known not to be 0. */
export const MOVED: EquivalenceWay = {
  name: "moved over",
  theorem: "the differences of the sides are proportional, with a factor that is free of the unknown and not 0",
  source: "field axioms",
  worlds: BOTH,
  proves: ({ before, after, alternatives, unknown, assumptions }) => {
    const [[left, right], [u, v]] = [sidesOf(before), sidesOf(after)];
    if (!left || !right || !u || !v || alternatives.length > 1 || equal(after, NOWHERE)) return undefined;
    return movedOver(left, right, [u, v], unknown, assumptions);
  },
};

type Sides = readonly [Expression, Expression];

/** a/b in lowest terms; undefined where b is 0 or the quotient is out of reach. */
function quotientOf(a: Expression, b: Expression): Expression | undefined {
  return whereRational(() => {
    const kernels = new Kernels();
    return fractionExpression(normalForm(divide(a, b), kernels), kernels);
  }, undefined);
}

/** left − right = k (left′ − right′) with a k that is free of the unknown and not 0. */
function movedOver(left: Expression, right: Expression, [u, v]: Sides, unknown: string, assumptions: readonly Expression[]): Equivalence | undefined {
  const [before, after] = [subtract(left, right), subtract(u, v)];
  const short = quotientOf(before, after);
  const ratio = short && !contains(short, unknown) ? short : simplify(divide(before, after)).expression;
  if (contains(ratio, unknown)) return undefined;
  if (zeroTest(ratio, assumptions).kind !== "nonzero") return undefined;
  // Where a side has no value there is no solution to lose.
  const known = [...assumptions, ...[left, right].flatMap(realDomain)];
  if (freeNames(ratio).size > 0 && decide(relation(ratio, "!=", ZERO), known) !== true && !neverZero(ratio, assumptions, assumptions))
    return { kind: "same where", conditions: [relation(ratio, "!=", ZERO)] };
  return SAME;
}

/** For two statements that a name's meaning made equal: the sides are the same up to what is moved over. */
export function sameByMoving(before: Expression, after: Expression, assumptions: readonly Expression[]): boolean {
  const claim: EquivalenceClaim = { unknown: "", before, after, alternatives: [after], factor: ONE, assumptions };
  return MULTIPLIED.proves(claim)?.kind === "same";
}
