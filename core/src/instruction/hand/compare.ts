import { sameFamilies } from "../../check/families/same-families.ts";
import { number, product, subtract, sum } from "../../expression/construct.ts";
import { alternatives } from "../../expression/equations.ts";
import type { Expression } from "../../expression/expression.ts";
import { asFamily, decide, equalityTest, missesZero, simplify } from "../../truth/index.ts";
import type { Entry, Found } from "./found.ts";

/** How one list of solutions stands to another. */
export interface Difference {
  /** Values that are certainly none of the others. */
  readonly missing: readonly Expression[];
  /** Conditions on letters under which a value of the list is among the others, where they are not known to hold. */
  readonly conditions: readonly Expression[];
  /** A value of which it is not decided whether it is among the others. */
  readonly open: boolean;
}

const NONE: Difference = { missing: [], conditions: [], open: false };

/** Which solutions of the first list are not in the second. */
export function without(some: Found, others: Found, unknown: string, assumptions: readonly Expression[]): Difference {
  if (some.letter !== undefined || others.letter !== undefined) {
    if (sameSets(some, others, unknown)) return NONE;
    const missing = membersMissing(some, others);
    return { ...NONE, missing, open: missing.length === 0 };
  }
  return some.entries.map((entry) => placeOf(entry, others.entries, assumptions)).reduce(joined, NONE);
}

function joined(a: Difference, b: Difference): Difference {
  return { missing: [...a.missing, ...b.missing], conditions: [...a.conditions, ...b.conditions], open: a.open || b.open };
}

function placeOf({ value, conditions }: Entry, others: readonly Entry[], assumptions: readonly Expression[]): Difference {
  const known = [...assumptions, ...conditions];
  const tests = others.map((other) => ({ other, test: equalityTest(value, other.value, known).kind }));
  const equals = tests.filter(({ test }) => test === "zero").map(({ other }) => other);
  const needed = equals.map((other) => other.conditions.filter((condition) => decide(condition, known) !== true));
  if (needed.some((open) => open.length === 0)) return NONE;
  const [first] = needed;
  if (first) return { ...NONE, conditions: first };
  return tests.every(({ test }) => test === "nonzero") ? { ...NONE, missing: [value] } : { ...NONE, open: true };
}

/** Families as sets of numbers; conditions on their letters are not compared. */
function sameSets(a: Found, b: Found, unknown: string): boolean {
  const letter = a.letter ?? b.letter;
  if (letter === undefined || [...a.entries, ...b.entries].some(({ conditions }) => conditions.length > 0)) return false;
  const list = ({ entries }: Found): Expression =>
    alternatives(
      unknown,
      entries.map(({ value }) => value),
    );
  return sameFamilies({ before: list(a), after: list(b), unknown, letter, within: [] });
}

const SHOWN_MEMBERS = [0, 1, 2, -1, -2, 3];

/** Members of the first list that certainly are none of the second: neither a value of it nor a member of one of its families. */
function membersMissing(some: Found, others: Found): readonly Expression[] {
  const members = some.entries.flatMap(({ value }) => {
    const own = some.letter === undefined ? undefined : asFamily(value, some.letter);
    return own ? SHOWN_MEMBERS.map((n) => simplify(sum(own.start, product(number(n), own.period))).expression) : [value];
  });
  const isCertainlyNot = (value: Expression, other: Expression): boolean => {
    const own = others.letter === undefined ? undefined : asFamily(other, others.letter);
    return own ? missesZero({ start: subtract(value, own.start), period: own.period }) : equalityTest(value, other).kind === "nonzero";
  };
  return members.filter((value) => others.entries.every((other) => isCertainlyNot(value, other.value))).slice(0, 2);
}
