import { cases, chain, number, product, relation, splitCoefficient, subtract, ZERO } from "../../expression/construct.ts";
import { MIRRORED } from "../../expression/equations.ts";
import { type Comparison, type Expression, termsOf } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import type { Rational } from "../../number/rational.ts";
import * as rational from "../../number/rational.ts";
import { decide } from "../../truth/index.ts";
import { type LimitFound, limitValue } from "./found.ts";
import { sameLimit } from "./sided.ts";

/** A result for the values of letters for which conditions hold. */
export interface LimitCase {
  readonly conditions: readonly Expression[];
  readonly found: LimitFound;
}

/** The sign of a sum as a comparison with its number: 1 − a > 0 as a < 1. */
export function signCondition(about: Expression, comparison: Comparison): Expression {
  const constant = termsOf(about).find(({ kind }) => kind === "number") ?? ZERO;
  const { coefficient, rest } = splitCoefficient(subtract(about, constant));
  const bound = product(number(rational.negate(rational.invert(coefficient))), constant);
  return relation(rest, coefficient.num < 0 ? MIRRORED[comparison] : comparison, bound);
}

/** A comparison of one letter with a number. */
interface Bound {
  readonly letter: string;
  readonly at: Rational;
}

function boundOf(condition: Expression): Bound | undefined {
  const [left, right] = condition.kind === "relation" && condition.operands.length === 2 ? condition.operands : [];
  return left?.kind === "name" && right?.kind === "number" ? { letter: left.name, at: right.value } : undefined;
}

/** A part of the line that no bound divides: a point, or what lies between two of them. */
interface Stretch {
  readonly from: Rational | undefined;
  readonly to: Rational | undefined;
}

function stretchesBetween(bounds: readonly Rational[]): readonly Stretch[] {
  const ends = [undefined, ...bounds, undefined];
  return ends.slice(1).flatMap((to, k): readonly Stretch[] => {
    const from = ends[k];
    return to
      ? [
          { from, to },
          { from: to, to },
        ]
      : [{ from, to }];
  });
}

function insideOf({ from, to }: Stretch): Expression {
  if (from && to) return number(rational.multiply(rational.add(from, to), rational.HALF));
  if (from) return number(rational.add(from, rational.ONE));
  return number(to ? rational.subtract(to, rational.ONE) : rational.ZERO);
}

/** Cases of one letter as intervals of it, neighbours with the same limit joined; the list as it is where they are no such cases. */
export function joined(list: readonly LimitCase[], known: readonly Expression[]): readonly LimitCase[] {
  const own = list.flatMap(({ conditions }) => conditions);
  const letters = new Set(own.map((condition) => boundOf(condition)?.letter));
  const [letter] = letters;
  if (list.length < 2 || letters.size !== 1 || letter === undefined) return list;
  const facts = known.filter((fact) => boundOf(fact)?.letter === letter);
  const bounds = [...own, ...facts].flatMap((condition) => boundOf(condition)?.at ?? []);
  const sorted = [...bounds].sort(rational.compare).filter((one, k, all) => k === 0 || rational.compare(one, all[k - 1] ?? one) !== 0);
  const holds = (conditions: readonly Expression[], value: Expression): boolean =>
    conditions.every((condition) => decide(substitute(condition, new Map([[letter, value]])), []) === true);
  const runs: Run[] = [];
  for (const stretch of stretchesBetween(sorted)) {
    const value = insideOf(stretch);
    const found = holds(facts, value) ? list.find(({ conditions }) => holds(conditions, value))?.found : undefined;
    const last = runs.at(-1);
    if (last && (last.found && found ? isSameFound(last.found, found) : last.found === found)) last.to = stretch;
    else runs.push({ from: stretch, to: stretch, found });
  }
  const kept = withoutPole(runs.filter(({ found }) => found !== undefined));
  return kept.flatMap(({ from, to, found }) => (found ? [{ conditions: intervalOf(letterIn(own, letter), from, to), found }] : []));
}

interface Run {
  from: Stretch;
  to: Stretch;
  readonly found: LimitFound | undefined;
}

/** A single end of the domain where the limit is infinite says nothing of the others: 1/(2√x) for x > 0. */
function withoutPole(runs: readonly Run[]): readonly Run[] {
  const isPole = ({ from, to, found }: Run): boolean => isPoint(from) && from === to && found?.kind === "limit" && found.limit.kind === "infinite";
  const tendsToNumber = ({ found }: Run): boolean => found?.kind === "limit" && found.limit.kind === "finite";
  const [one, other, ...more] = runs;
  if (!one || !other || more.length > 0) return runs;
  if (isPole(one) && tendsToNumber(other)) return [other];
  return tendsToNumber(one) && isPole(other) ? [one] : runs;
}

const isPoint = ({ from, to }: Stretch): boolean => from !== undefined && from === to;

function letterIn(conditions: readonly Expression[], letter: string): Expression {
  const [first] = conditions.flatMap((condition) => (condition.kind === "relation" ? condition.operands : []));
  return first?.kind === "name" && first.name === letter ? first : ZERO;
}

function isSameFound(a: LimitFound, b: LimitFound): boolean {
  return a.kind === "limit" && b.kind === "limit" ? sameLimit(a.limit, b.limit, []) === true : a === b;
}

/** a > 1, −1 < a ≤ 2, a = 1. */
function intervalOf(letter: Expression, first: Stretch, last: Stretch): readonly Expression[] {
  const [low, high] = [first.from, last.to];
  if (isPoint(first) && first === last && low) return [relation(letter, "=", number(low))];
  const [from, to] = [isPoint(first) ? "<=" : "<", isPoint(last) ? "<=" : "<"] as const;
  if (low && high) return [chain([number(low), letter, number(high)], [from, to])];
  if (low) return [relation(letter, isPoint(first) ? ">=" : ">", number(low))];
  return high ? [relation(letter, to, number(high))] : [];
}

/** The value of all cases that have a limit as one expression; undefined where none has. */
export function casesValue(list: readonly LimitCase[], conjunction: (conditions: readonly Expression[]) => Expression): Expression | undefined {
  const values = list.flatMap(({ conditions, found }) => (found.kind === "limit" ? [{ conditions, value: limitValue(found.limit) }] : []));
  const [only] = values;
  if (list.length === 1 || !only) return only?.value;
  return cases(values.map(({ conditions, value }) => ({ value, condition: conjunction(conditions) })));
}
