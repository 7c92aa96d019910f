import { relation, ZERO } from "../../expression/construct.ts";
import { linksOf } from "../../expression/equations.ts";
import { contains, type Expression } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { readable } from "../../rewrite/readable.ts";
import { asFamily, decide, membersBetween, simplify } from "../../truth/index.ts";
import { tidyConditions } from "../sifting/conditions.ts";
import type { Solution, Task } from "../solution.ts";

const MOST_MEMBERS = 24;

/**
 * The members of a family start + period · n with letters in it that may lie where the facts about the unknown put it: n is bounded by
 * the ranges that the assumptions leave for the letters, and each member is held against the facts. Undefined where n is not bounded.
 */
export function membersWithLetters(one: Solution, { unknown, assumptions }: Task): readonly Solution[] | undefined {
  const [letter, ...more] = one.integers;
  const facts = assumptions.filter((fact) => contains(fact, unknown));
  const given = assumptions.filter((fact) => !facts.includes(fact));
  const known = [...given, ...one.conditions];
  const family = letter === undefined || more.length > 0 ? undefined : asFamily(one.values.get(unknown) ?? ZERO, letter);
  if (!family || facts.length === 0 || one.conditions.some((condition) => letter !== undefined && contains(condition, letter))) return undefined;
  const members = membersBetween(family, unknown, facts, known);
  if (!members || members.length > MOST_MEMBERS) return undefined;
  return members.flatMap((member): readonly Solution[] => {
    const value = readable(member);
    const at = facts.map((fact) => simplify(substitute(fact, new Map([[unknown, value]]))).expression);
    const truths = at.map((fact) => decide(fact, known));
    if (truths.includes(false)) return [];
    const open = at.flatMap((fact, k) => (truths[k] === true ? [] : partsOf(fact, known)));
    return [{ ...one, values: new Map([[unknown, value]]), integers: [], conditions: tidyConditions([...one.conditions, ...open], given) }];
  });
}

/** A chain as its single comparisons that are not known. */
function partsOf(fact: Expression, known: readonly Expression[]): readonly Expression[] {
  if (fact.kind !== "relation") return [fact];
  const parts = linksOf(fact).map(({ left, comparison, right }) => relation(left, comparison, right));
  return parts.filter((part) => decide(part, known) !== true);
}
