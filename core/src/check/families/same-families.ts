import { equation, logic, name, number, product, sum, ZERO } from "../../expression/construct.ts";
import { alternativesOf, sidesOf } from "../../expression/equations.ts";
import { contains, type Expression, equal, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { statedWhole } from "../../expression/whole.ts";
import * as integer from "../../number/integer.ts";
import { isOtherWhereInside } from "../../rewrite/roots/touching.ts";
import {
  asFamily,
  decide,
  equalityTest,
  type Family,
  integersWhere,
  memberNumber,
  membersBetween,
  rationalRatio,
  simplify,
  wholeMembers,
} from "../../truth/index.ts";

/** A set of numbers: one, or a family. */
type Member = { readonly kind: "one"; readonly value: Expression } | ({ readonly kind: "family" } & Family);

/** The values of `unknown = value` in alternatives; the letter stands for all integers. */
function membersOf(statement: Expression, unknown: string, letter: string): readonly Member[] | undefined {
  const alternatives = alternativesOf(statement);
  const members: Member[] = [];
  for (const one of alternatives) {
    if (one.kind === "relation" && freeNames(one).size === 0 && decide(one, []) === false) continue;
    const [left, right] = sidesOf(one);
    if (left?.kind !== "name" || left.name !== unknown || !right) return undefined;
    const family = asFamily(right, letter);
    if (!family && contains(right, letter)) return undefined;
    members.push(family ? { kind: "family", ...family } : { kind: "one", value: right });
  }
  return members;
}

const MOST_MEMBERS = 400;

/** Two lists of alternatives for the unknown, and what restricts the first. */
export interface FamiliesClaim {
  readonly before: Expression;
  readonly after: Expression;
  readonly unknown: string;
  readonly letter: string;
  readonly within: readonly Expression[];
}

/**
 * Whether two lists of numbers and families are the same set: every family is written out over the least common multiple of
 * the periods, and every number of one list must be met, exactly, in the other. With `within`, the first list counts only as
 * far as those relations hold.
 */
export function sameFamilies({ before, after, unknown, letter, within }: FamiliesClaim, assumptions: readonly Expression[] = []): boolean {
  const [asked, ...more] = within;
  if (asked && statedWhole(asked) && more.length === 0) return sameWhole({ before, after, unknown, letter });
  if (within.length > 0 && within.every((fact) => contains(fact, letter) && freeNames(fact).size === 1))
    return sameNumbered({ before, after, unknown, letter, within });
  const [some, others] = [membersOf(before, unknown, letter), membersOf(after, unknown, letter)];
  if (!some || !others) return false;
  return within.length === 0 ? covers(some, others) && covers(others, some) : sameWithin(some, others, unknown, within, assumptions);
}

/** Whether the second list is the members of the families in the first whose numbers satisfy what is asked of the letter. */
function sameNumbered({ before, after, unknown, letter, within }: FamiliesClaim): boolean {
  const numbers = integersWhere(within, letter);
  const values = alternativesOf(before).map((one) => sidesOf(one)[1] ?? ZERO);
  const expected = numbers?.flatMap((k) =>
    values.map((value) => equation(name(unknown), simplify(substitute(value, new Map([[letter, number(k)]]))).expression)),
  );
  const listed = alternativesOf(after);
  const has = (list: readonly Expression[], one: Expression): boolean =>
    list.some((other) => equal(one, other) || equalityTest(sidesOf(one)[1] ?? ZERO, sidesOf(other)[1] ?? ZERO).kind === "zero");
  return expected?.every((one) => has(listed, one)) === true && listed.every((one) => has(expected, one));
}

/** Whether the second list is the whole members of the families in the first. */
function sameWhole({ before, after, unknown, letter }: Omit<FamiliesClaim, "within">): boolean {
  const values = alternativesOf(before).map((one) => sidesOf(one)[1] ?? ZERO);
  const whole = values.map((value) => {
    const letters = contains(value, letter) ? wholeMembers(value, letter) : undefined;
    return letters?.map((at) => equation(name(unknown), simplify(substitute(value, new Map([[letter, at]]))).expression));
  });
  if (!whole.every((members) => members !== undefined)) return false;
  const [some, others] = [logic("or", whole.flat()), after].map((list) => membersOf(list, unknown, letter));
  return some !== undefined && others !== undefined && covers(some, others) && covers(others, some);
}

/** Whether every number of the second list is in the first. */
function covers(lists: readonly Member[], wanted: readonly Member[]): boolean {
  return wanted.every((one) => {
    if (one.kind === "one") return lists.some((member) => holds(member, one.value));
    const multiples = lists.flatMap((member) => {
      const ratio = member.kind === "family" ? rationalRatio(member.period, one.period) : undefined;
      return ratio ? [Number(ratio.num) < 0 ? integer.negate(ratio.num) : ratio.num] : [];
    });
    const count = Number(multiples.reduce<integer.Integer>((common, next) => integer.lcm(common, next), 1));
    if (multiples.length === 0 || count > MOST_MEMBERS) return false;
    // Members that differ by the common period are in the same families: one period is enough.
    return Array.from({ length: count }, (_, k) => sum(one.start, product(number(k), one.period))).every((value) =>
      lists.some((member) => member.kind === "family" && rationalRatio(product(number(count), one.period), member.period)?.den === 1 && holds(member, value)),
    );
  });
}

function holds(member: Member, value: Expression): boolean {
  if (member.kind === "family") return memberNumber(value, member) !== undefined;
  return equal(member.value, value) || equalityTest(member.value, value).kind === "zero";
}

/** The second list is the members of the first that satisfy the relations, or may do so for some values of letters. */
function sameWithin(
  some: readonly Member[],
  others: readonly Member[],
  unknown: string,
  within: readonly Expression[],
  assumptions: readonly Expression[],
): boolean {
  const known = assumptions.filter((fact) => !contains(fact, unknown));
  const inside = (value: Expression): boolean | undefined => {
    const truths = within.map((fact) => decide(simplify(substitute(fact, new Map([[unknown, value]]))).expression, known));
    return truths.includes(false) ? false : truths.includes(undefined) ? undefined : true;
  };
  const listed = others.flatMap((member) => (member.kind === "one" ? [member.value] : []));
  if (listed.length < others.length) return false;
  const expected: Expression[] = [];
  for (const member of some) {
    const values = member.kind === "one" ? [member.value] : membersBetween(member, unknown, within, known);
    if (!values) return false;
    for (const value of values) {
      const isInside = inside(value);
      if (isInside === undefined && freeNames(value).size === 0) return false;
      if (isInside !== false) expected.push(value);
    }
  }
  const met = (list: readonly Expression[], value: Expression): boolean =>
    list.some((one) => equal(one, value) || equalityTest(one, value, known).kind === "zero");
  const isOther = (value: Expression): boolean => inside(value) === undefined && listed.some((one) => isOtherWhereInside(value, one, unknown, within, known));
  return expected.every((value) => met(listed, value) || isOther(value)) && listed.every((value) => met(expected, value));
}
