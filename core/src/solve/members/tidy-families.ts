import { boundsOf } from "../../calculus/cover.ts";
import { type Step, step } from "../../derivation/step.ts";
import { approximateValue, ballValue } from "../../expression/ball-value.ts";
import { logic, name, number, product, sum, ZERO } from "../../expression/construct.ts";
import { compile } from "../../expression/double-value.ts";
import { alternatives } from "../../expression/equations.ts";
import { contains, type Expression, equal, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { allOf, joined, say } from "../../notation/inline.ts";
import { text } from "../../notation/text.ts";
import * as integer from "../../number/integer.ts";
import * as rational from "../../number/rational.ts";
import { BallUndefined } from "../../number/real-ball.ts";
import { readable } from "../../rewrite/readable.ts";
import { isOtherWhereInside } from "../../rewrite/roots/touching.ts";
import { asFamily, complexity, decide, type Family, memberNumber, membersBetween, rationalRatio, simplify } from "../../truth/index.ts";
import { type Solution, type Solved, solution, type Task } from "../solution.ts";
import { integerLetter } from "./letters.ts";
import { membersWithLetters } from "./literal-members.ts";

const MOST_RESIDUES = 48;

/**
 * The families of a solution set as a textbook writes them: those that repeat together are joined, and where an interval was
 * asked for, the members in it are listed.
 */
export function tidyFamilies(solved: Solved, task: Task): Solved {
  const letter = integerLetter(task);
  const { unknown } = task;
  const families: Family[] = [];
  const others: Solution[] = [];
  const conditions = solved.set.solutions.find(({ values }) => contains(values.get(unknown) ?? ZERO, letter))?.conditions ?? [];
  const onThese = (one: Solution): boolean =>
    one.conditions.length === conditions.length && one.conditions.every((own, k) => equal(own, conditions[k] ?? ZERO) && !contains(own, letter));
  for (const one of solved.set.solutions) {
    const value = one.values.get(unknown) ?? ZERO;
    const family = contains(value, letter) && onThese(one) ? asFamily(value, letter) : undefined;
    if (family && [...freeNames(family.start), ...freeNames(family.period)].length === 0) families.push(family);
    else others.push(one);
  }
  if (task.domain === "complex") return solved;
  if (families.length === 0) return membersOfOthers(solved, task, letter);
  // Of families that are cut to an interval the members are listed at once.
  const { low, high } = boundsOf(
    unknown,
    task.assumptions.filter((fact) => contains(fact, unknown)),
  );
  const isCut = low !== undefined && high !== undefined;
  const joined = (isCut ? undefined : gathered(families)) ?? families;
  const apart = others.filter((one) => !joined.some((family) => memberNumber(one.values.get(unknown) ?? ZERO, family) !== undefined));
  const value = ({ start, period }: Family): Expression => sum(start, product(period, name(letter, "integer")));
  const shown = (list: readonly Expression[]): Expression => alternatives(unknown, list);
  const plain = apart.filter((one) => onThese(one) && one.free.length === 0);
  const before = shown(solved.set.solutions.map((one) => one.values.get(unknown) ?? ZERO));
  const values = [...joined.map(value), ...plain.map((one) => one.values.get(unknown) ?? ZERO)];
  const steps: Step[] = [];
  const unconditional = solved.set.solutions.every((one) => onThese(one) && one.free.length === 0);
  const after = shown(values);
  if (unconditional && text(before) !== text(after)) steps.push(step("gather families", [], { kind: "families", unknown, letter, before, after, within: [] }));
  const whole = joined.map((family) => solution(unknown, value(family), { integers: [letter], conditions }));
  const result: Solved = { steps: [...solved.steps, ...steps], set: { ...solved.set, solutions: [...whole, ...apart] } };
  return inInterval(result, joined, apart, after, task, letter, conditions);
}

/** How many members are looked at on either side of n = 0, and how many where a part of the usual effort is enough. */
const REACH = 400;
const BRIEF_REACH = 24;

/**
 * Families such as √(π/6 + 2πn): their members in a bounded interval, which the judge then counts by itself. Where they do not end
 * within reach, as those of 1/(πn) around 0, the family stays, with the interval as a condition; in brief its first members.
 */
function membersOfOthers(solved: Solved, task: Task, letter: string): Solved {
  const { unknown } = task;
  const facts = task.assumptions.filter((fact) => contains(fact, unknown));
  const { low, high } = boundsOf(unknown, facts);
  const open = solved.set.solutions.filter(({ integers }) => integers.length > 0);
  if (open.length > 0 && freeNames(task.equation).size > 1) return literalMembers(solved, task);
  if (open.length === 0 || low === undefined || high === undefined || freeNames(task.equation).size > 1) return solved;
  const reach = task.brief ? BRIEF_REACH : REACH;
  /** In doubles most members are plainly outside. */
  const isFarOutside = (one: Solution): ((n: number) => boolean) => {
    const value = one.values.get(unknown) ?? ZERO;
    const near = freeNames(value).size === 1 ? compile(value, [letter]) : () => Number.NaN;
    return (n) => {
      const x = near(n);
      const margin = 1e-6 * (1 + Math.abs(x));
      return x < low - margin || x > high + margin;
    };
  };
  const isMember = (one: Solution, n: number): Solution | undefined => {
    const at = new Map([[letter, number(n)]]);
    const holds = (condition: Expression): boolean => decide(simplify(substitute(condition, at)).expression, []) === true;
    const value = one.conditions.every(holds) ? memberAt(one.values.get(unknown) ?? ZERO, at) : undefined;
    return value && facts.every((fact) => decide(simplify(substitute(fact, new Map([[unknown, value]]))).expression, []) === true)
      ? solution(unknown, value)
      : undefined;
  };
  const goesOn = open.filter((one) => [-reach, reach].some((n) => isMember(one, n)));
  const listed = task.brief ? open : open.filter((one) => !goesOn.includes(one));
  const members = listed.flatMap((one) => {
    const isOut = isFarOutside(one);
    const numbers = Array.from({ length: 2 * reach + 1 }, (_, k) => k - reach);
    return numbers.flatMap((n) => (isOut(n) ? [] : (isMember(one, n) ?? [])));
  });
  const sorted = members.sort((a, b) => approximate(a.values.get(unknown) ?? ZERO) - approximate(b.values.get(unknown) ?? ZERO));
  const whole = task.brief ? [] : goesOn.map((one) => ({ ...one, conditions: [...one.conditions, ...facts.map((fact) => substitute(fact, one.values))] }));
  const rest = solved.set.solutions.filter(({ integers }) => integers.length === 0);
  const where = allOf(facts);
  const said = [
    ...(sorted.length > 0 ? [say`the members with ${where} are listed`] : []),
    ...(goesOn.length > 0 ? [say`very many members satisfy ${where}`] : []),
  ];
  const reason = joined([solved.set.reason, ...said], "; ");
  const complete = solved.set.complete && !(task.brief && goesOn.length > 0);
  return { ...solved, set: { ...solved.set, complete, reason, solutions: [...sorted, ...whole, ...rest] } };
}

/** Without those that lie inside only where they are one of the others. */
function withoutTouching(members: readonly Solution[], unknown: string, facts: readonly Expression[], assumptions: readonly Expression[]): readonly Solution[] {
  const known = assumptions.filter((fact) => !facts.includes(fact));
  const valueIn = (one: Solution): Expression => one.values.get(unknown) ?? ZERO;
  return members.reduce<readonly Solution[]>((kept, one) => {
    const others = kept.filter((other) => other !== one && other.integers.length === 0);
    return others.some((other) => isOtherWhereInside(valueIn(one), valueIn(other), unknown, facts, known)) ? kept.filter((other) => other !== one) : kept;
  }, members);
}

/** Families with letters: their members where what is given bounds them. */
function literalMembers(solved: Solved, task: Task): Solved {
  let listed = false;
  const members = solved.set.solutions.flatMap((one) => {
    const own = membersWithLetters(one, task);
    if (!own) return [one];
    listed = true;
    return own;
  });
  if (!listed) return solved;
  const { unknown } = task;
  const facts = task.assumptions.filter((fact) => contains(fact, unknown));
  const solutions = withoutTouching(members, unknown, facts, task.assumptions);
  const shown = (list: readonly Solution[]): Expression =>
    alternatives(
      unknown,
      list.map(({ values }) => values.get(unknown) ?? ZERO),
    );
  const claim = {
    kind: "families",
    unknown,
    letter: integerLetter(task),
    before: shown(solved.set.solutions),
    after: shown(solutions),
    within: facts,
  } as const;
  const steps = [...solved.steps, step("within the interval", [conjunction(facts)], claim)];
  const reason = say`${solved.set.reason}; of the families only members with ${allOf(facts)} are asked for`;
  return { steps, set: { ...solved.set, reason, solutions } };
}

function memberAt(value: Expression, at: ReadonlyMap<string, Expression>): Expression | undefined {
  try {
    const member = readable(substitute(value, at));
    ballValue(member, 64);
    return member;
  } catch (error) {
    if (error instanceof BallUndefined) return undefined;
    throw error;
  }
}

/** The members of the families in the interval that was asked for, where it is bounded. */
function inInterval(
  solved: Solved,
  families: readonly Family[],
  others: readonly Solution[],
  before: Expression,
  task: Task,
  letter: string,
  conditions: readonly Expression[],
): Solved {
  const { unknown } = task;
  const facts = task.assumptions.filter((fact) => contains(fact, unknown));
  const members: Expression[] = [];
  for (const family of families) {
    const near = membersBetween(family, unknown, facts);
    if (!near) return solved;
    for (const value of near) {
      const truths = facts.map((fact) => decide(simplify(substitute(fact, new Map([[unknown, value]]))).expression, []));
      if (truths.includes(false)) continue;
      if (truths.includes(undefined)) return solved;
      const member = readable(value);
      if (!members.some((one) => equal(one, member))) members.push(member);
    }
  }
  const sorted = [...members].sort((a, b) => approximate(a) - approximate(b));
  const listed = sorted.map((value) => solution(unknown, value, { conditions }));
  const rest = others.map((one) => one.values.get(unknown) ?? ZERO);
  const after = alternatives(unknown, [...sorted, ...rest]);
  const claim = { kind: "families", unknown, letter, before, after, within: facts } as const;
  const reason = say`${solved.set.reason}; the members of the families with ${allOf(facts)} are listed`;
  return {
    steps: [...solved.steps, step("within the interval", [conjunction(facts)], claim)],
    set: { ...solved.set, reason, solutions: [...listed, ...others] },
  };
}

function conjunction(facts: readonly Expression[]): Expression {
  const [only] = facts;
  return only && facts.length === 1 ? only : logic("and", facts);
}

function approximate(e: Expression): number {
  return approximateValue(e) ?? 0;
}

/** Families joined where several together repeat after a shorter period; undefined where the periods have no common multiple. */
function gathered(families: readonly Family[]): readonly Family[] | undefined {
  const [first] = families;
  if (!first) return [];
  const ratios = families.map(({ period }) => rationalRatio(period, first.period));
  if (!ratios.every((ratio) => ratio !== undefined)) return undefined;
  const den = ratios.reduce<integer.Integer>((common, ratio) => integer.lcm(common, ratio.den), 1);
  const numerators = ratios.map((ratio) => integer.abs(rational.multiply(ratio, rational.rational(den)).num));
  const whole = numerators.reduce<integer.Integer>((common, next) => integer.lcm(common, next), 1);
  const signed = simplify(product(number(rational.rational(whole, den)), first.period)).expression;
  const period = approximate(signed) < 0 ? simplify(product(number(-1), signed)).expression : signed;
  const residues: Expression[] = [];
  for (const [k, family] of families.entries()) {
    const count = Number(integer.quotient(whole, numerators[k] ?? 1));
    if (residues.length + count > MOST_RESIDUES) return undefined;
    for (let j = 0; j < count; j += 1) residues.push(simplify(sum(family.start, product(number(j), family.period))).expression);
  }
  const length = Math.abs(approximate(period));
  const place = (e: Expression): number => {
    const share = approximate(e) / length;
    return share - Math.floor(share + 1e-12);
  };
  const distinct: { readonly value: Expression; readonly place: number }[] = [];
  for (const value of residues) {
    const at = place(value);
    const twin = distinct.find((one) => circularDistance(one.place, at) < 1e-10);
    if (!twin) distinct.push({ value, place: at });
    else if (memberNumber(value, { start: twin.value, period }) === undefined) return undefined;
  }
  const cover = shortestCover(distinct, period);
  // π/2 + πn stays whole beside π/6 + 2πn and 5π/6 + 2πn, though two other families would do.
  return cover?.every((one) => families.some((family) => lies(family, one))) && families.every((family) => cover.some((one) => lies(family, one)))
    ? cover
    : families.filter((family, k) => !families.some((other, j) => other !== family && lies(family, other) && (j < k || !lies(other, family))));
}

/** Whether all members of a family are members of another. */
function lies(family: Family, other: Family): boolean {
  const ratio = rationalRatio(family.period, other.period);
  return ratio !== undefined && ratio.den === 1 && memberNumber(family.start, other) !== undefined;
}

const circularDistance = (a: number, b: number): number => Math.min(Math.abs(a - b), 1 - Math.abs(a - b));

/** Residues covered by as few arithmetic progressions around the circle as a greedy choice finds, the densest first. */
function shortestCover(residues: readonly { readonly value: Expression; readonly place: number }[], period: Expression): readonly Family[] | undefined {
  const left = new Set(residues);
  const found: Family[] = [];
  for (let parts = residues.length; parts >= 1; parts -= 1) {
    for (const one of residues) {
      if (!left.has(one)) continue;
      const others = Array.from({ length: parts }, (_, j) => [...left].find((other) => circularDistance(other.place, (one.place + j / parts) % 1) < 1e-10));
      if (!others.every((other) => other !== undefined)) continue;
      const step = simplify(product(number(rational.rational(1, parts)), period)).expression;
      if (!others.every((other) => memberNumber(other.value, { start: one.value, period: step }) !== undefined)) return undefined;
      for (const other of others) left.delete(other);
      found.push({
        start: nicest(
          others.map(({ value }) => value),
          step,
        ),
        period: step,
      });
    }
  }
  return found;
}

/** The shortest representative of a family among those next to 0, of those the one closest to 0. */
function nicest(values: readonly Expression[], step: Expression): Expression {
  const length = Math.abs(approximate(step));
  const shifted = values.flatMap((value) => {
    const turns = Math.floor(approximate(value) / length + 1e-9);
    return [turns, turns + 1].map((count) => simplify(sum(value, product(number(-count), step))).expression);
  });
  const better = (a: Expression, b: Expression): boolean => {
    const [own, other] = [complexity(a), complexity(b)];
    if (own !== other) return own < other;
    const [size, least] = [Math.abs(approximate(a)), Math.abs(approximate(b))];
    return Math.abs(size - least) > 1e-9 ? size < least : approximate(a) > approximate(b);
  };
  return shifted.reduce((best, next) => (better(next, best) ? next : best));
}
