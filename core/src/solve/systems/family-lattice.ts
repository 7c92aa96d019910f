import { subtract, ZERO } from "../../expression/construct.ts";
import type { Expression } from "../../expression/expression.ts";
import type { Rational } from "../../number/rational.ts";
import * as rational from "../../number/rational.ts";
import { reduceRows } from "../../polynomial/row-reduction.ts";
import { asFamily, rationalRatio, zeroTest } from "../../truth/index.ts";
import type { Solution } from "../solution.ts";

/** A value as a start and as many periods as each letter says. */
interface Split {
  readonly start: Expression;
  readonly periods: readonly (Expression | undefined)[];
}

/**
 * Whether every member of a family is one of another family: its start is, and each of its periods is a whole combination of the other's. As points of a lattice that is a linear
 * system whose solution must be whole numbers.
 */
export function isWithinFamily(special: Solution, general: Solution): boolean {
  if (general.integers.length === 0 || [special, general].some(({ conditions }) => conditions.length > 0)) return false;
  if (special.free.join() !== general.free.join()) return false;
  const rows = [...general.values].map(([key, value]) => rowOf(split(value, general.integers), split(special.values.get(key) ?? ZERO, special.integers)));
  if (!rows.every((row) => row !== undefined)) return false;
  const width = general.integers.length;
  const { rows: reduced, pivots } = reduceRows(rows);
  return pivots.every((column) => column < width) && reduced.every((row) => row.slice(width).every(rational.isInteger));
}

function split(value: Expression, letters: readonly string[]): Split | undefined {
  let start: Expression = value;
  const periods: (Expression | undefined)[] = [];
  for (const letter of letters) {
    const family = asFamily(start, letter);
    periods.push(family?.period);
    if (family) start = family.start;
  }
  return letters.some((letter) => asFamily(start, letter)) ? undefined : { start, periods };
}

/** The periods of the general family, those of the special one, and the way between their starts, in units of one period; undefined where these are no rational multiples. */
function rowOf(general: Split | undefined, special: Split | undefined): readonly Rational[] | undefined {
  if (!general || !special) return undefined;
  const unit = [...general.periods, ...special.periods].find((period) => period !== undefined);
  const between = subtract(special.start, general.start);
  // Without a period the values must be the same.
  if (!unit) return zeroTest(between).kind === "zero" ? [...general.periods, ...special.periods, between].map(() => rational.ZERO) : undefined;
  const ratios = [...general.periods, ...special.periods, between].map((period) => (period ? rationalRatio(period, unit) : rational.ZERO));
  return ratios.every((ratio) => ratio !== undefined) ? ratios : undefined;
}
