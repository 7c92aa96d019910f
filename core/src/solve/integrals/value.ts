import { antiderivative } from "../../calculus/integral/antiderivative.ts";
import type { Antiderivative } from "../../calculus/integral/rule.ts";
import { step } from "../../derivation/step.ts";
import { equation, name, relation, sum, ZERO } from "../../expression/construct.ts";
import { distinct, type Expression, ExpressionMap, equal, freeNames } from "../../expression/expression.ts";
import { extendedSum, infinityOf } from "../../expression/infinity.ts";
import { type DefiniteIntegral, givenOutside, isDefiniteIntegral } from "../../expression/integral.ts";
import { mapChildren } from "../../expression/substitute.ts";
import { present } from "../../notation/present.ts";
import type { Syntax } from "../../notation/syntax.ts";
import { decide } from "../../truth/index.ts";
import { atBounds } from "./at-bounds.ts";
import type { Confirmed, IntegralFound, IntegralSearch, IntegralValue, Way } from "./found.ts";
import { byTheorem } from "./known.ts";
import { byPeriods } from "./periodic.ts";
import { cutAt, piecesOf, poles, within } from "./pieces.ts";
import { plainValue } from "./plain-value.ts";
import { byReflection } from "./reflection.ts";
import { byShift } from "./shifting.ts";
import { byOddness, byTerms, twiceTheHalf } from "./splitting.ts";

/** In the order in which they are tried. */
const WAYS: readonly Way[] = [byOddness, byPeriods, inPieces, byKnown, twiceTheHalf, byReflection, byShift, byTerms];

/** How deep integrals are led back to others. */
const DEEPEST = 3;

/**
 * The value of a definite integral, ±∞ or the reason why it has none; undefined where neither is found. Where it is found for positive letters only, that is a condition of the value.
 */
export function integralValue(integral: DefiniteIntegral, given: readonly Expression[], confirmed: Confirmed): IntegralFound | undefined {
  const assumptions = givenOutside(given, integral.variable);
  const found = valueUnder(integral, assumptions, confirmed, 0);
  if (found) return found;
  const open = [...freeNames(integral)].map((letter) => relation(name(letter), ">", ZERO)).filter((one) => decide(one, assumptions) === undefined);
  const forPositive = (conditions: readonly Expression[]): IntegralFound | undefined => {
    const own = conditions.length > 0 ? valueUnder(integral, [...assumptions, ...conditions], confirmed, 0) : undefined;
    return own && { ...own, conditions: distinct([...own.conditions, ...conditions]) };
  };
  let [needed, best] = [open, forPositive(open)];
  for (const one of open) {
    const others = needed.filter((other) => other !== one);
    const without = best && forPositive(others);
    if (without) [needed, best] = [others, without];
  }
  return best;
}

function valueUnder(integral: DefiniteIntegral, assumptions: readonly Expression[], confirmed: Confirmed, depth: number): IntegralFound | undefined {
  const integrate = (other: DefiniteIntegral): IntegralFound | undefined =>
    depth < DEEPEST && !equal(other, integral) ? valueUnder(other, givenOutside(assumptions, other.variable), confirmed, depth + 1) : undefined;
  for (const way of WAYS) {
    const found = way(integral, { assumptions, confirmed, integrate });
    if (found) return found;
  }
  return undefined;
}

function byKnown(integral: DefiniteIntegral, { assumptions }: IntegralSearch): IntegralFound | undefined {
  const found = byTheorem(integral, assumptions);
  return found && { kind: "value", ...found };
}

/** In pieces where bars, cases, or places without a value ask for it, each by an antiderivative at its bounds. */
function inPieces(integral: DefiniteIntegral, { assumptions, confirmed }: IntegralSearch): IntegralFound | undefined {
  const pieces = piecesOf(integral, assumptions);
  if (!pieces) return undefined;
  const found = pieces.map((piece) => ofPiece(piece, assumptions, confirmed));
  const none = found.find((one) => one !== undefined && one.kind !== "value");
  if (none) return none;
  const values = found.flatMap((one) => (one?.kind === "value" ? one : []));
  if (values.length < pieces.length) return undefined;
  const cut = values.flatMap(({ inPieces: own }) => integralsOf(own));
  return joined(integral, cut, values, assumptions);
}

function integralsOf(e: Expression): readonly DefiniteIntegral[] {
  return (e.kind === "sum" ? e.terms : [e]).filter(isDefiniteIntegral);
}

