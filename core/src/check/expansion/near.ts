import { approaching, GROWN, hasRationalSlope, lettersDomain, type PathTo, type Side } from "../../calculus/place.ts";
import type { LimitPlace } from "../../derivation/step.ts";
import { divide, isNumber, name, number, product, relation, sum, ZERO } from "../../expression/construct.ts";
import { curveDomain, realDomain } from "../../expression/domain.ts";
import { contains, type Expression, findAll, freeNames } from "../../expression/expression.ts";
import { infinityOf } from "../../expression/infinity.ts";
import { substitute } from "../../expression/substitute.ts";
import { decide, simplify } from "../../truth/index.ts";
import { boundedParts, expansionOf, holdsFinally, isForBounded, type Way } from "./expand.ts";
import { Arithmetic, type Expansion, NotExpanded, TooFewTerms } from "./expansion.ts";
import { FUNCTIONS } from "./functions.ts";
import { UNIT } from "./monomial.ts";

/** How many terms are followed at first, and then where they cancel. */
const SIZES = [4, 8, 16, 32] as const;

const DOMAIN_SIZE = 8;

/** A function on one side of a place, with what is known of its letters. */
export interface Near {
  readonly e: Expression;
  readonly place: LimitPlace;
  readonly side: Side;
  readonly assumptions: readonly Expression[];
  readonly along?: Way["along"];
}

/** What letters stand for is defined. */
function known({ e, place, assumptions }: Near): readonly Expression[] {
  return [...assumptions, ...lettersDomain(e, place.variable, place.whole)];
}

/** The question about what grows: the function in it, the way, and what is known. */
function asked(near: Near): { readonly moved: Expression; readonly way: Way; readonly facts: readonly Expression[] } {
  const { place, side, along } = near;
  const moved = approaching(near.e, place, side);
  const { bounded, facts } = boundedParts(moved, GROWN);
  const grown = along && { ...along, of: approaching(along.of, place, side) };
  return { moved, way: { variable: GROWN, whole: place.whole, bounded, ...(grown ? { along: grown } : {}) }, facts: [...known(near), ...facts] };
}

/**
 * What is read off the expansion of a function on one side of a place, with more and more terms until something can be read.
 * @throws NotExpanded
 */
export function readNear<T>(near: Near, read: (found: Expansion, calculus: Arithmetic) => T | undefined, sizes: readonly number[] = SIZES): T {
  const { moved, way, facts } = asked(near);
  let failed = new TooFewTerms("the terms cancel as far as they were followed");
  for (const size of sizes) {
    const calculus = new Arithmetic(facts, size);
    try {
      const value = read(expansionOf(moved, way, calculus), calculus);
      if (value !== undefined) return value;
    } catch (error) {
      if (!(error instanceof TooFewTerms)) throw error;
      failed = error;
    }
  }
  throw failed;
}

/** What a function comes to on one side. */
export type End = { readonly kind: "finite"; readonly value: Expression } | { readonly kind: "infinite"; readonly sign: 1 | -1 };

/** The end of a function on one side. @throws NotExpanded */
export function endOf(near: Near): End {
  const value = valueThere(near);
  if (value) return { kind: "finite", value };
  try {
    return firstEnd(near);
  } catch (error) {
    if (!(error instanceof TooFewTerms)) throw error;
    // What is too rapid to be followed may be followed as it vanishes.
    const { e, place, side } = near;
    const sign = ([1, -1] as const).find((one) => decide(relation(product(number(one), approaching(e, place, side)), ">", ZERO), near.assumptions) === true);
    if (!sign) throw error;
    const down = firstEnd({ ...near, e: divide(number(1), e) });
    if (down.kind !== "finite" || !isNumber(down.value, 0)) throw error;
    return { kind: "infinite", sign };
  }
}

/** The value at the place of a function that is continuous there: one of the table without jumps, inside of its domain. */
function valueThere(near: Near): Expression | undefined {
  const { e, place } = near;
  if (infinityOf(place.at) !== undefined || near.along || !contains(e, place.variable) || !isElementary(e)) return undefined;
  const at = new Map([[place.variable, place.at]]);
  const facts = known(near);
  const isDefined = curveDomain(e).every((condition) => decide(simplify(substitute(condition, at)).expression, facts) === true);
  return isDefined ? simplify(substitute(e, at)).expression : undefined;
}

/** Whether a function is continuous on all of its domain by what it is built of. */
function isElementary(e: Expression): boolean {
  const isOther = (part: Expression): boolean =>
    part.kind === "cases" || part.kind === "iterated" || part.kind === "derivative" || (part.kind === "call" && !CONTINUOUS.has(part.name));
  return findAll(e, isOther).length === 0;
}

const CONTINUOUS: ReadonlySet<string> = new Set([
  ...Object.keys(FUNCTIONS).filter((called) => !["sgn", "floor", "ceil", "factorial"].includes(called)),
  "root",
  "max",
  "min",
]);

function firstEnd(near: Near): End {
  return readNear(near, ({ terms, rest }, calculus): End | undefined => {
    const [first] = terms;
    const order = first && calculus.compare(first.monomial, UNIT);
    if (first && order === 1) {
      const sign = calculus.sign(first.coefficient);
      return sign === 0 ? undefined : { kind: "infinite", sign };
    }
    if (rest && calculus.compare(rest, UNIT) >= 0) return undefined;
    const value = first && order === 0 ? first.coefficient : number(0);
    if ([...freeNames(value)].some(isForBounded)) throw new NotExpanded("a part oscillates");
    return { kind: "finite", value };
  });
}

/** The end of a function where a place is approached on a way that comes as near as one likes. @throws NotExpanded */
export function endOn(near: Near, path: PathTo): End {
  if (path.kind === "remainder") {
    const { variable } = near.place;
    const member = sum(product(number(path.period), name(variable)), number(path.value));
    return endOf({ ...near, e: substitute(near.e, new Map([[variable, member]])) });
  }
  if (near.place.whole) return endNearAngle(near, path);
  // An angle that is continuous and grows takes each value again and again (intermediate value theorem).
  if (endOf({ ...near, e: path.of }).kind !== "infinite") throw new NotExpanded("what is fixed on the way does not grow");
  return endOf({ ...near, along: path });
}

/** Whole numbers do not take an angle but come near it (L. Kronecker 1884): what stays finite, and hangs on the angle continuously, comes near its value there. */
function endNearAngle(near: Near, path: PathTo & { readonly kind: "angle" | "fraction" }): End {
  if (path.kind !== "angle" || !hasRationalSlope(path.of)) throw new NotExpanded("whole numbers are not known to come near");
  readNear(near, ({ terms: [first], rest }, calculus) => {
    if (first && calculus.compare(first.monomial, UNIT) === 1) throw new NotExpanded("what grows may part from its value at the angle");
    return rest && calculus.compare(rest, UNIT) >= 0 ? undefined : true;
  });
  return firstEnd({ ...near, along: path });
}

/** Whether a function is certainly not real on a side of a place. */
export function isOutside(near: Near): boolean {
  const { moved, way, facts } = asked(near);
  return realDomain(moved).some((condition) => {
    if (!contains(condition, GROWN)) return false;
    try {
      return !holdsFinally(condition, way, new Arithmetic(facts, DOMAIN_SIZE));
    } catch (error) {
      if (error instanceof NotExpanded) return false;
      throw error;
    }
  });
}
