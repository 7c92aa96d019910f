import { name, number, relation } from "../expression/construct.ts";
import { type Expression, findAll, freeNames } from "../expression/expression.ts";
import { substitute } from "../expression/substitute.ts";
import { numericRange } from "./numeric-range.ts";
import { decide, decideBySigns } from "./sign.ts";
import { simplify } from "./simplify.ts";

/** Beyond these integers conditions must hold, or fail, throughout. */
const FAR = 40;
const MOST_EXCEPTIONS = 3;
const MOST_MEMBERS = 6;

/** For all integers below −FAR, each from −FAR to FAR, and all above: whether conditions hold there. */
type Profile = readonly boolean[];

/** The profile of conditions, where a filter asks for it; undefined as soon as something is open. */
function profileOf(conditions: readonly Expression[], letter: string, asked: (k: number) => boolean = () => true): Profile | undefined {
  const n = name(letter, "integer");
  const [below, above] = [relation(n, "<", number(-FAR)), relation(n, ">", number(FAR))];
  const found: boolean[] = [];
  // The sides are open most often, and the integers next to 0 are the cheapest.
  for (const k of ORDER) {
    const side = k === 0 ? below : k === LAST ? above : undefined;
    const truth = asked(k) ? holdAll(conditions, (condition) => (side ? holdsFor(condition, side) : holdsAt(condition, letter, k - 1 - FAR))) : false;
    if (truth === undefined) return undefined;
    found[k] = truth;
  }
  return found;
}

const LAST = 2 * FAR + 2;
const ORDER = [0, LAST, ...Array.from({ length: 2 * FAR + 1 }, (_, j) => FAR + 1 + (j % 2 === 0 ? j / 2 : -(j + 1) / 2))];

const ofLetter = (condition: Expression, letter: string): boolean => {
  const free = freeNames(condition);
  return free.size === 1 && free.has(letter);
};

/**
 * Conditions on one integer letter, worked out: 0 < 1/(2πn) < 1 is n ≥ 1. Each integer near 0 is put in, and bounds decide the rest.
 * The conditions as they are where that leaves something open, or the integers that satisfy them have no short description.
 */
export function workedOut(conditions: readonly Expression[], letter: string): readonly Expression[] {
  const own = conditions.filter((condition) => ofLetter(condition, letter));
  const profile = own.length > 0 ? profileOf(own, letter) : undefined;
  const short = profile && described(profile, name(letter, "integer"));
  return short ? [...conditions.filter((condition) => !own.includes(condition)), ...short] : conditions;
}

/** The few integers that satisfy conditions on one integer letter alone; undefined where there are many, or that is open. */
export function integersWhere(conditions: readonly Expression[], letter: string): readonly number[] | undefined {
  const own = conditions.filter((condition) => ofLetter(condition, letter));
  const truths = own.length > 0 ? profileOf(own, letter) : undefined;
  if (!truths || truths[0] === true || truths.at(-1) === true) return undefined;
  const found = truths.flatMap((truth, k) => (truth ? [k - 1 - FAR] : []));
  return found.length <= MOST_MEMBERS ? found : undefined;
}

/** Whether a condition on one integer letter alone holds for all integers that satisfy what is known of it, or for none of them. */
export function decideForIntegers(condition: Expression, known: readonly Expression[]): boolean | undefined {
  const [letter, ...more] = freeNames(condition);
  if (letter === undefined || more.length > 0 || findAll(condition, (part) => part.kind === "name" && part.range === "integer").length === 0) return undefined;
  const facts = known.filter((fact) => ofLetter(fact, letter));
  const where = profileOf(facts, letter);
  const isPossible = (k: number): boolean => where?.[k] !== false;
  const truths = profileOf([condition], letter, isPossible)?.filter((_, k) => isPossible(k));
  return truths?.every((truth) => truth === truths[0]) ? truths[0] : undefined;
}

function holdAll(conditions: readonly Expression[], truthOf: (condition: Expression) => boolean | undefined): boolean | undefined {
  const truths: (boolean | undefined)[] = [];
  for (const condition of conditions) {
    const truth = truthOf(condition);
    // Where one fails the others may have no value.
    if (truth === false) return false;
    truths.push(truth);
  }
  return truths.includes(undefined) ? undefined : true;
}

function holdsAt(condition: Expression, letter: string, value: number): boolean | undefined {
  return decide(simplify(substitute(condition, new Map([[letter, number(value)]]))).expression, []);
}

/** Whether a condition holds for all integers on one side: by signs, else by bounds. */
function holdsFor(condition: Expression, side: Expression): boolean | undefined {
  const known = decideBySigns(condition, [side]);
  if (known !== undefined || condition.kind !== "relation") return known;
  const truths = condition.comparisons.map((comparison, k) => {
    const [left, right] = [condition.operands[k], condition.operands[k + 1]];
    if (!left || !right) return undefined;
    const one = decideBySigns(relation(left, comparison, right), [side]);
    if (one !== undefined) return one;
    const [a, b] = [numericRange(left, [side]), numericRange(right, [side])];
    const [isLess, isMore] = [a.high < b.low, a.low > b.high];
    if (!isLess && !isMore) return undefined;
    return comparison === "!=" || (isLess ? comparison.startsWith("<") : comparison.startsWith(">"));
  });
  if (truths.includes(false)) return false;
  return truths.includes(undefined) ? undefined : true;
}

/** A set of integers, from the far left to the far right, as relations. */
function described(truths: Profile, n: Expression): readonly Expression[] | undefined {
  const at = (k: number): Expression => number(k - 1 - FAR);
  const [first, last] = [truths.indexOf(true), truths.lastIndexOf(true)];
  if (first === -1) return undefined;
  const gaps = truths.flatMap((truth, k) => (truth === false && k > first && k < last ? [k] : []));
  if (gaps.length > MOST_EXCEPTIONS) return undefined;
  const [isOpenBelow, isOpenAbove] = [first === 0, last === truths.length - 1];
  const ends = [...(isOpenBelow ? [] : [relation(n, ">=", at(first))]), ...(isOpenAbove ? [] : [relation(n, "<=", at(last))])];
  return [...ends, ...gaps.map((k) => relation(n, "!=", at(k)))];
}
