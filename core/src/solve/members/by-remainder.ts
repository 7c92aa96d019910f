import { NOWHERE } from "../../derivation/nowhere.ts";
import { type Step, step } from "../../derivation/step.ts";
import { name, number, product, sum, ZERO } from "../../expression/construct.ts";
import { alternatives } from "../../expression/equations.ts";
import { contains, type Expression, factorsOf, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { statedWhole } from "../../expression/whole.ts";
import { polynomialCoefficients } from "../../rewrite/coefficients.ts";
import { decide, integerCases, integersWhere, simplify, wholeMembers } from "../../truth/index.ts";
import type { Solution } from "../solution.ts";

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
  const members = truths.map((_, j) => memberAt(one, letter, sum(product(number(truths.length), name(letter, "integer")), number(j))));
  const after = alternatives(
    unknown,
    members.map(({ values }) => values.get(unknown) ?? ZERO),
  );
  const claim = { kind: "families", unknown, letter, before: alternatives(unknown, [value]), after, within: [] } as const;
  return {
    kept: members.filter((_, j) => truths[j] === true),
    rejected: members.filter((_, j) => truths[j] === false),
    step: step("sort members by remainder", [letter, `${truths.length}`, statement], claim),
  };
}

/** Members are sorted by remainders up to this number. */
const MOST_REMAINDERS = 4;

/**
 * The members of a family by the remainders of its letter, where what they leave of other equations for further unknowns depends on these in more than a constant term. Undefined
 * where that is not so.
 */
export function sortedForOthers(
  one: Solution,
  unknown: string,
  others: readonly Expression[],
  unknowns: readonly string[],
): { readonly members: readonly Solution[]; readonly step: Step } | undefined {
  const [letter, ...more] = one.integers;
  const value = one.values.get(unknown);
  if (letter === undefined || more.length > 0 || !value) return undefined;
  const there = others.map((other) => substitute(other, new Map([[unknown, value]])));
  if (!there.some((side) => isInSlope(side, letter, unknowns))) return undefined;
  const count = Math.max(...there.map((side) => (contains(side, letter) ? (integerCases(side, letter)?.length ?? 0) : 1)));
  if (count < 2 || count > MOST_REMAINDERS) return undefined;
  const members = Array.from({ length: count }, (_, j) => memberAt(one, letter, sum(product(number(count), name(letter, "integer")), number(j))));
  const after = alternatives(
    unknown,
    members.map(({ values }) => values.get(unknown) ?? ZERO),
  );
  const claim = { kind: "families", unknown, letter, before: alternatives(unknown, [value]), after, within: [] } as const;
  return { members, step: step("sort members for the others", [letter, `${count}`], claim) };
}

/** Whether a letter stands in more than the constant term of a polynomial in one of the unknowns, or in another function of them. */
function isInSlope(side: Expression, letter: string, unknowns: readonly string[]): boolean {
  // A factor without unknowns is the same case for all of them.
  const own = product(...factorsOf(side).filter((factor) => unknowns.some((unknown) => contains(factor, unknown))));
  return unknowns.some((unknown) => {
    if (!contains(own, unknown) || !contains(own, letter)) return false;
    const [, ...slopes] = polynomialCoefficients(own, unknown) ?? [ZERO, name(letter)];
    return slopes.some((slope) => contains(slope, letter));
  });
}

/** The members of a family that are whole, where only whole values of the unknown are asked for; undefined where all are, none is, or that is not decided. */
export function wholeAmong(one: Solution, asked: Expression, unknown: string): { readonly kept: readonly Solution[]; readonly step: Step } | undefined {
  const [letter, ...more] = one.integers;
  const value = one.values.get(unknown);
  const about = statedWhole(asked);
  if (letter === undefined || more.length > 0 || !value || about?.kind !== "name" || about.name !== unknown) return undefined;
  const letters = wholeMembers(value, letter);
  if (!letters || letters.length === 0 || letters.some((at) => at.kind === "name")) return undefined;
  const kept = letters.map((at) => memberAt(one, letter, at));
  const after = alternatives(
    unknown,
    kept.map(({ values }) => values.get(unknown) ?? ZERO),
  );
  const claim = { kind: "families", unknown, letter, before: alternatives(unknown, [value]), after, within: [asked] } as const;
  return { kept, step: step("whole members", [unknown], claim) };
}

/** The members of a family where its conditions leave only a few values of a letter. */
export function fewMembers(one: Solution, unknown: string): { readonly kept: readonly Solution[]; readonly step: Step } | undefined {
  for (const letter of one.integers) {
    const asked = one.conditions.filter((condition) => contains(condition, letter) && freeNames(condition).size === 1);
    const numbers = integersWhere(asked, letter);
    if (!numbers) continue;
    const rest = { ...one, conditions: one.conditions.filter((condition) => !asked.includes(condition)) };
    const kept = numbers.map((k) => memberAt(rest, letter, number(k)));
    const value = ({ values }: Solution): Expression => values.get(unknown) ?? ZERO;
    const [before, after] = [alternatives(unknown, [value(one)]), kept.length === 0 ? NOWHERE : alternatives(unknown, kept.map(value))];
    return { kept, step: step("members by number", [letter], { kind: "families", unknown, letter, before, after, within: asked }) };
  }
  return undefined;
}

/** A family with another value of its letter: a single member, or those for the whole numbers that the new value runs through. */
function memberAt(one: Solution, letter: string, value: Expression): Solution {
  const at = (e: Expression): Expression => simplify(substitute(e, new Map([[letter, value]]))).expression;
  return {
    ...one,
    values: new Map([...one.values].map(([unknown, own]) => [unknown, at(own)])),
    integers: contains(value, letter) ? one.integers : one.integers.filter((other) => other !== letter),
    conditions: one.conditions.map(at),
  };
}
