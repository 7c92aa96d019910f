import { undoesInverse, withoutArctangents, withoutInverse } from "../../canonical/inverse-circular.ts";
import { name, number, product, subtract, sum, ZERO } from "../../expression/construct.ts";
import { contains, type Expression, equal, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { withoutTurns } from "../../rewrite/forms/whole-turns.ts";
import { asFamily, expand, integerCases, simplify, zeroTest } from "../../truth/index.ts";
import type { Solution } from "../solution.ts";

/** A family along which some expressions take several values, as one family for each. */
export function apartByCase(one: Solution, expressions: readonly Expression[]): readonly Solution[] {
  const [first = ZERO] = expressions;
  return one.integers.reduce<readonly Solution[]>(
    (list, letter) =>
      list.flatMap((own) => {
        // What repeats does so with all its derivatives.
        const repeats = own.values.size > 1 ? [1, 2, 3, 4, 6].find((count) => isRepeatedAfter(first, own.values, letter, count)) : undefined;
        if (repeats !== undefined) return everyNth(own, letter, repeats);
        const rows = expressions.map((e) => integerCases(substitute(e, own.values), letter));
        const count = rows.every((row) => row !== undefined) ? lengthOfAll(rows, letter) : 1;
        return everyNth(own, letter, count);
      }),
    [one],
  );
}

/** A family as the families of every nth of its members. */
function everyNth(own: Solution, letter: string, count: number): readonly Solution[] {
  if (count === 1) return [own];
  return Array.from({ length: count }, (_, j) => {
    const at = new Map([[letter, sum(product(number(count), name(letter, "integer")), number(j))]]);
    return { ...own, values: new Map([...own.values].map(([key, value]) => [key, simplify(expand(withoutTurns(substitute(value, at)))).expression])) };
  });
}

/** Whether a function takes the same values again after so many members of a family: moved by these periods it is the same function. */
function isRepeatedAfter(e: Expression, values: Solution["values"], letter: string, count: number): boolean {
  const periods = new Map<string, Expression>();
  for (const [key, value] of values) {
    if (!contains(value, letter)) continue;
    const period = asFamily(value, letter)?.period;
    if (!period || freeNames(period).size > 0) return false;
    periods.set(key, product(number(count), period));
  }
  return periods.size > 0 && isRepeated(e, periods);
}

/** Whether a function is the same when its variables are moved by these. */
export function isRepeated(e: Expression, periods: ReadonlyMap<string, Expression>): boolean {
  const moved = new Map([...periods].map(([key, period]) => [key, sum(name(key), period)]));
  const there = simplify(withoutTurns(simplify(substitute(e, moved)).expression)).expression;
  return equal(there, simplify(e).expression) || zeroTest(subtract(there, e)).kind === "zero";
}

/** A family without the letters along which a function of several variables repeats. */
export function firstMember<T extends Pick<Solution, "values" | "integers">>(e: Expression, one: T): T {
  const repeated = one.values.size > 1 ? one.integers.filter((letter) => isRepeatedAfter(e, one.values, letter, 1)) : [];
  if (repeated.length === 0) return one;
  const first = new Map(repeated.map((letter) => [letter, ZERO]));
  return {
    ...one,
    integers: one.integers.filter((letter) => !repeated.includes(letter)),
    values: new Map([...one.values].map(([key, value]) => [key, simplify(substitute(value, first)).expression])),
  };
}

/** After how many members all values have come back; values that still hold the letter do so with the circular functions in them. */
function lengthOfAll(rows: readonly (readonly Expression[])[], letter: string): number {
  const whole = Math.max(1, ...rows.map(({ length }) => length));
  const same = (a: Expression, b: Expression): boolean => zeroTest(subtract(a, b)).kind === "zero";
  const repeats = (row: readonly Expression[], length: number): boolean =>
    row.length <= 1 || (row.every((value) => !contains(value, letter)) ? row.every((value, k) => same(value, row[k % length] ?? ZERO)) : length === row.length);
  const lengths = Array.from({ length: whole }, (_, k) => k + 1).filter((length) => whole % length === 0);
  return lengths.find((length) => rows.every((row) => repeats(row, length))) ?? whole;
}

/** An expression at a solution: of a family with the whole periods left out, where that is possible. */
export function atMember(e: Expression, one: Pick<Solution, "values" | "integers">): Expression {
  const { values, integers } = firstMember(e, one);
  const there = substitute(e, values);
  return integers.reduce(
    (own, letter) => {
      const cases = contains(own, letter) ? integerCases(own, letter) : undefined;
      return cases?.length === 1 ? (cases[0] ?? own) : own;
    },
    undoesInverse(there) ? withoutArctangents(there) : there,
  );
}

/** The value of a function at a solution, in which an inverse function is defined: sin(arccos u) is √(1 − u²). */
export function valueAtMember(e: Expression, one: Pick<Solution, "values" | "integers">): Expression {
  const there = atMember(e, one);
  return undoesInverse(there) ? simplify(expand(withoutInverse(there))).expression : there;
}
