import { call, MINUS_ONE, name, negate, number, ONE, power, product, ZERO } from "../../expression/construct.ts";
import { contains, type Expression } from "../../expression/expression.ts";
import { infinityOf } from "../../expression/infinity.ts";
import { replacePart, substitute } from "../../expression/substitute.ts";
import { equalityTest, simplify } from "../../truth/index.ts";
import { approaching, GROWN, type Place, powerOfDistance } from "../place.ts";
import { AtInfinity } from "./at-infinity.ts";
import { LimitOpen, NotDefinedThere, Oscillates } from "./open.ts";
import { compareExponents, type Known, type Term } from "./series.ts";

/** The terms of a function on one side of a place through an order, by rising exponents. */
interface SideSeries {
  readonly terms: readonly Term[];
  /** The first term that is left out; undefined where nothing is. */
  readonly next: Term | undefined;
}

/** The terms of a function near a place through an order: c (x − a)^e by rising e; far out c x^−e. */
export interface LocalSeries extends SideSeries {
  /** From where it holds: from both sides of the place, or from one. */
  readonly side: "both" | "left" | "right";
}

/** Why a function has no single series at a place. */
export class NoSeries extends Error {
  override readonly name = "NoSeries";
}

const MORE = [2, 5, 10, 20] as const;

/**
 * The series of a function at a place through x^order: with negative exponents at a pole (P. A. Laurent), broken ones at a branch point (V. Puiseux).
 * @throws NoSeries where it has none, or another one from each side.
 */
export function localSeries(e: Expression, place: Place, order: number, assumptions: readonly Expression[]): LocalSeries {
  const right = fromSide(e, place, 1, order, assumptions);
  if (infinityOf(place.at) !== undefined) {
    if ("why" in right) throw new NoSeries(right.why);
    return { ...right, side: "both" };
  }
  const left = fromSide(e, place, -1, order, assumptions);
  if ("why" in right) {
    if ("why" in left) throw new NoSeries(right.why);
    return { ...left, side: "left" };
  }
  if ("why" in left || !right.terms.every(isPlain) || !left.terms.every(isPlain)) return { ...right, side: "right" };
  if (differing(right, left, assumptions)) throw new NoSeries("from the left the function has another series than from the right");
  return { ...right, side: "both" };
}

/** Why there are no terms on a side. */
interface None {
  readonly why: string;
}

/** Whether a term is a whole power without a logarithm, the same function on both sides. */
const isPlain = ({ exponent, coefficient }: Term): boolean => exponent.kind === "number" && exponent.value.den === 1 && !contains(coefficient, DISTANCE);

function differing(right: SideSeries, left: SideSeries, assumptions: readonly Expression[]): boolean {
  const at = ({ terms }: SideSeries, exponent: Expression): Expression =>
    terms.find((term) => compareExponents(term.exponent, exponent, known) === 0)?.coefficient ?? ZERO;
  const known: Known = { assumptions, variable: DISTANCE, reach: 1 };
  return [...right.terms, ...left.terms].some(({ exponent }) => {
    const mirrored = product(power(MINUS_ONE, exponent), at(left, exponent));
    return equalityTest(at(right, exponent), mirrored, assumptions).kind !== "zero";
  });
}

/** The name of the distance in coefficients with logarithms. */
const DISTANCE = "\u0001d";

function fromSide(e: Expression, place: Place, side: 1 | -1, order: number, assumptions: readonly Expression[]): SideSeries | None {
  const near = approaching(e, place, side);
  let enough: SideSeries | undefined;
  try {
    for (const more of MORE) {
      const asked = new AtInfinity(GROWN, assumptions, order + more);
      const found = asked.powers(near);
      if (!found) throw new NoSeries("near the place the function varies like a power of e, which no power of the distance describes");
      const { known } = asked;
      const beyond = (exponent: Expression): boolean => compareExponents(exponent, number(order), known) > 0;
      if (found.order && !beyond(found.order)) continue;
      const all = found.terms.map(withDistance);
      const terms = all.filter(({ exponent }) => !beyond(exponent));
      const next = all.find(({ exponent }) => beyond(exponent)) ?? (found.order && { exponent: found.order, coefficient: ONE });
      const isSeen = !found.order || all.length > terms.length;
      // A term that is seen says more than how far was looked.
      if (isSeen || enough) return { terms, next };
      enough = { terms, next };
    }
  } catch (error) {
    if (error instanceof NotDefinedThere) return { why: "the function is not real there" };
    if (error instanceof Oscillates) return { why: "near the place the function oscillates" };
    throw error;
  }
  if (enough) return enough;
  throw new LimitOpen("the terms cancel further than they were followed", undefined);
}

/** A coefficient may hold the logarithm of what grows, which is minus that of the distance. */
function withDistance({ exponent, coefficient }: Term): Term {
  return { exponent, coefficient: replacePart(coefficient, call("ln", name(GROWN)), negate(call("ln", name(DISTANCE)))) };
}

/** The power like which a term vanishes, with the logarithms in it. */
export function sizeOf(place: Place, side: LocalSeries["side"], { exponent, coefficient }: Term): Expression {
  return termAt(place, side, { exponent, coefficient: contains(coefficient, DISTANCE) ? coefficient : ONE });
}

/** A term in the variable of the function. */
export function termAt(place: Place, side: LocalSeries["side"], { exponent, coefficient }: Term): Expression {
  const inside = substitute(coefficient, new Map([[DISTANCE, powerOfDistance(place, side, ONE)]]));
  return product(simplify(inside).expression, powerOfDistance(place, side, exponent));
}
