import { expect } from "vitest";
import type { AnswerReport, LineReport, SolutionReport, Value } from "../../src/instruction/line-report.ts";
import { answered } from "../oracle.ts";
import { bisected, type Complex, complexOf, holdsAt, isDefined, isNear, size, type Values, valueAt, type World } from "./complex-doubles.ts";

/** What a working claims about an equation, and what is true of it by doubles alone. */
export interface Claim {
  readonly lines: readonly string[];
  /** The equation, as the oracle reads it, and what it is solved for. */
  readonly equation: string;
  readonly unknown: string;
  readonly world: World;
  /** Values of the other letters at which the answer is looked at. */
  readonly letters?: readonly Values[];
  /** What the lines before it demand of the unknown and the letters. */
  readonly given?: string;
  /** Numbers to be tried as solutions, besides those that a change of sign betrays. */
  readonly probes?: readonly Complex[];
  /** How far to look for changes of sign. */
  readonly window?: readonly [number, number];
  /** How far out listed values are put back: far out exponentials are 0 for doubles. */
  readonly reach?: number;
}

/** Counts the claims that were proven, so that a property cannot pass by proving nothing. */
export class Tally {
  #proven = 0;
  #all = 0;

  count(isProven: boolean): void {
    this.#all += 1;
    if (isProven) this.#proven += 1;
  }