/** The value of an integral from those of its pieces. */
function joined(
  integral: DefiniteIntegral,
  pieces: readonly DefiniteIntegral[],
  values: readonly IntegralValue[],
  assumptions: readonly Expression[],
): IntegralFound {
  const conditions = distinct(values.flatMap((one) => one.conditions));
  const [only] = pieces;
  if (pieces.length === 1 && only !== undefined && equal(only, integral))
    return { kind: "value", ...(values[0] ?? { value: ZERO, steps: [], conditions, inPieces: integral }) };
  const before = sum(...pieces);
  const places = pieces.slice(1).map(({ lower, variable }) => equation(name(variable), lower));
  const claim = { kind: "integral in pieces", before: integral, pieces, after: before } as const;
  const apart = places.length > 0 ? step("integral in pieces", [places], claim, { written: inOrder(pieces) }) : step("integrand in one form", [], claim);
  const steps = [apart, ...values.flatMap((one) => one.steps)];
  const total = extendedSum(values.map((one) => one.value));
  if (!total) return { kind: "opposite infinities", steps, parts: pieces, conditions };
  const value = infinityOf(total) === undefined ? plainValue(total, [...assumptions, ...conditions]) : total;
  const end = pieces.length > 1 ? [step("put the integrals in", [], { kind: "with integrals", before: integral, after: value })] : [];
  return { kind: "value", value, steps: [...steps, ...end], conditions, inPieces: before };
}

/** A piece by an antiderivative; where that is not continuous inside, cut once more. */
function ofPiece(piece: DefiniteIntegral, assumptions: readonly Expression[], confirmed: Confirmed): IntegralFound | undefined {
  const { variable, lower, upper, body } = piece;
  const found = antiderivative(body, variable, [...assumptions, ...within(variable, lower, upper)]);
  if (!found) return undefined;
  const whole = atBounds(piece, found, assumptions, confirmed);
  if (whole) return whole;
  const cut = cutAt(piece, poles(found.value, variable));
  if (!cut || cut.length < 2) return undefined;
  const parts = cut.map((one, k) => atBounds(one, k === 0 ? found : withoutSteps(found), assumptions, confirmed));
  const none = parts.find((one) => one !== undefined && one.kind !== "value");
  if (none) return none;
  const values = parts.flatMap((one) => (one?.kind === "value" ? one : []));
  if (values.length < cut.length) return undefined;
  const total = extendedSum(values.map((one) => one.value));
  const conditions = distinct(values.flatMap((one) => one.conditions));
  const steps = values.flatMap((one) => one.steps);
  if (!total) return { kind: "opposite infinities", steps, parts: cut, conditions };
  return { kind: "value", value: total, steps, conditions, inPieces: sum(...cut) };
}

const withoutSteps = ({ value }: Antiderivative): Antiderivative => ({ value, steps: [] });

function inOrder(pieces: readonly DefiniteIntegral[]): Syntax {
  return pieces.map((piece): Syntax => present(piece)).reduce((left, right) => ({ kind: "binary", operator: "+", left, right }));
}

/**
 * An expression with its definite integrals replaced by their exact values, inner ones first, as far as they are found; a single integral may be infinite.
 * Undefined where none is found.
 */
export function withIntegralValues(e: Expression, assumptions: readonly Expression[], confirmed: Confirmed): IntegralValue | undefined {
  const done = new ExpressionMap<IntegralValue>();
  const list: IntegralValue[] = [];
  const visit = (part: Expression): Expression => {
    const known = done.get(part);
    if (known) return known.value;
    const inner = mapChildren(part, visit);
    const found = isDefiniteIntegral(inner) ? integralValue(inner, assumptions, confirmed) : undefined;
    if (found?.kind !== "value" || (infinityOf(found.value) !== undefined && !equal(part, e))) return inner;
    list.push(found);
    done.set(part, found);
    return found.value;
  };
  const inPieces = (part: Expression): Expression => done.get(part)?.inPieces ?? mapChildren(part, inPieces);
  const replaced = visit(e);
  if (list.length === 0) return undefined;
  const value = infinityOf(replaced) === undefined ? plainValue(replaced, assumptions) : replaced;
  const end = isDefiniteIntegral(e) ? [] : [step("put the integrals in", [], { kind: "with integrals", before: e, after: value } as const)];
  return {
    value,
    steps: [...list.flatMap(({ steps }) => steps), ...end],
    conditions: distinct(list.flatMap(({ conditions }) => conditions)),
    inPieces: inPieces(e),
  };
}
