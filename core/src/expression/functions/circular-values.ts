import * as integer from "../../number/integer.ts";
import type { Rational } from "../../number/rational.ts";
import * as rational from "../../number/rational.ts";
import { divide, HALF, negate, number, ONE, PI, product, splitCoefficient, sqrt, subtract, sum, ZERO } from "../construct.ts";
import { type Expression, equal, termsOf } from "../expression.ts";
import { piMultiple } from "./arguments.ts";

const quarter = (e: Expression): Expression => divide(e, number(4));
const root = (n: number): Expression => sqrt(number(n));

/** sin(r π) for the r in [0, 1/2] with short radicals: multiples of 1/12, 1/10 and 1/8. */
const SINES: Readonly<Record<string, () => Expression>> = {
  "0/1": () => ZERO,
  "1/12": () => quarter(subtract(root(6), root(2))),
  "1/8": () => divide(sqrt(subtract(number(2), root(2))), number(2)),
  "3/8": () => divide(sqrt(sum(number(2), root(2))), number(2)),
  "1/10": () => quarter(subtract(root(5), ONE)),
  "1/6": () => HALF,
  "1/5": () => quarter(sqrt(subtract(number(10), product(number(2), root(5))))),
  "1/4": () => divide(root(2), number(2)),
  "3/10": () => quarter(sum(ONE, root(5))),
  "1/3": () => divide(root(3), number(2)),
  "2/5": () => quarter(sqrt(sum(number(10), product(number(2), root(5))))),
  "5/12": () => quarter(sum(root(6), root(2))),
  "1/2": () => ONE,
};

/** The values of a table with the angles in (−π/2, π/2] that have them, made when first asked for. */
function anglesOf(table: Readonly<Record<string, () => Expression>>): () => readonly { readonly value: Expression; readonly angle: Expression }[] {
  let made: readonly { readonly value: Expression; readonly angle: Expression }[] | undefined;
  return () => {
    made ??= Object.entries(table).flatMap(([key, entry]) => {
      const [num, den] = key.split("/").map(Number);
      const [value, angle] = [entry(), product(number(rational.rational(num ?? 0, den ?? 1)), PI)];
      return [
        { value, angle },
        { value: negate(value), angle: negate(angle) },
      ];
    });
    return made;
  };
}

const anglesOfSines = anglesOf(SINES);

/** The product of two sums of surds, every term by every term. */
function distributed(a: Expression, b: Expression): Expression {
  const terms = (e: Expression): readonly Expression[] => termsOf(e);
  return sum(...terms(a).flatMap((left) => terms(b).map((right) => product(left, right))));
}

/** sin(kπ/60) for 0 < k < 30: of the sum of an angle mπ/12 and one nπ/5, by the addition formula. */
function sineOfSixtieth(k: number): Expression | undefined {
  for (let n = 1; n < 5; n += 1) {
    const m = k - 12 * n;
    if (m % 5 !== 0) continue;
    const [a, b] = [rational.rational(m / 5, 12), rational.rational(n, 5)];
    const [sineA, cosineA, sineB, cosineB] = [sineOfTurn(a), cosineOfTurn(a), sineOfTurn(b), cosineOfTurn(b)];
    if (sineA && cosineA && sineB && cosineB) return sum(distributed(sineA, cosineB), distributed(cosineA, sineB));
  }
  return undefined;
}

/** sin(r π) in radicals: for multiples of 1/60 and 1/8; undefined elsewhere. */
export function sineOfTurn(turn: Rational): Expression | undefined {
  const whole = rational.rational(integer.multiply(2, rational.floor(rational.divide(turn, rational.rational(2)))));
  let rest = rational.subtract(turn, whole);
  const flipped = rational.compare(rest, rational.ONE) >= 0;
  if (flipped) rest = rational.subtract(rest, rational.ONE);
  if (rational.compare(rest, rational.HALF) > 0) rest = rational.subtract(rational.ONE, rest);
  const sixtieths = rational.multiply(rest, rational.rational(60));
  const value = SINES[`${rest.num}/${rest.den}`]?.() ?? (sixtieths.den === 1 ? sineOfSixtieth(Number(sixtieths.num)) : undefined);
  return value && flipped ? negate(value) : value;
}

