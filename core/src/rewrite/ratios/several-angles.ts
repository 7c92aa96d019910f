import { call, divide, isNumber, negate, number, PI, product, splitCoefficient, subtract, sum, TWO } from "../../expression/construct.ts";
import { type Expression, termsOf } from "../../expression/expression.ts";
import { isNegated, piMultiple } from "../../expression/functions/arguments.ts";
import { substitute } from "../../expression/substitute.ts";
import { termsInOrder } from "../../notation/present.ts";
import type { Syntax } from "../../notation/syntax.ts";
import * as integer from "../../number/integer.ts";
import * as rational from "../../number/rational.ts";
import { type Basic, DIFFERENCE, DOUBLE, HALF_ANGLE, isBasic, SUM, TRIPLE } from "./formulas.ts";
import { inverseAsKnown, placeOf, type Ratio, signIn } from "./known-angle.ts";
import { isAcute, knownAngle, QUADRANTS, referenceAngle } from "./one-angle.ts";
import type { Way, Work } from "./work.ts";

/** Parts of a turn whose ratios everyone knows: multiples of π/6, π/4 and π/5. */
export const fromTable: Way = (of, angle) => {
  const turn = piMultiple(angle);
  if (!turn || !TABLE.has(Number(turn.den))) return undefined;
  const value = call(of, angle);
  return value.kind === "call" && value.name === of ? undefined : value;
};
const TABLE: ReadonlySet<number> = new Set([1, 2, 3, 4, 5, 6, 10]);

/** Parts of a turn beyond the first quarter by the acute angle that belongs to them. */
export const byReferenceAngle: Way = (of, angle, work) => {
  const place = piMultiple(angle) && isBasic(of) ? placeOf(angle) : undefined;
  const reference = place && referenceAngle(angle, place);
  if (!place || !reference || !isBasic(of) || isAcute(place)) return undefined;
  const formula = { kind: "call", name: of, args: [{ kind: "name", name: "u" }] } as const;
  return work.by(of, angle, { formula, letters: { u: reference }, sign: signIn(place, of), rule: "reference angle", pieces: [QUADRANTS[place.quadrant]] });
};

/** How an angle that is asked for is put together: whole and broken numbers of others. */
interface Multiples {
  readonly terms: readonly { readonly count: rational.Rational; readonly of: Expression }[];
  /** Its value, with the known angles put in. */
  readonly value: Expression;
}

function multiplesIn(angle: Expression, work: Work): Multiples | undefined {
  const terms = termsOf(angle).map((term) => {
    const { coefficient, rest } = splitCoefficient(term);
    return { count: coefficient, of: rest };
  });
  const isKnown = (e: Expression): boolean => (e.kind === "name" ? work.angles.has(e.name) : piMultiple(e) !== undefined || inverseAsKnown(e) !== undefined);
  if (!terms.every(({ of }) => isKnown(of))) return undefined;
  return { terms, value: substitute(angle, new Map([...work.angles].map(([letter, known]) => [letter, known.value]))) };
}

/** An angle and quarter turns: sin(A + π/2) is cos A. */
export const byQuarterTurns: Way = (of, angle, work) => {
  const turns = termsOf(angle).filter((term) => piMultiple(term) !== undefined);
  const rest = subtract(angle, sum(...turns));
  const turn = piMultiple(sum(...turns));
  if (!turn || rational.isZero(turn) || turn.den > 2 || isNumber(rest, 0) || !isBasic(of)) return undefined;
  const quarters = (((Number(turn.num) * (2 / Number(turn.den))) % 4) + 4) % 4;
  const isTurnedBack = isNegated(rest);
  const [name, sign] = QUARTERS[of][quarters] ?? [of, 1];
  const own = isTurnedBack && name !== "cos" ? -sign : sign;
  const formula: Syntax = { kind: "call", name, args: [{ kind: "name", name: "u" }] };
  return work.by(of, angle, {
    formula,
    letters: { u: isTurnedBack ? negate(rest) : rest },
    sign: own === 1 ? 1 : -1,
    rule: "leave out quarter turns",
    pieces: [],
  });
};

/** f(x + k π/2) for k from 0. */
const QUARTERS: Readonly<Record<Basic, readonly (readonly [Ratio, 1 | -1])[]>> = {
  sin: [
    ["sin", 1],
    ["cos", 1],
    ["sin", -1],
    ["cos", -1],
  ],
  cos: [
    ["cos", 1],
    ["sin", -1],
    ["cos", -1],
    ["sin", 1],
  ],
  tan: [
    ["tan", 1],
    ["cot", -1],
    ["tan", 1],
    ["cot", -1],
  ],
};

const DEEPEST = 3;

