import { compareSides } from "../../check/compare.ts";
import { divide, HALF, I, MINUS_ONE, number, ONE, PI, product, relation, sum, TWO, ZERO } from "../../expression/construct.ts";
import { realDomain } from "../../expression/domain.ts";
import { type Expression, findAll, freeNames, type NameRange } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { equalityTest, holdsAt, type Point } from "../../truth/index.ts";

/** Numbers that are easily put in, the easiest first. */
const PLAIN = [ZERO, ONE, TWO, MINUS_ONE, number(3), number(4), HALF, number(-2), divide(ONE, number(3)), number(5), number(10), divide(number(3), TWO)];
const ANGLES = [
  divide(PI, number(6)),
  divide(PI, number(4)),
  divide(PI, number(3)),
  divide(PI, TWO),
  ZERO,
  PI,
  ONE,
  TWO,
  MINUS_ONE,
  divide(number(2), number(3)),
];
const WHOLE = [0, 1, 2, 3, -1, 4, 5, -2, 6].map((k) => number(k));
const COMPLEX = [I, sum(ONE, I), ONE, product(TWO, I), MINUS_ONE, product(MINUS_ONE, I), sum(ONE, product(MINUS_ONE, I)), sum(TWO, I)];

/** So many points are tried. */
const MOST_TRIED = 400;

/**
 * A point at which two sides certainly differ, with numbers that are easily put in: angles such as π/6 for what stands in circular functions,
 * small whole numbers otherwise. Undefined where none of those shows it.
 */
export function friendlyPoint(left: Expression, right: Expression, assumptions: readonly Expression[]): Point | undefined {
  const letters = [...new Set([...freeNames(left), ...freeNames(right)])].sort();
  const conditions = [...realDomain(left), ...realDomain(right), ...notEmpty(left), ...notEmpty(right), ...assumptions];
  const choices = letters.map((letter) => valuesFor(letter, [left, right]));
  for (const indices of byEase(choices.map(({ length }) => length))) {
    const point = new Map(letters.map((letter, k) => [letter, choices[k]?.[indices[k] ?? 0] ?? ZERO]));
    if (!conditions.every((condition) => holdsAt(condition, point))) continue;
    if (compareSides(substitute(left, point), substitute(right, point)).kind !== "differ") continue;
    if (equalityTest(substitute(left, point), substitute(right, point)).kind === "nonzero") return point;
  }
  return undefined;
}

function valuesFor(letter: string, sides: readonly Expression[]): readonly Expression[] {
  const ranges = new Set<NameRange>(
    sides
      .flatMap((side) => findAll(side, (part) => part.kind === "name" && part.name === letter))
      .flatMap((part) => (part.kind === "name" ? [part.range] : [])),
  );
  if (ranges.has("integer") || sides.some((side) => findAll(side, (part) => countsTo(part, letter)).length > 0)) return WHOLE;
  if (ranges.has("complex")) return COMPLEX;
  return sides.some((side) => findAll(side, (part) => isAngleOf(part, letter)).length > 0) ? ANGLES : PLAIN;
}

/** Whether a sum or product with the letter in a bound is defined for whole numbers alone. */
const countsTo = (part: Expression, letter: string): boolean =>
  part.kind === "iterated" && part.operator !== "integral" && [part.lower, part.upper].some((bound) => bound !== undefined && freeNames(bound).has(letter));

/** Sums and products have terms: what is claimed of none is a convention. */
function notEmpty(side: Expression): readonly Expression[] {
  return findAll(side, (part) => part.kind === "iterated" && part.operator !== "integral").flatMap((part) =>
    part.kind === "iterated" && part.upper && part.lower ? [relation(part.upper, ">=", part.lower)] : [],
  );
}

const isAngleOf = (part: Expression, letter: string): boolean =>
  part.kind === "call" &&
  ["sin", "cos", "tan", "cot", "sec", "csc"].includes(part.name) &&
  part.args.some((angle) => angle.kind !== "call" && freeNames(angle).has(letter));

/** Places in several lists, those near the beginnings first. */
function* byEase(lengths: readonly number[]): Generator<readonly number[]> {
  let tried = 0;
  const furthest = lengths.reduce((total, length) => total + length - 1, 0);
  for (let total = 0; total <= furthest; total += 1) {
    for (const indices of withTotal(lengths, total)) {
      yield indices;
      tried += 1;
      if (tried >= MOST_TRIED) return;
    }
  }
}

function* withTotal(lengths: readonly number[], total: number): Generator<readonly number[]> {
  const [first, ...rest] = lengths;
  if (first === undefined) {
    if (total === 0) yield [];
    return;
  }
  for (let k = 0; k < Math.min(first, total + 1); k += 1) for (const others of withTotal(rest, total - k)) yield [k, ...others];
}