  demand(share: number): void {
    expect(this.#proven / this.#all, `${this.#proven} of ${this.#all} are proven`).toBeGreaterThanOrEqual(share);
  }
}

type Solutions = AnswerReport & { readonly kind: "solutions" };

const INTEGERS = Array.from({ length: 25 }, (_, k) => k - 12);

/** Holds the answer to a claim against the oracle: nothing false is listed, and where it is called complete nothing is missing. */
export function expectTrue(claim: Claim, tally: Tally): void {
  const report = answered(...claim.lines);
  const { answer } = report;
  const where = claim.lines.join("; ");
  expect(report.verdict, where).not.toBe("bent");
  expect(
    report.steps.filter(({ verdict }) => verdict === "bent").map(({ rule }) => rule),
    where,
  ).toEqual([]);
  const isProven = answer?.kind === "solutions" && answer.complete && report.verdict === "nailed";
  tally.count(isProven);
  if (answer?.kind !== "solutions") return;
  for (const letters of claim.letters ?? [{}]) {
    if (claim.given !== undefined && freeOf(claim.given, letters) && holdsAt(claim.given, letters) === false) continue;
    expectListedTrue(claim, answer, letters, where);
    if (isProven) expectAllListed(claim, report, answer, letters, where);
  }
}

/** Whether a condition can be decided by the letters alone. */
function freeOf(condition: string, letters: Values): boolean {
  return holdsAt(condition, letters) !== undefined;
}

function expectListedTrue(claim: Claim, answer: Solutions, letters: Values, where: string): void {
  for (const solution of answer.solutions) {
    for (const value of Object.values(solution.values)) expectReadsAs(value, where);
    if (Object.values(solution.parameters ?? {}).includes("free")) continue;
    for (const integers of integerValues(solution, INTEGERS.slice(9, 16))) {
      const all = { ...letters, ...integers };
      if (!(solution.conditions ?? []).every((condition) => holdsAt(condition, all) === true)) continue;
      const value = memberValue(solution, claim.unknown, all);
      if (!isDefined(value) || size(value) > (claim.reach ?? Number.POSITIVE_INFINITY)) continue;
      const at = `${where}: ${claim.unknown} = ${value.re} + ${value.im} i at ${JSON.stringify(all)}`;
      const withValue = { ...letters, [claim.unknown]: value };
      expect(holdsAt(claim.equation, withValue, claim.world) === true || crossesAt(claim, value, letters), at).toBe(true);
      if (claim.given !== undefined) expect(holdsAt(claim.given, withValue), at).toBe(true);
    }
  }
}

/** Whether the sides cross right at a real number: where they are steep, doubles are not equal at the nearest one. */
function crossesAt({ equation, unknown, world }: Claim, { re, im }: Complex, letters: Values): boolean {
  const [left = "0", right = "0"] = equation.split(" = ");
  const f = (x: number): number => valueAt(`(${left}) - (${right})`, { ...letters, [unknown]: complexOf(x) }, world).re;
  const step = 1e-9 * (1 + Math.abs(re));
  return im === 0 && f(re - step) * f(re + step) < 0 && Math.abs(f(re)) < 1;
}

/** What is printed is the number whose digits stand beside it. */
export function expectReadsAs({ text, re, im }: Value, where: string): void {
  const read = valueAt(text, {});
  if (re === undefined || !isDefined(read)) return;
  expect(isNear(read, complexOf(Number(re), Number(im ?? 0)), 1e-6), `${where}: ${text} is not ${re} + ${im ?? 0} i`).toBe(true);
}

function expectAllListed(claim: Claim, report: LineReport, answer: Solutions, letters: Values, where: string): void {
  for (const value of truths(claim, letters)) {
    const isListed = answer.solutions.some((solution) => meets(solution, claim.unknown, value, letters));
    if (isListed || isSaid(report, letters)) continue;
    expect.fail(`${where}: ${claim.unknown} = ${value.re} + ${value.im} i is not listed at ${JSON.stringify(letters)}`);
  }
}

/** A value of a letter for which the answer is said to be another: “if a = 0, …”, or not looked at: “this is for a > 0: …”. */
function isSaid(report: LineReport, letters: Values): boolean {
  const reason = report.answer?.kind === "solutions" ? report.answer.reason : "";
  const details = [reason, ...report.checks.map(({ detail }) => detail)].join("; ");
  const limit = /this is for ([^:]+):/.exec(details)?.[1];
  if (limit !== undefined && holdsAt(limit, letters) === false) return true;
  const conditions = [...details.matchAll(/if ([^,;]+? = [^,;]+?)(?= and every| and no|,|;|$)/g)].map(([, condition = ""]) => condition.replaceAll("−", "-"));
  return conditions.some((condition) => holdsAt(condition, letters) === true);
}

/** The numbers that solve an equation, as far as the probes and changes of sign show them. */
export function truths({ equation, unknown, world, given, probes = [], window }: Claim, letters: Values): readonly Complex[] {
  const solves = (value: Complex): boolean => {
    const values = { ...letters, [unknown]: value };
    return !isTooSmall(equation, values, world) && holdsAt(equation, values, world) === true && (given === undefined || holdsAt(given, values) === true);
  };
  const crossings = window ? signChanges(equation, unknown, letters, window, world) : [];
  // A crossing at a probe is the probe: next to a hole, or where the curve is flat, rounding must not tell them apart.
  const near = (x: Complex): Complex => probes.find((probe) => isNear(probe, x, 1e-3)) ?? x;
  return [...probes, ...crossings.map(near)].filter(solves);
}

/** Whether both sides are so small that doubles do not tell whether they are equal, though not as small as rounding makes a 0. */
function isTooSmall(equation: string, values: Values, world: World): boolean {
  const sizes = equation.split(" = ").map((side) => size(valueAt(side, values, world)));
  return Math.max(...sizes) < 1e-9 && Math.max(...sizes) > 1e-15;
}

const LOOKS = 700;

function signChanges(equation: string, unknown: string, letters: Values, [low, high]: readonly [number, number], world: World): readonly Complex[] {
  const [left = "0", right = "0"] = equation.split(" = ");
  const f = (x: number): number => valueAt(`(${left}) - (${right})`, { ...letters, [unknown]: complexOf(x) }, world).re;
  // Uneven looks meet a zero exactly only by accident.
  const looks = Array.from({ length: LOOKS + 1 }, (_, k) => low + ((high - low) * (k + 0.137 * Math.sin(k))) / LOOKS);
  return looks.slice(1).flatMap((to, k) => {
    const from = looks[k] ?? low;
    return f(from) * f(to) < 0 ? [complexOf(bisected(f, from, to))] : [];
  });
}

/** Whether a number is among the members of a solution. */
export function meets(solution: SolutionReport, unknown: string, value: Complex, letters: Values): boolean {
  const free = Object.keys(solution.parameters ?? {}).filter((name) => solution.parameters?.[name] === "free");
  const isFree = free.includes(unknown);
  // Another free name is a real number: one of the parts, the modulus or the angle of the value.
  const frees = free
    .filter((name) => name !== unknown)
    .flatMap((name) => [value.re, value.im, Math.atan2(value.im, value.re)].map((x) => ({ [name]: complexOf(x) })));
  const choices: readonly Values[] = frees.length > 0 ? frees : [{}];
  return choices
    .flatMap((chosen) => integerValues(solution, INTEGERS).map((integers) => ({ ...chosen, ...integers })))
    .some((chosen) => {
      const all = { ...letters, ...chosen, ...(isFree ? { [unknown]: value } : {}) };
      const isHere = isFree || isNear(memberValue(solution, unknown, all), value, 1e-6);
      return isHere && (solution.conditions ?? []).every((condition) => holdsAt(condition, all) !== false);
    });
}

function integerValues({ parameters = {} }: SolutionReport, range: readonly number[]): readonly Values[] {
  const names = Object.keys(parameters).filter((name) => parameters[name] === "integer");
  return names.reduce<readonly Values[]>((all, name) => all.flatMap((one) => range.map((n) => ({ ...one, [name]: complexOf(n) }))), [{}]);
}

/** By its digits where it is a number, since a named root has no other value in doubles. */
function memberValue({ values }: SolutionReport, unknown: string, all: Values): Complex {
  const value = values[unknown];
  if (!value) return complexOf(Number.NaN);
  return value.re === undefined ? valueAt(value.text, all) : complexOf(Number(value.re), Number(value.im ?? 0));
}
