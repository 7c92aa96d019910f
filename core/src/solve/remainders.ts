import { type Step, step } from "../derivation/step.ts";
import { name, number, product, sum, ZERO } from "../expression/construct.ts";
import type { Expression } from "../expression/expression.ts";
import { alternatives } from "../expression/statement.ts";
import { substitute } from "../expression/substitute.ts";
import { plain } from "../notation/plain.ts";
import { decide, integerCases, simplify } from "../truth/index.ts";
import type { Solution } from "./solution.ts";

/** The members of a family that satisfy a statement and those that do not, by the remainders of the letter. */
export interface Sorted {
  readonly kept: readonly Solution[];
  readonly rejected: readonly Solution[];
  readonly step: Step;
}

/**
 * Sorts the members of a family by whether a statement about the letter holds, where that depends on the remainder of the letter by a
 * small number only and differs. Undefined where it is the same for all members, or is not decided.
 */
export function sortedByRemainder(one: Solution, statement: Expression, unknown: string, known: readonly Expression[]): Sorted | undefined {
  const [letter, ...more] = one.integers;
  const value = one.values.get(unknown);
  const cases = letter === undefined || more.length > 0 ? undefined : integerCases(statement, letter);
  if (!cases || !value || letter === undefined) return undefined;
  const all = cases.map((condition) => decide(condition, known));
  if (all.includes(undefined) || all.every((truth) => truth === all[0])) return undefined;
  const modulus = all.findIndex((_, k) => k > 0 && all.length % k === 0 && all.every((truth, j) => truth === all[j % k]));
  const truths = modulus < 0 ? all : all.slice(0, modulus);
  const members = truths.map((_, j): Solution => {
    const at = new Map([[letter, sum(product(number(truths.length), name(letter, "integer")), number(j))]]);
    return { ...one, values: new Map([[unknown, simplify(substitute(value, at)).expression]]) };
  });
  const after = alternatives(
    unknown,
    members.map(({ values }) => values.get(unknown) ?? ZERO),
  );
  const claim = { kind: "families", unknown, letter, before: alternatives(unknown, [value]), after, within: [] } as const;
  return {
    kept: members.filter((_, j) => truths[j] === true),
    rejected: members.filter((_, j) => truths[j] === false),
    step: step("sort members by remainder", [letter, `${truths.length}`, plain(statement)], claim),
  };
}
