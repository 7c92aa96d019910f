import { name, number, product, subtract, sum, ZERO } from "../../expression/construct.ts";
import { contains, type Expression } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import * as rational from "../../number/rational.ts";
import { asFamily, expand, memberNumber, membersBetween, rationalRatio, simplify } from "../../truth/index.ts";
import type { Solution } from "../solution.ts";

/**
 * Families of several unknowns with letters that do not depend on each other: where a letter stands in one value only, whole multiples of its period that others add there, or the start
 * holds, are taken up by it. π/3 + 2πk + 2πn beside 2πk is π/3 + 2πn.
 */
export function withIndependentLetters(one: Solution): Solution {
  const values = new Map(one.values);
  for (const letter of one.integers) {
    const [key, ...others] = [...values.keys()].filter((unknown) => contains(values.get(unknown) ?? ZERO, letter));
    const value = key === undefined ? undefined : values.get(key);
    if (key === undefined || !value || others.length > 0 || one.conditions.some((condition) => contains(condition, letter))) continue;
    values.set(key, takenUp(value, letter, one.integers) ?? value);
  }
  return { ...one, values };
}

function takenUp(value: Expression, letter: string, integers: readonly string[]): Expression | undefined {
  const family = asFamily(value, letter);
  if (!family) return undefined;
  let shift: Expression = ZERO;
  let start = family.start;
  for (const other of integers.filter((one) => one !== letter && contains(family.start, one))) {
    const inner = asFamily(start, other);
    const ratio = inner && rationalRatio(inner.period, family.period);
    if (!inner || !ratio || !rational.isInteger(ratio)) continue;
    shift = sum(shift, product(number(ratio), name(other, "integer")));
    start = inner.start;
  }
  const turns = rationalRatio(start, family.period);
  if (turns) start = subtract(start, product(number({ num: rational.floor(turns), den: 1 }), family.period));
  if (!turns && shift.kind === "number") return undefined;
  return simplify(expand(sum(start, product(family.period, name(letter, "integer"))))).expression;
}

/** The members of families of which what is given leaves finitely many, letter by letter; other solutions as they are. */
export function membersWithin(one: Solution, facts: readonly Expression[]): readonly Solution[] {
  for (const letter of one.integers) {
    for (const [unknown, value] of one.values) {
      const isAlone = contains(value, letter) && !one.integers.some((other) => other !== letter && contains(value, other));
      const family = isAlone ? asFamily(value, letter) : undefined;
      const members = family && membersBetween(family, unknown, facts);
      const numbers = family && members?.map((member) => memberNumber(member, family));
      if (!numbers?.every((found) => found !== undefined)) continue;
      return numbers.flatMap((found) => {
        const at = new Map([[letter, number({ num: found, den: 1 })]]);
        const put = (e: Expression): Expression => simplify(expand(substitute(e, at))).expression;
        const values = new Map([...one.values].map(([key, own]) => [key, put(own)]));
        const member = { ...one, values, integers: one.integers.filter((other) => other !== letter), conditions: one.conditions.map(put) };
        return membersWithin(member, facts);
      });
    }
  }
  return [one];
}
