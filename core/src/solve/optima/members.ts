import { undoesInverse, withoutArctangents } from "../../canonical/inverse-circular.ts";
import { name, number, product, subtract, sum, ZERO } from "../../expression/construct.ts";
import { contains, type Expression } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { expand, integerCases, simplify, zeroTest } from "../../truth/index.ts";
import type { Solution } from "../solution.ts";

/** A family along which some expressions take several values, as one family for each. */
export function apartByCase(one: Solution, expressions: readonly Expression[]): readonly Solution[] {
  return one.integers.reduce<readonly Solution[]>(
    (list, letter) =>
      list.flatMap((own) => {
        const rows = expressions.map((e) => integerCases(substitute(e, own.values), letter));
        const count = rows.every((row) => row !== undefined) ? lengthOfAll(rows, letter) : 1;
        if (count === 1) return [own];
        return Array.from({ length: count }, (_, j) => {
          const at = new Map([[letter, sum(product(number(count), name(letter, "integer")), number(j))]]);
          return { ...own, values: new Map([...own.values].map(([key, value]) => [key, simplify(expand(substitute(value, at))).expression])) };
        });
      }),
    [one],
  );
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
export function atMember(e: Expression, { values, integers }: Pick<Solution, "values" | "integers">): Expression {
  const there = substitute(e, values);
  return integers.reduce(
    (own, letter) => {
      const cases = contains(own, letter) ? integerCases(own, letter) : undefined;
      return cases?.length === 1 ? (cases[0] ?? own) : own;
    },
    undoesInverse(there) ? withoutArctangents(there) : there,
  );
}