export function cosineOfTurn(turn: Rational): Expression | undefined {
  return sineOfTurn(rational.add(turn, rational.HALF));
}

/** The angle r π in [−π/2, π/2] with this sine, where it is in the table or written as a function of one. */
export function angleOfSine(value: Expression): Expression | undefined {
  const known = anglesOfSines().find((entry) => equal(entry.value, value));
  if (known) return known.angle;
  return written(value, { sin: rational.ZERO, cos: rational.HALF }, (turn) => {
    const rest = remainder(rational.add(turn, rational.HALF), 2);
    // Beyond half a turn the sine comes back.
    const first = rational.compare(rest, rational.ONE) > 0 ? rational.subtract(rational.rational(2), rest) : rest;
    return rational.subtract(first, rational.HALF);
  });
}

/** r − k · length in [0, length) for a whole k. */
function remainder(r: Rational, length: number): Rational {
  const whole = rational.floor(rational.divide(r, rational.rational(length)));
  return rational.subtract(r, rational.rational(integer.multiply(length, whole)));
}

/** The angle of a value that is written as a function of a multiple of π, such as sin(3π/7) or −cos(π/9). */
function written(value: Expression, shifts: Readonly<Record<string, Rational>>, reduced: (turn: Rational) => Rational): Expression | undefined {
  const { coefficient, rest } = splitCoefficient(value);
  const shift = rest.kind === "call" ? shifts[rest.name] : undefined;
  const turn = rest.kind === "call" && rest.args[0] ? piMultiple(rest.args[0]) : undefined;
  if (!shift || !turn || !rational.isInteger(coefficient) || Math.abs(Number(coefficient.num)) !== 1) return undefined;
  return product(number(rational.multiply(coefficient, reduced(rational.add(turn, shift)))), PI);
}

/** The angle in (−π/2, π/2) with this tangent, where it is in the table. */
export function angleOfTangent(value: Expression): Expression | undefined {
  const known = anglesOfTangents().find((entry) => equal(entry.value, value));
  if (known) return known.angle;
  return written(value, { tan: rational.ZERO }, (turn) => rational.subtract(remainder(rational.add(turn, rational.HALF), 1), rational.HALF));
}

/** tan(r π) for the r in [0, 1/2) with short radicals. */
const TANGENTS: Readonly<Record<string, () => Expression>> = {
  "0/1": () => ZERO,
  "1/12": () => subtract(number(2), root(3)),
  "1/10": () => divide(sqrt(subtract(number(25), product(number(10), root(5)))), number(5)),
  "1/8": () => subtract(root(2), ONE),
  "1/6": () => divide(root(3), number(3)),
  "1/5": () => sqrt(subtract(number(5), product(number(2), root(5)))),
  "1/4": () => ONE,
  "3/10": () => divide(sqrt(sum(number(25), product(number(10), root(5)))), number(5)),
  "1/3": () => root(3),
  "3/8": () => sum(ONE, root(2)),
  "2/5": () => sqrt(sum(number(5), product(number(2), root(5)))),
  "5/12": () => sum(number(2), root(3)),
};

const anglesOfTangents = anglesOf(TANGENTS);

/** tan(r π) in radicals where it is in the table; undefined elsewhere and at the poles. */
export function tangentOfTurn(turn: Rational): Expression | undefined {
  const rest = rational.subtract(turn, rational.rational(rational.floor(turn)));
  const mirrored = rational.compare(rest, rational.HALF) > 0;
  const first = mirrored ? rational.subtract(rational.ONE, rest) : rest;
  const value = TANGENTS[`${first.num}/${first.den}`]?.();
  return value && mirrored ? negate(value) : value;
}