/** The half of an angle, with the sign of the quadrant in which it lies. */
export const byHalf: Way = (of, angle, work) => {
  const own = isBasic(of) ? multiplesIn(angle, work) : undefined;
  if (!own || !isBasic(of)) return undefined;
  const common = own.terms.reduce<integer.Integer>((shared, { count }) => integer.lcm(shared, count.den), 1);
  const isTurn = own.terms.every(({ of: one }) => piMultiple(one) !== undefined);
  const halvings = halvingsIn(Number(common), isTurn);
  const place = halvings > 0 && halvings <= DEEPEST ? placeOf(own.value) : undefined;
  if (!place) return undefined;
  const letters = { u: product(TWO, angle) };
  const formula = HALF_ANGLE[of];
  if (of === "tan") return work.by(of, angle, { formula, letters, rule: "by a formula for angles", pieces: ["half-angle"] });
  const sign = signIn(place, of);
  if (place.quadrant === 1) return work.by(of, angle, { formula, letters, rule: "half-angle of an acute angle", pieces: [of === "sin" ? "sine" : "cosine"] });
  const pieces = [QUADRANTS[place.quadrant], of === "sin" ? "sine" : "cosine", sign === 1 ? "positive" : "negative"] as const;
  return work.by(of, angle, { formula, letters, sign, rule: "half-angle with its sign", pieces });
};

/** How often an angle must be doubled before its ratios are found otherwise; of parts of a turn, until they are multiples of π/60. */
function halvingsIn(denominator: number, isTurn: boolean): number {
  let count = 0;
  let rest = denominator;
  while (rest % 2 === 0 && !(isTurn && SIXTIETHS % rest === 0)) {
    rest /= 2;
    count += 1;
  }
  return rest === 1 || (isTurn && SIXTIETHS % rest === 0) ? count : 0;
}
const SIXTIETHS = 60;

/** The sum or difference of two angles. */
export const bySum: Way = (of, angle, work) => {
  const own = isBasic(of) ? multiplesIn(angle, work) : undefined;
  if (!own || !isBasic(of)) return undefined;
  const terms = angle.kind === "sum" ? termsInOrder(angle) : [angle];
  const [last, ...others] = [...terms].reverse();
  const split = terms.length > 1 && last ? ([sum(...others), last] as const) : splitTurn(angle);
  if (!split) return undefined;
  const [u, v] = split;
  const isLess = isNegated(v);
  const formulas = isLess ? DIFFERENCE : SUM;
  const letters = { u, v: isLess ? negate(v) : v };
  const as = terms.length > 1 ? {} : { as: together(work.written(letters.u), isLess ? "-" : "+", work.written(letters.v)) };
  return work.by(of, angle, { formula: formulas[of], ...as, letters, rule: "by a formula for angles", pieces: ["addition"] });
};

const together = (left: Syntax, operator: "+" | "-", right: Syntax): Syntax => ({ kind: "binary", operator, left, right });

/** Parts of a turn from which others are put together, simpler ones first. */
const PARTS = (
  [
    [1, 4],
    [1, 3],
    [1, 6],
    [1, 5],
    [2, 5],
    [1, 10],
    [3, 10],
    [5, 12],
    [1, 12],
  ] as const
).map(([num, den]) => rational.rational(num, den));

/** An acute part of a turn as a sum or difference of two that are known: π/12 as π/3 − π/4. */
function splitTurn(angle: Expression): readonly [Expression, Expression] | undefined {
  const turn = piMultiple(angle);
  if (!turn || SIXTIETHS % Number(turn.den) !== 0) return undefined;
  for (const first of PARTS) {
    for (const second of PARTS) {
      const asSum = rational.equal(rational.add(first, second), turn);
      if (asSum || rational.equal(rational.subtract(first, second), turn))
        return [product(number(first), PI), product(number(asSum ? second : rational.negate(second)), PI)];
    }
  }
  return undefined;
}

/** A whole multiple of one angle. */
export const byMultiple: Way = (of, angle, work) => {
  const own = isBasic(of) ? multiplesIn(angle, work) : undefined;
  const [term] = own?.terms ?? [];
  if (!own || !isBasic(of) || !term || own.terms.length > 1 || term.count.den !== 1) return undefined;
  const count = Number(term.count.num);
  if (count < 2 || count > MOST) return undefined;
  if (count % 2 === 0) return double(of, angle, divide(angle, TWO), work);
  const third = divide(angle, number(3));
  if (count === 3 && of !== "tan")
    return work.by(of, angle, { formula: TRIPLE[of], letters: { u: third }, rule: "by a formula for angles", pieces: ["triple-angle"] });
  const letters = { u: product(number(count - 1), term.of), v: term.of };
  const as = together(work.written(letters.u), "+", work.written(letters.v));
  return work.by(of, angle, { formula: SUM[of], as, letters, rule: "by a formula for angles", pieces: ["addition"] });
};
const MOST = 12;

function double(of: Basic, angle: Expression, u: Expression, work: Work): Expression | undefined {
  const isBySine = of === "cos" && !isKnownRatio("cos", u, work) && isKnownRatio("sin", u, work);
  const formula = DOUBLE[isBySine ? "cos by sin" : of];
  return work.by(of, angle, { formula, letters: { u }, rule: "by a formula for angles", pieces: ["double-angle"] });
}

function isKnownRatio(of: Ratio, u: Expression, work: Work): boolean {
  return work.known(of, u) !== undefined || knownAngle(u, work)?.ratio.of === of;
}
