import * as integer from "../../number/integer.ts";
import type { Rational } from "../../number/rational.ts";
import * as rational from "../../number/rational.ts";
import { divide, HALF, negate, number, ONE, PI, product, sqrt, subtract, sum, ZERO } from "../construct.ts";
import type { Expression } from "../expression.ts";
import { equal } from "../expression.ts";

const quarter = (e: Expression): Expression => divide(e, number(4));
const root = (n: number): Expression => sqrt(number(n));

/** sin(r π) for the r in [0, 1/2] with short radicals: multiples of 1/12 and 1/10. */
const SINES: Readonly<Record<string, () => Expression>> = {
  "0/1": () => ZERO,
  "1/12": () => quarter(subtract(root(6), root(2))),
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

/** sin(r π) in radicals, or undefined where the table has no short form. */
export function sineOfTurn(turn: Rational): Expression | undefined {
  const whole = rational.rational(integer.multiply(2, rational.floor(rational.divide(turn, rational.rational(2)))));
  let rest = rational.subtract(turn, whole);
  const flipped = rational.compare(rest, rational.ONE) >= 0;
  if (flipped) rest = rational.subtract(rest, rational.ONE);
  if (rational.compare(rest, rational.HALF) > 0) rest = rational.subtract(rational.ONE, rest);
  const value = SINES[`${rest.num}/${rest.den}`]?.();
  return value && flipped ? negate(value) : value;
}

export function cosineOfTurn(turn: Rational): Expression | undefined {
  return sineOfTurn(rational.add(turn, rational.HALF));
}

/** The angle r π in [−π/2, π/2] with this sine, where it is in the table. */
export function angleOfSine(value: Expression): Expression | undefined {
  for (const [key, entry] of Object.entries(SINES)) {
    const [num, den] = key.split("/").map(Number);
    const angle = product(number(rational.rational(num ?? 0, den ?? 1)), PI);
    if (equal(entry(), value)) return angle;
    if (equal(negate(entry()), value)) return negate(angle);
  }
  return undefined;
}

/** The angle in (−π/2, π/2) with this tangent, where it is in the table. */
export function angleOfTangent(value: Expression): Expression | undefined {
  const table: readonly (readonly [Rational, Expression])[] = [
    [rational.ZERO, ZERO],
    [rational.rational(1, 12), subtract(number(2), root(3))],
    [rational.rational(1, 6), divide(root(3), number(3))],
    [rational.rational(1, 4), ONE],
    [rational.rational(1, 3), root(3)],
    [rational.rational(5, 12), sum(number(2), root(3))],
  ];
  for (const [turn, tangent] of table) {
    if (equal(tangent, value)) return product(number(turn), PI);
    if (equal(negate(tangent), value)) return product(number(rational.negate(turn)), PI);
  }
  return undefined;
}

/** tan(r π) in radicals for multiples of 1/12; undefined elsewhere and at the poles. */
export function tangentOfTurn(turn: Rational): Expression | undefined {
  const rest = rational.subtract(turn, rational.rational(rational.floor(turn)));
  const mirrored = rational.compare(rest, rational.HALF) > 0;
  const first = mirrored ? rational.subtract(rational.ONE, rest) : rest;
  const twelfths = rational.multiply(first, rational.rational(12));
  const value = [ZERO, subtract(number(2), root(3)), divide(root(3), number(3)), ONE, root(3), sum(number(2), root(3))][
    twelfths.den === 1 ? Number(twelfths.num) : -1
  ];
  return value && mirrored ? negate(value) : value;
}
